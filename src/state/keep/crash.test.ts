import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Project } from '@/core/project/project';
import { raceProject } from '@/core/testing/projects';
import { FakeBrowser } from '../testing/fake-browser';
import { loadTab, RunningTab, stubPage, type TabModules } from '../testing/tab';
import { forgottenAssets, freeAssets } from './assets-in-use';
import { allCards } from './cards';
import { readWork } from './records';

let modules: TabModules[] = [];

beforeAll(async () => {
  stubPage();
  modules = [await loadTab(), await loadTab()];
});

const settled = async () => {
  for (let i = 0; i < 60; i++) await Promise.resolve();
};

function project(id: string, name: string): Project {
  const made = raceProject({}, { name });
  const tables = made.tables.map((table) => ({ ...table, source: { ...table.source, assetId: `bytes of ${id}` } }));
  return { ...made, id, tables };
}

/** What a person does, one thing after the other; `done` is told what must be kept from then on. */
async function script(tab: RunningTab, done: (id: string, name: string) => void): Promise<void> {
  const doing: [string, string, () => unknown][] = [
    ['p1', 'Ferries', () => tab.begin(project('p1', 'Ferries'))],
    ['p1', 'One', () => tab.rename('One')],
    ['p1', 'Two', () => tab.rename('Two')],
    ['p1', 'Two', () => tab.keeper.idle()],
    ['p1', 'One', () => tab.undo()],
    ['p1', 'Three', () => tab.rename('Three')],
    ['p2', 'Mills', () => tab.begin(project('p2', 'Mills'))],
    ['p2', 'Mills 2', () => tab.rename('Mills 2')],
    ['p1', 'Three', () => tab.keeper.open('p1')],
    ['p1', 'Four', () => tab.rename('Four')],
    ['p1', 'Four', () => tab.keeper.idle()],
    ['p1', 'Five', () => tab.rename('Five')],
  ];
  for (const [id, name, action] of doing) {
    // What waits in a tab that has died never ends.
    await Promise.race([action(), tab.fake.died]);
    if (tab.fake.isDead) return;
    done(id, name);
  }
  await Promise.race([tab.keeper.idle(), tab.fake.died]);
}

describe('a browser that is killed', () => {
  it('at any one of all writes has lost nothing that was done before', async () => {
    const whole = new RunningTab(modules[0] as TabModules, new FakeBrowser().tab());
    await whole.start();
    await script(whole, () => undefined);
    const count = whole.fake.writeCount;
    whole.kill();
    expect(count).toBeGreaterThan(30);
    for (let deadly = 0; deadly < count; deadly++) {
      const browser = new FakeBrowser();
      const tab = new RunningTab(modules[0] as TabModules, browser.tab());
      await tab.start();
      tab.fake.fate = (write) => (write === deadly ? 'dies' : 'made');
      const kept = new Map<string, string[]>();
      await script(tab, (id, name) => kept.set(id, [...(kept.get(id) ?? []), name]));
      tab.kill();
      const again = browser.tab();
      for (const [id, names] of kept) {
        const work = await readWork(again.disk, id);
        const found = (work?.project as Project | undefined)?.name;
        // The one that was under way may have been kept too.
        const later = { p1: ['Ferries', 'One', 'Two', 'Three', 'Four', 'Five'], p2: ['Mills', 'Mills 2'] }[id] ?? [];
        const last = names.at(-1) as string;
        expect([last, ...later.slice(later.indexOf(last)), 'One'], `killed at write ${deadly}`).toContain(found);
        if (last !== 'Two' && last !== 'One')
          expect(later.indexOf(found as string)).toBeGreaterThanOrEqual(later.indexOf(last));
      }
      const reopened = new RunningTab(modules[0] as TabModules, again);
      const restored = await reopened.start();
      if (kept.size > 0) expect(restored.kind, `killed at write ${deadly}`).toBe('opened');
      reopened.kill();
    }
  });

  it('with a disk that is full at any one write says so or has kept it, and goes on', async () => {
    for (let full = 0; full < 60; full++) {
      const browser = new FakeBrowser();
      const tab = new RunningTab(modules[0] as TabModules, browser.tab());
      await tab.start();
      tab.fake.fate = (write) => (write === full ? 'full' : 'made');
      const last = new Map<string, string>();
      await script(tab, (id, name) => last.set(id, name));
      tab.kill();
      for (const [id, name] of last) {
        const work = await readWork(browser.tab().disk, id);
        expect((work?.project as Project | undefined)?.name, `full at write ${full}`).toBe(name);
      }
    }
  });
});

/** One thing that happens in a browser with two tabs. */
type Happening =
  | {
      readonly kind: 'begin' | 'edit' | 'undo' | 'open' | 'takeOver' | 'crash' | 'reload' | 'free';
      readonly tab: number;
    }
  | { readonly kind: 'wait' };

const happening: fc.Arbitrary<Happening> = fc.oneof(
  { weight: 6, arbitrary: fc.record({ kind: fc.constant('edit' as const), tab: fc.nat(1) }) },
  {
    weight: 8,
    arbitrary: fc.record({
      kind: fc.constantFrom('begin', 'undo', 'open', 'takeOver', 'crash', 'reload', 'free'),
      tab: fc.nat(1),
    }),
  },
  { weight: 3, arbitrary: fc.constant({ kind: 'wait' as const }) },
);

describe('any order of opening, editing, taking over, crashing and opening again in two tabs', () => {
  it('loses no project, no asset and no edit, and never has two writers of one project', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(happening, { minLength: 5, maxLength: 40 }), async (happenings) => {
        const browser = new FakeBrowser();
        const tabs = [0, 1].map((i) => new RunningTab(modules[i] as TabModules, browser.tab()));
        for (const tab of tabs) await tab.start();
        /** The last state of every project that anybody has made. */
        const made = new Map<string, string>();
        let count = 0;
        for (const event of happenings) {
          if (event.kind === 'wait') {
            for (const tab of tabs) await tab.keeper.idle();
            await settled();
            continue;
          }
          let tab = tabs[event.tab] as RunningTab;
          const writes = tab.document.project && !tab.document.readOnly ? tab.document.project.id : null;
          if (event.kind === 'begin') {
            const id = `p${++count}`;
            browser.store('assets').set(`bytes of ${id}`, new ArrayBuffer(1));
            tab.begin(project(id, `Begun ${count}`));
            made.set(id, tab.name);
          } else if (event.kind === 'edit') {
            tab.rename(`Edit ${++count}`);
            if (writes) made.set(writes, tab.name);
          } else if (event.kind === 'undo') {
            tab.undo();
            if (writes) made.set(writes, tab.name);
          } else if (event.kind === 'open') {
            const cards = await allCards(tab.fake.disk);
            const card = cards[count % Math.max(1, cards.length)];
            if (card) await tab.keeper.open(card.id);
          } else if (event.kind === 'takeOver') await tab.keeper.takeOver();
          else if (event.kind === 'free') {
            // Only when nobody else is there, as the app does it; here both may be, so that what is in use counts alone.
            await freeAssets(tab.fake.disk, () => new Set());
          } else {
            if (event.kind === 'crash') tab.kill();
            else tab.reload();
            await settled();
            tab = new RunningTab(modules[event.tab] as TabModules, browser.tab(tab.fake.tab));
            tabs[event.tab] = tab;
            await tab.start();
          }
          const [a, b] = tabs.map(({ document }) => (document.readOnly ? null : document.project?.id));
          if (a && event.kind !== 'takeOver') await settled();
          if (a !== null && a === b) await settled();
          const [c, d] = tabs.map(({ document }) => (document.readOnly ? null : document.project?.id));
          expect(c !== undefined && c !== null && c === d).toBe(false);
        }
        for (const tab of tabs) tab.kill();
        const disk = browser.tab().disk;
        for (const [id, name] of made) {
          const work = await readWork(disk, id);
          expect((work?.project as Project | undefined)?.name, `${id}`).toBe(name);
          expect(browser.store('assets').has(`bytes of ${id}`)).toBe(true);
        }
        expect(await forgottenAssets(disk)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
});

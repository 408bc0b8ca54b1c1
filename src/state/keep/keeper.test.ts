import { afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Project } from '@/core/project/project';
import { raceProject } from '@/core/testing/projects';
import { FakeBrowser, type FakeTab } from '../testing/fake-browser';
import { loadTab, RunningTab, stubPage, type TabModules } from '../testing/tab';
import { allCards } from './cards';
import { copyWork } from './shelf-work';

let modules: readonly TabModules[] = [];
let browser = new FakeBrowser();
const open: RunningTab[] = [];

beforeAll(async () => {
  stubPage();
  modules = [await loadTab(), await loadTab()];
});
beforeEach(() => {
  browser = new FakeBrowser();
});
afterEach(() => {
  for (const tab of open.splice(0)) tab.kill();
});

/** Opens the app in a tab; two can be open at a time. */
async function openTab(place = 0, fake: FakeTab = browser.tab()) {
  const tab = new RunningTab(modules[place] as TabModules, fake);
  open.push(tab);
  const restored = await tab.start();
  return { tab, restored };
}

const settled = async () => {
  for (let i = 0; i < 200; i++) await Promise.resolve();
};

const project = (id: string, name = id): Project => ({ ...raceProject({}, { name }), id });

describe('one tab', () => {
  it('finds nothing in a new browser, and brings back what was begun', async () => {
    const { tab, restored } = await openTab();
    expect(restored.kind).toBe('none');
    tab.begin(project('p1', 'Ferries'));
    tab.reload();
    const again = await openTab();
    expect(again.restored.kind).toBe('opened');
    expect(again.tab.name).toBe('Ferries');
  });

  it('keeps an edit from the moment on that it returns', async () => {
    const { tab } = await openTab();
    tab.begin(project('p1'));
    await settled();
    // Nothing more reaches the database, as in a page that goes in the same task.
    tab.fake.hold = new Promise(() => undefined);
    tab.rename('One');
    tab.rename('Two');
    tab.kill();
    expect((await openTab()).tab.name).toBe('Two');
  });

  it('has its history back after a reload: steps back, and steps that were taken back', async () => {
    const { tab } = await openTab();
    tab.begin(project('p1', 'One'));
    for (const name of ['Two', 'Three', 'Four']) tab.rename(name);
    tab.undo();
    await tab.keeper.idle();
    tab.rename('Drag a', 'drag');
    tab.rename('Drag b', 'drag');
    tab.undo();
    tab.reload();
    const { tab: again } = await openTab();
    expect(again.name).toBe('Three');
    again.redo();
    expect(again.name).toBe('Drag b');
    for (const name of ['Three', 'Two', 'One']) {
      again.undo();
      expect(again.name).toBe(name);
    }
    again.reload();
    const { tab: third } = await openTab();
    expect(third.name).toBe('One');
    for (const name of ['Two', 'Three', 'Drag b']) {
      third.redo();
      expect(third.name).toBe(name);
    }
  });

  it('keeps the last 200 steps', async () => {
    const { tab } = await openTab();
    tab.begin(project('p1', 'Name 0'));
    for (let i = 1; i <= 230; i++) tab.rename(`Name ${i}`);
    await tab.keeper.idle();
    tab.reload();
    const { tab: again } = await openTab();
    expect(again.document.past).toHaveLength(200);
    again.undo();
    expect(again.name).toBe('Name 229');
  });

  it('goes on with other work, and finds both again', async () => {
    const { tab } = await openTab();
    tab.begin(project('p1', 'Ferries'));
    tab.rename('Ferries, mine');
    tab.begin(project('p2', 'Mills'));
    await tab.keeper.idle();
    expect(tab.shelved).toEqual(['Ferries, mine']);
    expect((await allCards(tab.fake.disk)).map(({ name }) => name).sort()).toEqual(['Ferries, mine', 'Mills']);
    expect(await tab.keeper.open('p1')).toEqual({ kind: 'opened' });
    expect(tab.name).toBe('Ferries, mine');
    tab.undo();
    expect(tab.name).toBe('Ferries');
    await tab.keeper.idle();
    expect(browser.held()).toEqual(['plucky-tempo: work p1']);
  });

  it('lets go of a sample that nobody has touched, and of no other', async () => {
    const { tab } = await openTab();
    tab.begin(project('p1', 'Sample'));
    await tab.keeper.noteUntouched();
    tab.begin(project('p2', 'Other sample'));
    await tab.keeper.noteUntouched();
    tab.rename('Touched');
    tab.begin(project('p3'));
    await tab.keeper.idle();
    expect((await allCards(tab.fake.disk)).map(({ id }) => id).sort()).toEqual(['p2', 'p3']);
  });

  it.each([
    ['damaged', { format: 'plucky-tempo-project', version: 3, name: 'Broken' }],
    ['from a newer version', { ...project('p1', 'Newer'), version: 999 }],
    ['no project at all', 'nonsense'],
  ])('leaves work as it is that is %s', async (_, data) => {
    const { tab } = await openTab();
    tab.begin(project('p1'));
    await tab.keeper.idle();
    tab.reload();
    const [key, kept] = [...browser.store('works')][0] as [string, object];
    browser.store('works').set(key, { ...kept, project: data });
    browser.store('changes').clear();
    const again = await openTab();
    expect(again.restored.kind).toBe('unreadable');
    again.tab.begin(project('p2', 'New work'));
    await again.tab.keeper.idle();
    expect([...browser.store('works').values()]).toContainEqual(expect.objectContaining({ project: data }));
    expect((await openTab(1)).tab.name).toBe('New work');
  });

  it('says so when the disk is full, keeps what it can, and catches up once there is room', async () => {
    vi.useFakeTimers();
    try {
      const { tab } = await openTab();
      tab.begin(project('p1'));
      await tab.keeper.idle();
      let full = true;
      tab.fake.fate = () => (full ? 'full' : 'made');
      tab.rename('While full');
      await settled();
      expect(tab.saving).toEqual({ failed: expect.stringContaining('Remove work from the shelf') });
      expect(tab.keeper.lostByLeaving).toBe(true);
      full = false;
      await vi.advanceTimersByTimeAsync(6000);
      expect(tab.saving).toBe('saved');
      expect(tab.keeper.lostByLeaving).toBe(false);
      tab.kill();
    } finally {
      vi.useRealTimers();
    }
    expect((await openTab()).tab.name).toBe('While full');
  });

  it('writes nothing at all where the browser gives nothing out', async () => {
    const fake = browser.tab();
    fake.disk.works.keys = () => Promise.reject(new Error('it is locked'));
    const { tab, restored } = await openTab(0, fake);
    expect(restored).toEqual({ kind: 'locked', why: 'it is locked' });
    tab.begin(project('p1'));
    await settled();
    expect(browser.store('works').size + browser.store('changes').size).toBe(0);
    expect(tab.saving).toEqual({ failed: expect.any(String) });
  });

  it('copies work with its history, and neither knows the other', async () => {
    const { tab } = await openTab();
    tab.begin(project('p1', 'One'));
    tab.rename('Two');
    await tab.keeper.idle();
    const copy = (await copyWork(tab.fake.disk, 'p1', 5)) as string;
    await tab.keeper.open(copy);
    expect([tab.name, tab.document.project?.id]).toEqual(['Two, copy', copy]);
    tab.undo();
    expect([tab.name, tab.document.project?.id]).toEqual(['One', copy]);
    await tab.keeper.open('p1');
    expect(tab.name).toBe('Two');
  });
});

describe('two tabs', () => {
  /** A tab that has some work, and a second one that was opened after it. */
  async function twoTabs() {
    const { tab: first } = await openTab(0);
    first.begin(project('p1', 'Ferries'));
    await first.keeper.idle();
    const { tab: second } = await openTab(1);
    return { first, second };
  }

  it('the second shows the work live, and changes nothing', async () => {
    const { first, second } = await twoTabs();
    expect(second.document.readOnly).toMatchObject({ kind: 'elsewhere', sinceMs: expect.any(Number) });
    second.rename('Mine');
    expect(second.name).toBe('Ferries');
    first.rename('Ferries, later');
    await first.keeper.idle();
    await settled();
    expect(second.name).toBe('Ferries, later');
    expect(browser.held()).toEqual(['plucky-tempo: work p1']);
  });

  it('the second can take it over; the first shows it from then on, with its last edits kept', async () => {
    const { first, second } = await twoTabs();
    first.rename('Last edit');
    await second.keeper.takeOver();
    await settled();
    expect(second.document.readOnly).toBeNull();
    expect(second.name).toBe('Last edit');
    second.rename('From the second');
    await second.keeper.idle();
    await settled();
    expect(first.document.readOnly?.kind).toBe('elsewhere');
    expect(first.name).toBe('From the second');
    second.undo();
    second.undo();
    expect(second.name).toBe('Ferries');
    // And back again.
    await first.keeper.takeOver();
    await settled();
    expect([first.name, second.document.readOnly?.kind]).toEqual(['Ferries', 'elsewhere']);
  });

  it('the second goes on by itself when the first is closed or killed', async () => {
    const { first, second } = await twoTabs();
    first.rename('At the end');
    first.kill();
    await settled();
    expect(second.document.readOnly).toBeNull();
    expect(second.name).toBe('At the end');
    second.rename('On');
    second.kill();
    expect((await openTab()).tab.name).toBe('On');
  });

  it('with different work do not touch each other', async () => {
    const { first, second } = await twoTabs();
    second.begin(project('p2', 'Mills'));
    first.rename('Ferries 2');
    second.rename('Mills 2');
    await first.keeper.idle();
    await second.keeper.idle();
    expect(second.document.readOnly).toBeNull();
    expect([first.name, second.name]).toEqual(['Ferries 2', 'Mills 2']);
    expect(browser.held().sort()).toEqual(['plucky-tempo: work p1', 'plucky-tempo: work p2']);
    // Each tab brings its own back.
    first.reload();
    second.reload();
    expect((await openTab(0, browser.tab(first.fake.tab))).tab.name).toBe('Ferries 2');
    expect((await openTab(1, browser.tab(second.fake.tab))).tab.name).toBe('Mills 2');
  });

  it('without locks ask each other, and hand the work over all the same', async () => {
    const [one, two] = [browser.tab(), browser.tab()];
    for (const fake of [one, two]) Object.defineProperty(fake, 'locks', { value: null });
    const { tab: first } = await openTab(0, one);
    first.begin(project('p1', 'Ferries'));
    await first.keeper.idle();
    const { tab: second } = await openTab(1, two);
    expect(second.document.readOnly?.kind).toBe('elsewhere');
    first.rename('Last edit');
    await second.keeper.takeOver();
    await settled();
    expect([second.name, second.document.readOnly]).toEqual(['Last edit', null]);
    expect(first.document.readOnly?.kind).toBe('elsewhere');
    second.rename('From the second');
    await second.keeper.idle();
    await settled();
    expect(first.name).toBe('From the second');
  });

  it('edits of a tab that sleeps while the work is taken become a copy', async () => {
    vi.useFakeTimers();
    try {
      const { first, second } = await twoTabs();
      first.fake.hold = new Promise(() => undefined);
      first.rename('Not yet kept');
      // It does not answer in time.
      const taken = second.keeper.takeOver();
      await vi.advanceTimersByTimeAsync(2000);
      await taken;
      await settled();
      expect(second.document.readOnly).toBeNull();
      first.fake.hold = null;
      await settled();
      const names = [first.name, second.name];
      // The second had the note of the edit; were it asleep before, the first goes on with a copy.
      expect(names.some((name) => name.startsWith('Not yet kept'))).toBe(true);
    } finally {
      vi.useRealTimers();
    }
  });
});

import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type BrowserContext, chromium, expect, type Page, test } from '@playwright/test';
import { chromiumArgs, chromiumPath, shellPath } from '../../scripts/lib/chromium.mjs';
import { goTo, openApp, openFile, openRace, raceTable, words } from './support';

const title = (page: Page) => page.getByLabel('Title', { exact: true });
const notice = (page: Page) => page.getByRole('region', { name: 'This work is open in two tabs' });
/** Milliseconds between an edit and the end of its page. With TEMPO_KILLS=10 each is done ten times. */
const DELAYS_MS = [0, 50, 150, 300, 500];
const TIMES = Number(process.env.TEMPO_KILLS ?? 1);

/** Opens the race and gives it a title. */
async function openTitled(page: Page, name: string): Promise<void> {
  await openApp(page);
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo, 30');
  await title(page).fill(name);
}

/** Waits until the open work is kept whole. */
async function keptWhole(page: Page): Promise<void> {
  const count = () =>
    page.evaluate(async () => {
      const open = indexedDB.open('plucky-tempo');
      const db = await new Promise<IDBDatabase>((resolve) => {
        open.onsuccess = () => resolve(open.result);
      });
      const request = db.transaction('works').objectStore('works').getAllKeys();
      const keys = await new Promise<IDBValidKey[]>((resolve) => {
        request.onsuccess = () => resolve(request.result);
      });
      db.close();
      const [id] = (localStorage.getItem('plucky-tempo-open') ?? '').split(' ');
      return keys.filter((key) => String(key).startsWith(`${id} `)).length;
    });
  await expect.poll(count).toBeGreaterThan(0);
}

/** Changes what the browser keeps of the last work, behind the app's back. */
function changeKept(page: Page, change: 'damage' | 'newer') {
  return page.evaluate(async (how) => {
    const open = indexedDB.open('plucky-tempo');
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      open.onsuccess = () => resolve(open.result);
      open.onerror = () => reject(open.error);
    });
    const done = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error);
      });
    const works = db.transaction('works', 'readwrite').objectStore('works');
    const [last] = (localStorage.getItem('plucky-tempo-open') ?? '').split(' ');
    const key = (await done(works.getAllKeys())).find((each) => String(each).startsWith(`${last} `)) as IDBValidKey;
    const kept = await done(works.get(key));
    if (how === 'newer') kept.project.version = 99;
    else kept.project.charts = 'gone';
    await done(works.put(kept, key));
    db.close();
  }, change);
}

test('a reload, or a closed tab, at any time after an edit loses nothing, and undo goes on', async ({
  page: first,
  context,
}) => {
  await openTitled(first, 'Before');
  let page = first;
  for (const delay of DELAYS_MS.flatMap((each) => Array.from({ length: TIMES }, () => each))) {
    const name = `After ${delay} ms ${Math.random()}`;
    await title(page).fill(name);
    await page.waitForTimeout(delay);
    if (Math.random() < 0.5) await page.reload();
    else {
      const next = await context.newPage();
      await page.close();
      page = next;
      await openApp(page);
    }
    await expect(title(page)).toHaveValue(name);
  }
  for (let i = 0; i < TIMES + 1; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(title(page)).toHaveValue(TIMES === 1 ? /^After 150 ms/ : /^After 300 ms/);
});

/** A browser with a profile of its own on disk, which can be killed. */
async function ownBrowser(
  profile: string,
  baseURL: string,
  program: string | null,
): Promise<{ context: BrowserContext; page: Page }> {
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: program ?? undefined,
    args: chromiumArgs,
    baseURL,
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
  });
  return { context, page: context.pages()[0] ?? (await context.newPage()) };
}

/** Kills every process of a browser, as a crash or a power cut does. */
function kill(profile: string): void {
  spawnSync('pkill', ['-9', '-f', '--', `--user-data-dir=${profile}`]);
}

/** Moments to kill at: some time after an edit, or as soon as the page says that it is saved. */
const KILLS = [0, 150, 'saved'] as const;

for (const when of KILLS)
  test(`a browser that is killed (${when === 'saved' ? 'once the page says “Saved”' : `${when} ms after`}) after an edit, in the middle of many saves and after a drop loses nothing of what it called saved`, async ({
    baseURL,
  }) => {
    const profile = mkdtempSync(path.join(tmpdir(), 'tempo-killed-'));
    // Once in the browser that people have; the one without a window keeps its disk alike, and starts in half the time.
    const program = when === 'saved' ? chromiumPath() : shellPath();
    let { context, page } = await ownBrowser(profile, baseURL as string, program);
    /** Kills it and starts another one. Tells whether the page had said that all was saved. */
    const killed = async (): Promise<boolean> => {
      const saved = page.getByText('Saved', { exact: true });
      if (when === 'saved') await expect(saved).toBeVisible();
      else await page.waitForTimeout(when);
      const told = await saved.isVisible();
      kill(profile);
      await context.close().catch(() => undefined);
      ({ context, page } = await ownBrowser(profile, baseURL as string, program));
      await openApp(page);
      return told;
    };
    try {
      await openTitled(page, 'Before');
      await expect(page.getByText('Saved', { exact: true })).toBeVisible();
      for (let i = 0; i < TIMES; i++) {
        // What the browser has not taken yet when it dies can be the last edit, and nothing else.
        const before = await title(page).inputValue();
        await title(page).fill(`Edit ${i}`);
        const edited = await killed();
        await expect(title(page)).toHaveValue(edited ? `Edit ${i}` : oneOf(`Edit ${i}`, before));
        for (const letter of 'many edits') await title(page).fill(`${letter} ${i}`);
        const many = await killed();
        await expect(title(page)).toHaveValue(many ? `s ${i}` : oneOf(`s ${i}`, `t ${i}`));
        // After a drop, once its chart is there.
        await openFile(
          page,
          `mills ${i}.csv`,
          `Month,Mill ${i},Flour\n2001-01,Low,3\n2001-02,Low,5\n2001-01,High,9\n2001-02,High,2\n`,
        );
        await expect(words(page)).toContainText('High, 9');
        const dropped = await killed();
        await expect(words(page)).toContainText(dropped ? 'High, 9' : /High, 9|Bravo/);
      }
      await context.close();
    } finally {
      kill(profile);
      rmSync(profile, { recursive: true, force: true });
    }
  });

/** One of some values, and nothing else. */
const oneOf = (...values: readonly string[]) =>
  new RegExp(`^(${values.map((value) => value.replace(/[^\w ]/g, '\\$&')).join('|')})$`);

test('a second tab shows the work live and only that, takes it over, and gives it back when it is closed', async ({
  page,
  context,
}) => {
  await openTitled(page, 'First tab');
  const second = await context.newPage();
  await openApp(second);
  await expect(notice(second)).toContainText('Another tab of this browser has this work open since');
  await expect(title(second)).toHaveValue('First tab');
  await title(page).fill('First tab, later');
  await expect(title(second)).toHaveValue('First tab, later');
  await second.getByLabel('Name of the project').fill('Second tab');
  await expect(notice(second)).toContainText('Nothing was changed');
  await expect(second.getByLabel('Name of the project')).toHaveValue('Boats');
  await second.getByRole('button', { name: 'Work here instead' }).click();
  await expect(notice(second)).toBeHidden();
  await expect(notice(page)).toBeVisible();
  await title(second).fill('Second tab');
  await expect(title(page)).toHaveValue('Second tab');
  await second.close();
  await expect(notice(page)).toBeHidden();
  await title(page).fill('First tab again');
  await page.reload();
  await expect(title(page)).toHaveValue('First tab again');
  await expect(words(page)).toContainText('Bravo');
});

test('two tabs with different work do not touch each other', async ({ page, context }) => {
  await openTitled(page, 'Boats in the first');
  const second = await context.newPage();
  await openApp(second);
  await openFile(
    second,
    'mills.csv',
    'Month,Mill,Flour\n2001-01,Low,3\n2001-02,Low,5\n2001-01,High,9\n2001-02,High,2\n',
  );
  await expect(words(second)).toContainText('High, 9');
  await expect(notice(second)).toBeHidden();
  await title(second).fill('Mills in the second');
  await title(page).fill('Boats, later');
  await page.reload();
  await second.reload();
  await expect(title(page)).toHaveValue('Boats, later');
  await expect(words(page)).toContainText('Bravo');
  await expect(title(second)).toHaveValue('Mills in the second');
  await expect(words(second)).toContainText('High, 9');
});

for (const how of ['damage', 'newer'] as const) {
  test(`kept work that cannot be read (${how}) is named, kept, and offered as a file`, async ({ page }) => {
    await openTitled(page, 'Dear to me');
    await keptWhole(page);
    await page.goto('about:blank');
    await page.goto('/icon.svg');
    await changeKept(page, how);
    await openApp(page);
    await expect(page.getByText('Boats cannot be opened')).toBeVisible();
    await goTo(page, 'Pace');
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save it as a file' }).click(),
    ]);
    expect(download.suggestedFilename()).toBe('Boats.plucky');
    // It stays on the shelf as it is.
    await page.getByRole('button', { name: /^Shelf/ }).click();
    await expect(page.getByRole('list', { name: 'Work on the shelf' })).toContainText('Boats');
  });
}

test('a reload during an export asks first', async ({ page }) => {
  await openRace(page, '60');
  await goTo(page, 'Output');
  await page.getByRole('button', { name: 'Export MP4' }).click();
  await expect(page.getByRole('button', { name: 'Cancel', exact: true }).first()).toBeVisible();
  const asked = new Promise<string>((resolve) => {
    page.once('dialog', (dialog) => {
      resolve(dialog.type());
      void dialog.dismiss();
    });
  });
  void page.evaluate(() => location.reload()).catch(() => undefined);
  expect(await asked).toBe('beforeunload');
  await expect(page.getByRole('button', { name: 'Cancel', exact: true }).first()).toBeVisible();
});

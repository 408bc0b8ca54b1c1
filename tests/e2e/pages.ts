import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import {
  type BrowserContext,
  test as base,
  expect,
  type Page,
  type PlaywrightWorkerArgs,
  type WorkerInfo,
} from '@playwright/test';
import { islandTable, raceTable } from '../../src/core/testing/tables';

/** A browser of a process of tests. Its profile lies on disk, so that what it has compiled once stays compiled. */
interface Desk {
  readonly context: BrowserContext;
  /** Stays open, and empty. */
  readonly blank: Page;
}

/** One with the app as an earlier test left it, for those that go on from there; null before the first of them. */
interface UsedDesk extends Desk {
  app: Page | null;
}

/** Opens the app and waits until its stage draws. Errors on the page fail the test. */
export async function openApp(page: Page): Promise<void> {
  page.on('pageerror', (error) => {
    throw error;
  });
  await page.goto('/');
  await expect(page.getByTestId('stage-words')).toContainText('1. ');
}

/** Gives the app a file as the Open command does. */
export async function openFile(page: Page, name: string, content: string | Buffer): Promise<void> {
  const buffer = typeof content === 'string' ? Buffer.from(content) : content;
  await page.getByLabel('Open a table or a project file').setInputFiles({ name, mimeType: 'text/csv', buffer });
}

/** Work that an unused app made of a table. A table alone would go into the work that is open, where that has its columns. */
interface Fresh {
  readonly name: string;
  readonly file: Buffer;
}
const freshWork = new Map<string, Fresh>();

/** Keeps what an unused app makes of the tables that tests begin with. */
async function keepFresh(page: Page): Promise<void> {
  for (const [name, table] of [
    ['Boats', raceTable],
    ['Islands', islandTable],
  ] as const) {
    if (freshWork.has(table)) continue;
    await openFile(page, `${name.toLowerCase()}.csv`, table);
    await expect(page.getByLabel('Name of the project')).toHaveValue(name);
    const [saved] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Control+s')]);
    freshWork.set(table, { name, file: readFileSync(await saved.path()) });
  }
}

/** Opens a table as new work in an app that has been used; one that is not kept has no columns of the islands. */
export async function openFresh(page: Page, table: string): Promise<void> {
  const name = page.getByLabel('Name of the project');
  const fresh = freshWork.get(table);
  if (!fresh) {
    if (table === islandTable) throw new Error('openFresh: only where the app has been used, as in onOpenApp');
    await openFresh(page, islandTable);
    await openFile(page, 'boats.csv', table);
    await expect(name).toHaveValue('Boats');
    return;
  }
  // What is open over the page is shut.
  await page.keyboard.press('Escape');
  await name.fill('Used');
  await openFile(page, 'fresh.plucky', fresh.file);
  await expect(name).toHaveValue(fresh.name);
}

/** Closes all pages and forgets all that they kept. */
async function clear({ context, blank }: Desk, origin: string): Promise<void> {
  await Promise.all(context.pages().map((page) => (page === blank ? undefined : page.close())));
  await context.clearPermissions();
  const session = await context.newCDPSession(blank);
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
  await session.detach();
}

/** A browser of a process of tests, for as long as that goes. */
async function withDesk(
  { playwright }: Pick<PlaywrightWorkerArgs, 'playwright'>,
  use: (desk: Desk) => Promise<void>,
  { project }: WorkerInfo,
): Promise<void> {
  const { baseURL, viewport, launchOptions, contextOptions } = project.use;
  const profile = mkdtempSync(path.join(os.tmpdir(), 'tempo-browser-'));
  const options = { ...launchOptions, ...contextOptions, baseURL, viewport };
  const context = await playwright.chromium.launchPersistentContext(profile, options);
  await use({ context, blank: context.pages()[0] ?? (await context.newPage()) });
  await context.close();
  rmSync(profile, { recursive: true, force: true });
}

/** Tests of an app that nobody has used yet. */
export const test = base.extend<object, { readonly desk: Desk; readonly usedDesk: UsedDesk }>({
  desk: [withDesk, { scope: 'worker' }],
  // Those that go on have a browser of their own, so that tests between them, which clear everything away, take nothing from them.
  usedDesk: [
    ({ playwright }, use, info) => withDesk({ playwright }, (desk) => use({ ...desk, app: null }), info),
    { scope: 'worker' },
  ],
  async context({ desk, baseURL }, use) {
    await clear(desk, baseURL as string);
    await use(desk.context);
  },
  async page({ context }, use) {
    const page = await context.newPage();
    await use(page);
    await page.close();
  },
});

/**
 * Tests that go on where others of the same process have left the app, since to open it takes longer than what they do: each
 * begins with `openAnew`, and finds folds, switches of the strip and the shelf as they were left. After one that fails the app
 * is opened anew.
 */
export const onOpenApp = test.extend({
  async context({ usedDesk }, use) {
    await use(usedDesk.context);
  },
  async page({ usedDesk, baseURL, viewport }, use) {
    if (!usedDesk.app) {
      await clear(usedDesk, baseURL as string);
      usedDesk.app = await usedDesk.context.newPage();
      await openApp(usedDesk.app);
      await keepFresh(usedDesk.app);
    }
    await usedDesk.app.setViewportSize(viewport ?? { width: 1280, height: 800 });
    await use(usedDesk.app);
    const others = usedDesk.context.pages().filter((page) => page !== usedDesk.app && page !== usedDesk.blank);
    await Promise.all(others.map((page) => page.close()));
  },
});

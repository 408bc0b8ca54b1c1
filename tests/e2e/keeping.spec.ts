import { expect, type Page, test } from '@playwright/test';
import { goTo, openApp, openFile, openRace, raceTable, words } from './support';

const title = (page: Page) => page.getByLabel('Title', { exact: true });

/** Opens the race and gives it a title. */
async function openTitled(page: Page, name: string): Promise<void> {
  await openApp(page);
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo, 30');
  await title(page).fill(name);
}

/** Changes what the browser keeps, behind the app's back. */
function changeKept(page: Page, change: 'damage' | 'newer') {
  return page.evaluate(async (how) => {
    const open = indexedDB.open('plucky-tempo');
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      open.onsuccess = () => resolve(open.result);
      open.onerror = () => reject(open.error);
    });
    const store = db.transaction('projects', 'readwrite').objectStore('projects');
    const done = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error);
      });
    const kept = await done(store.get('current'));
    if (how === 'newer') kept.project.version = 99;
    else kept.project.charts = 'gone';
    await done(store.put(kept, 'current'));
    db.close();
  }, change);
}

test('a reload right after an edit loses nothing', async ({ page }) => {
  await openTitled(page, 'Before');
  for (const name of ['One', 'Two', 'Three']) {
    await title(page).fill(name);
    await page.reload();
    await expect(title(page)).toHaveValue(name);
  }
});

test('a second tab says that the work is open, keeps nothing until it is asked, and takes no bytes away', async ({
  page,
  context,
}) => {
  await openTitled(page, 'First tab');
  const second = await context.newPage();
  await openApp(second);
  const notice = second.getByRole('region', { name: 'This work is open in two tabs' });
  await expect(notice).toBeVisible();
  await title(second).fill('Second tab');
  await expect(notice.getByText('is not kept yet')).toBeVisible();
  await page.reload();
  await expect(title(page)).toHaveValue('First tab');
  await expect(words(page)).toContainText('Bravo');
  await second.close();
  const third = await context.newPage();
  await openApp(third);
  await third.getByRole('button', { name: 'Work here instead' }).click();
  await expect(third.getByRole('region', { name: 'This work is open in two tabs' })).toBeHidden();
  await expect(page.getByRole('region', { name: 'This work is open in two tabs' })).toBeVisible();
  await title(third).fill('Third tab');
  await page.reload();
  await expect(title(page)).toHaveValue('Third tab');
  await expect(words(page)).toContainText('Bravo');
});

for (const how of ['damage', 'newer'] as const) {
  test(`kept work that cannot be read (${how}) is named, kept, and offered as a file`, async ({ page }) => {
    await openTitled(page, 'Dear to me');
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
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
    const aside = await page.evaluate(async () => {
      const open = indexedDB.open('plucky-tempo');
      const db = await new Promise<IDBDatabase>((resolve) => {
        open.onsuccess = () => resolve(open.result);
      });
      const request = db.transaction('projects').objectStore('projects').getAllKeys();
      const keys = await new Promise<IDBValidKey[]>((resolve) => {
        request.onsuccess = () => resolve(request.result);
      });
      db.close();
      return keys.filter((key) => String(key).startsWith('set aside')).length;
    });
    expect(aside).toBe(1);
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

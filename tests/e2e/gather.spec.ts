import { expect, type Page } from '@playwright/test';
import { goTo, onOpenApp, openAnew, openApp, pause, test, words } from './support';

const grid = (page: Page) => page.getByRole('grid', { name: 'Table to edit' });
const cell = (page: Page, text: string) => grid(page).getByRole('gridcell', { name: text, exact: true });
const choose = (page: Page, label: string, files: string | { name: string; mimeType: string; buffer: Buffer }[]) =>
  page.getByLabel(label).setInputFiles(files);
const csv = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });

/** Puts text on the clipboard of the page and presses the keys that paste it. */
async function paste(page: Page, text: string): Promise<void> {
  await page.evaluate((value) => navigator.clipboard.writeText(value), text);
  await page.keyboard.press('Control+v');
}

onOpenApp('cells are edited, pasted, filled, found and undone as in a spreadsheet', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openAnew(page);
  await expect(words(page)).toContainText('Bravo, 30');
  await goTo(page, 'Gather');
  await cell(page, '30').click();
  await page.keyboard.type('99');
  await page.keyboard.press('Enter');
  await expect(words(page)).toContainText('1. Bravo, 99');
  await page.keyboard.press('Control+z');
  await expect(words(page)).toContainText('1. Bravo, 30');
  // A block pasted past the end adds rows and is part of the race at once.
  await cell(page, '55').click();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowDown');
  await page.getByRole('button', { name: 'Add row', exact: true }).click();
  await page.keyboard.press('Escape');
  await grid(page).focus();
  await page.keyboard.press('ArrowDown');
  await paste(page, '2013\tAlpha\t500\n2013\tBravo\t1');
  await goTo(page, 'Shape');
  await expect(page.getByText('4 periods, from 2010 to 2013')).toBeVisible();
  await goTo(page, 'Gather');
  // Fill down, then copy what was filled.
  await cell(page, 'Alpha').first().click();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+d');
  await expect(cell(page, 'Bravo')).toHaveCount(3);
  await page.keyboard.press('Control+c');
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toBe('Alpha\nAlpha');
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Bravo')).toHaveCount(4);
  // Find and replace.
  await page.keyboard.press('Control+f');
  await page.getByLabel('Find', { exact: true }).fill('bravo');
  await expect(page.getByText('4 cells')).toBeVisible();
  await page.getByLabel('Replace with').fill('Bravissimo');
  await page.getByRole('button', { name: 'Replace all' }).click();
  await expect(words(page)).toContainText('Bravissimo');
});

test('the catalogue hands out an awkward table, is slow, fails, and comes back', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await goTo(page, 'Gather');
  await page.getByRole('button', { name: 'Choose from the catalogue' }).click();
  await page.getByRole('radio', { name: /Ferry passengers/ }).check();
  await page.getByLabel('First year').fill('1990');
  await page.getByRole('button', { name: 'Fetch the table' }).click();
  await expect(words(page)).toContainText('1990: 1. ');
  await expect(grid(page).getByRole('columnheader', { name: /Area name/ })).toBeVisible();
  await expect(page.getByText('Note: two points mean').first()).toBeVisible();
  for (const [trouble, button] of [
    ['down', 'Ask again'],
    ['flaky', 'Fetch the table'],
  ] as const) {
    await page.goto(`/?catalogue=${trouble}`);
    await expect(words(page)).toContainText('1. ');
    await page.getByRole('button', { name: 'Choose from the catalogue' }).click();
    await expect(page.getByRole('button', { name: button })).toBeVisible({ timeout: 20_000 });
  }
});

test('a million rows are read without a stall, scrolled to their end and edited', async ({ page }) => {
  test.setTimeout(180_000);
  await openApp(page);
  await pause(page);
  const rows = ['year,name,value,a,b,c,d,e,f,g'];
  for (let i = 0; i < 1_000_000; i++) rows.push(`${2000 + (i % 20)},Name ${i % 500},${i % 977},1,2,3,4,5,6,7`);
  await goTo(page, 'Gather');
  await choose(page, 'Choose a table from this computer', [csv('million.csv', `${rows.join('\n')}\n`)]);
  await expect(page.getByText('1,000,000 rows')).toBeVisible({ timeout: 120_000 });
  await grid(page).focus();
  await page.keyboard.press('Control+End');
  await expect(grid(page).getByRole('rowheader', { name: '1000001' })).toBeVisible();
  await page.keyboard.press('Home');
  await page.keyboard.type('1999');
  await page.keyboard.press('Enter');
  await expect(words(page)).toContainText('1999: 1. Name 499', { timeout: 60_000 });
});

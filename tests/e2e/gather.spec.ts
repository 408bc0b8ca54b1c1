import path from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { goTo, openApp, openFile, pause, raceTable, words } from './support';

const fixture = (name: string) => path.join(import.meta.dirname, '../fixtures', name);
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

test.use({ permissions: ['clipboard-read', 'clipboard-write'] });

test('a workbook with a title line and a total row becomes a race', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await goTo(page, 'Gather');
  await page.getByLabel('Choose a table from this computer').setInputFiles(fixture('harbours.xlsx'));
  await expect(words(page)).toContainText('1. Total');
  const sheets = page.getByRole('radiogroup', { name: 'Sheet' });
  await expect(sheets.getByRole('radio', { name: /^Passengers/ })).toBeChecked();
  await expect(sheets.getByText('in persons, both directions')).toBeVisible();
  await expect(cell(page, 'Gullhaven')).toBeVisible();
  await expect(page.getByText('This line stands above the table').first()).toBeVisible();
  await goTo(page, 'Shape');
  await expect(page.getByText('equals the sum of the others in 6 of 6 periods')).toBeVisible();
  await page.getByRole('button', { name: 'Apply: Leave out “Total”' }).click();
  await expect(words(page)).toContainText('1. Gullhaven');
  await expect(page.getByText('6 × 6')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(words(page)).toContainText('1. Total');
});

test('another sheet and another header line can be chosen', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await goTo(page, 'Gather');
  await choose(page, 'Choose a table from this computer', fixture('harbours.ods'));
  await page.getByRole('radio', { name: /Read me/ }).click();
  await expect(page.getByText(/no column called “Harbour”/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(words(page)).toContainText('1. Total');
  await page.getByRole('button', { name: 'Header line and notation' }).click();
  await page.getByLabel('Line with the names').fill('5');
  await page.keyboard.press('Enter');
  await expect(grid(page).getByRole('columnheader', { name: /Gullhaven/ })).toBeVisible();
});

test('a block pasted from a spreadsheet becomes a table', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await goTo(page, 'Gather');
  await page.getByRole('heading', { name: 'Your table' }).click();
  await paste(page, 'Year\tA\tB\n2001\t5\t3\n2002\t6\t9\n');
  await expect(words(page)).toContainText('1. A, 5');
  await expect(page.getByText('Pasted table').first()).toBeVisible();
  await page.getByLabel('Paste cells here').focus();
  await paste(page, 'one word');
  await expect(page.getByText('That is no table')).toBeVisible();
});

test('cells are edited, pasted, filled, found and undone as in a spreadsheet', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await openFile(page, 'race.csv', raceTable);
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

test('columns are renamed, sorted, moved and deleted, and the chart follows', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await openFile(page, 'race.csv', raceTable);
  await goTo(page, 'Gather');
  const menu = async (column: string, item: string) => {
    await page.getByRole('button', { name: `Column ${column}` }).click();
    await page.getByRole('menuitem', { name: item }).click();
  };
  await menu('points', 'Sort descending');
  await expect(grid(page).getByRole('row').nth(1)).toContainText('60');
  await menu('points', 'Move left');
  await expect(grid(page).getByRole('columnheader').nth(2)).toContainText('points');
  await menu('season', 'New column after');
  await expect(grid(page).getByRole('columnheader', { name: /New column/ })).toBeVisible();
  await menu('New column', 'Delete column');
  await menu('boat', 'Rename');
  await page.getByLabel('Name of the column').fill('ship');
  await page.keyboard.press('Enter');
  await expect(page.getByText('There is no column called “boat”').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(words(page)).toContainText('1. Bravo');
  await goTo(page, 'Shape');
  await expect(page.getByRole('list', { name: 'Steps in the grid' }).getByRole('listitem')).toHaveCount(4);
});

test('a table is typed into an empty grid', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await goTo(page, 'Gather');
  await page.getByRole('button', { name: 'Start with an empty grid' }).click();
  await expect(grid(page).getByRole('columnheader', { name: /Period/ })).toBeVisible();
  await grid(page).focus();
  for (const row of [
    ['2001', 'A', '5'],
    ['2002', 'A', '8'],
  ]) {
    for (const text of row) {
      await page.keyboard.type(text);
      await page.keyboard.press('Tab');
    }
    await page.keyboard.press('Home');
    await page.keyboard.press('ArrowDown');
  }
  await expect(words(page)).toContainText('2001: 1. A, 5');
});

test('problems are mended with one click, and that is a step', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await openFile(page, 'wet.csv', `${raceTable}2012,Delta,wet\n,Echo,5\n`);
  await goTo(page, 'Gather');
  await page.getByRole('button', { name: 'Read “wet” as missing' }).click();
  await page.getByRole('button', { name: 'Leave out rows without a period' }).click();
  await expect(page.getByText('Every cell could be read.')).toBeVisible();
  await goTo(page, 'Shape');
  await expect(page.getByRole('list', { name: 'Steps on the table' }).getByRole('listitem')).toHaveCount(2);
});

test('new files are added, and a changed file is read again with what changed', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await openFile(page, 'race.csv', raceTable);
  await goTo(page, 'Gather');
  await choose(page, 'Add a file to the table', [
    csv('more.csv', 'season,boat,points\n2013,Alpha,70\n2013,Delta,20\n'),
  ]);
  const changed = page.getByRole('region', { name: 'What changed' });
  await expect(changed).toContainText('Periods added2013');
  await expect(changed).toContainText('Categories addedDelta');
  await choose(page, 'Choose the changed file', [
    csv('race.csv', raceTable.replace('2010,Alpha,10', '2010,Alpha,11').replace(/.*Cirrus.*\n/g, '')),
  ]);
  await expect(changed).toContainText('Categories goneCirrus');
  await expect(changed).toContainText('2010, Alpha: 10 → 11');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(words(page)).toContainText('Cirrus');
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

import { expect, type Page, test } from '@playwright/test';
import { goTo, openApp, openFile, pause, words } from './support';

const rows = (header: string, ...lines: string[]) => `${[header, ...lines].join('\n')}\n`;
const png = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 0]);

/** Files that end in a message; what is on stage stays. */
const refused: [string, string | Buffer, RegExp][] = [
  ['an empty file', '', /file is empty/],
  ['a picture named .csv', png, /is a picture/],
  ['a header alone', 'Year,Name,Value\n', /nothing under it/],
];

/** Files that are read, but have no chart in them yet. */
const unshaped: [string, string, RegExp][] = [
  ['one column', rows('Name', 'A', 'B'), /single column/],
  ['no number anywhere', rows('Name,Colour', 'A,red', 'B,blue'), /No column holds numbers/],
];

const wide = 100_000;
const long = 'x'.repeat(10_000_000);
/** Files that end in a drawn chart. */
const drawn: [string, string, RegExp][] = [
  ['one row', rows('Year,Name,Value', '2001,A,5'), /^2001: 1\. A, 5\.$/],
  ['headers that stand twice', rows('Year,A,A', '2001,1,2', '2002,3,2'), /1\. A \(2\), 2; 2\. A, 1/],
  ['ragged rows', rows('Year,A,B', '2001,1', '2002,3,2,9', '2003,1,2'), /^2001: 1\. A, 1\.$/],
  ['a BOM', `\uFEFF${rows('Year,Name,Value', '2001,A,5', '2002,A,7')}`, /1\. A, 5/],
  [
    'only negative values',
    rows('Year,Name,Value', '2001,A,-5', '2001,B,-15', '2002,A,-7', '2002,B,-1'),
    /1\. A, −5; 2\. B, −15/,
  ],
  ['all equal values', rows('Year,Name,Value', '2001,A,5', '2001,B,5', '2002,A,5', '2002,B,5'), /1\. A, 5; 2\. B, 5/],
  [
    'names that look like code',
    rows(
      'Year,Name,Value',
      '2001,__proto__,5',
      '2001,<img onerror=alert(1) src=x>,8',
      '2002,__proto__,9',
      '2002,constructor,1',
    ),
    /1\. <img onerror=alert\(1\) src=x>, 8; 2\. __proto__, 5/,
  ],
  [
    'NaN and 1e308 as text',
    rows('Year,Name,Value', '2001,A,NaN', '2001,B,1e308', '2002,A,1e307', '2002,B,5'),
    /1\. B, 1\.00e308/,
  ],
  [
    '100,000 columns',
    rows(
      `Year,${Array.from({ length: wide }, (_, i) => `C${i}`).join(',')}`,
      ...[2001, 2002].map(
        (year) => `${year},${Array.from({ length: wide }, (_, i) => (i * 7919) % (year * 40)).join(',')}`,
      ),
    ),
    /^2001: 1\. C/,
  ],
  [
    'a line of 10 MB',
    rows('Year,Name,Value', `2001,${long},5`, `2002,${long},9`, '2001,B,7', '2002,B,1'),
    /1\. B, 7; 2\. x+/,
  ],
];

async function stillAlive(page: Page): Promise<void> {
  for (const step of ['Gather', 'Shape', 'Dress', 'Pace', 'Output'] as const) {
    await goTo(page, step);
    await expect(page.getByRole('combobox', { name: 'Find a control' })).toBeVisible();
  }
  await goTo(page, 'Dress');
}

test('files that are no tables end in a message, and nothing is lost', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await expect(words(page)).toContainText('Old Tern, 510,000');
  const before = await words(page).innerText();
  for (const [, content, message] of refused) {
    await openFile(page, 'odd.csv', content);
    await expect(page.locator('[data-sonner-toast]').filter({ hasText: message }).first()).toBeVisible();
    expect(await words(page).innerText()).toBe(before);
  }
  await goTo(page, 'Gather');
  await expect(page.getByRole('list', { name: 'Problems in the table' })).toContainText(/nothing under it/);
});

test('tables without a chart in them say what they lack, and undo brings the old one back', async ({ page }) => {
  await openApp(page);
  await pause(page);
  for (const [, content, message] of unshaped) {
    await openFile(page, 'odd.csv', content);
    await expect(page.getByRole('alert').filter({ hasText: message })).toBeVisible();
    await stillAlive(page);
  }
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(words(page)).toContainText('Old Tern');
});

for (const [name, content, shown] of drawn) {
  test(`a chart comes of ${name}`, async ({ page }) => {
    await openApp(page);
    await pause(page);
    await openFile(page, 'odd.csv', content);
    await expect(words(page)).toHaveText(shown, { timeout: 60_000 });
    await stillAlive(page);
    await expect(words(page)).toHaveText(shown);
  });
}

test('unreadable cells are listed with their place, and choosing one shows the cell', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await goTo(page, 'Gather');
  await page.getByRole('button', { name: /Tide power/ }).click();
  const problems = page.getByRole('list', { name: 'Problems in the table' });
  await expect(problems.getByRole('button', { name: /^Left out Row|Row/ })).toHaveCount(2);
  await problems.getByRole('button', { name: /Row 300, Energy.*sensor wet/ }).click();
  const cell = page.getByRole('grid', { name: 'Table to edit' }).getByRole('gridcell', { name: 'sensor wet' });
  await expect(cell).toBeInViewport();
});

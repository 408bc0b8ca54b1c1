import { readFileSync, writeFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { goTo, openApp, openFile, pause, words } from './support';

const islands = [
  'Year,District,Island,People',
  ...[2001, 2002, 2003].flatMap((year, i) => [
    `${year},Oyle North,Oyle,${10 + i}`,
    `${year},Oyle South,Oyle,${20 + i}`,
    `${year},Pell North,Pell,${5 + i}`,
    `${year},Pell South,Pell,${i === 1 ? '' : 40 + i}`,
  ]),
].join('\n');

const steps = (page: Page, section: string) =>
  page.getByRole('list', { name: `Steps ${section}` }).getByRole('listitem');

async function add(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('menuitem', { name: new RegExp(`^${name}`) }).click();
  await expect(page.getByRole('menu')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Add a step' })).toBeFocused();
}

test('districts are combined into islands, and the step is renamed, switched off and taken out', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await openFile(page, 'islands.csv', islands);
  await goTo(page, 'Shape');
  await expect(page.getByText('Each of the 4 in “District” belongs to one of 2 in “Island”.')).toBeVisible();
  await page.getByRole('button', { name: /Apply: Roll/ }).click();
  await expect(words(page)).toContainText('2001: 1. Pell, 45; 2. Oyle, 30.');
  await page.getByRole('button', { name: /Apply: Combine/ }).click();
  await expect(steps(page, 'on the values')).toHaveCount(1);
  await page.getByRole('button', { name: /^Rename: Roll/ }).click();
  await page.getByLabel('Name of the step').fill('Islands');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Show the table after: Islands' }).click();
  const table = page.getByRole('region', { name: 'The table after the step' });
  await expect(table.getByRole('cell', { name: 'Oyle', exact: true }).first()).toBeVisible();
  await page.getByRole('switch', { name: 'On: Islands' }).click();
  await expect(words(page)).toContainText('Pell South');
  await page.getByRole('switch', { name: 'On: Islands' }).click();
  await page.getByRole('button', { name: 'Take out: Islands' }).click();
  await expect(words(page)).toContainText('Pell South');
});

test('ambiguous dates and decimal marks are asked about, and answered in place', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await openFile(
    page,
    'dates.csv',
    'Date;Name;Value\n01/02/2004;A;1.234\n01/02/2004;B;2.345\n02/03/2004;A;3.456\n02/03/2004;B;4.567\n',
  );
  await goTo(page, 'Gather');
  await page.getByRole('button', { name: 'Answer in Shape' }).first().click();
  await expect(page.getByText(/Please say which: days, taken as day first/)).toBeVisible();
  await expect(words(page)).toContainText('1 Feb 2004');
  await page.getByLabel('Periods are written as').click();
  await page.getByRole('option', { name: /Month, then day/ }).click();
  await expect(words(page)).toContainText('2 Jan 2004: 1. B, 2,345');
  await page.getByRole('radio', { name: 'Point' }).click();
  await expect(words(page)).toContainText('1. B, 2.345');
  await expect(page.getByText('Please say which')).toHaveCount(0);
});

test('steps are edited and dragged, and undo takes each back', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await openFile(page, 'islands.csv', islands);
  await goTo(page, 'Shape');
  await add(page, 'Keep or leave out rows');
  await page.getByRole('combobox', { name: 'Keep rows where it' }).click();
  await page.getByRole('option', { name: 'is one of' }).click();
  await page.getByRole('checkbox', { name: /Oyle North/ }).check();
  await page.getByRole('checkbox', { name: /blank/ }).click();
  await expect(words(page)).toContainText('2001: 1. Oyle North, 10.');
  await add(page, 'Fill blanks from above');
  await expect(steps(page, 'on the table')).toHaveCount(2);
  await page.getByRole('button', { name: /^Move: Fill/ }).focus();
  for (const key of ['Space', 'ArrowUp', 'Space']) {
    await page.keyboard.press(key);
    // The list measures its rows anew after each key.
    await page.waitForTimeout(250);
  }
  await expect(steps(page, 'on the table').first()).toContainText('Fill');
  await page.keyboard.press('Control+z');
  await expect(steps(page, 'on the table').first()).toContainText('Keep rows');
  await add(page, 'Measure');
  await expect(words(page)).toContainText('1. Oyle North');
  await expect(steps(page, 'on the values')).toHaveCount(1);
});

test('gaps are shown on a map with signs, and findings lead to their value', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await openFile(page, 'islands.csv', islands);
  await goTo(page, 'Shape');
  await page.getByRole('radio', { name: 'Gaps', exact: true }).click();
  const map = page.getByRole('region', { name: 'Gaps, categories by periods' });
  await expect(map.getByRole('img', { name: 'bridged' })).toHaveCount(1);
  await expect(map.getByRole('img', { name: 'a value of the table' })).toHaveCount(11);
  await page.getByRole('radio', { name: 'Carry on' }).click();
  await expect(map.getByRole('img', { name: 'carried on' })).toHaveText('→');
  await page.getByRole('radio', { name: 'Ranks and findings' }).click();
  const table = page.getByRole('region', { name: 'Ranks and values' });
  await expect(table.getByRole('row').nth(1)).toContainText('Pell South');
  await page.getByRole('button', { name: 'Sort by Value' }).click();
  await page.getByRole('button', { name: 'Sort by Value' }).click();
  await expect(table.getByRole('row').nth(1)).toContainText(/5/);
  await page.getByRole('radio', { name: 'Total', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Overview' }).locator('svg path').first()).toBeVisible();
});

test('one chart is made for each value of a column', async ({ page }) => {
  await openApp(page);
  await pause(page);
  await openFile(page, 'islands.csv', islands);
  await goTo(page, 'Shape');
  await page.getByRole('button', { name: 'Notation, groups and colours' }).click();
  await page.getByLabel('One chart for each').click();
  await page.getByRole('option', { name: /Island/ }).click();
  const strip = page.getByRole('navigation', { name: 'Charts by Island' });
  await expect(strip.getByRole('button')).toHaveCount(2);
  await expect(words(page)).toContainText('1. Oyle South, 20; 2. Oyle North, 10.');
  await strip.getByRole('button', { name: /Pell/ }).click();
  await expect(words(page)).toContainText('1. Pell South, 40');
});

test('steps are saved and run on new data, with a report of what no longer fits', async ({ page }, info) => {
  await openApp(page);
  await pause(page);
  await openFile(page, 'islands.csv', islands);
  await goTo(page, 'Shape');
  await page.getByRole('button', { name: /Apply: Roll/ }).click();
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the steps' }).click(),
  ]);
  const file = info.outputPath('steps.json');
  writeFileSync(file, readFileSync(await saved.path()));
  expect(JSON.parse(readFileSync(file, 'utf8'))).toMatchObject({
    format: 'plucky-tempo-steps',
    steps: [{ kind: 'roll-up' }],
  });
  await openFile(page, 'other.csv', islands.replaceAll('People', 'Boats'));
  await goTo(page, 'Shape');
  await page.getByLabel('Load steps from a file').setInputFiles(file);
  await expect(page.getByText('There is no column “People” here to take the value from.')).toBeVisible();
  await expect(words(page)).toContainText('1. Pell, 45; 2. Oyle, 30.');
  await openFile(page, 'third.csv', 'Year,Harbour,Boats\n2001,A,5\n2001,B,6\n2002,A,7\n2002,B,3\n');
  await page.getByLabel('Load steps from a file').setInputFiles(file);
  await expect(steps(page, 'on the table').first()).toContainText('There is no column “Island” here');
  await expect(words(page)).toContainText('1. B, 6');
  const [shaped] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV', exact: true }).click(),
  ]);
  expect(readFileSync(await shaped.path(), 'utf8')).toBe('period,A,B\n2001,5,6\n2002,7,3\n');
});

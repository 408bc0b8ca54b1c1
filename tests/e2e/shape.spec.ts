import { expect, type Page } from '@playwright/test';
import { goTo, islandTable, openAnew, onOpenApp as test, words } from './support';

const steps = (page: Page, section: string) =>
  page.getByRole('list', { name: `Steps ${section}` }).getByRole('listitem');

async function add(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('menuitem', { name: new RegExp(`^${name}`) }).click();
  await expect(page.getByRole('menu')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Add a step' })).toBeFocused();
}

test('steps are edited and dragged, and undo takes each back', async ({ page }) => {
  await openAnew(page, islandTable);
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
  // The list measures its rows anew after each key, and then says aloud what came of it.
  const aloud = page.locator('[id^=DndLiveRegion]').first();
  const elsewhere = /item (\w+) was moved over droppable area (?!\1)/;
  for (const [key, said] of [
    ['Space', /Picked up|was moved over/],
    ['ArrowUp', elsewhere],
    ['Space', /was dropped/],
  ] as const) {
    await page.keyboard.press(key);
    await expect(aloud).toHaveText(said);
  }
  await expect(steps(page, 'on the table').first()).toContainText('Fill');
  await page.keyboard.press('Control+z');
  await expect(steps(page, 'on the table').first()).toContainText('Keep rows');
  await add(page, 'Measure');
  await expect(words(page)).toContainText('1. Oyle North');
  await expect(steps(page, 'on the values')).toHaveCount(1);
});

test('the overview draws its lines', async ({ page }) => {
  await openAnew(page, islandTable);
  await goTo(page, 'Shape');
  await page.getByRole('radio', { name: 'Ranks and findings' }).click();
  await page.getByRole('radio', { name: 'Total', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Overview' }).locator('svg path').first()).toBeVisible();
});

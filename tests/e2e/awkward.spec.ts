import { expect } from '@playwright/test';
import { goTo, onOpenApp, openAnew, openApp, openFile, pause, test, words } from './support';

test('a chart comes of 100,000 columns', async ({ page }) => {
  const names = Array.from({ length: 100_000 }, (_, i) => `C${i}`);
  const row = (year: number) => `${year},${names.map((_, i) => (i * 7919) % (year * 40)).join(',')}`;
  await openApp(page);
  await pause(page);
  await openFile(page, 'wide.csv', `Year,${names.join(',')}\n${row(2001)}\n${row(2002)}\n`);
  await expect(words(page)).toHaveText(/^2001: 1\. C/, { timeout: 60_000 });
  for (const step of ['Gather', 'Shape', 'Dress', 'Pace', 'Output'] as const) {
    await goTo(page, step);
    await expect(page.getByRole('combobox', { name: 'Find a control' })).toBeVisible();
  }
});

onOpenApp('unreadable cells are listed with their place, and choosing one shows the cell', async ({ page }) => {
  await openAnew(page);
  await goTo(page, 'Gather');
  await page.getByRole('button', { name: /Tide power/ }).click();
  const problems = page.getByRole('list', { name: 'Problems in the table' });
  await expect(problems.getByRole('button', { name: /^Left out Row|Row/ })).toHaveCount(2);
  await problems.getByRole('button', { name: /Row 300, Energy.*sensor wet/ }).click();
  const cell = page.getByRole('grid', { name: 'Table to edit' }).getByRole('gridcell', { name: 'sensor wet' });
  await expect(cell).toBeInViewport();
});

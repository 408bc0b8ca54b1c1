import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { goTo, openApp, pause } from './support';

/** Fails with the name of the view, the rule and the first element that breaks it. */
async function check(page: Page, view: string): Promise<void> {
  // The rows of a table come from its worker a moment after the table does.
  await expect(page.locator('[role="rowheader"]:empty')).toHaveCount(0);
  // Rows are alike, and looking at each cell of hundreds takes a minute: the first few stand for all.
  const { violations } = await new AxeBuilder({ page })
    .exclude('[role="separator"]')
    .exclude('[role="row"]:nth-child(n + 6)')
    .analyze();
  expect(violations.map(({ id, nodes }) => `${view}: ${id}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
}

/** Opens the app in a theme, standing still. */
async function openIn(page: Page, theme: 'light' | 'dark'): Promise<void> {
  await page.emulateMedia({ colorScheme: theme, reducedMotion: 'reduce' });
  await openApp(page);
  await pause(page);
  await expect(page.locator('html')).toHaveAttribute('data-theme', theme);
}

for (const theme of ['light', 'dark'] as const) {
  for (const step of ['Gather', 'Shape', 'Dress', 'Pace', 'Output'] as const) {
    test(`${step} can be read and used by everyone, ${theme}`, async ({ page }) => {
      await openIn(page, theme);
      await goTo(page, step);
      await check(page, step);
    });
  }

  test(`what opens in Shape and Gather can be read and used by everyone, ${theme}`, async ({ page }) => {
    await openIn(page, theme);
    await goTo(page, 'Shape');
    await page.getByRole('button', { name: 'Add a step' }).click();
    await page.getByRole('menuitem', { name: /^Keep or leave out rows/ }).click();
    await page.getByRole('button', { name: 'Notation, parts, groups and colours' }).click();
    await check(page, 'Shape with a step');
    for (const view of ['Ranks and findings', 'Gaps']) {
      await page.getByRole('radio', { name: view, exact: true }).click();
      await expect(page.getByRole('region', { name: /Ranks and values|Gaps, categories/ })).toBeVisible();
      await check(page, view);
    }
    await goTo(page, 'Gather');
    await page.getByRole('button', { name: 'Choose from the catalogue' }).click();
    await expect(page.getByRole('button', { name: 'Fetch the table' })).toBeVisible();
    await page.getByRole('button', { name: 'Find', exact: true }).click();
    await check(page, 'Gather with the catalogue');
  });
}

test('nothing is cut off at the smallest window', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 700 });
  await openApp(page);
  await pause(page);
  for (const step of ['Gather', 'Shape', 'Dress', 'Pace', 'Output'] as const) {
    await goTo(page, step);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(wide).toBe(0);
    for (const name of ['Gather', 'Output'])
      await expect(page.getByRole('navigation').getByRole('button', { name })).toBeInViewport({ ratio: 1 });
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeInViewport({ ratio: 1 });
  }
});

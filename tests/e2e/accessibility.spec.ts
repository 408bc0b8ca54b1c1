import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { goTo, openApp, pause } from './support';

for (const theme of ['light', 'dark'] as const) {
  test(`every step can be read and used by everyone, ${theme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: theme, reducedMotion: 'reduce' });
    await openApp(page);
    await pause(page);
    await expect(page.locator('html')).toHaveAttribute('data-theme', theme);
    for (const step of ['Gather', 'Shape', 'Dress', 'Pace', 'Output'] as const) {
      await goTo(page, step);
      const { violations } = await new AxeBuilder({ page }).exclude('[role="separator"]').analyze();
      expect(violations.map(({ id, nodes }) => `${step}: ${id}: ${nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
    }
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

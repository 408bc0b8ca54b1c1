import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { addCard, addChart, goTo, onOpenApp, openAnew, openApp, openFile, test } from './support';

/**
 * Fails with the name of the view, the rule and the first element that breaks it. All rules are asked of light; dark differs
 * by its colours only, so that only these are asked of it.
 */
async function check(page: Page, view: string): Promise<void> {
  const found: string[] = [];
  for (const theme of ['light', 'dark']) {
    await page.evaluate(async (name) => {
      document.documentElement.dataset.theme = name;
      // Colours are read once none is on its way any more.
      await Promise.allSettled(document.getAnimations().map(({ finished }) => finished));
    }, theme);
    // What passes is not told in full, and no page besides is opened to put together what frames say: there are none.
    const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode();
    const { violations } = await (theme === 'dark' ? axe.withRules('color-contrast') : axe).analyze();
    found.push(...violations.map(({ id, nodes }) => `${view}, ${theme}: ${id}: ${nodes[0]?.html.slice(0, 160)}`));
  }
  await page.evaluate(() => {
    document.documentElement.dataset.theme = 'light';
  });
  expect(found).toEqual([]);
}

/** Opens every fold of the bench, and those that come to light by it. */
async function unfoldAll(page: Page): Promise<void> {
  const folds = page.locator('[data-bench] button[aria-expanded="false"]:not([role="combobox"]):not([aria-haspopup])');
  // All that are shut at once: one that is waited for by itself may have been opened by what came before.
  await expect(async () => {
    await folds.evaluateAll((shut) => {
      for (const fold of shut) (fold as HTMLElement).click();
    });
    expect(await folds.count()).toBe(0);
  }).toPass();
}

test('the demo plays by itself, and stands still for who wants less motion; it comes in the theme of the system', async ({
  page,
  browser,
}) => {
  const eager = await browser.newPage({ reducedMotion: 'no-preference', colorScheme: 'dark' });
  for (const [each, button, theme] of [
    [page, 'Play', 'light'],
    [eager, 'Pause', 'dark'],
  ] as const) {
    await openApp(each);
    await expect(each.getByRole('button', { name: button, exact: true })).toBeVisible();
    await expect(each.locator('html')).toHaveAttribute('data-theme', theme);
  }
  await eager.close();
});

for (const step of ['Gather', 'Shape', 'Dress', 'Pace', 'Output'] as const) {
  onOpenApp(`${step} can be read and used by everyone`, async ({ page }) => {
    await openAnew(page);
    await goTo(page, step);
    await unfoldAll(page);
    await check(page, step);
  });
}

onOpenApp(`what opens over the page can be read and used by everyone`, async ({ page }) => {
  await openAnew(page);
  await page.getByRole('button', { name: /^Shelf/ }).click();
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  await page.getByRole('button', { name: 'Keep as it is now' }).click();
  await expect(page.getByRole('list', { name: 'Earlier versions' }).getByRole('listitem').first()).toBeVisible();
  await check(page, 'Shelf');
  await page
    .getByRole('button', { name: /^Look at the version/ })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'An earlier version' })).toBeVisible();
  await check(page, 'An earlier version');
  await page.getByRole('button', { name: 'Back to now' }).click();
  for (const keys of ['Control+k', '?']) {
    await page.keyboard.press(keys);
    await expect(page.getByRole('dialog')).toBeVisible();
    await check(page, keys);
    await page.keyboard.press('Escape');
  }
});

onOpenApp(`the programme can be read and used by everyone`, async ({ page }) => {
  await openAnew(page);
  await addChart(page, 'Pie');
  await expect(page.getByRole('list', { name: 'Programme' }).getByRole('listitem')).toHaveCount(3);
  await check(page, 'Programme');
  await page.getByRole('button', { name: /^Into the next piece/ }).click();
  await expect(page.getByRole('combobox', { name: 'How', exact: true })).toBeVisible();
  await check(page, 'Seam');
});

onOpenApp(`cards and scripts can be read and used by everyone`, async ({ page }) => {
  await openAnew(page);
  await addCard(page, 'Opening card');
  for (const step of ['Shape', 'Dress', 'Pace'] as const) {
    await goTo(page, step);
    if (step === 'Dress') await page.getByRole('switch', { name: 'A background of its own' }).click();
    await unfoldAll(page);
    await check(page, `${step} of a card`);
  }
  const script = { format: 'plucky-tempo-film', version: 1, pieces: [{ table: 'gone.csv' }] };
  await openFile(page, 'film.json', JSON.stringify(script));
  await expect(page.getByRole('dialog', { name: 'The film needs its files' })).toBeVisible();
  await check(page, 'Files of a script');
});

onOpenApp(`sounds and speaking along can be used by everyone`, async ({ page }) => {
  await openAnew(page);
  await goTo(page, 'Pace');
  await page.getByRole('button', { name: 'Quay drums' }).click();
  await expect(page.getByRole('button', { name: /^Quay drums, music/ })).toBeVisible();
  await page.getByRole('button', { name: /^Find the tempo/ }).click();
  await page.getByRole('switch', { name: 'This piece goes by the beat' }).click();
  await page.getByRole('switch', { name: 'Play the data' }).click();
  await page.getByRole('button', { name: 'Speak along', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Speak along' })).toBeVisible();
  await unfoldAll(page);
  await check(page, 'Sounds');
});

onOpenApp(`what opens in Shape and Gather can be read and used by everyone`, async ({ page }) => {
  await openAnew(page);
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

onOpenApp('nothing is cut off at the smallest window', async ({ page }) => {
  await openAnew(page);
  await page.setViewportSize({ width: 1024, height: 700 });
  for (const step of ['Gather', 'Shape', 'Dress', 'Pace', 'Output'] as const) {
    await goTo(page, step);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(wide).toBe(0);
    for (const name of ['Gather', 'Output'])
      await expect(page.getByRole('navigation').getByRole('button', { name })).toBeInViewport({ ratio: 1 });
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeInViewport({ ratio: 1 });
  }
});

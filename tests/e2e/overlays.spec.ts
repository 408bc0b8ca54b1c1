import { expect, type Page } from '@playwright/test';
import { openAnew, onOpenApp as test } from './support';

/** What has the keyboard, by its name. */
const active = (page: Page) =>
  page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '');

test('whatever opens over the page gives the keyboard back to where it was', async ({ page }) => {
  await openAnew(page);
  const overlays: [string, () => Promise<void>][] = [
    ['Find a command or control', () => page.keyboard.press('Control+k')],
    ['Shortcuts', () => page.keyboard.press('?')],
    [
      'Shelf',
      async () => {
        await page.keyboard.press('Control+k');
        await expect(page.getByRole('dialog')).toBeVisible();
        await page.keyboard.type('open the shelf');
        await page.keyboard.press('Enter');
      },
    ],
  ];
  for (const [name, open] of overlays)
    for (const from of ['Loop on', 'Dark theme', 'Title']) {
      const place =
        from === 'Title' ? page.getByLabel(from, { exact: true }) : page.getByRole('button', { name: from });
      await place.focus();
      // A text takes the question mark for itself.
      if (name === 'Shortcuts' && from === 'Title') continue;
      await open();
      const dialog = page.getByRole('dialog', { name });
      await expect(dialog).toBeVisible();
      await page.keyboard.press('Escape');
      await expect(dialog).toBeHidden();
      await expect(place, `${name} from ${from}`).toBeFocused();
    }
  // A menu and a list give it back too.
  const sheet = page.getByRole('combobox').first();
  await sheet.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(sheet).toBeFocused();
});

test('Ctrl E lands on Export from every step, and nothing that replaces the work needs one press only', async ({
  page,
}) => {
  await openAnew(page);
  for (const step of ['1', '2', '3', '4', '5']) {
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.press(step);
    await page.keyboard.press('Control+e');
    // Of whatever was last made there.
    await expect.poll(() => active(page), step).toMatch(/^\s*Export \w/);
  }
  const name = await page.getByLabel('Name of the project').inputValue();
  const dialog = page.getByRole('dialog', { name: 'Find a command or control' });
  await page.keyboard.press('Control+k');
  await expect(dialog).toBeVisible();
  await page.keyboard.type('sample table: tide');
  await expect(dialog.getByRole('option').first()).toContainText('Sample table');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('Press again');
  expect(await page.getByLabel('Name of the project').inputValue()).toBe(name);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await expect(dialog).toBeVisible();
  await page.keyboard.type('extra opacity');
  await page.keyboard.press('Enter');
  await expect(page.getByText('is not there now')).toBeVisible();
  await expect(page.getByText('add one under Extras')).toBeVisible();
});

import { expect, test } from '@playwright/test';
import { goTo, openApp, openFile, words } from './support';

const secret = 'Quillon-7731';
const table = `year,name,value\n2001,${secret},5\n2001,B,8\n2002,${secret},15\n2002,B,6\n`;

test('a whole session stays at its own origin and sends no table data even there', async ({
  page,
  context,
  baseURL,
}) => {
  const requests: { url: string; method: string; body: string | null; headers: Record<string, string> }[] = [];
  context.on('request', (request) => {
    requests.push({
      url: request.url(),
      method: request.method(),
      body: request.postData(),
      headers: request.headers(),
    });
  });
  await openApp(page);
  await openFile(page, 'secret.csv', table);
  await expect(words(page)).toContainText(secret);
  for (const step of ['Gather', 'Shape', 'Dress', 'Pace'] as const) await goTo(page, step);
  await page.getByRole('spinbutton', { name: 'Whole film' }).fill('3');
  await page.keyboard.press('Enter');
  await goTo(page, 'Output');
  await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Export MP4' }).click()]);
  await expect(page.getByText(/done in/)).toBeVisible();
  const sent = requests.filter(({ url }) => !/^(blob|data):/.test(url));
  expect(sent.length).toBeGreaterThan(5);
  for (const { url, method, body, headers } of sent) {
    expect(url.startsWith(`${baseURL}/`), url).toBe(true);
    expect(method, url).toBe('GET');
    expect(body, url).toBeNull();
    expect(`${url} ${JSON.stringify(headers)}`).not.toContain(secret);
  }
});

test('the page may load nothing from anywhere else and may not be framed', async ({ request }) => {
  const headers = (await request.get('/')).headers();
  const policy = headers['content-security-policy'] ?? '';
  expect(policy).toContain("default-src 'self'");
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toMatch(/https?:|\*/);
  expect(policy).not.toContain("script-src 'self' 'unsafe-inline'");
  expect(headers).toMatchObject({
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'x-frame-options': 'DENY',
    'cross-origin-opener-policy': 'same-origin',
  });
  expect((await request.get('/samples/ferry-passengers.csv')).headers()['x-content-type-options']).toBe('nosniff');
});

test('without a connection every step opens, also for the first time', async ({ page, context }) => {
  await openApp(page);
  await page.locator('html[data-complete]').waitFor();
  // The fonts of the shelf of looks come in between.
  await page.waitForLoadState('networkidle');
  await context.setOffline(true);
  await goTo(page, 'Gather');
  await expect(page.getByRole('grid').first()).toBeVisible();
  await goTo(page, 'Shape');
  await page.getByRole('radio', { name: 'Ranks and findings' }).click();
  await expect(page.locator('.recharts-surface').first()).toBeVisible();
  await goTo(page, 'Pace');
  await expect(page.getByRole('region', { name: 'Bench' }).getByRole('heading').first()).toBeVisible();
  await goTo(page, 'Output');
  await expect(page.getByRole('button', { name: 'Export MP4' })).toBeVisible();
  await page.keyboard.press('ControlOrMeta+k');
  await expect(page.getByRole('dialog')).toBeVisible();
  await expect(page.locator('[data-coming]')).toHaveCount(0);
});

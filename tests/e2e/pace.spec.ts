import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { goTo, openAnew, reloadKept, selectSpan, onOpenApp as test, unfold } from './support';

test.beforeEach(async ({ page }) => {
  await openAnew(page);
  await goTo(page, 'Pace');
});

test('captions are written over a span, and come and go as SubRip and WebVTT', async ({ page }) => {
  await selectSpan(page, 0.25, 0.5);
  await page.getByRole('button', { name: 'Pause', exact: true }).click();
  await page.getByRole('button', { name: 'Caption here' }).click();
  await page.getByLabel('Text of the caption').fill('In {period}, {leader}');
  await unfold(page, 'Where captions stand, and files');
  const save = async (name: string) => {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()]);
    return readFileSync(await download.path(), 'utf8');
  };
  expect(await save('Save SubRip')).toMatch(/^1\n00:00:0[12],\d{3} --> 00:00:0[34],\d{3}\nIn \{period\}, \{leader\}\n/);
  expect(await save('Save WebVTT')).toMatch(/^WEBVTT\n\n1\n00:00:0[12]\.\d{3} --> /);
  const srt = '1\n00:00:05,000 --> 00:00:07,000\nRead from a file\n\n2\n00:09:00,000 --> 00:09:01,000\nToo late\n';
  await page
    .getByLabel('File of captions to add')
    .setInputFiles({ name: 'c.srt', mimeType: 'text/plain', buffer: Buffer.from(srt) });
  await expect(page.getByText(/1 captions read. 1 begin after the film/)).toBeVisible();
  const captions = page.getByRole('list', { name: 'Captions of the film' }).getByRole('listitem');
  await expect(captions).toHaveCount(2);
  await expect(captions.nth(1)).toContainText('0:05.00 to 0:07.00');
  // A caption stays with its periods when the pace changes.
  await page.getByRole('spinbutton', { name: 'Whole film' }).fill('16');
  await page.keyboard.press('Enter');
  await expect(captions.nth(1)).not.toContainText('0:05.00');
  await reloadKept(page);
  await expect(captions).toHaveCount(2);
});

test('values are read by pointing', async ({ page }) => {
  await goTo(page, 'Dress');
  const stage = page.getByRole('img', { name: 'The stage' });
  const box = await stage.boundingBox();
  if (!box) throw new Error('no stage');
  await page.mouse.move(box.x + box.width * 0.3, box.y + box.height * 0.35);
  await expect(page.getByRole('tooltip')).toContainText('1. 30');
});

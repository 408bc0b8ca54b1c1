import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { chromiumArgs, shellPath } from '../../scripts/lib/chromium.mjs';
import { onsets, samplesOf, speakAlong } from './hearing';
import { goTo } from './support';

// Chromium has a made-up microphone of its own, which beeps, and allows it unasked.
test.use({
  launchOptions: {
    executablePath: shellPath() ?? undefined,
    args: [...chromiumArgs, '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
  },
});

let folder = '';
test.beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-voice-'));
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

const at = (name: string) => path.join(folder, name);

test('a voice is recorded, drawn, trimmed and exported', async ({ page }) => {
  await speakAlong(page, /Fake|Microphone|Default/);
  const block = page
    .getByRole('list', { name: 'Sounds', exact: true })
    .getByRole('button', { name: /^Voice 1, voice/ });
  await expect(block).toBeVisible();
  await page.getByRole('button', { name: 'Trim silence' }).click();
  await goTo(page, 'Output');
  await page.getByRole('radio', { name: 'Sound', exact: true }).click();
  const [wav] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export WAV' }).click(),
  ]);
  await wav.saveAs(at('voice.wav'));
  // Chromium's made-up microphone beeps once a second.
  expect(onsets(samplesOf(at('voice.wav')), 0.01).length).toBeGreaterThan(0);
});

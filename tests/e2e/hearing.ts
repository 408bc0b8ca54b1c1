import { execFileSync } from 'node:child_process';
import { expect, type Page } from '@playwright/test';
import { goTo, openApp, openFile, raceTable, words } from './support';

export const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-v', 'error', '-y', ...args], { maxBuffer: 1e9 });

/** The sound of a file as another program decodes it: one channel, 48,000 a second. */
export function samplesOf(file: string, rate = 48_000): Float32Array {
  const raw = ffmpeg('-i', file, '-map', '0:a:0', '-ac', '1', '-ar', String(rate), '-f', 'f32le', '-');
  return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + (raw.length & ~3)));
}

/** When something begins to be heard after silence, in seconds. */
export function onsets(samples: Float32Array, least = 0.05): number[] {
  const found: number[] = [];
  let last = Number.NEGATIVE_INFINITY;
  samples.forEach((value, i) => {
    if (Math.abs(value) < least) return;
    if (i - last > 4800) found.push(i / 48_000);
    last = i;
  });
  return found;
}

/** Speaks along the steps of a built pie and keeps it; the times of the steps in the document afterwards. */
export async function speakAlong(page: Page, microphone: RegExp): Promise<void> {
  await openApp(page);
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo');
  await goTo(page, 'Pace');
  await page.getByRole('radio', { name: 'One moment' }).click();
  await page.getByRole('button', { name: 'Speak along', exact: true }).click();
  await page.getByRole('combobox', { name: 'Voice from' }).click();
  await page.getByRole('option', { name: microphone }).first().click();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  const next = page.getByRole('button', { name: 'Next', exact: true });
  await expect(next).toBeEnabled();
  const region = page.getByRole('region', { name: 'Speak along' });
  for (let given = 0; given < 3; given++) {
    await page.keyboard.press('Space');
    await expect(region).toContainText(`(${given + 1} of 4)`);
    // A person speaks for a while.
    const shown = await region.textContent();
    await expect.poll(async () => secondsIn(await region.textContent()) - secondsIn(shown)).toBeGreaterThan(0.8);
  }
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('list', { name: 'Sounds', exact: true })).toBeVisible();
}

const secondsIn = (text: string | null) => Number(/0:(\d\d\.\d\d)/.exec(text ?? '')?.[1] ?? 0);

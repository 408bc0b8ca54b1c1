import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect } from '@playwright/test';
import { build } from 'esbuild';
import { wavOf } from '../../src/core/sound/wav';
import { ffmpeg, onsets, samplesOf, speakAlong } from './hearing';
import type { Decoded } from './sounds-page';
import { goTo, openApp, raceTable, test } from './support';
import { commandLine } from './tempo';

let folder = '';
test.beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-sound-'));
  writeFileSync(path.join(folder, 'boats.csv'), raceTable);
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

const at = (name: string) => path.join(folder, name);
const tempo = commandLine();
/** Clicks at some seconds, as a WAV file. */
function clicks(name: string, seconds: readonly number[], sec: number): string {
  const samples = new Float32Array(sec * 48_000);
  for (const from of seconds)
    for (let i = 0; i < 240; i++) samples[Math.round(from * 48_000) + i] = 0.8 * Math.sin(i / 3) * Math.exp(-i / 60);
  writeFileSync(at(name), wavOf(48_000, [samples]));
  return at(name);
}

test('every kind of file decodes as elsewhere, in its place, and the same in any order', async ({ page }) => {
  const here = (file: string) => fileURLToPath(new URL(file, import.meta.url));
  const { outputFiles } = await build({
    entryPoints: [here('./sounds-page.ts')],
    alias: { '@': here('../../src') },
    bundle: true,
    write: false,
    format: 'iife',
  });
  await page.route('**/blank', (route) => route.fulfill({ contentType: 'text/html', body: '<!doctype html>' }));
  await page.goto('/blank');
  await page.addScriptTag({ content: outputFiles[0]?.text ?? '' });
  ffmpeg('-f', 'lavfi', '-i', 'anoisesrc=d=26:c=pink:r=44100:a=0.5:seed=7', '-ac', '2', at('noise.wav'));
  for (const ending of ['wav', 'flac', 'mp3', 'ogg', 'opus', 'm4a']) {
    const file = at(`noise.${ending}`);
    if (ending !== 'wav') ffmpeg('-i', at('noise.wav'), file);
    const whole = await page.evaluate(
      (base64) => (window as unknown as { decoded: Decoded }).decoded(base64, 'noise'),
      readFileSync(file).toString('base64'),
    );
    expect(whole.sameInParts, ending).toBe(true);
    expect(whole.frames / whole.rate, ending).toBeCloseTo(26, 3);
    const raw = Buffer.from(whole.base64, 'base64');
    const own = new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.length));
    const other = ffmpeg('-i', file, '-map', '0:a:0', '-f', 'f32le', '-');
    const both = new Float32Array(other.buffer.slice(other.byteOffset, other.byteOffset + (other.length & ~7)));
    let [apart, all] = [0, 0];
    own.forEach((value, i) => {
      const wanted = both[2 * i] ?? 0;
      apart += (value - wanted) ** 2;
      all += wanted ** 2;
    });
    expect(10 * Math.log10(all / apart), ending).toBeGreaterThan(60);
  }
});

test('films carry their sound, as long as the picture and in its place; parts are joined with the sound of the whole', async () => {
  const times = [0.5, 2.25, 5, 7.75];
  clicks('clicks.wav', times, 9);
  const film = [at('boats.csv'), '--length', '8', '--fps', '25', '--size', '320x180', '--sound', at('clicks.wav')];
  for (const name of ['film.mp4', 'film.webm', 'film.wav', 'film.m4a']) {
    await tempo('render', ...film, '--out', at(name));
    const heard = onsets(samplesOf(at(name)));
    expect(heard.length, name).toBe(times.length);
    for (const [i, sec] of heard.entries()) expect(Math.abs(sec - (times[i] ?? 0)), name).toBeLessThan(0.012);
    const length = Number(
      execFileSync('ffprobe', ['-v', 'error', '-show_entries', 'format=duration', '-of', 'csv=p=0', at(name)]),
    );
    expect(Math.abs(length - 8), name).toBeLessThan(1024 / 48_000 + 0.001);
  }
  await tempo('render', ...film, '--sound-from', '2', '--sound-gain', '-20', '--sound-loop', '--out', at('later.wav'));
  const later = samplesOf(at('later.wav'));
  expect(onsets(later, 0.02)[0]).toBeCloseTo(0.25, 2);
  // Two equal sides are 3 dB louder as one.
  expect(later.every((value) => value < 0.12)).toBe(true);
  writeFileSync(
    at('film.yaml'),
    [
      'format: plucky-tempo-film',
      'version: 1',
      'size: 320x180',
      'fps: 25',
      'sounds: [{ file: clicks.wav, kind: voice }]',
      'pieces: [{ table: boats.csv, seconds: 8 }]',
    ].join('\n'),
  );
  for (const [name, from, to] of [
    ['a.mp4', '0', '90'],
    ['b.mp4', '90', '200'],
  ] as const)
    await tempo('render', at('film.yaml'), '--from', from, '--to', to, '--out', at(name));
  await expect(tempo('join', at('a.mp4'), at('b.mp4'), '--out', at('joined.mp4'))).rejects.toThrow(
    /cannot be put together without clicks/,
  );
  await tempo('join', at('a.mp4'), at('b.mp4'), '--sound-of', at('film.yaml'), '--out', at('joined.mp4'));
  const joined = onsets(samplesOf(at('joined.mp4')));
  expect(joined.length).toBe(times.length);
  for (const [i, sec] of joined.entries()) expect(Math.abs(sec - (times[i] ?? 0))).toBeLessThan(0.012);
  await expect(tempo('render', at('boats.csv'), '--sound', at('boats.csv'), '--out', at('odd.mp4'))).rejects.toThrow(
    /boats\.csv is not a sound/,
  );
});

test('the beat of coded sounds is told by the command line', async () => {
  clicks(
    'steady.wav',
    Array.from({ length: 24 }, (_, i) => 0.3 + i * 0.5),
    13,
  );
  ffmpeg('-i', at('steady.wav'), at('steady.m4a'));
  for (const name of ['steady.wav', 'steady.m4a']) {
    const found = JSON.parse(await tempo('beats', at(name), '--json'));
    expect(found.bpm).toBeCloseTo(120, 0);
    expect(Math.abs(found.firstBeatSec - 0.3)).toBeLessThan(0.03);
    expect(found.beats.length).toBeGreaterThan(20);
  }
  await expect(tempo('beats', at('boats.csv'))).rejects.toThrow(/not a sound/);
});

/** A picture of a film, as bytes. */
const frameOf = (file: string, sec: number) =>
  ffmpeg('-ss', String(Math.max(0, sec)), '-i', file, '-frames:v', '1', '-f', 'rawvideo', '-pix_fmt', 'gray', '-');

test('what is spoken along a built chart is heard in the film when its steps come', async ({ page }) => {
  await speakAlong(page, /Made-up voice/);
  const [saved] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Control+s')]);
  await saved.saveAs(at('spoken.plucky'));
  await tempo('render', at('spoken.plucky'), '--out', at('spoken.mp4'), '--size', '320x180', '--quality', 'light');
  const { play } = JSON.parse(execFileSync('unzip', ['-p', at('spoken.plucky'), 'project.json'], { encoding: 'utf8' }))
    .charts[0];
  const steps: number[] = play.steps.map(({ atSec }: { atSec: number }) => atSec).sort((a: number, b: number) => a - b);
  expect(steps).toHaveLength(3);
  // The stand-in speaks at each press; the last press ends the piece.
  const heard = onsets(samplesOf(at('spoken.mp4'))).slice(0, 3);
  for (const [i, sec] of heard.entries()) expect(Math.abs(sec - (steps[i] ?? 0))).toBeLessThan(0.04);
  // The film itself moves then: the picture before a step is not the one after it.
  const pictures = steps.flatMap((sec) => [sec - 0.04, sec + 0.4]).map((sec) => frameOf(at('spoken.mp4'), sec));
  for (let i = 0; i < pictures.length; i += 2) expect(pictures[i]?.equals(pictures[i + 1] as Buffer)).toBe(false);
});

test('a microphone that is refused is explained, and the times can be taken without one', async ({ page, context }) => {
  await context.clearPermissions();
  await openApp(page);
  await goTo(page, 'Pace');
  await page.evaluate(() => {
    Object.defineProperty(navigator.mediaDevices, 'getUserMedia', {
      value: async () => {
        throw new DOMException('denied', 'NotAllowedError');
      },
    });
    Object.defineProperty(navigator.mediaDevices, 'enumerateDevices', {
      value: async () => [{ kind: 'audioinput', deviceId: 'desk', label: '' }],
    });
  });
  await page.getByRole('button', { name: 'Speak along', exact: true }).click();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Speak along' }).getByRole('alert')).toContainText(
    'The microphone was refused',
  );
  await page.getByRole('combobox', { name: 'Voice from' }).click();
  await page.getByRole('option', { name: /Without a voice/ }).click();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Next', exact: true })).toBeEnabled();
});

test('sound leads the picture while the film plays', async ({ page }) => {
  await openApp(page);
  await goTo(page, 'Pace');
  await page.getByRole('button', { name: 'Quay drums' }).click();
  await expect(page.getByRole('list', { name: 'Sounds', exact: true })).toBeVisible();
  const pause = page.getByRole('button', { name: 'Pause', exact: true });
  if (await pause.isVisible()) await pause.click();
  await page.keyboard.press('Home');
  const stage = () => page.getByRole('slider', { name: 'Playhead' }).getAttribute('aria-valuenow');
  await expect.poll(async () => Number(await stage())).toBe(0);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(async () => Number(await stage())).toBeGreaterThan(2);
  await expect(page.getByRole('button', { name: /Sound on/ })).toBeVisible();
  await page.getByRole('button', { name: /Sound on/ }).click();
  await expect(page.getByRole('button', { name: /Sound off/ })).toBeVisible();
  const before = Number(await stage());
  await expect.poll(async () => Number(await stage())).toBeGreaterThan(before + 0.5);
});

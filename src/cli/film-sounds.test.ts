import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { wavOf } from '@/core/sound/wav';
import { raceProject } from '@/core/testing/projects';
import { beatsOf } from './beats';
import type { FilmInput } from './film-input';
import { withSound, withSoundsAtHand } from './film-sounds';

const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-sounds-'));
afterAll(() => rmSync(folder, { recursive: true }));
const put = (name: string, bytes: Uint8Array | string) => {
  writeFileSync(path.join(folder, name), bytes);
  return path.join(folder, name);
};
const tone = put('a_tone.wav', wavOf(8000, [Float32Array.from({ length: 16_000 }, (_, i) => 0.4 * Math.sin(i / 4))]));
const clicks = put(
  'clicks.wav',
  wavOf(8000, [Float32Array.from({ length: 64_000 }, (_, i) => (i % 4000 < 60 ? Math.sin(i) * 0.8 : 0))]),
);

const film = (): FilmInput => ({
  group: null,
  grouped: new Set(),
  project: raceProject({}),
  cubes: new Map(),
  assets: new Map(),
});

describe('a sound that options put under a film', () => {
  it('lies there with its part, loudness and loop, and its bytes come along', async () => {
    const [made] = await withSound([film()], { sound: tone, soundFrom: '0.5', soundGain: '-6', soundLoop: true });
    expect(made?.project.film.sounds).toMatchObject([
      { name: 'a tone', fileName: 'a_tone.wav', fromSec: 0.5, gainDb: -6, loop: true, fileSec: 2 },
    ]);
    const [sound] = made?.project.film.sounds ?? [];
    expect(made?.assets.get(sound?.assetId ?? '')?.length).toBe(32_044);
    expect(await withSound([film()], {})).toHaveLength(1);
  });

  it('is refused where it is none, or where options have nothing to go with', async () => {
    await expect(withSound([film()], { sound: put('no.mp3', 'nothing') })).rejects.toThrow(/no\.mp3 is not a sound/);
    await expect(withSound([film()], { soundGain: '3' })).rejects.toThrow(/go with --sound/);
    await expect(withSound([film()], { sound: tone, soundFrom: '2' })).rejects.toThrow(/ends there/);
    await expect(withSound([film()], { sound: tone, soundGain: '99' })).rejects.toThrow(/from -60 to 24/);
  });

  it('is named where its file did not come along', async () => {
    const [made] = await withSound([film()], { sound: tone });
    if (!made) throw new Error('no film');
    expect(withSoundsAtHand(made).notes).toEqual([]);
    const lost = withSoundsAtHand({ ...made, assets: new Map() });
    expect(lost.film.project.film.sounds).toEqual([]);
    expect(lost.notes[0]?.message).toContain('a_tone.wav');
  });
});

describe('the beat of a file', () => {
  it('is told, or why there is none', async () => {
    expect((await beatsOf(folder, clicks)).bpm).toBeCloseTo(120, 0);
    await expect(beatsOf(folder, put('odd.wav', 'nothing'))).rejects.toThrow(/odd\.wav is not a sound/);
    await expect(beatsOf(folder, put('short.wav', wavOf(8000, [new Float32Array(8000)])))).rejects.toThrow(
      /No beat was found/,
    );
  });
});

import { Midi } from '@tonejs/midi';
import { BufferSource, Input, WAVE } from 'mediabunny';
import { describe, expect, it } from 'vitest';
import { dataNotes } from '@/core/film/data-notes';
import { tellFilm } from '@/core/film/tell-film';
import { usualNotes } from '@/core/project/data-notes';
import type { Project } from '@/core/project/project';
import { type Sound, usualSound } from '@/core/project/sound';
import { hzOf } from '@/core/sound/pluck';
import { MIX_RATE } from '@/core/sound/source';
import { wavOf } from '@/core/sound/wav';
import { demoCube } from '@/core/testing/demo-cube';
import { raceProject } from '@/core/testing/projects';
import { memoryFile } from '../video/film-file';
import { bytesAmong, openFilmSound } from './film-sound';
import { midiOf } from './midi-file';
import { trimOfMp3 } from './mp3-trim';
import { openSound, soundFacts } from './open-sound';
import { writeSound } from './sound-file';

const tone = (rate: number, sec: number, hz = 200) =>
  Float32Array.from({ length: Math.round(rate * sec) }, (_, i) => 0.5 * Math.sin((2 * Math.PI * hz * i) / rate));
const blobOf = (rate: number, channels: readonly Float32Array[]) => new Blob([wavOf(rate, channels)]);

const sound = (change: Partial<Sound> = {}): Sound => ({
  ...usualSound,
  id: 's',
  kind: 'music',
  name: 'A tone',
  fileName: 'tone.wav',
  assetId: 'a',
  fileSec: 2,
  ...change,
});

const watch = { signal: new AbortController().signal, gate: async () => undefined, onProgress: () => undefined };

function heard(sounds: readonly Sound[], change: Partial<Project['film']> = {}) {
  const project = raceProject({});
  return openFilmSound(
    { ...project, film: { ...project.film, sounds, ...change } },
    {
      filmSec: 3,
      notes: [],
      bytesOf: bytesAmong([{ assetId: 'a', bytes: blobOf(24_000, [tone(24_000, 2)]) }]),
    },
  );
}

describe('files of sounds', () => {
  it.each([8000, 22_050, 44_100, 48_000, 192_000])(
    'are read at %i frames a second, in blocks, in any order',
    async (rate) => {
      const samples = tone(rate, 13, 50);
      const file = await openSound(blobOf(rate, [samples, samples]), 'long.wav');
      expect([file.rate, file.frames, file.channels]).toEqual([rate, rate * 13, 2]);
      for (const from of [12 * rate - 50, 0, rate * 13 - 60, -20, 5 * rate]) {
        const [left] = await file.read(from, from + 100);
        for (const [i, value] of left.entries()) expect(value).toBeCloseTo(samples[from + i] ?? 0, 3);
      }
      file.close();
    },
  );

  it('of six channels come to two, and say how many they were', async () => {
    const file = await openSound(
      blobOf(
        8000,
        Array.from({ length: 6 }, () => tone(8000, 1)),
      ),
      'six.wav',
    );
    expect(file.channels).toBe(6);
    const [left, right] = await file.read(0, 100);
    expect([left.length, right.length]).toEqual([100, 100]);
  });

  it('are refused by name where they are none, empty or cut off', async () => {
    const whole = wavOf(8000, [tone(8000, 1)]);
    for (const bytes of ['hello', '', whole.slice(0, 30)])
      await expect(soundFacts(new Blob([bytes]), 'odd.mp3')).rejects.toThrow(/odd\.mp3 is not a sound/);
    // What is there of a file that was cut off is heard.
    expect((await soundFacts(new Blob([whole.slice(0, 8044)]), 'cut.wav')).sec).toBeCloseTo(0.5);
  });

  it('of MP3 say how much silence their coder put around them', async () => {
    const tag = new Uint8Array(200);
    tag.set(
      [...'Info'].map((letter) => letter.charCodeAt(0)),
      36,
    );
    tag.set(
      [...'LAME'].map((letter) => letter.charCodeAt(0)),
      156,
    );
    tag.set([0x24, 0x04, 0x56], 36 + 141);
    expect(await trimOfMp3(new Blob([tag]))).toEqual({ first: 0x240 + 529, all: 0x240 + 0x456 });
    expect(await trimOfMp3(new Blob([new Uint8Array(300)]))).toBeNull();
    const titled = new Uint8Array(400);
    titled.set([0x49, 0x44, 0x33, 4, 0, 0, 0, 0, 1, 0]);
    titled.set(tag, 138);
    expect((await trimOfMp3(new Blob([titled])))?.first).toBe(0x240 + 529);
  });
});

describe('the sound of a film', () => {
  it('is written as WAV, as long as the film, with the sound in its place', async () => {
    const mixed = await heard([sound({ startSec: 0.5 })]);
    if (!mixed) throw new Error('nothing is heard');
    const made = await writeSound(mixed, 'wav', memoryFile(), watch);
    if (made.kind !== 'bytes') throw new Error('no bytes');
    const input = new Input({ source: new BufferSource(made.bytes), formats: [WAVE] });
    expect(await input.computeDuration()).toBeCloseTo(3, 6);
    const file = await openSound(new Blob([made.bytes]), 'mix.wav');
    const [left] = await file.read(0, 3 * MIX_RATE);
    const at = (sec: number) => left[Math.round(sec * MIX_RATE)] ?? 0;
    expect([at(0.4), at(2.6)]).toEqual([0, 0]);
    expect(at(0.5 + 1 / 800)).toBeCloseTo(0.5, 2);
  });

  it('is none where nothing is heard, and names a sound that is lost', async () => {
    expect(await heard([])).toBeNull();
    expect(await heard([sound({ on: false })])).toBeNull();
    expect(await heard([sound({ startSec: 9 })])).toBeNull();
    await expect(heard([sound({ assetId: 'gone' })])).rejects.toThrow(/“A tone” \(tone\.wav\) is not there/);
  });
});

describe('sound and picture over ten minutes', () => {
  it('stay within one frame of each other: a note at each change of lead is heard with it', async () => {
    const plain = raceProject({});
    const charts = plain.charts.map((chart) => ({
      ...chart,
      pace: { ...chart.pace, length: { by: 'whole' as const, sec: 600 } },
    }));
    const pieces = plain.film.pieces.map((piece) => ({
      ...piece,
      notes: { ...usualNotes, entries: false, records: false },
    }));
    const project = { ...plain, charts, film: { ...plain.film, pieces } };
    const film = tellFilm(project, new Map([['c1', demoCube()]]));
    const [piece] = film.pieces;
    if (piece.kind !== 'chart') throw new Error('no chart');
    const leads = piece.family.momentsOf(piece.chart).filter(({ kind }) => kind === 'lead');
    expect(leads.length).toBeGreaterThan(2);
    const mixed = await openFilmSound(project, {
      filmSec: film.lengthSec,
      notes: dataNotes(film),
      bytesOf: () => null,
    });
    for (const { timeSec } of leads) {
      const from = Math.round((timeSec - 0.05) * MIX_RATE);
      const { left } = (await mixed?.mix(from, from + MIX_RATE / 10)) ?? { left: new Float32Array() };
      const onset = (from + left.findIndex((value) => Math.abs(value) > 1e-5)) / MIX_RATE;
      expect(Math.abs(onset - timeSec)).toBeLessThan(1 / film.framesPerSec);
    }
  });
});

describe('notes', () => {
  const notes = [
    { sec: 0.5, note: 69, side: -0.8, gainDb: -12 },
    { sec: 1, note: 81, side: 0.8, gainDb: -12 },
  ];

  it('are heard at their times, at their pitch and from their side', async () => {
    const project = raceProject({});
    const mixed = await openFilmSound(project, { filmSec: 3, notes, bytesOf: () => null });
    if (!mixed) throw new Error('nothing is heard');
    const { left, right } = await mixed.mix(0, 3 * MIX_RATE);
    const energy = (side: Float32Array, from: number, to: number) =>
      side.subarray(from * MIX_RATE, to * MIX_RATE).reduce((sum, value) => sum + value * value, 0);
    expect(energy(left, 0, 0.5)).toBe(0);
    expect(energy(left, 0.5, 0.9)).toBeGreaterThan(5 * energy(right, 0.5, 0.9));
    const lag = Math.round(MIX_RATE / hzOf(69));
    const part = left.subarray(0.6 * MIX_RATE, 0.9 * MIX_RATE);
    let [alike, whole] = [0, 0];
    for (let i = 0; i + lag < part.length; i++) {
      alike += (part[i] ?? 0) * (part[i + lag] ?? 0);
      whole += (part[i] ?? 0) ** 2;
    }
    expect(alike / whole).toBeGreaterThan(0.9);
  });

  it('are written as MIDI with their pitches and times', () => {
    const midi = new Midi(midiOf(notes, 'Boats', 90));
    const all = midi.tracks.flatMap((track) =>
      track.notes.map(({ midi: note, time }) => [note, Math.round(time * 1000)]),
    );
    expect(all.sort()).toEqual([
      [69, 500],
      [81, 1000],
    ]);
    expect(midi.header.tempos[0]?.bpm).toBeCloseTo(90, 3);
    expect(new Set(midi.tracks.filter(({ notes: own }) => own.length > 0).map(({ channel }) => channel)).size).toBe(2);
  });
});

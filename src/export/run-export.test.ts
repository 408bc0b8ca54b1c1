import { beforeEach, describe, expect, it, vi } from 'vitest';
import { usualNotes } from '@/core/project/data-notes';
import type { ExportForm } from '@/core/project/export-form';
import type { Project } from '@/core/project/project';
import { usualSound } from '@/core/project/sound';
import { wavOf } from '@/core/sound/wav';
import { cubeOf } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import { type ExportOrder, runExport } from './run-export';
import { roomOf, watchOf } from './testing/room';
import { memoryFile } from './video/film-file';

const cube = cubeOf([
  [10, 20],
  [30, 15],
  [5, 40],
]);
// A room is opened without a browser: nothing is painted here.
vi.mock('./room', async (original) => ({
  ...(await original<typeof import('./room')>()),
  openRoom: async (order: ExportOrder) => ({ ...roomOf(order.project, cube), order }),
}));

const tone = new Blob([wavOf(8000, [Float32Array.from({ length: 16_000 }, (_, i) => 0.4 * Math.sin(i / 4))])]);
let project: Project;
beforeEach(() => {
  const plain = raceProject({});
  const sound = {
    ...usualSound,
    id: 's',
    kind: 'music' as const,
    name: 'Tone',
    fileName: 'tone.wav',
    assetId: 'a',
    fileSec: 2,
  };
  const pieces = plain.film.pieces.map((piece) => ({ ...piece, notes: usualNotes }));
  project = { ...plain, film: { ...plain.film, pieces, sounds: [sound] } };
});

function exported(form: ExportForm, of: Project = project, stopAfter?: number) {
  const order: ExportOrder = {
    project: of,
    cubes: new Map([['c1', cube]]),
    form,
    fileName: 'made',
    assets: { images: [], fonts: [] },
    baseUrl: 'http://app',
    sounds: [{ assetId: 'a', bytes: tone }],
  };
  return runExport(order, {
    ...watchOf(stopAfter),
    fonts: {} as FontFaceSet,
    openFile: async () => memoryFile(),
    startMaker: async () => {
      throw new Error('no film is made here');
    },
    cores: 2,
  });
}

async function bytesOf(form: ExportForm, of?: Project): Promise<Uint8Array> {
  const made = await exported(form, of);
  if (made.kind !== 'bytes') throw new Error('no bytes');
  return new Uint8Array(made.bytes);
}

const silent = (): Project => ({
  ...project,
  film: { ...project.film, sounds: [], pieces: project.film.pieces.map((piece) => ({ ...piece, notes: null })) },
});

describe('exports of what is heard', () => {
  it('are the mix as WAV, or the notes of the data alone', async () => {
    const all = await bytesOf({ kind: 'sound', format: 'wav' });
    const notes = await bytesOf({ kind: 'sound', format: 'wav', notesOnly: true });
    expect(new TextDecoder().decode(all.subarray(0, 4))).toBe('RIFF');
    expect(notes.length).toBe(all.length);
    expect(Buffer.from(notes).equals(Buffer.from(all))).toBe(false);
  });

  it('are the notes as MIDI', async () => {
    const midi = await bytesOf({ kind: 'sound', format: 'mid' });
    expect(new TextDecoder().decode(midi.subarray(0, 4))).toBe('MThd');
  });

  it('say so where nothing is heard or played', async () => {
    await expect(exported({ kind: 'sound', format: 'wav' }, silent())).rejects.toThrow(/No sound is heard/);
    await expect(exported({ kind: 'sound', format: 'mid' }, silent())).rejects.toThrow(/plays no notes/);
  });

  it('stop when they are cancelled', async () => {
    await expect(exported({ kind: 'sound', format: 'wav' }, project, 48_000)).rejects.toThrow(/cancelled/);
  });

  it('name a sound that is lost', async () => {
    const [sound] = project.film.sounds;
    const lost = { ...project, film: { ...project.film, sounds: sound ? [{ ...sound, assetId: 'gone' }] : [] } };
    await expect(exported({ kind: 'sound', format: 'wav' }, lost)).rejects.toThrow(/“Tone” \(tone\.wav\) is not there/);
  });
});

describe('exports of numbers', () => {
  it('are the shaped table, the ranking, or a row a frame', async () => {
    const text = async (what: 'shaped' | 'ranking' | 'frames') =>
      new TextDecoder().decode(await bytesOf({ kind: 'data', what, format: 'csv' }));
    expect((await text('shaped')).split('\n').length).toBeGreaterThan(3);
    expect(await text('ranking')).toContain('1');
    expect((await text('frames')).split('\n').length).toBeGreaterThan(20);
  });
});

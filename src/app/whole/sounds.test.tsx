import { Blob as NodeBlob, File as NodeFile } from 'node:buffer';
import { screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { noiseOf } from '@/core/sound/pluck';
import { wavOf } from '@/core/sound/wav';
import { documentStore } from '@/state/document';
import { readoutAtSec, setReadout } from '@/state/playhead';
import { sessionStore } from '@/state/session';
import * as app from '../testing/whole-app';
import { workers } from '../testing/workers';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

const noise = noiseOf(3);
const music = wavOf(8000, [Float32Array.from({ length: 24_000 }, () => 0.2 * noise())]);
/** A click every half second. */
const clicks = wavOf(8000, [
  Float32Array.from({ length: 48_000 }, (_, i) => (i % 4000 < 80 ? 0.8 * Math.sin(i) * Math.exp(-(i % 4000) / 15) : 0)),
]);
const voice = wavOf(8000, [
  Float32Array.from({ length: 24_000 }, (_, i) => (i > 8000 && i < 16_000 ? 0.5 * Math.sin(i / 9) : 0)),
]);

const soundFile = (name: string, bytes: Uint8Array) => new NodeFile([bytes], name) as unknown as File;

const film = () => {
  const found = documentStore.getState().project?.film;
  if (!found) throw new Error('nothing is open');
  return found;
};
const services = async () => app.openedServices();

beforeEach(() => {
  // The page's own stand-in for blobs cannot be read in pieces.
  vi.stubGlobal('Blob', NodeBlob);
  vi.stubGlobal('File', NodeFile);
  return app.openRace('Pace');
});
afterEach(async () => {
  await app.closeApp();
  vi.unstubAllGlobals();
});

describe('sounds under the film', () => {
  it('come from files, lie on the strip, and are set, cut and taken out', async () => {
    await (await services()).sounds.add([soundFile('quiet_song.wav', music)], 'music');
    await waitFor(() => expect(film().sounds).toMatchObject([{ name: 'quiet song', fileSec: 3, kind: 'music' }]));
    const lanes = await screen.findByRole('list', { name: 'Sounds' });
    const block = within(lanes).getByRole('button', { name: /^quiet song, music, from 0:00/ });
    block.focus();
    await app.user.keyboard('{ArrowRight}{ArrowRight}');
    expect(film().sounds[0]?.startSec).toBeCloseTo(0.2);
    const gain = screen.getByRole('spinbutton', { name: 'Loudness of the sound' });
    await app.user.clear(gain);
    await app.user.type(gain, '-6{Enter}');
    expect(film().sounds[0]?.gainDb).toBe(-6);
    await app.user.click(screen.getByRole('switch', { name: 'Over and over' }));
    expect(film().sounds[0]?.loop).toBe(true);
    setReadout(readoutAtSec(2));
    await app.user.click(screen.getByRole('button', { name: 'Cut at the playhead' }));
    expect(film().sounds.length).toBeGreaterThan(1);
    for (const { name } of film().sounds) expect(name).toBe('quiet song');
    within(lanes).getAllByRole('button')[0]?.focus();
    await app.user.keyboard('{Delete}');
    await app.user.click(screen.getAllByRole('button', { name: 'Take quiet song out' })[0] as HTMLElement);
    const left = film().sounds.length;
    await app.user.click(screen.getByRole('button', { name: 'Undo' }));
    expect(film().sounds.length).toBe(left + 1);
  });

  it('that are none are named, and nothing changes', async () => {
    await (await services()).sounds.add([soundFile('notes.mp3', new TextEncoder().encode('no sound at all'))]);
    expect(await screen.findByText(/notes\.mp3 is not a sound that can be read/)).toBeTruthy();
    expect(film().sounds).toEqual([]);
  });

  it('need a film to lie under', async () => {
    documentStore.setState({ project: null });
    await (await services()).sounds.add([soundFile('song.wav', music)]);
    expect(await screen.findByText(/no film yet to lay sounds under/)).toBeTruthy();
  });

  it('are measured, and brought to a loudness with one press', async () => {
    await (await services()).sounds.add([soundFile('song.wav', music)]);
    await screen.findByText(/LUFS/);
    const before = Number(/−([\d.]+) LUFS/.exec(document.body.textContent ?? '')?.[1]);
    await app.user.click(screen.getByRole('button', { name: '−23 for broadcast' }));
    expect(film().mix.gainDb).toBeCloseTo(before - 23, 1);
    await screen.findByText(/−23\.0 LUFS/);
  });

  it('give the film their beat, by which a piece goes as easily as it leaves it', async () => {
    await (await services()).sounds.add([soundFile('clicks.wav', clicks)]);
    await app.user.click(await screen.findByRole('button', { name: 'Find the tempo of “clicks”' }));
    await waitFor(() => expect(film().beat?.bpm).toBeCloseTo(120, 0));
    const before = sessionStore.getState().overview?.filmSec;
    await app.user.click(screen.getByRole('switch', { name: 'This piece goes by the beat' }));
    await waitFor(() => expect(sessionStore.getState().overview?.filmSec).not.toBe(before));
    await app.user.click(screen.getByRole('button', { name: '4' }));
    await waitFor(() => {
      const { periodSec } = sessionStore.getState().overview ?? { periodSec: [] };
      // Before it the film holds.
      expect((periodSec[2] ?? 0) - (periodSec[1] ?? 0)).toBeCloseTo((4 * 60) / (film().beat?.bpm ?? 1), 6);
    });
    expect(screen.getByText(/which gives its seconds/)).toBeTruthy();
    expect(screen.getByRole('spinbutton', { name: 'Whole film' })).toHaveProperty('disabled', true);
    await app.user.click(screen.getByRole('button', { name: 'Forget the beat' }));
    await waitFor(() => expect(sessionStore.getState().overview?.filmSec).toBe(before));
  });

  it('that are voices lose their silence and have the piece last as long', async () => {
    await (await services()).sounds.add([soundFile('my voice.wav', voice)]);
    await waitFor(() => expect(film().sounds[0]?.kind).toBe('voice'));
    await app.user.click(await screen.findByRole('button', { name: 'Trim silence' }));
    await waitFor(() => expect(film().sounds[0]?.fromSec).toBeCloseTo(0.88, 1));
    await app.user.click(screen.getByRole('button', { name: 'Stretch the piece to it' }));
    const { startSec, toSec, fromSec } = film().sounds[0] ?? { startSec: 0, toSec: 0, fromSec: 0 };
    await waitFor(() =>
      expect(sessionStore.getState().overview?.lengthSec).toBeCloseTo(startSec + (toSec ?? 0) - fromSec + 0.5, 3),
    );
  });

  it('that ship with the app go round under the film', async () => {
    await app.user.click(screen.getByRole('button', { name: 'Quay drums' }));
    await waitFor(() => expect(film().sounds).toMatchObject([{ name: 'Quay drums', loop: true, fileSec: 9.6 }]));
    expect(await screen.findByRole('button', { name: /Sound on/ })).toBeTruthy();
  });

  it('go along into an export that is heard, and into no other', async () => {
    await (await services()).sounds.add([soundFile('song.wav', music)]);
    await app.goTo('Output');
    await app.user.click(await screen.findByRole('radio', { name: 'Web page' }));
    await app.user.click(screen.getByRole('button', { name: 'Export web page' }));
    await waitFor(() => expect(workers.exporter.orders.at(-1)?.sounds).toHaveLength(1));
    await app.user.click(screen.getByRole('radio', { name: 'Picture' }));
    await app.user.click(screen.getByRole('button', { name: 'Export PNG' }));
    await waitFor(() => expect(workers.exporter.orders.at(-1)).toMatchObject({ form: { kind: 'png' }, sounds: [] }));
    await app.user.click(screen.getByRole('radio', { name: 'Sound' }));
    await app.user.click(screen.getByRole('button', { name: 'Export WAV' }));
    await waitFor(() => expect(workers.exporter.orders.at(-1)?.form).toEqual({ kind: 'sound', format: 'wav' }));
  });
});

describe('the data as notes', () => {
  it('are switched on, counted, and written as MIDI', async () => {
    await app.user.click(screen.getByRole('switch', { name: 'Play the data' }));
    expect(await screen.findByText(/\d+ notes? in this piece/)).toBeTruthy();
    await app.user.click(screen.getByRole('switch', { name: 'Changes of lead' }));
    await app.user.click(screen.getByRole('radio', { name: 'Hollow' }));
    expect(film().pieces[0]?.notes).toMatchObject({ leads: false, scale: 'hollow' });
    await app.goTo('Output');
    await app.user.click(await screen.findByRole('radio', { name: 'Sound' }));
    await app.user.click(screen.getByRole('radio', { name: 'Notes, as MIDI' }));
    await app.user.click(screen.getByRole('button', { name: 'Export MID' }));
    await waitFor(() => expect(workers.exporter.orders.at(-1)?.form).toEqual({ kind: 'sound', format: 'mid' }));
  });
});

import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { CuePiece } from '@/core/film/cue-plan';
import type { TakenPiece } from '@/core/film/cue-walk';
import { setSession } from '@/state/session';
import type { VoiceMicrophone } from '../services';
import { draw, stageRace } from '../testing/app';
import { SpeakAlong } from './speak-along';

const plan: readonly CuePiece[] = [
  {
    pieceId: 'piece-1',
    kind: 'periods',
    fromSec: 0,
    lengthSec: 6,
    arrivalSec: 0,
    startKey: '1',
    cues: ['2001', '2002'].map((name, i) => ({ key: name, name, fromSec: 1 + i, toSec: 2 + i })),
  },
];

let lose: () => void = () => undefined;
let said = 0;
const microphone: VoiceMicrophone = {
  say: () => said++,
  level: () => 0.3,
  heard: (stretches) => new Float32Array(stretches.reduce((sum, [from, to]) => sum + Math.round((to - from) * 48), 0)),
  close: () => undefined,
  onLost(tell) {
    lose = tell;
    return () => undefined;
  },
};

interface Kept {
  readonly taken: readonly TakenPiece[];
  readonly voice: Float32Array | null;
}

const SECOND_MS = 7;

/** Holds the seconds of a countdown: each goes by when it is told to. */
function heldSeconds(): () => Promise<void> {
  const later = globalThis.setTimeout;
  let held: (() => void) | null = null;
  vi.spyOn(globalThis, 'setTimeout').mockImplementation(((run: () => void, ms?: number) => {
    if (ms !== SECOND_MS) return later(run, ms);
    held = run;
    return later(() => undefined);
  }) as typeof setTimeout);
  return async () => {
    const run = await waitFor(() => held ?? expect.fail('No second is being waited for.'));
    held = null;
    await act(async () => run());
  };
}

function opened(answers: Record<string, (...given: never[]) => unknown> = {}) {
  const kept: Kept[] = [];
  const drawn = draw(<SpeakAlong secondMs={SECOND_MS} />, {
    'speak.microphones': async () => [
      { id: 'desk', label: 'Desk microphone' },
      { id: 'stand-in', label: 'Made-up voice' },
    ],
    'speak.plan': async () => plan,
    'speak.open': async () => microphone,
    'speak.keep': async (taken: readonly TakenPiece[], voice: Float32Array | null) => void kept.push({ taken, voice }),
    ...answers,
  });
  return { ...drawn, kept };
}

const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
/** Begins, and waits until the countdown is over. */
async function begin(): Promise<void> {
  fireEvent.click(await screen.findByRole('button', { name: 'Begin' }));
  await waitFor(() => expect(screen.getByRole('button', { name: 'Next' })).toHaveProperty('disabled', false));
}
const space = () => {
  fireEvent.keyDown(window, { key: ' ' });
  fireEvent.keyUp(window, { key: ' ' });
};

beforeEach(() => {
  stageRace();
  setSession({ speaking: true });
  said = 0;
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('speaking along', () => {
  it('counts down, starts a period at each press, and keeps times and voice', async () => {
    const passSecond = heldSeconds();
    const { kept, asked } = opened();
    fireEvent.click(await screen.findByRole('button', { name: 'Begin' }));
    for (const count of ['3', '2', '1']) {
      await screen.findByText(count);
      // Presses before it begins do nothing.
      space();
      await passSecond();
    }
    await waitFor(() => expect(screen.getByRole('button', { name: 'Next' })).toHaveProperty('disabled', false));
    expect(screen.getByText(/Next: 2001/)).toBeTruthy();
    space();
    await screen.findByText(/Next: 2002/);
    space();
    await screen.findByText(/Next: the end/);
    expect(said).toBe(2);
    press('Next');
    await screen.findByText('All said');
    press('Keep it');
    await waitFor(() => expect(kept).toHaveLength(1));
    const [{ taken, voice } = { taken: [], voice: null }] = kept;
    const [first = -1, second = -1] = taken[0]?.cueSec ?? [];
    const end = taken[0]?.endSec ?? 0;
    expect([first >= 0, second >= first, end >= second]).toEqual([true, true, true]);
    expect((voice?.length ?? 0) / 48_000).toBeCloseTo(end, 3);
    expect(asked).toContain('studio.playback.show');
    await waitFor(() => expect(screen.queryByRole('region', { name: 'Speak along' })).toBeNull());
  });

  it('can be held, taken back by one, and let run', async () => {
    // The film does not come to its second cue by itself, however long this takes.
    const [piece] = plan as [CuePiece];
    const cues = piece.cues.map((cue, i) => ({ ...cue, fromSec: cue.fromSec + 3600 * i, toSec: cue.toSec + 3600 * i }));
    const { kept } = opened({ 'speak.plan': async () => [{ ...piece, lengthSec: 7200, cues }] });
    await begin();
    space();
    await screen.findByText(/Next: 2002/);
    press('Hold');
    expect(await screen.findByText('Held')).toBeTruthy();
    // What is pressed while it is held is not taken.
    space();
    press(/Last one again/);
    await screen.findByText(/Next: 2001/);
    await waitFor(() => expect(screen.getByRole('button', { name: 'Next' })).toHaveProperty('disabled', false));
    fireEvent.keyDown(window, { key: 'Shift' });
    // The film is at its first cue, so letting it run gives it.
    await screen.findByText(/Next: 2002/);
    fireEvent.keyUp(window, { key: 'Shift' });
    press('Keep it');
    await waitFor(() => expect(kept[0]?.taken[0]?.cueSec).toHaveLength(1));
  });

  it('says why a microphone cannot be heard, and goes on where one goes away', async () => {
    let refused = true;
    const { kept } = opened({
      'speak.open': async () => {
        if (refused) throw new Error('The microphone was refused.');
        return microphone;
      },
    });
    fireEvent.click(await screen.findByRole('button', { name: 'Begin' }));
    expect((await screen.findByRole('alert')).textContent).toBe('The microphone was refused.');
    refused = false;
    await begin();
    space();
    act(() => lose());
    expect((await screen.findByRole('alert')).textContent).toMatch(/What it heard until then is kept/);
    press('From the start');
    expect(await screen.findByRole('button', { name: 'Begin' })).toBeTruthy();
    press('Close Speak along');
    expect(kept).toEqual([]);
  });
});

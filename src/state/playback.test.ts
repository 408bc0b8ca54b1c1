import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { FilmOverview } from '@/core/film/overview';
import type { PlayOptions } from '@/workers/protocol';
import { Playback } from './playback';
import { readoutAtSec, setReadout } from './playhead';
import { sessionStore, setSession } from './session';

const overview = { filmSec: 10, frameCount: 300, framesPerSec: 30, fromSec: 0 } as unknown as FilmOverview;

function playing(heardAtMs: number | null) {
  const calls: string[] = [];
  const played: PlayOptions[] = [];
  let tell: (ms: number) => void = () => undefined;
  const stage = {
    play: async (options: PlayOptions) => {
      played.push(options);
      calls.push('play');
    },
    pause: async () => void calls.push('pause'),
    seek: async (sec: number) => void calls.push(`seek ${sec}`),
    keepTime: async (ms: number) => void calls.push(`time ${ms}`),
  };
  const sound = {
    start: async (fromSec: number, _loop: unknown, onTime: (ms: number) => void) => {
      calls.push(`hear ${fromSec}`);
      tell = onTime;
      return heardAtMs;
    },
    stop: () => void calls.push('silent'),
  };
  return { playback: new Playback(stage, sound), calls, played, tell: (ms: number) => tell(ms) };
}

beforeEach(() => {
  sessionStore.setState(sessionStore.getInitialState(), true);
  setSession({ overview, looping: false });
  setReadout(readoutAtSec(2));
});

describe('sound along with the picture', () => {
  it('begins first, and the picture follows its time', async () => {
    const { playback, calls, played, tell } = playing(5000);
    await playback.play();
    expect(calls).toEqual(['silent', 'hear 2', 'play']);
    expect(played[0]).toMatchObject({ fromSec: 2, heardAtMs: 5000 });
    tell(5010);
    expect(calls.at(-1)).toBe('time 5010');
    await playback.pause();
    tell(5020);
    expect(calls.slice(-2)).toEqual(['silent', 'pause']);
  });

  it('is left out where nothing is heard, while muted, and at other speeds', async () => {
    const none = playing(null);
    await none.playback.play();
    expect(none.played[0]).not.toHaveProperty('heardAtMs');
    setSession({ muted: true });
    const muted = playing(5000);
    await muted.playback.play();
    setSession({ muted: false, speed: 2 });
    await muted.playback.replay();
    expect(muted.calls).not.toContain('hear 2');
  });

  it('is silent while somebody scrubs, and heard again from where the playhead rests', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    try {
      const { playback, calls } = playing(5000);
      await playback.play();
      for (const sec of [3, 4, 5]) await playback.seek(sec);
      setReadout(readoutAtSec(5));
      expect(calls.filter((call) => call.startsWith('hear'))).toEqual(['hear 2']);
      await vi.advanceTimersByTimeAsync(200);
      expect(calls.filter((call) => call.startsWith('hear'))).toEqual(['hear 2', 'hear 5']);
      await playback.seek(6);
      await playback.pause();
      await vi.advanceTimersByTimeAsync(200);
      expect(calls.filter((call) => call.startsWith('hear'))).toHaveLength(2);
    } finally {
      vi.useRealTimers();
    }
  });

  it('is waited for: that the stage stands still until then says nothing', async () => {
    const { playback } = playing(5000);
    const begun = playback.play();
    expect(playback.starting).toBe(true);
    await begun;
    expect(playback.starting).toBe(false);
    void playback.play();
    await playback.pause();
    expect(playback.starting).toBe(false);
  });

  it('leaves the picture alone while somebody scrubs through a film of which nothing is heard', async () => {
    const { playback, calls } = playing(null);
    await playback.play();
    await playback.seek(4);
    expect(calls).toEqual(['silent', 'hear 2', 'play', 'seek 4']);
  });

  it('of somebody who has gone on meanwhile begins nothing', async () => {
    const { playback, calls } = playing(5000);
    const first = playback.play();
    await playback.pause();
    await first;
    expect(calls).not.toContain('play');
    playback.ended();
    expect(calls.at(-1)).toBe('silent');
  });
});

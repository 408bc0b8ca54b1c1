import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { MIX_RATE } from '@/core/sound/source';
import { microphones, STAND_IN, VoiceRecorder } from './recorder';

/** The clock of the sound device, in seconds. */
let deviceSec = 2;
/** What gains were told: a value, and the second from which on. */
let told: [value: number, sec: number][] = [];
let worklet: { onmessage?: (event: unknown) => void } = {};
let closed = 0;

const part = () => ({
  connect: (to: unknown) => to,
  start: () => undefined,
  frequency: { value: 0 },
  gain: {
    value: 0,
    cancelScheduledValues: () => undefined,
    setValueAtTime: (value: number, sec: number) => told.push([value, sec]),
  },
});

class FakeContext {
  readonly audioWorklet = { addModule: async () => undefined };
  readonly destination = {};
  readonly createGain = part;
  readonly createOscillator = part;
  readonly createMediaStreamSource = part;
  resume = async () => undefined;
  close = async () => void closed++;
  get currentTime() {
    return deviceSec;
  }
}

class FakeNode {
  readonly port = worklet;
  connect = (to: unknown) => to;
}

beforeEach(() => {
  [deviceSec, told, worklet, closed] = [2, [], {}, 0];
  vi.stubGlobal('AudioContext', FakeContext);
  vi.stubGlobal('AudioWorkletNode', FakeNode);
  vi.spyOn(performance, 'now').mockReturnValue(1000);
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

const open = (id = STAND_IN) => VoiceRecorder.open(id, () => undefined);

describe('the made-up voice', () => {
  it('is always there, after the microphones of the computer, which have a name in any case', async () => {
    const devices = [
      { kind: 'audioinput', deviceId: 'a', label: 'Desk' },
      { kind: 'videoinput', deviceId: 'b', label: 'Camera' },
      { kind: 'audioinput', deviceId: 'c', label: '' },
    ];
    vi.stubGlobal('navigator', { mediaDevices: { enumerateDevices: async () => devices } });
    expect((await microphones()).map(({ label }) => label)).toEqual(['Desk', 'Microphone 2', 'Made-up voice (tones)']);
    vi.stubGlobal('navigator', {});
    expect((await microphones()).map(({ id }) => id)).toEqual([STAND_IN]);
  });

  it('speaks at the moment of the page, also where the device has fallen behind', async () => {
    const voice = await open();
    vi.mocked(performance.now).mockReturnValue(1500);
    deviceSec = 2.1;
    voice.say();
    expect(told).toEqual([
      [0.4, 2.5],
      [0, 2.85],
    ]);
    voice.close();
    expect(closed).toBe(1);
  });
});

describe('what a microphone hears', () => {
  const loud = (count: number) => new Float32Array(count).fill(0.5);

  it('stands where it was said by the clock of the page, one stretch behind the other', async () => {
    const voice = await open();
    worklet.onmessage?.({ data: { at: 2.5, samples: loud(1024) } });
    expect(voice.level()).toBe(0.5);
    const heard = voice.heard([
      [1490, 1500],
      [1500, 1600],
    ]);
    const perMs = MIX_RATE / 1000;
    expect(heard).toHaveLength(110 * perMs);
    expect(heard.indexOf(0.5)).toBe(10 * perMs);
    expect(heard.lastIndexOf(0.5)).toBe(10 * perMs + 1023);
  });

  it('is refused in plain words where the browser gives no microphone', async () => {
    vi.stubGlobal('navigator', {});
    await expect(open('a')).rejects.toThrow(/gives no microphone here/);
  });

  it('ends with its track when it is closed, and tells when the device goes away', async () => {
    const track = Object.assign(new EventTarget(), { stop: vi.fn() });
    vi.stubGlobal('navigator', { mediaDevices: { getUserMedia: async () => ({ getTracks: () => [track] }) } });
    const lost = vi.fn();
    const voice = await VoiceRecorder.open('a', lost);
    voice.say();
    expect(told).toEqual([]);
    track.dispatchEvent(new Event('ended'));
    expect(lost).toHaveBeenCalledOnce();
    voice.close();
    expect(track.stop).toHaveBeenCalledOnce();
  });
});

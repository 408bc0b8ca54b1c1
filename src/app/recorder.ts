'use client';

import { MIX_RATE } from '@/core/sound/source';
import type { RecordedStretch } from '@/state/narrator';

/** The microphone that ships with the app: it speaks a tone at each cue, so that everything can be tried without one. */
export const STAND_IN = 'stand-in';

/** A microphone to choose from. */
export interface Microphone {
  readonly id: string;
  readonly label: string;
}

/** What runs in the thread of the sound device: it hands over what it hears, with the time of its first sample. */
const WORKLET = `registerProcessor('recorder', class extends AudioWorkletProcessor {
  constructor() { super(); this.kept = new Float32Array(1024); this.count = 0; this.at = 0; }
  process([input]) {
    const samples = input[0];
    if (this.count === 0) this.at = currentTime;
    if (samples) this.kept.set(samples, this.count);
    else this.kept.fill(0, this.count, this.count + 128);
    this.count += 128;
    if (this.count >= 1024) { this.port.postMessage({ at: this.at, samples: this.kept.slice() }); this.count = 0; }
    return true;
  }
});`;

/** The tone of the stand-in. */
const TONE = { hz: 330, sec: 0.35, gain: 0.4 } as const;

/** The microphones of this computer, as far as the browser tells; the stand-in is always there. */
export async function microphones(): Promise<Microphone[]> {
  const standIn = { id: STAND_IN, label: 'Made-up voice (tones)' };
  const devices = await navigator.mediaDevices?.enumerateDevices().catch(() => []);
  const inputs = (devices ?? []).filter(({ kind }) => kind === 'audioinput');
  return [
    ...inputs.map(({ deviceId, label }, i) => ({ id: deviceId, label: label || `Microphone ${i + 1}` })),
    standIn,
  ];
}

/** A microphone that is open: everything it hears is kept until it is closed. */
export class VoiceRecorder {
  private readonly chunks: { readonly atMs: number; readonly samples: Float32Array }[] = [];
  private peak = 0;
  /** A moment by the clock of the sound device and by that of the page, which go side by side from there. */
  private readonly begun: { readonly deviceSec: number; readonly pageMs: number };

  private constructor(
    private readonly context: AudioContext,
    private readonly stream: MediaStream | null,
    private readonly voice: GainNode | null,
    node: AudioWorkletNode,
    onLost: () => void,
  ) {
    this.begun = { deviceSec: context.currentTime, pageMs: performance.now() };
    const { deviceSec, pageMs } = this.begun;
    node.port.onmessage = ({ data }: MessageEvent<{ at: number; samples: Float32Array }>) => {
      this.chunks.push({ atMs: pageMs + (data.at - deviceSec) * 1000, samples: data.samples });
      this.peak = data.samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
    };
    for (const track of stream?.getTracks() ?? []) track.addEventListener('ended', onLost);
  }

  /**
   * Opens a microphone; the browser asks for permission the first time.
   *
   * @param onLost Told when the device goes away. What it heard is kept.
   * @throws Error that says in plain words why it cannot be heard.
   */
  static async open(id: string, onLost: () => void): Promise<VoiceRecorder> {
    const stream = id === STAND_IN ? null : await streamOf(id);
    const context = new AudioContext({ sampleRate: MIX_RATE });
    await context.resume();
    const url = URL.createObjectURL(new Blob([WORKLET], { type: 'text/javascript' }));
    try {
      await context.audioWorklet.addModule(url);
    } finally {
      URL.revokeObjectURL(url);
    }
    const node = new AudioWorkletNode(context, 'recorder', { numberOfInputs: 1, channelCount: 1 });
    const voice = stream ? null : toneOf(context, node);
    if (stream) context.createMediaStreamSource(stream).connect(node);
    // Nothing of it is heard, but without a way out the browser may not run it.
    const mute = context.createGain();
    mute.gain.value = 0;
    node.connect(mute).connect(context.destination);
    return new VoiceRecorder(context, stream, voice, node, onLost);
  }

  /** The stand-in says something; a person does so by themselves. */
  say(): void {
    const { begun, voice } = this;
    if (!voice) return;
    // Right now by the clock of the page: where the device has fallen behind, it comes to this moment later, and what is
    // kept has the tone in its place all the same.
    const sec = Math.max(0, begun.deviceSec + (performance.now() - begun.pageMs) / 1000);
    voice.gain.cancelScheduledValues(sec);
    voice.gain.setValueAtTime(TONE.gain, sec);
    voice.gain.setValueAtTime(0, sec + TONE.sec);
  }

  /** How loud it is right now, in [0, 1] of full scale. */
  level(): number {
    return this.peak;
  }

  /** What was heard in some stretches, one after the other: silence where nothing came. */
  heard(stretches: readonly RecordedStretch[]): Float32Array {
    return gathered(this.chunks, stretches);
  }

  close(): void {
    for (const track of this.stream?.getTracks() ?? []) track.stop();
    void this.context.close();
  }
}

/** Samples of some stretches of the page's clock. */
export function gathered(
  chunks: readonly { readonly atMs: number; readonly samples: Float32Array }[],
  stretches: readonly RecordedStretch[],
): Float32Array {
  const perMs = MIX_RATE / 1000;
  const total = stretches.reduce((sum, [from, to]) => sum + Math.round((to - from) * perMs), 0);
  const out = new Float32Array(total);
  let start = 0;
  for (const [from, to] of stretches) {
    const count = Math.round((to - from) * perMs);
    for (const { atMs, samples } of chunks) {
      const at = Math.round((atMs - from) * perMs);
      const [low, high] = [Math.max(0, at), Math.min(count, at + samples.length)];
      if (high > low) out.set(samples.subarray(low - at, high - at), start + low);
    }
    start += count;
  }
  return out;
}

function toneOf(context: AudioContext, to: AudioNode): GainNode {
  const tone = context.createOscillator();
  tone.type = 'triangle';
  tone.frequency.value = TONE.hz;
  const gain = context.createGain();
  gain.gain.value = 0;
  tone.connect(gain).connect(to);
  tone.start();
  return gain;
}

async function streamOf(id: string): Promise<MediaStream> {
  if (!navigator.mediaDevices?.getUserMedia)
    throw new Error(
      'This browser gives no microphone here. Open the app at an address that starts with https or on this computer.',
    );
  const device = id === '' ? {} : { deviceId: { exact: id } };
  try {
    return await navigator.mediaDevices.getUserMedia({
      audio: { ...device, echoCancellation: false, noiseSuppression: false, autoGainControl: false },
    });
  } catch (error) {
    throw new Error(whyNoMicrophone(error));
  }
}

/** Why a microphone cannot be heard, in plain words with what to do. */
export function whyNoMicrophone(error: unknown): string {
  const name = (error as { name?: string } | null)?.name;
  if (name === 'NotAllowedError')
    return 'The microphone was refused. Allow it for this page in the browser’s address line, or take the made-up voice, or go on without one.';
  if (name === 'NotFoundError' || name === 'OverconstrainedError')
    return 'This microphone is not there any more. Choose another one.';
  if (name === 'NotReadableError')
    return 'The microphone is in use by another program, or its device does not answer. Close the other program and try again.';
  return `The microphone could not be opened: ${error instanceof Error ? error.message : error}.`;
}

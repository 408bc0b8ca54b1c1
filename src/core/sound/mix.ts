import { heardPart, type Mix, type Sound, soundSpan } from '../project/sound';
import { factorOf, fadeAt, joinedStretches, steppedBack } from './gain';
import { limit, limiterWindow } from './limit';
import { resampled, resamplerOf, sourceWindow } from './resample';
import { MIX_RATE, type SoundSource } from './source';

/** A sound in its place: all in whole samples, of the mix or of the source. */
interface MixPart {
  readonly source: SoundSource;
  /** Samples of the mix: [start, end). */
  readonly start: number;
  readonly end: number;
  /** Where in the source it begins. */
  readonly from: number;
  /** Samples of the source after which it begins again; 0 for never. */
  readonly loop: number;
  readonly gain: number;
  /** Samples of the mix. */
  readonly fadeIn: number;
  readonly fadeOut: number;
  readonly stepsBack: boolean;
}

/** A film's sound, ready to be mixed anywhere. */
export interface MixPlan {
  /** Samples of the whole: the film's length. */
  readonly samples: number;
  readonly parts: readonly MixPart[];
  readonly gain: number;
  readonly stepBackDb: number;
  /** When a voice speaks, in seconds of the film. */
  readonly spoken: readonly (readonly [number, number])[];
}

/** A sound with the samples of its file, and when in the file somebody speaks: seconds, in order. */
export interface OpenSound {
  readonly sound: Sound;
  readonly source: SoundSource;
  readonly spoken: readonly (readonly [number, number])[];
}

const samplesOf = (sec: number) => Math.round(sec * MIX_RATE);

/** Puts sounds in their places. Those that are off or lie behind the film's end are not heard. */
export function planMix(sounds: readonly OpenSound[], mix: Mix, filmSec: number): MixPlan {
  const heard = sounds.filter(({ sound, source }) => sound.on && source.frames > 0);
  return {
    samples: samplesOf(filmSec),
    parts: heard.map(({ sound, source }) => partOf(sound, source, filmSec)).filter(({ start, end }) => end > start),
    gain: factorOf(mix.gainDb),
    stepBackDb: mix.stepBackDb,
    spoken: joinedStretches(heard.flatMap((each) => spokenInFilm(each, filmSec))),
  };
}

function partOf(sound: Sound, source: SoundSource, filmSec: number): MixPart {
  const [from, to] = heardPart(sound).map((sec) => Math.min(source.frames, Math.round(sec * source.rate))) as [
    number,
    number,
  ];
  const [startSec, endSec] = soundSpan(sound, filmSec);
  const start = samplesOf(startSec);
  // A file may be a little shorter than it said.
  const most = sound.loop ? Number.POSITIVE_INFINITY : start + Math.ceil(((to - from) * MIX_RATE) / source.rate);
  return {
    source,
    start,
    end: to > from ? Math.min(samplesOf(endSec), most) : start,
    from,
    loop: sound.loop ? to - from : 0,
    gain: factorOf(sound.gainDb),
    fadeIn: samplesOf(sound.fadeInSec),
    fadeOut: samplesOf(sound.fadeOutSec),
    stepsBack: sound.kind === 'music',
  };
}

/** When a voice speaks, in seconds of the film: its stretches, as often as it is repeated. */
function spokenInFilm({ sound, spoken }: OpenSound, filmSec: number): [number, number][] {
  if (sound.kind !== 'voice') return [];
  const [from, to] = heardPart(sound);
  const [startSec, endSec] = soundSpan(sound, filmSec);
  const found: [number, number][] = [];
  const once = spoken
    .map(([a, b]) => [Math.max(a, from) - from, Math.min(b, to) - from] as const)
    .filter(([a, b]) => b > a);
  if (once.length === 0 || to <= from) return [];
  for (let at = startSec; at < endSec; at += to - from) {
    for (const [a, b] of once) if (at + a < endSec) found.push([at + a, Math.min(endSec, at + b)]);
    if (!sound.loop) break;
  }
  return found;
}

/** A stretch of a mix. */
export interface MixedSpan {
  readonly left: Float32Array;
  readonly right: Float32Array;
  /** The least gain of the limiter in it; 1 where nothing was too loud. */
  readonly limited: number;
}

/**
 * Mixes a stretch: the same samples, bit by bit, as in the whole, on every machine.
 *
 * @param from,to Samples of the mix, 48,000 a second; silence outside of the film.
 */
export async function mixSpan(plan: MixPlan, from: number, to: number): Promise<MixedSpan> {
  const [low, high] = limiterWindow(from, to);
  const left = new Float32Array(high - low);
  const right = new Float32Array(high - low);
  // One after the other in the order of the document: sums of floating numbers depend on it.
  for (const part of plan.parts) await addPart(plan, part, { low, left, right });
  for (let i = 0; i < left.length; i++) {
    left[i] = (left[i] as number) * plan.gain;
    right[i] = (right[i] as number) * plan.gain;
  }
  const limited = limit(left, right, from, to);
  return { left: left.slice(from - low, to - low), right: right.slice(from - low, to - low), limited };
}

interface Sum {
  readonly low: number;
  readonly left: Float32Array;
  readonly right: Float32Array;
}

async function addPart(plan: MixPlan, part: MixPart, { low, left, right }: Sum): Promise<void> {
  const from = Math.max(low, part.start);
  const to = Math.min(low + left.length, part.end, plan.samples);
  if (to <= from) return;
  const resampler = resamplerOf(part.source.rate, MIX_RATE);
  const [first, last] = [from - part.start, to - part.start];
  const [a, b] = sourceWindow(resampler, first, last);
  const [sourceLeft, sourceRight] = await readPart(part, a, b);
  const ownLeft = resampled(resampler, sourceLeft, first, last);
  const ownRight = sourceLeft === sourceRight ? ownLeft : resampled(resampler, sourceRight, first, last);
  const gains = gainsOf(plan, part, first, last);
  const offset = from - low;
  for (let i = 0; i < ownLeft.length; i++) {
    const gain = gains ? (gains[i] as number) : part.gain;
    left[offset + i] = (left[offset + i] as number) + gain * (ownLeft[i] as number);
    right[offset + i] = (right[offset + i] as number) + gain * (ownRight[i] as number);
  }
}

/** The gain of each sample of a part; null where it is the part's own for all of them. */
function gainsOf(plan: MixPlan, part: MixPart, first: number, last: number): Float64Array | null {
  const length = part.end - part.start;
  const curve = backCurve(plan, part);
  if (!curve && first >= part.fadeIn && length - last >= part.fadeOut) return null;
  const gains = new Float64Array(last - first);
  for (let n = first; n < last; n++) {
    let gain = part.gain;
    if (n < part.fadeIn) gain *= fadeAt(n / part.fadeIn);
    if (length - n < part.fadeOut) gain *= fadeAt((length - n) / part.fadeOut);
    if (curve) gain *= curve(n + part.start);
    gains[n - first] = gain;
  }
  return gains;
}

/** Samples between which stepping back goes along a straight line; places are multiples of it, so parts agree with the whole. */
const CURVE_STEP = 48;

/** The gain of music under voices at a sample of the mix; null where it never steps back. */
function backCurve({ spoken, stepBackDb }: MixPlan, part: MixPart): ((sample: number) => number) | null {
  if (!part.stepsBack || stepBackDb === 0 || spoken.length === 0) return null;
  const gainAt = (step: number) => factorOf(-stepBackDb * steppedBack(spoken, (step * CURVE_STEP) / MIX_RATE));
  let step = Number.NaN;
  let [here, next] = [1, 1];
  return (sample) => {
    const now = Math.floor(sample / CURVE_STEP);
    if (now !== step) {
      here = now === step + 1 ? next : gainAt(now);
      next = gainAt(now + 1);
      step = now;
    }
    return here + (next - here) * (sample / CURVE_STEP - now);
  };
}

/** Samples of a part's source, counted from where it begins: a loop goes on over its end. */
async function readPart(part: MixPart, from: number, to: number): Promise<readonly [Float32Array, Float32Array]> {
  const { source, loop } = part;
  if (loop === 0) return source.read(part.from + from, part.from + to);
  const left = new Float32Array(to - from);
  const right = new Float32Array(to - from);
  // A short loop is read once instead of again and again.
  const once = loop <= to - from ? await source.read(part.from, part.from + loop) : null;
  for (let at = from; at < to; ) {
    const inside = ((at % loop) + loop) % loop;
    const count = Math.min(loop - inside, to - at);
    const [ownLeft, ownRight] = once
      ? [once[0].subarray(inside, inside + count), once[1].subarray(inside, inside + count)]
      : await source.read(part.from + inside, part.from + inside + count);
    left.set(ownLeft, at - from);
    right.set(ownRight, at - from);
    at += count;
  }
  return [left, right];
}

import { STEPS_A_SEC } from './onsets';

/** Tempi that are looked at, in beats a minute, and how far two of them are apart. */
const SLOWEST = 55;
const FASTEST = 210;
const APART = 1.004;
/** Multiples of a beat at which the sound must be like itself. */
const TEETH = 4;
/** What people tap to most readily, and how much less to others: spread in octaves. */
const USUAL_BPM = 120;
const SPREAD_OCTAVES = 1.3;
/** Of two tempi an octave apart the one in this range is told, where the sound says no other: beyond it people tap half or double. */
const [LEAST_BPM, MOST_BPM] = [81.5, 163];
const BEYOND = 0.8;
/** Octaves in which the range ends. */
const EDGE_OCTAVES = 0.03;
/** Steps over which onsets are smeared: beats of people are never quite even. */
const SMEAR_SEC = 0.012;

/** A tempo, and how sure it is, in [0, 1]: how much of the sound comes again a beat later. */
export interface Tempo {
  readonly bpm: number;
  readonly confidence: number;
}

/** Onsets against what is usual around them: mean 0 and spread 1, nothing below 0. */
export function levelled(strength: Float64Array): Float64Array {
  const reach = STEPS_A_SEC / 2;
  const sums = new Float64Array(strength.length + 1);
  for (let i = 0; i < strength.length; i++) sums[i + 1] = (sums[i] as number) + (strength[i] as number);
  const out = strength.map((value, i) => {
    const [from, to] = [Math.max(0, i - reach), Math.min(strength.length, i + reach + 1)];
    return Math.max(0, value - ((sums[to] as number) - (sums[from] as number)) / (to - from));
  });
  const smeared = smear(out);
  const spread = Math.sqrt(smeared.reduce((sum, value) => sum + value * value, 0) / Math.max(1, smeared.length));
  return spread > 0 ? smeared.map((value) => value / spread) : smeared;
}

function smear(values: Float64Array): Float64Array {
  const width = SMEAR_SEC * STEPS_A_SEC;
  const reach = Math.ceil(3 * width);
  const taps = Float64Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-0.5 * ((i - reach) / width) ** 2));
  const total = taps.reduce((sum, tap) => sum + tap, 0);
  return values.map((_, i) => {
    let sum = 0;
    for (let j = -reach; j <= reach; j++) sum += (values[i + j] ?? 0) * (taps[j + reach] as number);
    return sum / total;
  });
}

/** How much a row is like itself after each lag, against itself: 1 at 0. */
export function likeItself(values: Float64Array, mostLag: number): Float64Array {
  const mean = values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
  const even = values.map((value) => value - mean);
  const like = new Float64Array(Math.min(mostLag, values.length) + 1);
  for (let lag = 0; lag < like.length; lag++) {
    let sum = 0;
    for (let i = lag; i < even.length; i++) sum += (even[i] as number) * (even[i - lag] as number);
    // Fewer pairs at greater lags weigh as if there were as many.
    like[lag] = sum / Math.max(1, even.length - lag);
  }
  const whole = like[0] || 1;
  return like.map((value) => value / whole);
}

/**
 * The tempo of a row of onsets: the one whose beat and its multiples find the most alike, tempi that people tap to first.
 *
 * Source: autocorrelation with a comb and a log-normal preference, as in D. Ellis, "Beat Tracking by Dynamic Programming", 2007.
 *
 * @param onsets As `levelled` gives them.
 * @returns null where nothing comes again.
 */
export function findTempo(onsets: Float64Array): Tempo | null {
  const mostLag = Math.ceil((60 / SLOWEST) * STEPS_A_SEC * TEETH) + 2;
  const like = likeItself(onsets, mostLag);
  let best: Tempo | null = null;
  let most = 0;
  for (let bpm = SLOWEST; bpm <= FASTEST; bpm *= APART) {
    const lag = (60 / bpm) * STEPS_A_SEC;
    const found = combAt(like, lag);
    const score = found * preference(bpm);
    if (score > most) {
      most = score;
      best = { bpm, confidence: Math.max(0, Math.min(1, found)) };
    }
  }
  return best;
}

function preference(bpm: number): number {
  const beyond = Math.max(Math.log2(LEAST_BPM / bpm), Math.log2(bpm / MOST_BPM), 0);
  const inRange = 1 - (1 - BEYOND) * Math.min(1, beyond / EDGE_OCTAVES);
  return inRange * Math.exp(-0.5 * (Math.log2(bpm / USUAL_BPM) / SPREAD_OCTAVES) ** 2);
}

/** How much comes again after a beat and its multiples. */
function combAt(like: Float64Array, lag: number): number {
  let [sum, weight] = [0, 0];
  for (let tooth = 1; tooth <= TEETH; tooth++) {
    if (tooth * lag >= like.length - 1) break;
    const share = 1 / tooth;
    sum += share * valueAt(like, tooth * lag);
    weight += share;
  }
  return weight > 0 ? sum / weight : 0;
}

/** The value at a place between two lags. */
function valueAt(like: Float64Array, lag: number): number {
  const i = Math.floor(lag);
  return (like[i] ?? 0) * (1 - (lag - i)) + (like[i + 1] ?? 0) * (lag - i);
}

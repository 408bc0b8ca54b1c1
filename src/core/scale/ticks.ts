/** A tick of an axis and how strongly it shows, in [0, 1]. */
export interface Tick {
  readonly value: number;
  readonly opacity: number;
  /** Of its label: the old labels are gone before the new ones come, so that none stands on another. */
  readonly labelOpacity: number;
}

const SMALLEST = 1e-300;
/** Farther out than so many intervals the next one cannot be told from its neighbour. */
const MOST_INTERVALS = 2 ** 50;

/** Is an interval nothing at all, or nothing beside the numbers that it parts? */
function isNoInterval(interval: number, min: number, max: number): boolean {
  if (!(interval > SMALLEST) || !Number.isFinite(interval)) return true;
  return Math.max(Math.abs(min), Math.abs(max)) / interval > MOST_INTERVALS;
}

/** What a range has that cannot be parted. */
function oneTick(min: number, max: number): Tick[] {
  return [{ value: min > 0 || max < 0 ? min : 0, opacity: 1, labelOpacity: 1 }];
}

/**
 * Ticks at round numbers. As the range grows, the ticks of one interval fade into those of the next: which ticks
 * show, and how strongly, depends on the range alone and changes without a jump.
 *
 * @param min Start of the range, at most `max`.
 * @param parts About how many parts the range is cut into, at least 1.
 * @returns In ascending order; every value within [min, max].
 */
export function fadingTicks(min: number, max: number, parts: number): Tick[] {
  const raw = (max - min) / parts;
  if (isNoInterval(raw, min, max)) return oneTick(min, max);
  const fine = intervalBelow(raw);
  const coarse = intervalAfter(fine);
  const progress = Math.log(raw / fine) / Math.log(coarse / fine);
  const leaving = 1 - smooth((progress - 0.2) / 0.4);
  const coming = smooth((progress - 0.4) / 0.4);
  const labels = { leaving: 1 - smooth((progress - 0.2) / 0.3), coming: smooth((progress - 0.5) / 0.3) };
  const found = new Map<number, Tick>();
  for (const value of ticksOf(min, max, fine))
    found.set(value, { value, opacity: leaving, labelOpacity: labels.leaving });
  for (const value of ticksOf(min, max, coarse)) {
    const both = found.has(value);
    found.set(value, { value, opacity: both ? 1 : coming, labelOpacity: both ? 1 : labels.coming });
  }
  return [...found.values()].filter(({ opacity }) => opacity > 0).sort((a, b) => a.value - b.value);
}

/**
 * Ticks of a logarithmic axis: powers of ten, with 2 and 5 times them where the range is short. Like the others they come
 * and go as a function of the range alone.
 *
 * @param min Above 0, below `max`.
 * @param parts About how many parts have room.
 */
export function logTicks(min: number, max: number, parts: number): Tick[] {
  const decades = Math.log10(max / min);
  if (!(decades > 0) || !Number.isFinite(decades)) return [{ value: min, opacity: 1, labelOpacity: 1 }];
  // A range of less than half a power of ten is as good as even.
  const even = smooth((0.6 - decades) / 0.25);
  const between = smooth((parts / 2.4 - decades) / 0.5) * (1 - even);
  const every = Math.max(1, Math.ceil(decades / Math.max(1, parts)));
  const found = new Map<number, Tick>();
  if (even > 0)
    for (const tick of fadingTicks(min, max, parts))
      found.set(tick.value, {
        ...tick,
        opacity: tick.opacity * even,
        labelOpacity: tick.labelOpacity * smooth(even * 2 - 1),
      });
  for (let power = Math.floor(Math.log10(min)); power <= Math.ceil(Math.log10(max)); power++)
    for (const factor of [1, 2, 5]) {
      const value = roundInterval(factor, power);
      const whole = factor === 1 && power % every === 0;
      const opacity = whole ? 1 - even : factor === 1 ? 0 : between;
      if (value < min * (1 - 1e-9) || value > max * (1 + 1e-9) || opacity <= 0) continue;
      // One that both have stays all the time.
      const both = found.get(value);
      found.set(value, {
        value,
        opacity: Math.min(1, opacity + (both?.opacity ?? 0)),
        labelOpacity: Math.max(smooth(opacity * 2 - 1), both?.labelOpacity ?? 0),
      });
    }
  return [...found.values()].filter(({ opacity }) => opacity > 0).sort((a, b) => a.value - b.value);
}

/** More ticks than this are a smear. */
const MAX_TICKS = 60;

/**
 * Ticks at the multiples of an interval that the person chose. Where they would stand too close, only every second,
 * fifth, tenth ... of them is kept, in the same way as round intervals give way to each other.
 *
 * @param parts The most parts that have room.
 */
export function givenTicks(min: number, max: number, interval: number, parts: number): Tick[] {
  if ((max - min) / interval > Math.min(MAX_TICKS, parts)) {
    return fadingTicks(min / interval, max / interval, parts).map((tick) => ({
      ...tick,
      value: tick.value * interval,
    }));
  }
  if (isNoInterval(interval, min, max)) return oneTick(min, max);
  return ticksOf(min, max, interval).map((value) => ({ value, opacity: 1, labelOpacity: 1 }));
}

/** The least of 1, 2 and 5 times a power of ten that is not below a number; 1 for what is not above 0. */
export function roundAbove(number: number): number {
  if (!(number > SMALLEST) || !Number.isFinite(number)) return 1;
  const below = intervalBelow(number);
  return below >= number ? below : intervalAfter(below);
}

/** The greatest of 1, 2 and 5 times a power of ten that is not above `raw`. */
function intervalBelow(raw: number): number {
  const power = Math.floor(Math.log10(raw));
  const parts = raw / 10 ** power;
  const factor = parts >= 10 ? 10 : parts >= 5 ? 5 : parts >= 2 ? 2 : 1;
  return roundInterval(factor, power);
}

function intervalAfter(interval: number): number {
  const power = Math.floor(Math.log10(interval) + 1e-9);
  const factor = Math.round(interval / 10 ** power);
  return factor >= 5 ? roundInterval(10, power) : roundInterval(factor === 1 ? 2 : 5, power);
}

/** Written as text so that 0.3 does not come out as 0.30000000000000004. */
function roundInterval(factor: number, power: number): number {
  return Number(`${factor}e${power}`);
}

function ticksOf(min: number, max: number, interval: number): number[] {
  const decimals = Math.max(0, -Math.floor(Math.log10(interval) + 1e-9));
  const values: number[] = [];
  for (let i = Math.ceil(min / interval - 1e-9); i * interval <= max + interval * 1e-9; i++) {
    const value = i * interval;
    values.push((decimals === 0 || decimals > 100 ? value : Number(value.toFixed(decimals))) + 0);
  }
  return values;
}

function smooth(x: number): number {
  const t = Math.min(1, Math.max(0, x));
  return t * t * (3 - 2 * t);
}

/** Decimals that every tick of a range needs to be told apart, for the format of tick labels. */
export function tickDecimals(min: number, max: number, parts: number): number {
  const raw = (max - min) / parts;
  if (!(raw > SMALLEST) || !Number.isFinite(raw)) return 0;
  return Math.min(12, Math.max(0, -Math.floor(Math.log10(intervalBelow(raw)) + 1e-9)));
}

/** How many decimals a number has when it is written out; less than 0 for tens and more. */
export function decimalsOfInterval(interval: number): number {
  const text = interval.toPrecision(12);
  const fraction = /\.(\d*?)0*(e|$)/.exec(text)?.[1] ?? '';
  const exponent = Number(/e([+-]\d+)$/.exec(text)?.[1] ?? 0);
  return fraction.length - exponent;
}

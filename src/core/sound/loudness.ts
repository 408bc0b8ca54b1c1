import { MIX_RATE } from './source';

/** Coefficients at 48 kHz: b0, b1, b2, a1, a2. Source: ITU-R BS.1770-5, annex 1, tables 1 and 2. */
const shelf = [1.53512485958697, -2.69169618940638, 1.19839281085285, -1.69065929318241, 0.73248077421585] as const;
const highPass = [1, -2, 1, -1.99004745483398, 0.99007225036621] as const;

/** Energy is measured over blocks of 0.4 s that begin every 0.1 s: four of these steps. */
const STEP = MIX_RATE / 10;
const STEPS_A_BLOCK = 4;
const ABSOLUTE_GATE_LUFS = -70;
const RELATIVE_GATE_LU = -10;

/** How loud a mix is. */
export interface Loudness {
  /** Integrated over all of it, in LUFS; null where it is silent or shorter than 0.4 s. */
  readonly lufs: number | null;
  /** The greatest sample, in [0, …]. */
  readonly peak: number;
}

/** Measures the loudness of two channels that come piece by piece, in order. Source: ITU-R BS.1770-5, annex 1. */
export class LoudnessMeter {
  private readonly filters = [new Weighting(), new Weighting()] as const;
  private readonly steps: number[] = [];
  private energy = 0;
  private inStep = 0;
  private peak = 0;

  add(left: Float32Array, right: Float32Array): void {
    const [ofLeft, ofRight] = this.filters;
    for (let i = 0; i < left.length; i++) {
      const [l, r] = [left[i] as number, right[i] as number];
      this.peak = Math.max(this.peak, Math.abs(l), Math.abs(r));
      this.energy += ofLeft.next(l) ** 2 + ofRight.next(r) ** 2;
      if (++this.inStep === STEP) {
        this.steps.push(this.energy / STEP);
        this.energy = 0;
        this.inStep = 0;
      }
    }
  }

  result(): Loudness {
    const blocks: number[] = [];
    for (let i = STEPS_A_BLOCK; i <= this.steps.length; i++) {
      let sum = 0;
      for (let j = i - STEPS_A_BLOCK; j < i; j++) sum += this.steps[j] as number;
      blocks.push(sum / STEPS_A_BLOCK);
    }
    const loud = blocks.filter((energy) => lufsOf(energy) > ABSOLUTE_GATE_LUFS);
    const gate = lufsOf(mean(loud)) + RELATIVE_GATE_LU;
    const heard = loud.filter((energy) => lufsOf(energy) > gate);
    return { lufs: heard.length > 0 ? lufsOf(mean(heard)) : null, peak: this.peak };
  }
}

const lufsOf = (energy: number) => -0.691 + 10 * Math.log10(energy);
const mean = (all: readonly number[]) => all.reduce((sum, each) => sum + each, 0) / Math.max(1, all.length);

/** The two filters of one channel, in a row. */
class Weighting {
  private readonly first = new Biquad(shelf);
  private readonly second = new Biquad(highPass);

  next(x: number): number {
    return this.second.next(this.first.next(x));
  }
}

class Biquad {
  private z1 = 0;
  private z2 = 0;

  constructor(private readonly c: readonly [number, number, number, number, number]) {}

  next(x: number): number {
    const [b0, b1, b2, a1, a2] = this.c;
    const y = b0 * x + this.z1;
    this.z1 = b1 * x - a1 * y + this.z2;
    this.z2 = b2 * x - a2 * y;
    return y;
  }
}

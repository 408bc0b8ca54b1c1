// AssemblyScript, built by scripts/build-wasm.mjs into src/core/sound/resample.wasm.ts. Reads between the samples of a sound: each sample
// that comes out is the sum of `width` products of the source with a row of taps, four at a time. Sums are taken in a fixed order,
// which the same steps in JavaScript follow, so that both give the same bits.

/**
 * @param taps Rows of `width` taps, one a phase; `width` is a multiple of 4. @param source Samples from `first` on belong to the first
 * sample that comes out. @param out Where `count` samples are written.
 */
export function resample(
  taps: usize,
  width: i32,
  source: usize,
  out: usize,
  count: i32,
  first: i32,
  phase: i32,
  stepWhole: i32,
  stepPhase: i32,
  up: i32,
): void {
  const bytes = <usize>width * 4;
  for (let n = 0; n < count; n++) {
    const row = taps + <usize>phase * bytes;
    const at = source + <usize>first * 4;
    let sums = f32x4.splat(0);
    for (let i: usize = 0; i < bytes; i += 16) sums = f32x4.add(sums, f32x4.mul(v128.load(at + i), v128.load(row + i)));
    const sum =
      f32x4.extract_lane(sums, 0) +
      f32x4.extract_lane(sums, 1) +
      (f32x4.extract_lane(sums, 2) + f32x4.extract_lane(sums, 3));
    store<f32>(out + <usize>n * 4, sum);
    first += stepWhole;
    phase += stepPhase;
    if (phase >= up) {
      phase -= up;
      first++;
    }
  }
}

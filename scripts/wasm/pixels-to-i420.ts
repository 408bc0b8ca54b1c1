// AssemblyScript, built by scripts/build-wasm.mjs into src/export/video/pixels-to-i420.wasm.ts. Turns BGRA or RGBA pixels into I420 in
// BT.709, limited range, with rounding; each chroma sample is the mean of its four pixels.
// Fixed point with 15 bits for luma. Memory layout is the caller's: pixels at `src`, planes at `y`, `u`, `v`.

/** Weighted sums of the channels of four pixels, as four 32-bit integers. */
// @ts-ignore: decorator
@inline
function weigh(pixels: v128, weights: v128): v128 {
  // Each pixel's four bytes become 16-bit lanes; dot adds neighbouring products, the shuffle pairs them up.
  const low = i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(pixels), weights);
  const high = i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_u(pixels), weights);
  const even = v128.shuffle<i32>(low, high, 0, 2, 4, 6);
  const odd = v128.shuffle<i32>(low, high, 1, 3, 5, 7);
  return i32x4.add(even, odd);
}

// @ts-ignore: decorator
@inline
function luma(pixels: v128, weights: v128): v128 {
  const bias = i32x4.splat((16 << 15) + (1 << 14));
  return i32x4.shr_s(i32x4.add(weigh(pixels, weights), bias), 15);
}

// @ts-ignore: decorator
@inline
function weights(c0: i16, c1: i16, c2: i16): v128 {
  let lanes = i16x8.splat(0);
  lanes = i16x8.replace_lane(lanes, 0, c0);
  lanes = i16x8.replace_lane(lanes, 1, c1);
  lanes = i16x8.replace_lane(lanes, 2, c2);
  lanes = i16x8.replace_lane(lanes, 4, c0);
  lanes = i16x8.replace_lane(lanes, 5, c1);
  return i16x8.replace_lane(lanes, 6, c2);
}

/** Sums of each 2 x 2 block over eight pixels of two rows: four blocks, as 16-bit channels of two vectors. */
// @ts-ignore: decorator
@inline
function chroma(sumsLow: v128, sumsHigh: v128, weight: v128): v128 {
  const low = i32x4.dot_i16x8_s(sumsLow, weight);
  const high = i32x4.dot_i16x8_s(sumsHigh, weight);
  const all = i32x4.add(v128.shuffle<i32>(low, high, 0, 2, 4, 6), v128.shuffle<i32>(low, high, 1, 3, 5, 7));
  const bias = i32x4.splat((128 << 17) + (1 << 16));
  return i32x4.shr_s(i32x4.add(all, bias), 17);
}

/** Adds the two rows and the neighbouring pixels of four pixels each: two blocks as 16-bit channels. */
// @ts-ignore: decorator
@inline
function blocks(above: v128, below: v128): v128 {
  const left = i16x8.add(i16x8.extend_low_i8x16_u(above), i16x8.extend_low_i8x16_u(below));
  const right = i16x8.add(i16x8.extend_high_i8x16_u(above), i16x8.extend_high_i8x16_u(below));
  const first = v128.shuffle<i64>(left, right, 0, 2);
  const second = v128.shuffle<i64>(left, right, 1, 3);
  return i16x8.add(first, second);
}

/**
 * @param width A multiple of 8; @param height even; @param blueFirst true for BGRA, false for RGBA.
 */
export function convert(src: usize, y: usize, u: usize, v: usize, width: i32, height: i32, blueFirst: bool): void {
  // BT.709 luma 0.2126, 0.7152, 0.0722 times 219 / 255; chroma scaled by 224 / 255. Times 2^15.
  const yw = blueFirst ? weights(2032, 20127, 5983) : weights(5983, 20127, 2032);
  const uw = blueFirst ? weights(14392, -11094, -3298) : weights(-3298, -11094, 14392);
  const vw = blueFirst ? weights(-1320, -13072, 14392) : weights(14392, -13072, -1320);
  const stride = <usize>width * 4;
  for (let row = 0; row < height; row += 2) {
    const above = src + <usize>row * stride;
    const below = above + stride;
    const y0 = y + <usize>row * <usize>width;
    const y1 = y0 + <usize>width;
    const c = <usize>(row >> 1) * <usize>(width >> 1);
    for (let x: usize = 0; x < <usize>width; x += 8) {
      const a0 = v128.load(above + x * 4);
      const a1 = v128.load(above + x * 4, 16);
      const b0 = v128.load(below + x * 4);
      const b1 = v128.load(below + x * 4, 16);
      const ya = i16x8.narrow_i32x4_s(luma(a0, yw), luma(a1, yw));
      const yb = i16x8.narrow_i32x4_s(luma(b0, yw), luma(b1, yw));
      const y01 = i8x16.narrow_i16x8_u(ya, yb);
      v128.store64_lane(y0 + x, y01, 0);
      v128.store64_lane(y1 + x, y01, 1);
      const s0 = blocks(a0, b0);
      const s1 = blocks(a1, b1);
      const uv = i16x8.narrow_i32x4_s(chroma(s0, s1, uw), chroma(s0, s1, vw));
      const bytes = i8x16.narrow_i16x8_u(uv, uv);
      v128.store32_lane(u + c + (x >> 1), bytes, 0);
      v128.store32_lane(v + c + (x >> 1), bytes, 1);
    }
  }
}

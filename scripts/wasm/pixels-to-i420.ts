// AssemblyScript, built by scripts/build-wasm.mjs into src/export/video/pixels-to-i420.wasm.ts. Turns BGRA or RGBA pixels into I420 in
// BT.709, limited range, with rounding; each chroma sample is the mean of its four pixels.
// Fixed point with 15 bits for luma. Memory layout is the caller's: pixels at `src`, planes at `y`, `u`, `v`. Most pixels of a film
// are as they were a frame ago: `kept` holds the pixels that the planes were made of, and only what differs from them is converted.

/** Blue and red of four pixels as neighbouring 16-bit lanes (red and blue in RGBA). */
// @ts-ignore: decorator
@inline
function outer(pixels: v128): v128 {
  return v128.and(pixels, i16x8.splat(0x00ff));
}

/** Green and alpha of four pixels as neighbouring 16-bit lanes. */
// @ts-ignore: decorator
@inline
function inner(pixels: v128): v128 {
  return i16x8.shr_u(pixels, 8);
}

/** Sums the products of the lanes with their weights: one 32-bit integer for each pixel. Alpha's weight is nought. */
// @ts-ignore: decorator
@inline
function weigh(outers: v128, inners: v128, outerWeights: v128, innerWeights: v128): v128 {
  return i32x4.add(i32x4.dot_i16x8_s(outers, outerWeights), i32x4.dot_i16x8_s(inners, innerWeights));
}

// @ts-ignore: decorator
@inline
function luma(outers: v128, inners: v128, outerWeights: v128, innerWeights: v128): v128 {
  const bias = i32x4.splat((16 << 15) + (1 << 14));
  return i32x4.shr_s(i32x4.add(weigh(outers, inners, outerWeights, innerWeights), bias), 15);
}

// @ts-ignore: decorator
@inline
function chroma(outers: v128, inners: v128, outerWeights: v128, innerWeights: v128): v128 {
  const bias = i32x4.splat((128 << 17) + (1 << 16));
  return i32x4.shr_s(i32x4.add(weigh(outers, inners, outerWeights, innerWeights), bias), 17);
}

/** Adds neighbouring pixels of eight: four pairs. */
// @ts-ignore: decorator
@inline
function pairs(first: v128, second: v128): v128 {
  return i16x8.add(v128.shuffle<i32>(first, second, 0, 2, 4, 6), v128.shuffle<i32>(first, second, 1, 3, 5, 7));
}

/** Two 16-bit weights, over and over. */
// @ts-ignore: decorator
@inline
function weights(even: i32, odd: i32): v128 {
  return i32x4.splat((odd << 16) | (even & 0xffff));
}

/**
 * @param all Converts everything, whatever `kept` holds. @param width A multiple of 8; @param height even; @param blueFirst true for BGRA, false for RGBA.
 */
export function convert(
  src: usize,
  kept: usize,
  y: usize,
  u: usize,
  v: usize,
  width: i32,
  height: i32,
  blueFirst: bool,
  all: bool,
): void {
  // BT.709 luma 0.2126, 0.7152, 0.0722 times 219 / 255; chroma scaled by 224 / 255. Times 2^15.
  const yo = blueFirst ? weights(2032, 5983) : weights(5983, 2032);
  const uo = blueFirst ? weights(14392, -3298) : weights(-3298, 14392);
  const vo = blueFirst ? weights(-1320, 14392) : weights(14392, -1320);
  const yi = weights(20127, 0);
  const ui = weights(-11094, 0);
  const vi = weights(-13072, 0);
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
      const old = kept + <usize>row * stride + x * 4;
      const differs = v128.or(
        v128.or(v128.xor(a0, v128.load(old)), v128.xor(a1, v128.load(old, 16))),
        v128.or(v128.xor(b0, v128.load(old + stride)), v128.xor(b1, v128.load(old + stride, 16))),
      );
      if (!all && !v128.any_true(differs)) continue;
      v128.store(old, a0);
      v128.store(old, a1, 16);
      v128.store(old + stride, b0);
      v128.store(old + stride, b1, 16);
      const oa0 = outer(a0);
      const oa1 = outer(a1);
      const ob0 = outer(b0);
      const ob1 = outer(b1);
      const ia0 = inner(a0);
      const ia1 = inner(a1);
      const ib0 = inner(b0);
      const ib1 = inner(b1);
      const ya = i16x8.narrow_i32x4_s(luma(oa0, ia0, yo, yi), luma(oa1, ia1, yo, yi));
      const yb = i16x8.narrow_i32x4_s(luma(ob0, ib0, yo, yi), luma(ob1, ib1, yo, yi));
      const y01 = i8x16.narrow_i16x8_u(ya, yb);
      v128.store64_lane(y0 + x, y01, 0);
      v128.store64_lane(y1 + x, y01, 1);
      const o = pairs(i16x8.add(oa0, ob0), i16x8.add(oa1, ob1));
      const i = pairs(i16x8.add(ia0, ib0), i16x8.add(ia1, ib1));
      const uv = i16x8.narrow_i32x4_s(chroma(o, i, uo, ui), chroma(o, i, vo, vi));
      const bytes = i8x16.narrow_i16x8_u(uv, uv);
      v128.store32_lane(u + c + (x >> 1), bytes, 0);
      v128.store32_lane(v + c + (x >> 1), bytes, 1);
    }
  }
}

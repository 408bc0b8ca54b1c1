/** The part of HarfBuzz's own interface for subsets that is used; numbers are addresses and flags. */
interface Exports {
  readonly memory: WebAssembly.Memory;
  _initialize?(): void;
  malloc(bytes: number): number;
  free(place: number): void;
  hb_blob_create(data: number, bytes: number, mode: number, user: number, destroy: number): number;
  hb_blob_destroy(blob: number): void;
  hb_blob_get_data(blob: number, length: number): number;
  hb_blob_get_length(blob: number): number;
  hb_face_create(blob: number, index: number): number;
  hb_face_destroy(face: number): void;
  hb_face_get_empty(): number;
  hb_face_reference_blob(face: number): number;
  hb_set_add(set: number, value: number): void;
  hb_subset_input_create_or_fail(): number;
  hb_subset_input_destroy(input: number): void;
  hb_subset_input_glyph_set(input: number): number;
  hb_subset_input_set_flags(input: number, flags: number): void;
  hb_subset_input_pin_all_axes_to_default(input: number, face: number): number;
  hb_subset_input_pin_axis_location(input: number, face: number, tag: number, value: number): number;
  hb_subset_or_fail(face: number, input: number): number;
}

// Source: hb-subset.h. Without hints and without what only substitutions reach; glyphs keep their numbers; contours that
// overlap, as those of fonts that vary do, are marked as such.
const FLAGS = 0x1 | 0x2 | 0x10 | 0x200;
const WRITABLE = 2;
const WEIGHT = 0x77676874;

/** Cuts fonts down to some glyphs, standing still at one weight. */
export class Subsetter {
  private constructor(private readonly hb: Exports) {}

  /** @param wasm The subsets' module of harfbuzzjs. */
  static async open(wasm: BufferSource): Promise<Subsetter> {
    const { instance } = await WebAssembly.instantiate(wasm, {});
    const hb = instance.exports as unknown as Exports;
    hb._initialize?.();
    return new Subsetter(hb);
  }

  /**
   * @param font Plain OpenType.
   * @param weight Where a font that varies in weight is to stand; null for one that does not.
   * @returns The font with these glyphs alone, at their old numbers.
   * @throws Error if the font cannot be cut.
   */
  cut(font: Uint8Array, glyphs: Iterable<number>, weight: number | null): Uint8Array {
    const { hb } = this;
    const data = hb.malloc(font.length);
    new Uint8Array(hb.memory.buffer).set(font, data);
    const blob = hb.hb_blob_create(data, font.length, WRITABLE, 0, 0);
    const face = hb.hb_face_create(blob, 0);
    const input = hb.hb_subset_input_create_or_fail();
    try {
      const wanted = hb.hb_subset_input_glyph_set(input);
      for (const glyph of glyphs) hb.hb_set_add(wanted, glyph);
      hb.hb_subset_input_set_flags(input, FLAGS);
      hb.hb_subset_input_pin_all_axes_to_default(input, face);
      if (weight !== null) hb.hb_subset_input_pin_axis_location(input, face, WEIGHT, weight);
      return this.bytesOf(hb.hb_subset_or_fail(face, input));
    } finally {
      hb.hb_subset_input_destroy(input);
      hb.hb_face_destroy(face);
      hb.hb_blob_destroy(blob);
      hb.free(data);
    }
  }

  private bytesOf(face: number): Uint8Array {
    const { hb } = this;
    if (face === 0 || face === hb.hb_face_get_empty()) throw new Error('The font could not be cut down.');
    const blob = hb.hb_face_reference_blob(face);
    const [start, length] = [hb.hb_blob_get_data(blob, 0), hb.hb_blob_get_length(blob)];
    const bytes = new Uint8Array(hb.memory.buffer).slice(start, start + length);
    hb.hb_blob_destroy(blob);
    hb.hb_face_destroy(face);
    return bytes;
  }
}

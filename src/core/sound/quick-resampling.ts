import { wasmBase64 } from './resample.wasm';

/** A walk along a source: from which sample and which phase on, and how far each sample that comes out goes on. */
export interface ResampleCourse {
  /** Taps of a row; a multiple of 4. */
  readonly width: number;
  readonly count: number;
  readonly first: number;
  readonly phase: number;
  readonly stepWhole: number;
  readonly stepPhase: number;
  readonly up: number;
}

/** Reads between the samples of a source. */
export type QuickResampling = (source: Float32Array, course: ResampleCourse) => Float32Array;

// What is used of WebAssembly: the core is compiled without the browser's types.
interface WasmMemory {
  readonly buffer: ArrayBuffer;
  grow(pages: number): number;
}
interface Wasm {
  readonly Memory: new (size: { initial: number }) => WasmMemory;
  readonly Module: new (bytes: Uint8Array) => object;
  readonly Instance: new (module: object, imports: object) => { readonly exports: object };
}
type Resample = (...numbers: number[]) => void;

const PAGE = 65_536;
let module: object | null | undefined;

function compiled(wasm: Wasm): object | null {
  if (module !== undefined) return module;
  try {
    module = new wasm.Module(Uint8Array.from(globalAtob(wasmBase64), (letter) => letter.charCodeAt(0)));
  } catch {
    // No SIMD: the plain steps do the same, slower.
    module = null;
  }
  return module;
}

const globalAtob = (text: string) => (globalThis as unknown as { atob(text: string): string }).atob(text);

/** Prepares quick resampling with some taps; null where there is no WebAssembly with SIMD. */
export function quickResampling(taps: Float32Array): QuickResampling | null {
  const wasm = (globalThis as { WebAssembly?: Wasm }).WebAssembly;
  const made = wasm && compiled(wasm);
  if (!wasm || !made) return null;
  const memory = new wasm.Memory({ initial: Math.ceil(taps.byteLength / PAGE) + 1 });
  const { resample } = new wasm.Instance(made, { env: { memory } }).exports as { readonly resample: Resample };
  new Float32Array(memory.buffer, 0, taps.length).set(taps);
  return (source, { width, count, first, phase, stepWhole, stepPhase, up }) => {
    const at = Math.ceil(taps.byteLength / 16) * 16;
    const out = at + Math.ceil(source.byteLength / 16) * 16;
    const missing = out + count * 4 - memory.buffer.byteLength;
    if (missing > 0) memory.grow(Math.ceil(missing / PAGE));
    new Float32Array(memory.buffer, at, source.length).set(source);
    resample(0, width, at, out, count, first, phase, stepWhole, stepPhase, up);
    return new Float32Array(memory.buffer, out, count).slice();
  };
}

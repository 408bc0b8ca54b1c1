import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { type Outcome, refuse } from '@/core/table/issue';

/** The most that a file may unpack to; a small archive can hold gigabytes. */
const MAX_UNPACKED_BYTES = 1_000_000_000;

const FOLDER = 'data/';

/** A ZIP with one JSON document and each asset under `data/`. */
export function packFile(
  name: string,
  document: unknown,
  assets: ReadonlyMap<string, Uint8Array>,
): Uint8Array<ArrayBuffer> {
  const files: Record<string, Uint8Array> = { [name]: strToU8(`${JSON.stringify(document, null, 2)}\n`) };
  for (const [id, bytes] of assets) files[FOLDER + id] = bytes;
  return zipSync(files, { level: 6 }) as Uint8Array<ArrayBuffer>;
}

/** What a ZIP of ours holds. */
export interface Unpacked {
  /** Every file by its name. */
  readonly files: Readonly<Record<string, Uint8Array>>;
  /** Those under `data/`, by their names there. */
  readonly assets: ReadonlyMap<string, Uint8Array>;
}

const ENDINGS = { project: '.plucky', template: '.plucky-template', shelf: '.plucky-shelf' };

/** What our ZIP files are, as people call them. */
export type PackedKind = 'project' | 'template' | 'shelf';

/** Unpacks a ZIP; what is none, or is damaged or far too large, is refused. @param what What it was to be. */
export function unpackFile(bytes: Uint8Array, what: PackedKind): Outcome<Unpacked> {
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    return refuse(
      `not-a-${what}`,
      `This is not a ${what} of Plucky Tempo, since it is no ZIP archive. Choose a file that ends in ${ENDINGS[what]}.`,
    );
  let total = 0;
  let tooLarge = false;
  try {
    const files = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        total += originalSize;
        tooLarge ||= total > MAX_UNPACKED_BYTES;
        return !tooLarge;
      },
    });
    if (!tooLarge) {
      const names = Object.keys(files).filter((name) => name.startsWith(FOLDER));
      const assets = new Map(names.map((name) => [name.slice(FOLDER.length), files[name] as Uint8Array]));
      return { ok: true, value: { files, assets }, issues: [] };
    }
  } catch {
    return refuse(`damaged-${what}`, `The ${what} file is damaged and cannot be unpacked. Use an older copy.`);
  }
  return refuse('too-large', `The ${what} file unpacks to more than a gigabyte. It was not opened.`);
}

/** A JSON document of a ZIP; null where it is missing or damaged. */
export function readJson(files: Unpacked['files'], name: string): Readonly<Record<string, unknown>> | null {
  try {
    const data: unknown = JSON.parse(strFromU8(files[name] ?? new Uint8Array()));
    return typeof data === 'object' && data !== null ? (data as Record<string, unknown>) : null;
  } catch {
    return null;
  }
}

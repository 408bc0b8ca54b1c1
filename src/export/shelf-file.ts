import { type Outcome, refuse } from '@/core/table/issue';
import { packFile, readJson, unpackFile } from './packed-file';

/** Ending of files that hold a whole shelf. They are ZIP archives. */
export const SHELF_ENDING = '.plucky-shelf';

const FORMAT = 'plucky-tempo-shelf';
const VERSION = 1;

/** A state of work with its date. */
export interface BackedUpVersion {
  /** Milliseconds since 1970. */
  readonly atMs: number;
  readonly name: string;
  readonly seq: number;
  readonly project: unknown;
}

/** A piece of work in a backup. Its project is kept as it is, even where this version cannot read it. */
export interface BackedUpWork {
  readonly id: string;
  readonly changedMs: number;
  readonly removedMs: number | null;
  readonly picture: string;
  readonly project: unknown;
  readonly versions: readonly BackedUpVersion[];
}

/** A whole shelf with the bytes of all files that it needs. */
export interface ShelfBackup {
  readonly works: readonly BackedUpWork[];
  readonly assets: ReadonlyMap<string, Uint8Array>;
}

/** Writes a shelf's file: a ZIP with `shelf.json` and each asset under `data/`. */
export function writeShelfFile({ works, assets }: ShelfBackup): Uint8Array<ArrayBuffer> {
  return packFile('shelf.json', { format: FORMAT, version: VERSION, works }, assets);
}

/** Reads a shelf's file; what is none, or damaged, or from a newer version, is refused with the reason. */
export function readShelfFile(bytes: Uint8Array): Outcome<ShelfBackup> {
  const unpacked = unpackFile(bytes, 'shelf');
  if (!unpacked.ok) return unpacked;
  const { files, assets } = unpacked.value;
  const data = readJson(files, 'shelf.json');
  if (data?.format !== FORMAT)
    return refuse('not-a-shelf', 'This file holds no shelf of Plucky Tempo. Choose one that ends in .plucky-shelf.');
  if (data.version !== VERSION)
    return refuse(
      'newer-version',
      'This shelf is from a newer version of Plucky Tempo. Load the page again and retry.',
    );
  if (!Array.isArray(data.works) || !data.works.every(isWork))
    return refuse('damaged-shelf', 'The shelf’s file is damaged: its list of work cannot be read. Use an older copy.');
  return { ok: true, value: { works: data.works, assets }, issues: [] };
}

function isWork(value: unknown): value is BackedUpWork {
  const { id, changedMs, removedMs, picture, versions } = (value ?? {}) as Record<string, unknown>;
  return (
    typeof id === 'string' &&
    id !== '' &&
    Number.isFinite(changedMs) &&
    (removedMs === null || Number.isFinite(removedMs)) &&
    typeof picture === 'string' &&
    (picture === '' || picture.startsWith('data:image/')) &&
    Array.isArray(versions) &&
    versions.every(isVersion)
  );
}

function isVersion(value: unknown): value is BackedUpVersion {
  const { atMs, name, seq } = (value ?? {}) as Record<string, unknown>;
  return Number.isSafeInteger(atMs) && typeof name === 'string' && Number.isSafeInteger(seq);
}

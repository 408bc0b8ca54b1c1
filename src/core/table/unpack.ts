import { Gunzip, unzipSync } from 'fflate';
import { recogniseFileKind } from './file-kind';
import { type Outcome, refuse } from './issue';
import { MAX_UNPACKED_BYTES } from './workbook';

/** A table that was packed into another file. */
export interface Unpacked {
  readonly bytes: Uint8Array;
  readonly fileName: string;
}

const tableEnding =
  /\.(csv|tsv|tab|txt|json|jsonl|ndjson|geojson|xlsx|xlsm|xlsb|xls|ods|fods|parquet|arrow|feather|sqlite3?|db|html?|xml)$/i;

/**
 * Takes the table out of a packed file.
 *
 * @returns null where the file is not packed, or is a workbook, which only looks so.
 */
export function unpack(bytes: Uint8Array, fileName: string): Outcome<Unpacked> | null {
  const kind = recogniseFileKind(bytes);
  if (kind === 'packed') return gunzipped(bytes, fileName.replace(/\.gz$/i, ''));
  return kind === 'archive' ? unzipped(bytes) : null;
}

/** Bytes that are unpacked at once. */
const PIECE = 1 << 20;

const tooLarge = () =>
  refuse(
    'too-large',
    `This file unpacks to more than ${MAX_UNPACKED_BYTES / 1e6} MB and was not opened. Keep fewer rows or columns.`,
  );

function gunzipped(bytes: Uint8Array, fileName: string): Outcome<Unpacked> {
  const chunks: Uint8Array[] = [];
  let total = 0;
  const gunzip = new Gunzip((chunk) => {
    total += chunk.length;
    if (total > MAX_UNPACKED_BYTES) throw new RangeError('too large');
    chunks.push(chunk);
  });
  try {
    // Piece by piece, so that what grows without end is noticed early.
    for (let from = 0; from < bytes.length; from += PIECE)
      gunzip.push(bytes.subarray(from, from + PIECE), from + PIECE >= bytes.length);
  } catch (error) {
    if (error instanceof RangeError) return tooLarge();
    return refuse('damaged-file', 'This packed file is damaged or cut off. Use another copy.');
  }
  const whole = new Uint8Array(total);
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.length;
  }
  return { ok: true, value: { bytes: whole, fileName }, issues: [] };
}

function unzipped(bytes: Uint8Array): Outcome<Unpacked> | null {
  const names: string[] = [];
  let workbook = false;
  let large = false;
  try {
    unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        workbook ||= /^(xl\/workbook\.(xml|bin)|content\.xml|mimetype)$/i.test(name);
        if (!/^__MACOSX\/|\/\.|^\./.test(name) && !name.endsWith('/')) {
          names.push(name);
          large ||= tableEnding.test(name) && originalSize > MAX_UNPACKED_BYTES;
        }
        return false;
      },
    });
  } catch {
    return null;
  }
  if (workbook) return null;
  if (names.some((name) => name.startsWith('ppt/')))
    return refuse(
      'not-a-table',
      'This file is a slide show. Copy its table into a spreadsheet, save that as CSV and drop it here.',
    );
  if (names.some((name) => name.startsWith('word/')))
    return refuse(
      'not-a-table',
      'This file is a text document. Copy its table into a spreadsheet, save that as CSV and drop it here.',
    );
  const tables = names.filter((name) => tableEnding.test(name));
  const [only] = tables;
  if (!only) return null;
  if (tables.length > 1) {
    const shown = tables.slice(0, 5).map((name) => `“${name}”`);
    const message = `This archive holds ${tables.length} tables (${shown.join(', ')}${tables.length > 5 ? ' …' : ''}). Unpack it and drop the one that you want.`;
    return refuse('not-a-table', message);
  }
  if (large) return tooLarge();
  const inside = unzipSync(bytes, { filter: ({ name }) => name === only })[only];
  return inside ? { ok: true, value: { bytes: inside, fileName: only.replace(/^.*\//, '') }, issues: [] } : null;
}

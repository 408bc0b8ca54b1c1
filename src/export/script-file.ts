import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { isScriptName, meansFilmScript } from '@/core/script/read-script';
import type { WrittenScript } from '@/core/script/write-script';

/** What the script is called in an archive that the app writes. */
const SCRIPT = 'film.json';

/** Ending of such archives. */
export const SCRIPT_ENDING = '-film.zip';

/**
 * A film script with the files that it names, as a ZIP.
 *
 * @param bytesOf The bytes of an asset. @throws Error what it throws for one that is gone.
 */
export function writeScriptFile(
  { script, files }: WrittenScript,
  bytesOf: (assetId: string) => Uint8Array,
): Uint8Array<ArrayBuffer> {
  const packed: Record<string, Uint8Array> = { [SCRIPT]: strToU8(`${JSON.stringify(script, null, 2)}\n`) };
  for (const [name, assetId] of files) packed[name] = bytesOf(assetId);
  return zipSync(packed, { level: 6 }) as Uint8Array<ArrayBuffer>;
}

/** A script among the files of an archive, and those files by the names that it has for them. */
export interface UnpackedScript {
  readonly name: string;
  readonly text: string;
  readonly files: ReadonlyMap<string, Uint8Array>;
}

/** The most that an archive may unpack to; a small one can hold gigabytes. */
const MAX_UNPACKED_BYTES = 1_000_000_000;

/** The film script of a ZIP, at its top or in its only folder; null where it holds none. */
export function scriptOfZip(bytes: Uint8Array): UnpackedScript | null {
  let names: string[] = [];
  let total = 0;
  try {
    unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        names.push(name);
        total += originalSize;
        return false;
      },
    });
    names = names.filter((name) => isScriptName(name) && name.split('/').length <= 2);
    if (names.length === 0 || total > MAX_UNPACKED_BYTES) return null;
    const packed = unzipSync(bytes);
    for (const name of names) {
      const text = strFromU8(packed[name] ?? new Uint8Array());
      if (!meansFilmScript(name, text)) continue;
      const folder = name.slice(0, name.lastIndexOf('/') + 1);
      const beside = Object.entries(packed).filter(([each]) => each.startsWith(folder) && each !== name);
      return { name, text, files: new Map(beside.map(([each, of]) => [each.slice(folder.length), of])) };
    }
  } catch {
    // A ZIP that cannot be read is told by whoever reads it as a table.
  }
  return null;
}

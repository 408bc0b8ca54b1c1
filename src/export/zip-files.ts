import { Zip, ZipPassThrough } from 'fflate';
import { ExportError } from './export-error';
import type { FilmFile, FinishedFile } from './video/film-file';
import { FILM_FOLDER } from './video/film-format';

/** What a plain ZIP can hold, with some room for its index. */
export const ZIP_MOST_BYTES = 0xffff_ffff - 16 * 1024 * 1024;

/** A file of the browser's private disk, and what it is to be called. */
export interface FileToZip {
  readonly privateName: string;
  readonly name: string;
}

/**
 * Puts finished files of the private disk into one ZIP, piece by piece. They are packed already, so it only holds them.
 *
 * @throws ExportError for more than 4 GB.
 */
export async function zipFiles(files: readonly FileToZip[], out: FilmFile): Promise<FinishedFile> {
  try {
    const root = await navigator.storage.getDirectory();
    const folder = await root.getDirectoryHandle(FILM_FOLDER);
    const found = await Promise.all(
      files.map(async ({ privateName, name }) => ({
        name,
        file: await (await folder.getFileHandle(privateName)).getFile(),
      })),
    );
    if (found.reduce((sum, { file }) => sum + file.size, 0) > ZIP_MOST_BYTES)
      throw new ExportError('failed', 'A ZIP holds at most 4 GB, and these are more. Save the files one by one.');
    const pieces: Uint8Array[] = [];
    const zip = new Zip((error, piece) => {
      if (error) throw error;
      pieces.push(piece);
    });
    for (const { file, name } of found) {
      const entry = new ZipPassThrough(name);
      zip.add(entry);
      const reader = file.stream().getReader();
      for (let part = await reader.read(); !part.done; part = await reader.read()) {
        entry.push(part.value);
        for (const piece of pieces.splice(0)) await out.append(piece);
      }
      entry.push(new Uint8Array(0), true);
    }
    zip.end();
    for (const piece of pieces.splice(0)) await out.append(piece);
    return await out.finish();
  } catch (error) {
    await out.discard();
    throw error;
  }
}

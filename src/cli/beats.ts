import path from 'node:path';
import { type FoundBeats, findBeats, LEAST_BEAT_SEC } from '@/core/sound/beats/find-beats';
import { openSound } from '@/export/sound/open-sound';
import { borrowBrowser } from './browser';
import { readBytes } from './open-table';
import { Refusal } from './refusal';
import { startRenderServer } from './render-server';

/**
 * Finds the beat of a sound's file. WAV is read here; what is coded, Chromium decodes.
 *
 * @param root The project's folder.
 * @throws Refusal for a file that is no sound, or in which no beat is found.
 */
export async function beatsOf(root: string, file: string): Promise<FoundBeats> {
  const bytes = readBytes(file);
  const name = path.basename(file);
  const found = /\.wav$/i.test(name) ? await fromHere(bytes, name) : await fromBrowser(root, bytes, name);
  if (found) return found;
  throw new Refusal(
    `No beat was found in ${name}: it is silent, nothing comes again in it, or it is shorter than ${LEAST_BEAT_SEC} seconds.`,
  );
}

async function fromHere(bytes: Uint8Array, name: string): Promise<FoundBeats | null> {
  try {
    return await findBeats(await openSound(new Blob([bytes as Uint8Array<ArrayBuffer>]), name));
  } catch (error) {
    throw new Refusal(error instanceof Error ? error.message : String(error));
  }
}

async function fromBrowser(root: string, bytes: Uint8Array, name: string): Promise<FoundBeats | null> {
  const server = await startRenderServer(
    root,
    () => '{}',
    () => '',
    () => bytes,
  );
  const browser = await borrowBrowser();
  try {
    const page = await browser.context.newPage();
    await page.goto(server.url);
    const told = await page.evaluate(
      (of) => (window as unknown as { beatsOf(asset: string, name: string): Promise<string> }).beatsOf('sound', of),
      name,
    );
    if (told.startsWith('!')) throw new Refusal(told.slice(1));
    return JSON.parse(told);
  } finally {
    await browser.release();
    server.close();
  }
}

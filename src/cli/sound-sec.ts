import { soundFacts } from '@/export/sound/open-sound';

/** Seconds of a sound. @throws Error that says why it cannot be read. */
export async function soundSec(bytes: Uint8Array, name: string): Promise<number> {
  return (await soundFacts(new Blob([bytes as Uint8Array<ArrayBuffer>]), name)).sec;
}

import { mkdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import type { Farm } from '@/farm/farm';
import { statusOf } from '@/farm/status';
import { openStore } from '@/farm/store/open-store';
import { Refusal } from '../refusal';

/**
 * Brings the finished films of a job into a folder, each whole or not at all.
 *
 * @returns The files.
 * @throws Refusal where none is finished yet; FarmError where there is no such job, or the store does not answer.
 */
export async function fetchFilms(farm: Farm, place: string, job: number, out: string): Promise<string[]> {
  const store = await openStore(place, `fetch-${process.pid}`);
  const { finished, state } = await statusOf(farm, job);
  if (finished.length === 0) throw new Refusal(`No film of job ${job} is finished: it is ${state}.`);
  mkdirSync(out, { recursive: true });
  const files: string[] = [];
  for (const { name, key } of finished) {
    const file = path.join(out, name);
    const draft = path.join(out, `.${name}.${process.pid}.part`);
    try {
      if (!(await store.readInto(key, draft))) throw new Refusal(`${store.place} has no ${key} any more.`);
      renameSync(draft, file);
    } finally {
      rmSync(draft, { force: true });
    }
    files.push(file);
  }
  return files;
}

import type { JobStatus } from '@/core/project/farm-job';
import type { Farm } from '@/farm/farm';
import { statusOf, statusOfAll } from '@/farm/status';
import { lineOf, statusWords } from './status-words';

const LOOK_MS = 1000;
const ended = ({ state }: JobStatus) => state === 'done' || state === 'failed' || state === 'cancelled';

/**
 * Tells how a job stands whenever that changes, until it has ended; of all jobs where none is named. One that failed ends the
 * command with status 1.
 */
export async function watchStatus(farm: Farm, job: number | null, json: boolean): Promise<void> {
  let told = '';
  for (;;) {
    const all = job === null ? await statusOfAll(farm) : [await statusOf(farm, job)];
    const lines = all.map((each) => (json ? JSON.stringify(each) : lineOf(each))).join('\n');
    if (lines !== told) process.stdout.write(`${lines}\n`);
    told = lines;
    if (all.every(ended)) {
      if (!json) process.stdout.write(all.map(statusWords).join(''));
      if (all.some(({ state }) => state === 'failed')) process.exitCode = 1;
      return;
    }
    await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  }
}

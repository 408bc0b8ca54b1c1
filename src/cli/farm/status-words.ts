import type { JobStatus } from '@/core/project/farm-job';
import type { WorkerReport } from '@/farm/farm';
import { versionWords } from '@/farm/version';

const percent = (done: number, of: number) => `${Math.floor((100 * done) / Math.max(1, of))} %`;

/** Bytes for people, such as `12.3 MB`. */
export function bytesWords(bytes: number): string {
  if (bytes < 1000) return `${bytes} B`;
  const [value, unit] = bytes < 1e6 ? [bytes / 1e3, 'kB'] : bytes < 1e9 ? [bytes / 1e6, 'MB'] : [bytes / 1e9, 'GB'];
  return `${value.toFixed(1)} ${unit}`;
}

/** Seconds for people, such as `1:05 min` or `2:30 h`. */
export function leftWords(sec: number): string {
  const whole = Math.ceil(sec);
  const two = (value: number) => String(value).padStart(2, '0');
  if (whole < 60) return `${whole} s`;
  if (whole < 3600) return `${Math.floor(whole / 60)}:${two(whole % 60)} min`;
  return `${Math.floor(whole / 3600)}:${two(Math.floor((whole % 3600) / 60))} h`;
}

/** One line: how far a job is. */
export function lineOf(status: JobStatus): string {
  const { job, name, state, films, filmsDone, frames, framesDone, framesPerSec, leftSec } = status;
  const pace = framesPerSec > 0 ? `, ${Math.round(framesPerSec)} frames a second` : '';
  const left = leftSec === null || state !== 'working' ? '' : `, ${leftWords(leftSec)} left`;
  return `Job ${job} (${name}): ${state}, ${filmsDone} of ${films} films, ${percent(framesDone, frames)} drawn${pace}${left}`;
}

/** A job, with who works on what, what failed, and what is finished. */
export function statusWords(status: JobStatus): string {
  const { atWork, failed, finished, hint, version } = status;
  const lines = [lineOf(status), `  made by ${version}`];
  for (const { worker, film, stage, done, count, framesPerSec } of atWork) {
    const far = count > 0 ? `: ${percent(done, count)}, ${Math.round(framesPerSec)} frames a second` : '';
    lines.push(`  ${worker || 'somebody'} makes ${stage} of ${film}${far}`);
  }
  for (const { film, stage, frames, tries, why } of failed) {
    const where = frames ? ` frames ${frames[0]} to ${frames[1]} of` : ` ${stage} of`;
    lines.push(`  FAILED after ${tries} tries:${where} ${film}: ${why}`);
  }
  for (const { name, key, bytes } of finished) lines.push(`  ${name}  ${bytesWords(bytes)}  ${key}`);
  for (const line of hint === '' ? [] : hint.split('\n')) lines.push(`  ${line}`);
  return `${lines.join('\n')}\n`;
}

/** All jobs, and who is there to make them. */
export function listWords(all: readonly JobStatus[], workers: ReadonlyMap<string, WorkerReport>): string {
  const lines = all.length === 0 ? ['There is no job.'] : all.map(lineOf);
  lines.push(workers.size === 0 ? 'No worker is there.' : 'Workers:');
  for (const { name, version, slots, trouble } of workers.values())
    lines.push(`  ${name}: ${slots} at once, ${versionWords(version)}${trouble === '' ? '' : `; ${trouble}`}`);
  return `${lines.join('\n')}\n`;
}

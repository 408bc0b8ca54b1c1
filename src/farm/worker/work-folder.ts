import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

const NAME = 'tempo-worker-';

/** A folder for what a worker has in work. Those of workers that died on this machine are removed. */
export function openWorkFolder(): string {
  for (const name of readdirSync(os.tmpdir())) {
    const pid = new RegExp(`^${NAME}(\\d+)-`).exec(name)?.[1];
    if (pid && !isAlive(Number(pid))) rmSync(path.join(os.tmpdir(), name), { recursive: true, force: true });
  }
  return mkdtempSync(path.join(os.tmpdir(), `${NAME}${process.pid}-`));
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // Somebody else's process lives as well.
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

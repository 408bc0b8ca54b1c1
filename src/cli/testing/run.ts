import { vi } from 'vitest';
import { tempo } from '../program';

/** What a command printed, and its status. It runs in this process: to start one takes longer than most commands. */
export async function run(...args: string[]): Promise<{ status: number; stdout: string; stderr: string }> {
  const said = { stdout: '', stderr: '' };
  const spies = (['stdout', 'stderr'] as const).map((stream) =>
    vi.spyOn(process[stream], 'write').mockImplementation((text) => {
      said[stream] += typeof text === 'string' ? text : Buffer.from(text).toString();
      return true;
    }),
  );
  process.exitCode = 0;
  try {
    await tempo(args);
    return { status: Number(process.exitCode), ...said };
  } finally {
    for (const spy of spies) spy.mockRestore();
    process.exitCode = 0;
  }
}

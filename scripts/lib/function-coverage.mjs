// What `vitest --coverage` collects: which functions ran, and through them which lines. To count how often each block ran
// slows all that runs by a quarter, libraries too; to note a function when it first runs costs nothing that could be measured.
import inspector from 'node:inspector/promises';
import { fileURLToPath } from 'node:url';
import v8 from '@vitest/coverage-v8';

/** What is begun once for a process: a test may have all modules loaded anew, this one too. */
const KEPT = Symbol.for('function-coverage');
const kept = () => {
  process[KEPT] ??= { session: new inspector.Session(), started: false };
  return process[KEPT];
};

/** Is a script one of the project's own? */
const isOwn = ({ url }) => url.startsWith('file://') && !url.includes('/node_modules/');

/** The provider of Vitest for V8, but for what it asks V8 to note. */
export default {
  ...v8,
  async startCoverage() {
    const own = kept();
    // Files that share a process go on with what was begun for the first of them.
    if (own.started) return;
    own.started = true;
    own.session.connect();
    await own.session.post('Profiler.enable');
    await own.session.post('Profiler.startPreciseCoverage', { callCount: false, detailed: false });
  },
  /** The functions that ran for the first time since it was last asked. */
  async takeCoverage({ moduleExecutionInfo } = {}) {
    const { result } = await kept().session.post('Profiler.takePreciseCoverage');
    return {
      result: result.filter(isOwn).map((script) => ({
        ...script,
        startOffset: moduleExecutionInfo?.get(fileURLToPath(script.url))?.startOffset ?? 0,
      })),
    };
  },
  /** The process ends with its last file, and what is noted with it. */
  async stopCoverage() {},
};

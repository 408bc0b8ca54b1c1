// The unit tests, in two processes beside each other: what one waits for or works out alone leaves the other its core.
import { spawn } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { createInterface } from 'node:readline';
import { root } from './set-up.mjs';

/** Everything in `src` but the core. */
const apps = readdirSync(path.join(root, 'src')).filter((name) => name !== 'core');

/** Each tests a share of the sources, and says which of their lines it ran. */
const shares = [
  { name: 'core', projects: 'core', covers: ['src/core/**/*.ts'] },
  {
    name: 'rest',
    projects: '!core',
    covers: apps.map((name) => `src/${name}${name.endsWith('.ts') ? '' : '/**/*.{ts,tsx}'}`),
  },
];

/** Where a share says what came of its tests. */
const reportOf = (reports, { name }) => path.join(reports, `unit-${name}.json`);
/** The lines that unit tests of a share ran, as `json-summary` has them. */
const summaryOf = ({ name }) => path.join(root, 'coverage', name, 'coverage-summary.json');

function runShare(reports, share) {
  for (const old of [reportOf(reports, share), summaryOf(share)]) rmSync(old, { force: true });
  const args = ['vitest', 'run', `--project=${share.projects}`, '--coverage'];
  const told = ['--reporter=default', '--reporter=json', `--outputFile.json=${reportOf(reports, share)}`];
  const child = spawn('npx', ['--no-install', ...args, ...told], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, COVERED: share.covers.join(' '), COVERAGE_FOLDER: `coverage/${share.name}` },
  });
  // Line by line, so that neither breaks into what the other says.
  for (const [from, to] of [
    [child.stdout, process.stdout],
    [child.stderr, process.stderr],
  ])
    createInterface({ input: from }).on('line', (line) => to.write(`${line}\n`));
  return new Promise((resolve) => {
    child.on('error', () => resolve(false));
    child.on('close', (code) => resolve(code === 0));
  });
}

/**
 * Starts all unit tests.
 *
 * @param {string} reports The folder for what they say.
 * @returns {{ firstEnd: Promise<void>, passed: Promise<boolean> }} When the first share has ended, and the rest leaves room
 *   for other work; and whether all tests passed, once all have ended.
 */
export function startUnitTests(reports) {
  const runs = shares.map((share) => runShare(reports, share));
  return {
    firstEnd: Promise.race(runs).then(() => undefined),
    passed: Promise.all(runs).then((outcomes) => outcomes.every(Boolean)),
  };
}

/**
 * What came of them, as one report of Vitest.
 *
 * @param {string} reports
 * @throws {Error} where a share wrote none.
 */
export function unitReport(reports) {
  const told = shares.map((share) => JSON.parse(readFileSync(reportOf(reports, share), 'utf8')));
  const sum = (key) => told.reduce((total, each) => total + each[key], 0);
  return {
    numPassedTests: sum('numPassedTests'),
    numFailedTests: sum('numFailedTests'),
    numFailedTestSuites: sum('numFailedTestSuites'),
    testResults: told.flatMap((each) => each.testResults),
  };
}

/**
 * The lines that they ran, by file.
 *
 * @returns {Record<string, { lines: { total: number, covered: number } }> | null} null where a share wrote none.
 */
export function unitCoverage() {
  const files = shares.map(summaryOf);
  if (!files.every((file) => existsSync(file))) return null;
  return Object.assign({}, ...files.map((file) => JSON.parse(readFileSync(file, 'utf8'))));
}

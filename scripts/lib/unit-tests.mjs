// The unit tests, in two processes beside each other: what one waits for or works out alone leaves the other its core.
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { createInterface } from 'node:readline';

/** Each tests a share of the sources, and says which of their lines it ran. */
const shares = [
  { name: 'core', args: ['--project=core', '--coverage.include=src/core/**/*.ts'] },
  { name: 'rest', args: ['--project=!core', '--coverage.include=src/!(core)/**/*.{ts,tsx}'] },
];

/** Where a share says what came of its tests. */
const reportOf = (reports, { name }) => path.join(reports, `unit-${name}.json`);
/** The lines that unit tests of a share ran, as `json-summary` has them. */
const summaryOf = (root, { name }) => path.join(root, 'coverage', name, 'coverage-summary.json');

function runShare(root, reports, share) {
  for (const old of [reportOf(reports, share), summaryOf(root, share)]) rmSync(old, { force: true });
  const args = ['vitest', 'run', ...share.args, '--coverage', `--coverage.reportsDirectory=coverage/${share.name}`];
  const told = ['--reporter=default', '--reporter=json', `--outputFile.json=${reportOf(reports, share)}`];
  const child = spawn('npx', ['--no-install', ...args, ...told], { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
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
 * Runs all unit tests.
 *
 * @param {string} root The project's folder.
 * @param {string} reports The folder for what they say.
 * @returns {Promise<boolean>} Whether all of them passed.
 */
export async function runUnitTests(root, reports) {
  const outcomes = await Promise.all(shares.map((share) => runShare(root, reports, share)));
  return outcomes.every(Boolean);
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
 * @param {string} root
 * @returns {Record<string, { lines: { total: number, covered: number } }> | null} null where a share wrote none.
 */
export function unitCoverage(root) {
  const files = shares.map((share) => summaryOf(root, share));
  if (!files.every((file) => existsSync(file))) return null;
  return Object.assign({}, ...files.map((file) => JSON.parse(readFileSync(file, 'utf8'))));
}

// npm test: sets up, then checks style, types, dependency rules, unit tests, the build and the app in a browser.
// One part alone: npm test -- --lint | --types | --rules | --unit | --build | --e2e (several may be named).
// With --keep-coverage the figures of this run become those that later ones may not fall below.
import { execFile } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { reportCoverage } from './lib/coverage.mjs';
import { ensureBuild, ensurePackages, ensurePrograms, root, runBeside } from './lib/set-up.mjs';
import { startUnitTests, unitCoverage, unitReport } from './lib/unit-tests.mjs';

const parts = ['lint', 'types', 'rules', 'unit', 'build', 'e2e'];
const flags = process.argv.slice(2).map((flag) => flag.replace(/^--/, ''));
const keep = flags.includes('keep-coverage');
const named = flags.filter((flag) => flag !== 'keep-coverage');
const unknown = named.filter((name) => !parts.includes(name));
if (unknown.length > 0) {
  console.error(`Unknown part: ${unknown.join(', ')}. Known parts: ${parts.map((part) => `--${part}`).join(' ')}`);
  process.exit(2);
}
const wanted = (part) => named.length === 0 || named.includes(part);
const reports = path.join(root, 'test-results');
const total = { passed: 0, failed: 0 };
/** What failed, said once more at the end: the output of a whole run is longer than what anybody keeps of it. */
const failures = [];

async function step(name, action, startedMs = Date.now()) {
  console.log(`\n── ${name}`);
  let ok = false;
  try {
    ok = await action();
  } catch (error) {
    console.error(error.message);
  }
  console.log(`── ${name}: ${ok ? 'fine' : 'FAILED'} (${((Date.now() - startedMs) / 1000).toFixed(1)} s)`);
  return ok;
}

const npxArgs = (...args) => ['npx', '--no-install', ...args];
/** TypeScript 7, by its path: 6 is there as well, and either could be the one that is called `tsc`. */
const types = (...args) => [process.execPath, 'node_modules/typescript-native/bin/tsc', '--noEmit', ...args];

/** A check that has no tests of its own counts when it fails, so that the last line never hides it. */
async function check(part, name, action) {
  if (!wanted(part) || (await step(name, action))) return;
  total.failed++;
  failures.push(name);
}

/** Side by side, since each leaves one core free; what each has to say comes when it has ended. Each is a part, a name, commands. */
async function checkAtOnce(checks) {
  const startedMs = Date.now();
  const run = ([program, ...args]) =>
    new Promise((resolve) => {
      execFile(program, args, { cwd: root, maxBuffer: 1e8 }, (error, stdout, stderr) =>
        resolve({ ok: !error, said: `${stdout}${stderr}` }),
      );
    });
  await Promise.all(
    checks
      .filter(([part]) => wanted(part))
      .map(async ([, name, ...commands]) => {
        let [ok, said] = [true, ''];
        for (const command of commands) {
          if (!ok) break;
          const outcome = await run(command);
          ok = outcome.ok;
          said += outcome.said;
        }
        const tell = () => {
          process.stdout.write(said);
          return ok;
        };
        if (!(await step(name, tell, startedMs))) {
          total.failed++;
          failures.push(`${name}\n${said.slice(-2000)}`);
        }
      }),
  );
}

/** The tests of a report that failed, each with the beginning of why. */
function failedUnit({ testResults = [] }) {
  return testResults.flatMap(({ name, message, assertionResults = [] }) => {
    const failed = assertionResults.filter(({ status }) => status === 'failed');
    const file = path.relative(root, name);
    if (failed.length === 0) return message ? [`${file}\n${message.slice(0, 1500)}`] : [];
    return failed.map((each) => `${file}: ${each.fullName}\n${(each.failureMessages ?? []).join('\n').slice(0, 1500)}`);
  });
}

function failedBrowser({ suites = [] }) {
  return suites.flatMap((suite) => [
    ...failedBrowser(suite),
    ...(suite.specs ?? [])
      .filter(({ ok }) => !ok)
      .map(({ file, title, tests: runs = [] }) => {
        const why = runs.flatMap(({ results = [] }) => results.map(({ error }) => error?.message ?? '')).join('\n');
        return `${file}: ${title}\n${why.slice(0, 1500)}`;
      }),
  ]);
}

/** Runs tests and counts them. `report` gives what they told, and throws where that is nothing. */
async function tests(name, action, report, count, namesOf) {
  const startedMs = Date.now();
  console.log(`\n── ${name}`);
  let passed = false;
  try {
    passed = await action();
  } catch (error) {
    console.error(error.message);
  }
  const ok = await step(`${name}, all in all`, () => passed, startedMs);
  let found = { passed: 0, failed: 1 };
  try {
    const told = report();
    found = count(told);
    failures.push(...namesOf(told));
  } catch {
    console.error(`${name} wrote no report.`);
    failures.push(`${name} wrote no report.`);
  }
  total.passed += found.passed;
  total.failed += ok ? found.failed : Math.max(1, found.failed);
}

/** Unit tests, and what they covered. `firstEnd` comes when they leave room for other work. */
function unitTests() {
  const { firstEnd, passed } = startUnitTests(reports);
  const count = (json) => ({
    passed: json.numPassedTests,
    failed: json.numFailedTests + (json.numFailedTestSuites > 0 && json.numFailedTests === 0 ? 1 : 0),
  });
  const told = async () => {
    await tests(
      'Unit tests (Vitest)',
      () => passed,
      () => unitReport(reports),
      count,
      failedUnit,
    );
    await check('unit', 'Coverage', () => reportCoverage(unitCoverage(), root, { keep }));
  };
  return { firstEnd, ended: told() };
}

async function browserTests() {
  const report = path.join(reports, 'browser.json');
  rmSync(report, { force: true });
  process.env.PLAYWRIGHT_JSON_OUTPUT_NAME = report;
  const run = async () => {
    await ensureBuild();
    const [program, ...args] = npxArgs('playwright', 'test', '--reporter=list,json');
    return runBeside(program, args);
  };
  const count = ({ stats }) => ({ passed: stats.expected + stats.flaky, failed: stats.unexpected });
  await tests('Browser tests (Playwright)', run, () => JSON.parse(readFileSync(report, 'utf8')), count, failedBrowser);
}

const setUp = await step('Set-up', () => {
  ensurePackages();
  if (wanted('e2e') || wanted('build') || wanted('unit')) ensurePrograms({ tests: true });
  mkdirSync(reports, { recursive: true });
  return true;
});
if (!setUp) total.failed++;
else {
  await checkAtOnce([
    ['lint', 'Style (Biome)', npxArgs('biome', 'check', '.')],
    ['types', 'Types', npxArgs('next', 'typegen'), types()],
    ['types', 'Types of the core, without a browser', types('-p', 'tsconfig.core.json')],
    ['rules', 'Dependency rules', npxArgs('depcruise', 'src', '--config', '.dependency-cruiser.cjs')],
  ]);
  const unit = wanted('unit') ? unitTests() : null;
  // Tests of the app as a whole wait for half of their time: the build and the browser begin beside the last of them.
  await unit?.firstEnd;
  await check('build', 'Build', async () => {
    await ensureBuild();
    return true;
  });
  if (wanted('e2e')) await browserTests();
  await unit?.ended;
}
for (const failure of failures) console.log(`\nFailed: ${failure}`);
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed > 0 ? 1 : 0);

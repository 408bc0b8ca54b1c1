// Coverage by folder: shown after the unit tests, and never less than it was.
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/** Percent of lines by folder, as they were when somebody last kept them. */
const KEPT = 'tests/coverage.json';

/**
 * Lines of functions that tests ran, by folder: the first two parts below `src`.
 *
 * @param {Record<string, { lines: { total: number, covered: number } }>} files What Vitest's `json-summary` says.
 * @param {string} root The project's folder.
 * @returns {Map<string, { total: number, covered: number }>} In the order of the names.
 */
export function byFolder(files, root) {
  const folders = new Map();
  for (const [file, { lines }] of Object.entries(files)) {
    if (file === 'total') continue;
    const parts = path.relative(root, file).split(path.sep);
    const folder = parts.slice(0, Math.min(3, parts.length - 1)).join('/');
    const sum = folders.get(folder) ?? { total: 0, covered: 0 };
    folders.set(folder, { total: sum.total + lines.total, covered: sum.covered + lines.covered });
  }
  return new Map([...folders].sort(([a], [b]) => a.localeCompare(b)));
}

/** Laws are tried on other tables in each run, which moves a figure by a fraction: only more than this is a fall. */
const SLACK = 1;

/** Whole percent; a folder without lines is covered. */
const percentOf = ({ total, covered }) => (total === 0 ? 100 : Math.floor((covered / total) * 100));

/**
 * What has fallen below what was kept, in words.
 *
 * @param {ReturnType<typeof byFolder>} folders
 * @param {Record<string, number>} kept
 * @returns {string[]} Empty when nothing has.
 */
export function fallen(folders, kept) {
  return [...folders]
    .filter(([folder, sums]) => percentOf(sums) < (kept[folder] ?? 0) - SLACK)
    .map(([folder, sums]) => `${folder}: ${percentOf(sums)} %, was ${kept[folder]} %`);
}

/**
 * Prints the figures. With `keep`, they become those that later ones are held to.
 *
 * @param {Parameters<typeof byFolder>[0] | null} files null where the tests wrote none.
 * @param {string} root
 * @returns {boolean} Whether none has fallen.
 */
export function reportCoverage(files, root, { keep = false } = {}) {
  if (!files) {
    console.error('The unit tests wrote no coverage.');
    return false;
  }
  const folders = byFolder(files, root);
  const kept = JSON.parse(readFileSync(path.join(root, KEPT), 'utf8'));
  console.log('\nLines of functions that unit tests run, by folder');
  for (const [folder, sums] of folders) console.log(`  ${String(percentOf(sums)).padStart(3)} %  ${folder}`);
  if (keep) {
    const figures = Object.fromEntries([...folders].map(([folder, sums]) => [folder, percentOf(sums)]));
    writeFileSync(path.join(root, KEPT), `${JSON.stringify(figures, null, 2)}\n`);
    return true;
  }
  const faults = fallen(folders, kept);
  for (const fault of faults) console.error(`Fewer lines are tested than before: ${fault}.`);
  return faults.length === 0;
}

import { median } from 'd3-array';
import { readNumbers, unitsOf } from '../table/number-column';
import { profileTable } from '../table/profile';
import type { Table } from '../table/table';
import { type Cube, cubeValue } from './cube';
import { blanksInSums, findSumsOfOthers } from './totals';

/** Something in the data that a person should look at before drawing it. */
export interface Finding {
  readonly kind:
    | 'jump'
    | 'mixed-units'
    | 'missing-run'
    | 'tie'
    | 'sum-of-others'
    | 'blank-is-zero'
    | 'constant-multiple';
  readonly message: string;
  /** Places in the cube, where the finding has one. */
  readonly period?: number;
  readonly category?: number;
  /** How striking it is; findings of a kind are ordered by it. */
  readonly weight: number;
}

const LISTED = 50;
const format = new Intl.NumberFormat('en-GB', { maximumSignificantDigits: 4 });

/** How many typical changes a change must be to count as a jump, and how large compared with the value. */
const JUMP_DEVIATIONS = 8;
const JUMP_SHARE = 0.5;

/** How jumps are found, in words, for the person. */
export const jumpRule = `A jump is a change of more than ${JUMP_DEVIATIONS} times the category’s typical one (the median absolute deviation of its changes) and more than half of its usual value.`;

/**
 * Sudden jumps: changes between known neighbours that stand far out of the category's own changes, by the median
 * absolute deviation, which a few outliers do not move.
 */
function findJumps(cube: Cube): Finding[] {
  const found: Finding[] = [];
  for (let c = 0; c < cube.categories.length; c++) {
    const known: number[] = [];
    for (let p = 0; p < cube.periods.length; p++) if (!Number.isNaN(cubeValue(cube, p, c))) known.push(p);
    if (known.length < 5) continue;
    const values = known.map((p) => cubeValue(cube, p, c));
    const changes = values.slice(1).map((value, i) => value - (values[i] ?? 0));
    const middle = median(changes) ?? 0;
    const deviation = 1.4826 * (median(changes, (change) => Math.abs(change - middle)) ?? 0);
    const usual = median(values, Math.abs) ?? 0;
    changes.forEach((change, i) => {
      const far = Math.abs(change - middle);
      if (far <= JUMP_DEVIATIONS * deviation || far <= JUMP_SHARE * usual || far === 0) return;
      const [from, to] = [values[i] ?? 0, values[i + 1] ?? 0];
      const message = `${cube.categories[c]} jumps from ${format.format(from)} to ${format.format(to)}.`;
      found.push({ kind: 'jump', message, period: known[i + 1] ?? 0, category: c, weight: far / (usual || 1) });
    });
  }
  return found;
}

/** A category of which all values are hundreds of times smaller or larger than they are elsewhere in it. */
function findMixedScales(cube: Cube): Finding[] {
  const found: Finding[] = [];
  for (let c = 0; c < cube.categories.length; c++) {
    const sizes = cube.periods
      .map((_, p) => Math.abs(cubeValue(cube, p, c)))
      .filter((size) => size > 0)
      .sort((a, b) => a - b);
    if (sizes.length < 4) continue;
    // Two clusters of values with a gap of more than two hundred times between them, each at least a tenth of all.
    const cut = sizes.findIndex((size, i) => i > 0 && size / (sizes[i - 1] ?? size) > 200);
    if (cut < 0 || Math.min(cut, sizes.length - cut) < Math.max(1, sizes.length * 0.1)) continue;
    const message = `${cube.categories[c]} has values around ${format.format(sizes[0] ?? 0)} and around ${format.format(sizes.at(-1) ?? 0)}: thousands and single units may be mixed.`;
    found.push({ kind: 'mixed-units', message, category: c, weight: (sizes.at(-1) ?? 0) / (sizes[0] ?? 1) });
  }
  return found;
}

/** Columns in which numbers have different units written beside them. */
function findMixedUnits(table: Table): Finding[] {
  const found: Finding[] = [];
  for (const profile of profileTable(table)) {
    if (profile.numberShare < 0.5) continue;
    const column = table.columns.find(({ name }) => name === profile.name);
    const units = column ? [...unitsOf(column)].sort((a, b) => b[1] - a[1]) : [];
    const plain = units.find(([unit]) => unit === '');
    if (units.length < 2) continue;
    const named = units.map(([unit, count]) => `${unit === '' ? 'no unit' : `“${unit}”`} (${count})`).join(', ');
    const message = `The numbers of “${profile.name}” have different units: ${named}.`;
    found.push({ kind: 'mixed-units', message, weight: plain ? 1000 : 2000 });
  }
  return found;
}

function findLongGaps(cube: Cube): Finding[] {
  const found: Finding[] = [];
  for (let c = 0; c < cube.categories.length; c++) {
    let before = -1;
    for (let p = 0; p < cube.periods.length; p++) {
      if (Number.isNaN(cubeValue(cube, p, c))) continue;
      const missing = before < 0 ? 0 : p - before - 1;
      if (missing >= 2) {
        const message = `${cube.categories[c]} has no value for ${missing} periods, from ${cube.periods[before + 1]?.key} to ${cube.periods[p - 1]?.key}.`;
        found.push({ kind: 'missing-run', message, period: before + 1, category: c, weight: missing });
      }
      before = p;
    }
  }
  return found;
}

/** Categories that share their value with another one for several periods on end. */
function findLongTies(cube: Cube): Finding[] {
  const runs = new Map<string, { from: number; length: number }>();
  const found: Finding[] = [];
  const end = (key: string, run: { from: number; length: number }) => {
    if (run.length < 3) return;
    const [a = 0, b = 0] = key.split(' ').map(Number);
    const message = `${cube.categories[a]} and ${cube.categories[b]} are level for ${run.length} periods from ${cube.periods[run.from]?.key}.`;
    found.push({ kind: 'tie', message, period: run.from, category: a, weight: run.length });
  };
  for (let p = 0; p < cube.periods.length; p++) {
    const holder = new Map<number, number>();
    const now = new Set<string>();
    for (let c = 0; c < cube.categories.length; c++) {
      const value = cubeValue(cube, p, c);
      if (Number.isNaN(value) || value === 0) continue;
      const other = holder.get(value);
      // Each is compared with the one before it that has the same value, so a thousand level ones make a thousand pairs.
      if (other !== undefined) now.add(`${other} ${c}`);
      holder.set(value, c);
    }
    for (const [key, run] of runs) {
      if (now.has(key)) run.length++;
      else {
        end(key, run);
        runs.delete(key);
      }
    }
    for (const key of now) if (!runs.has(key)) runs.set(key, { from: p, length: 1 });
  }
  for (const [key, run] of runs) end(key, run);
  return found;
}

function findSums(cube: Cube): Finding[] {
  return findSumsOfOthers(cube).map(({ category, equal, of }) => ({
    kind: 'sum-of-others' as const,
    message: `${cube.categories[category]} equals the sum of all others in ${equal} of ${of} periods: it is a total, and would always lead.`,
    category,
    weight: equal,
  }));
}

/** Totals that say that blanks are noughts. */
function findZeroBlanks(cube: Cube): Finding[] {
  return blanksInSums(cube).map(({ category, zero, period }) => ({
    kind: 'blank-is-zero' as const,
    message: `${cube.categories[category]} equals the sum of the others only if blanks count as 0, in ${zero} ${zero === 1 ? 'period' : 'periods'} with blanks. Choose under Gaps that a missing value counts as 0.`,
    period,
    category,
    weight: zero,
  }));
}

const MAX_COLUMNS_COMPARED = 40;

/** Two columns of numbers of which one is always the same multiple of the other: one measure in two units. */
function findMultiples(table: Table): Finding[] {
  const numeric = profileTable(table).filter(({ kind, numberShare }) => kind === 'number' && numberShare > 0.8);
  const columns = numeric.slice(0, MAX_COLUMNS_COMPARED).flatMap(({ name, numbers }) => {
    const column = table.columns.find((each) => each.name === name);
    return column ? [{ name, values: readNumbers(column, numbers.decimal).values }] : [];
  });
  const found: Finding[] = [];
  columns.forEach((a, i) => {
    for (const b of columns.slice(i + 1)) {
      const factor = constantFactor(a.values, b.values);
      if (factor === null) continue;
      const message = `“${b.name}” is always ${format.format(factor)} times “${a.name}”: the same measure in another unit.`;
      found.push({ kind: 'constant-multiple', message, weight: 1 });
    }
  });
  return found;
}

function constantFactor(a: Float64Array, b: Float64Array): number | null {
  let [factor, compared, changes] = [Number.NaN, 0, false];
  for (let row = 0; row < a.length; row++) {
    const [x, y] = [a[row] ?? Number.NaN, b[row] ?? Number.NaN];
    if (Number.isNaN(x) || Number.isNaN(y) || x === 0) continue;
    if (Number.isNaN(factor)) factor = y / x;
    else if (Math.abs(y - factor * x) > Math.abs(factor * x) * 0.002) return null;
    changes ||= compared > 0 && a[row] !== a[row - 1];
    compared++;
  }
  return compared >= 5 && changes && factor !== 0 && Number.isFinite(factor) ? factor : null;
}

/** Everything suspicious in the prepared table and its values, the most striking of each kind first. */
export function findSuspicious(table: Table, cube: Cube): Finding[] {
  const kinds = [
    findSums(cube),
    findZeroBlanks(cube),
    findMixedUnits(table),
    findMixedScales(cube),
    findMultiples(table),
    findJumps(cube),
    findLongGaps(cube),
    findLongTies(cube),
  ];
  return kinds.flatMap((found) => [...found].sort((a, b) => b.weight - a.weight).slice(0, LISTED));
}

import type { Cube, Period } from './cube';

/** A group of a table with its values, in the layout of the cube that holds it. */
export interface CubePane {
  readonly name: string;
  readonly cube: Cube;
}

/** More charts than these side by side cannot be read. */
export const MOST_PANES = 36;

/**
 * The cube of one group with those of all groups beside it, each with the periods and categories of all: what a group does
 * not have is absent. Colours and pictures are those that are found first.
 */
export function withPanes(chosen: Cube, groups: readonly CubePane[]): Cube {
  const periods = unionOfPeriods(groups.map(({ cube }) => cube));
  const categories = [...new Set(groups.flatMap(({ cube }) => cube.categories))];
  const described = (of: 'colours' | 'pictures') => {
    const texts = new Map<string, string>();
    for (const { cube } of groups)
      cube.categories.forEach((name, c) => {
        const text = cube[of]?.[c] ?? '';
        if (text !== '' && !texts.has(name)) texts.set(name, text);
      });
    return groups.some(({ cube }) => cube[of]) ? { [of]: categories.map((name) => texts.get(name) ?? '') } : {};
  };
  const common = { periods, categories, ...described('colours'), ...described('pictures') };
  const spread = (cube: Cube): Cube => {
    const columns = new Map(cube.categories.map((name, c) => [name, c]));
    const rows = new Map(cube.periods.map(({ key }, p) => [key, p]));
    const take = (values: Float64Array) => {
      const taken = new Float64Array(periods.length * categories.length).fill(Number.NaN);
      periods.forEach(({ key }, p) => {
        const row = rows.get(key);
        if (row === undefined) return;
        categories.forEach((name, c) => {
          const column = columns.get(name);
          if (column !== undefined)
            taken[p * categories.length + c] = values[row * cube.categories.length + column] ?? Number.NaN;
        });
      });
      return taken;
    };
    // Parts keep to their own layout, so they are left to charts of a single group.
    const { parts: _, further, ...rest } = cube;
    const beside = further && {
      further: {
        first: further.first,
        ...(further.second ? { second: { ...further.second, values: take(further.second.values) } } : {}),
        ...(further.third ? { third: { ...further.third, values: take(further.third.values) } } : {}),
      },
    };
    return { ...rest, ...common, values: take(cube.values), ...beside };
  };
  return { ...spread(chosen), panes: groups.map(({ name, cube }) => ({ name, cube: spread(cube) })) };
}

/** The periods of all, in order of time; texts as they first come. */
function unionOfPeriods(cubes: readonly Cube[]): Period[] {
  const found = new Map<string, Period>();
  for (const cube of cubes)
    for (const period of cube.periods) if (!found.has(period.key)) found.set(period.key, period);
  const list = [...found.values()];
  if (cubes[0]?.kind === 'text') return list.map((period, spacing) => ({ ...period, spacing }));
  return list.sort((a, b) => a.spacing - b.spacing);
}

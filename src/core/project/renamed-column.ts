import type { Step } from '../shaping/steps/step';
import { isHandStep } from '../shaping/steps/step';
import type { Chart } from './chart';

/** Fields of a chart that name a column. */
const roles = ['period', 'category', 'value', 'group', 'colour', 'picture', 'parts', 'second', 'third'] as const;

/** Where steps name columns. */
const columnKeys = ['column', 'by', 'into'] as const;

/** The chart after a column of its table was renamed: its fields follow, and where columns are categories, all that is kept of that name. */
export function withRenamedColumn(chart: Chart, from: string, to: string): Chart {
  const fields = { ...chart.fields };
  for (const role of roles) if (fields[role] === from) fields[role] = to;
  if (fields.shape !== 'periods-down') return { ...chart, fields };
  const name = (each: string) => (each === from ? to : each);
  return {
    ...chart,
    fields,
    colours: chart.colours.map((each) => ({ ...each, category: name(each.category) })),
    highlights: chart.highlights.map(name),
    pictures: chart.pictures.map((each) => ({ ...each, category: name(each.category) })),
    focuses: chart.focuses.map((focus) => ({ ...focus, names: focus.names.map(name) })),
    own: renamedLists(chart.own, name),
  };
}

/** Lists of names that a family keeps: switched off, pulled out, followed. */
function renamedLists(own: unknown, name: (each: string) => string): unknown {
  if (typeof own !== 'object' || own === null) return own;
  return Object.fromEntries(
    Object.entries(own).map(([key, value]) => [
      key,
      Array.isArray(value) && value.every((each) => typeof each === 'string') ? value.map(name) : value,
    ]),
  );
}

/**
 * The steps after a column was renamed in the grid: those that run later know it by its new name.
 *
 * @param isCategory Are columns categories, so that steps that pick those name it too?
 */
export function stepsWithRenamedColumn(steps: readonly Step[], from: string, to: string, isCategory: boolean): Step[] {
  const name = (each: string) => (each === from ? to : each);
  return steps.map((step) => {
    if (isHandStep(step)) return step;
    if (step.kind === 'pick-categories') return isCategory ? { ...step, categories: step.categories.map(name) } : step;
    const changed: Record<string, unknown> = { ...step };
    for (const key of columnKeys) if (changed[key] === from) changed[key] = to;
    if (Array.isArray(changed.columns)) changed.columns = changed.columns.map(name);
    return changed as unknown as Step;
  });
}

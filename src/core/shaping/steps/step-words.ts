import type { Combine } from '../combine';
import type { Measure, StepPlan } from './step';

const q = (text: string) => (text === '' ? 'blank' : `“${text.length > 30 ? `${text.slice(0, 29)}…` : text}”`);
const count = (number: number, one: string, many = `${one}s`) =>
  `${number.toLocaleString('en-GB')} ${number === 1 ? one : many}`;

function listed(values: readonly string[]): string {
  const shown = values.slice(0, 3).map(q).join(', ');
  return values.length > 3 ? `${shown} and ${values.length - 3} more` : shown;
}

/** How values are combined, in words. */
export const combineWords: Record<Combine, string> = {
  sum: 'the sum',
  mean: 'the mean',
  median: 'the median',
  min: 'the smallest',
  max: 'the largest',
  first: 'the first',
  last: 'the last',
  count: 'how many',
};

/** Measures in words. */
export const measureWords: Record<Measure, string> = {
  'running-total': 'Running total',
  change: 'Change from the period before',
  'change-percent': 'Change from the period before, in percent',
  share: 'Share of the period’s total, in percent',
  index: 'Index, first value = 100',
  'moving-average': 'Moving average',
  ratio: 'Ratio to another column',
};

const testWords = {
  is: 'is',
  'is-not': 'is not',
  contains: 'contains',
  'contains-not': 'does not contain',
  'at-least': 'is at least',
  'at-most': 'is at most',
};

/** What a step does, in one line. */
export function stepWords(step: StepPlan): string {
  switch (step.kind) {
    case 'edit-cells':
      return `Edit ${count(step.cells.length, 'cell')} by hand`;
    case 'add-rows':
      return `Add ${count(step.numbers.length, 'row')}`;
    case 'remove-rows':
      return `Delete ${count(step.rows.length, 'row')}`;
    case 'move-rows':
      return `Move ${count(step.rows.length, 'row')}`;
    case 'sort-rows':
      return `Sort rows by ${q(step.column)}, ${step.direction === 'up' ? 'ascending' : 'descending'}`;
    case 'add-column':
      return `Add the column ${q(step.column)}`;
    case 'remove-columns':
      return `Delete ${step.columns.length === 1 ? 'the column' : 'the columns'} ${listed(step.columns)}`;
    case 'rename-column':
      return `Rename ${q(step.column)} to ${q(step.to)}`;
    case 'move-column':
      return step.before === ''
        ? `Move ${q(step.column)} to the end`
        : `Move ${q(step.column)} before ${q(step.before)}`;
    case 'replace-text':
      return `Replace ${q(step.find)} with ${q(step.put)}${step.column ? ` in ${q(step.column)}` : ''}`;
    case 'filter-rows':
      return `Keep rows where ${q(step.column)} ${testWords[step.test]} ${listed(step.values)}`;
    case 'recode':
      return step.pairs.length === 1
        ? `In ${q(step.column)}, read ${q(step.pairs[0]?.from ?? '')} as ${q(step.pairs[0]?.to ?? '')}`
        : `In ${q(step.column)}, read ${step.pairs.length} texts as others`;
    case 'roll-up':
      return `Roll ${q(step.column)} up into ${q(step.into)}`;
    case 'tidy-text':
      return 'Take out invisible characters and doubled spaces';
    case 'fill-down':
      return `Fill blanks in ${q(step.column)} from above`;
    case 'join-columns':
      return `Join ${listed(step.columns)} into ${q(step.into)}`;
    case 'stack-columns':
      return `Stack ${step.columns.length} columns, ${q(step.columns[0] ?? '')} to ${q(step.columns.at(-1) ?? '')}, into ${q(step.into)}`;
    case 'drop-repeats':
      return 'Drop rows that stand twice';
    case 'combine':
      return `Combine repeated rows: ${combineWords[step.how]}`;
    case 'keep-periods':
      return `Keep periods from ${step.from || 'the first'} to ${step.to || 'the last'}`;
    case 'pick-categories':
      return `${step.keep ? 'Keep only' : 'Leave out'} ${listed(step.categories)}`;
    case 'coarser':
      return `One value a ${step.every}: ${combineWords[step.how]}`;
    case 'measure':
      if (step.measure === 'moving-average') return `Moving average of ${step.window} periods`;
      return step.measure === 'ratio' ? `Ratio to ${q(step.by)}` : measureWords[step.measure];
  }
}

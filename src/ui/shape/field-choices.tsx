'use client';

import { type Fields, fieldsOfShape, type TableShape } from '@/core/shaping/fields';
import { headerPartsOf } from '@/core/shaping/header-parts';
import type { IssueCode } from '@/core/table/issue-codes';
import type { PeriodChoice } from '@/core/table/periods/recognise-periods';
import { editChart } from '@/state/current';
import { setSession } from '@/state/session';
import type { ColumnSummary } from '@/workers/protocol';
import { Button } from '../parts/button';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { PickField } from '../parts/pick-field';
import { SelectField } from '../parts/select-field';
import { SwitchField } from '../parts/switch-field';
import { useChart, useSession } from '../use-state';
import { FurtherFields } from './further-fields';

const shapeChoices: { value: TableShape; label: string }[] = [
  { value: 'long', label: 'One row per period and category' },
  { value: 'periods-down', label: 'One row per period, a column per category' },
  { value: 'periods-across', label: 'One row per category, a column per period' },
  { value: 'single', label: 'One row per period, one column of values' },
];

const periodChoices: { value: PeriodChoice; label: string; note?: string }[] = [
  { value: 'auto', label: 'As recognised' },
  { value: 'whole', label: 'What days stand for', note: 'the last day of each month is that month' },
  { value: 'day-first', label: 'Day, then month', note: '1/8 is 1 August' },
  { value: 'month-first', label: 'Month, then day', note: '1/8 is 8 January' },
  { value: 'serial', label: 'Days as a spreadsheet counts them', note: '38200' },
  { value: 'number', label: 'Plain numbers' },
  { value: 'text', label: 'Text, in the order of the file' },
];

const kindNotes = { number: 'numbers', period: 'periods', text: 'text', blank: 'blank' };

/** Columns to choose from, with what they hold. */
export function columnChoices(columns: readonly ColumnSummary[]) {
  return columns.map(({ name, kind }) => ({ value: name, label: name.slice(0, 80), note: kindNotes[kind] }));
}

export const NO_COLUMN = '';

const partsHint = 'Each category is divided into these parts, which add up to it. Bars can be stacked from them.';

/** In a wide table the names of the columns themselves name parts, where they stand in two lines. */
const headerChoices = [
  { value: NO_COLUMN, label: 'None' },
  { value: 'lower-header', label: 'The lower header line' },
  { value: 'upper-header', label: 'The upper header line' },
];

const isWide = ({ shape }: Pick<Fields, 'shape'>) => shape === 'periods-down' || shape === 'periods-across';

/** What the columns of a wide table are, in words; nothing for other tables. */
function wordsOfWide(fields: Fields): string | null {
  if (!isWide(fields)) return null;
  const down = fields.shape === 'periods-down';
  const from = headerPartsOf(fields);
  if (!from)
    return down
      ? 'Every other column of numbers is a category.'
      : 'Every column whose name is a year or date is a period.';
  const [names, parts] = from === 'lower-header' ? ['upper', 'lower'] : ['lower', 'upper'];
  return `The ${names} header line names the ${down ? 'categories' : 'periods'}, the ${parts} one their parts.`;
}

/** What is what: the layout, and the columns of period, category and value. */
export function FieldChoices() {
  const fields = useChart((chart) => chart.fields);
  const guesses = useSession((state) => state.prepared?.guesses ?? state.table?.guesses);
  const prepared = useSession((state) => state.prepared);
  const shapeIssues = useSession((state) => state.shapeIssues);
  if (!fields || !guesses) return null;
  const [guess] = guesses;
  const columns = prepared?.prepared.columns ?? [];
  const guessed = guess !== undefined && sameColumns(guess.fields, fields);
  const choices = columnChoices(columns);
  const set = (change: Partial<Fields>) => {
    setSession({ hovered: null, picked: null });
    editChart((chart) => {
      Object.assign(chart.fields, change);
    });
  };
  const why = guess ? `Read as ${guess.why}.` : 'No layout was recognised; choose the columns yourself.';
  const wideWords = wordsOfWide(fields);
  const unsure = (code: IssueCode) => shapeIssues.some((issue) => issue.code === code);
  // What the column cannot decide, or the person has decided, stands in sight; the rest is folded away.
  const headerParts = isWide(fields) && (columns.some(({ twoHeaders }) => twoHeaders) || fields.parts !== '');
  const askPeriods = unsure('ambiguous-dates') || fields.periodsAs !== 'auto';
  const askDecimal = unsure('ambiguous-numbers') || fields.decimal !== 'auto';
  const periodsField = (
    <PeriodsField
      value={fields.periodsAs}
      unsure={unsure('ambiguous-dates')}
      why={prepared?.periodWhy ?? ''}
      onChange={set}
    />
  );
  const decimalField = (
    <DecimalField
      value={fields.decimal}
      unsure={unsure('ambiguous-numbers')}
      why={columns.find(({ name }) => name === fields.value)?.why ?? ''}
      onChange={set}
    />
  );
  return (
    <Section title="What is what" short="Columns">
      <SelectField
        control="shape"
        value={fields.shape}
        choices={shapeChoices}
        onChange={(value) => {
          const known = guesses.find((each) => each.fields.shape === value);
          set(known ? known.fields : { shape: value as TableShape, parts: NO_COLUMN });
        }}
        hint={guessed || !guess ? why : 'Chosen by you.'}
      />
      {fieldsOfShape[fields.shape].map((role) => (
        <SelectField
          key={role}
          control={role}
          value={fields[role]}
          choices={choices}
          placeholder="Choose a column"
          onChange={(value) => set({ [role]: value })}
        />
      ))}
      <FurtherFields fields={fields} onChange={set} />
      {wideWords && <p className="text-[12px] text-quiet">{wideWords}</p>}
      {askPeriods && periodsField}
      {askDecimal && decimalField}
      <Fold
        title="Notation, parts, groups and colours"
        holds={['periods-as', 'decimal', 'parts-column', 'group', 'panes', 'colour-column', 'picture-column']}
      >
        {!askPeriods && periodsField}
        {!askDecimal && decimalField}
        {headerParts && (
          <SelectField
            control="parts-column"
            value={fields.parts}
            choices={headerChoices}
            hint={fields.parts ? partsHint : undefined}
            onChange={(parts) => set({ parts })}
          />
        )}
        <DescribingColumns fields={fields} choices={choices} onChange={set} />
      </Fold>
      {guess && !guessed && <Button onClick={() => set(guess.fields)}>Use the guess again</Button>}
    </Section>
  );
}

interface NotationProps<T> {
  readonly value: T;
  /** Can the cells not decide? Then the person is asked. */
  readonly unsure: boolean;
  /** What decided, or what does not. */
  readonly why: string;
  readonly onChange: (change: Partial<Fields>) => void;
}

/** How the periods are written. */
function PeriodsField({ value, unsure, why, onChange }: NotationProps<PeriodChoice>) {
  return (
    <SelectField
      control="periods-as"
      value={value}
      choices={periodChoices}
      hint={unsure ? <strong className="text-mustard-text">Please say which: {why}.</strong> : why && `Read as ${why}.`}
      onChange={(chosen) => onChange({ periodsAs: chosen as PeriodChoice })}
    />
  );
}

/** Which sign marks the decimals. */
function DecimalField({ value, unsure, why, onChange }: NotationProps<Fields['decimal']>) {
  return (
    <PickField
      control="decimal"
      value={value}
      choices={[
        { value: 'auto', label: 'As recognised' },
        { value: 'point', label: '1.5', name: 'Point' },
        { value: 'comma', label: '1,5', name: 'Comma' },
      ]}
      hint={
        unsure ? (
          <strong className="text-mustard-text">Please say which{why ? `: ${why}` : ''}.</strong>
        ) : (
          why && `Read with a ${why}.`
        )
      }
      onChange={(decimal) => onChange({ decimal })}
    />
  );
}

interface DescribingColumnsProps {
  readonly fields: Fields;
  readonly choices: ReturnType<typeof columnChoices>;
  readonly onChange: (change: Partial<Fields>) => void;
}

/** Columns that say more of the categories: their group, colour and picture. */
function DescribingColumns({ fields, choices, onChange }: DescribingColumnsProps) {
  const withNone = [{ value: NO_COLUMN, label: 'None' }, ...choices];
  /** A column of groups is chosen in order to colour by it. */
  const setColourColumn = (colour: string) =>
    editChart((chart) => {
      chart.fields = { ...chart.fields, colour };
      if (colour !== '') chart.dress.colour.by = 'group';
      else if (chart.dress.colour.by === 'group') chart.dress.colour.by = 'category';
    });
  const setPictureColumn = (picture: string) =>
    editChart((chart) => {
      chart.fields = { ...chart.fields, picture };
      if (picture !== '') chart.dress.pictures.shown = true;
    });
  return (
    <>
      {fields.category !== '' && !isWide(fields) && (
        <SelectField
          control="parts-column"
          value={fields.parts}
          choices={withNone}
          hint={fields.parts ? partsHint : undefined}
          onChange={(parts) => onChange({ parts })}
        />
      )}
      <SelectField
        control="group"
        value={fields.group}
        choices={withNone}
        hint={
          fields.group && !fields.panes
            ? 'One chart for each value, all with one look; choose among them above the table.'
            : undefined
        }
        onChange={(group) => onChange({ group, ...(group === '' ? { panes: false } : {}) })}
      />
      {fields.group !== '' && (
        <SwitchField control="panes" checked={fields.panes} onChange={(panes) => onChange({ panes })} />
      )}
      {fields.category !== '' && (
        <SelectField
          control="colour-column"
          value={fields.colour}
          choices={withNone}
          hint={
            fields.colour
              ? 'Cells such as #c8401b are colours; other texts are groups, each with shades of a colour of the palette.'
              : undefined
          }
          onChange={setColourColumn}
        />
      )}
      {fields.category !== '' && (
        <SelectField
          control="picture-column"
          value={fields.picture}
          choices={withNone}
          hint={fields.picture ? 'A picture’s file name, a country or its code. Add the files in Dress.' : undefined}
          onChange={setPictureColumn}
        />
      )}
    </>
  );
}

function sameColumns(a: Fields, b: Fields): boolean {
  return a.shape === b.shape && fieldsOfShape[a.shape].every((role) => a[role] === b[role]);
}

import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { islandTable, raceTable } from '@/core/testing/tables';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(async () => {
  await app.openApp();
});
afterEach(app.closeApp);

const stepList = (section: string) => screen.queryByRole('list', { name: `Steps ${section}` });
const steps = (section: string) => {
  const list = stepList(section);
  return list ? within(list).getAllByRole('listitem') : [];
};

async function add(name: string): Promise<void> {
  await app.user.click(screen.getByRole('button', { name: 'Add a step' }));
  await app.user.click(await screen.findByRole('menuitem', { name: new RegExp(`^${name}`) }));
  await app.settled();
}

async function openIslands(): Promise<void> {
  await app.openTable('islands.csv', islandTable);
  await app.goTo('Shape');
}

describe('what is what', () => {
  it('is guessed, said, and chosen otherwise', async () => {
    await app.openTable('boat_points.csv', raceTable);
    await app.goTo('Shape');
    expect(screen.getByRole('combobox', { name: 'Period' }).textContent).toBe('season');
    expect(screen.getByRole('combobox', { name: 'Category' }).textContent).toBe('boat');
    expect(screen.getByText(/^Read as one row per period and category/)).toBeTruthy();
    expect(screen.getByRole('cell', { name: '60' })).toBeTruthy();
    await app.select('Category', /^points/);
    expect(screen.getByText('Chosen by you.')).toBeTruthy();
    await app.press('Use the guess again');
    await app.saysOnStage('1. Bravo, 30');
    await app.select('Layout of the table', /^One row per period, a column/);
    expect(screen.getByText('Every other column of numbers is a category.')).toBeTruthy();
    await app.saysOnStage('points');
  });

  it('is asked where dates and decimal marks cannot decide, and answered in place', async () => {
    await app.openTable(
      'dates.csv',
      'Date;Name;Value\n01/02/2004;A;1.234\n01/02/2004;B;2.345\n02/03/2004;A;3.456\n02/03/2004;B;4.567\n',
    );
    await app.goTo('Gather');
    await app.user.click(screen.getAllByRole('button', { name: 'Answer in Shape' })[0] as HTMLElement);
    await app.pageSays(/Please say which: days, taken as day first/);
    await app.saysOnStage('1 Feb 2004');
    await app.select('Periods are written as', /Month, then day/);
    await app.saysOnStage('2 Jan 2004: 1. B, 2,345');
    await app.pick('Point');
    await app.saysOnStage('1. B, 2.345');
    expect(screen.queryByText(/Please say which/)).toBeNull();
  });

  it('makes one chart for each value of a column', async () => {
    await openIslands();
    await app.press('Notation, parts, groups and colours');
    await app.select('One chart for each', /Island/);
    const strip = within(await screen.findByRole('navigation', { name: 'Charts by Island' }));
    expect(strip.getAllByRole('button')).toHaveLength(2);
    await app.saysOnStage('1. Oyle South, 20; 2. Oyle North, 10.');
    await app.press(/^Pell 6/);
    await app.saysOnStage('1. Pell South, 40');
  });

  it('makes one chart for each value of a column that tells rows apart, where it is offered', async () => {
    const lines = [2001, 2002, 2003].flatMap((year) =>
      ['Oyle', 'Pell', 'Quay', 'Rill'].flatMap((town, i) => [
        `${year},${town},wet,${year - 2000 + i}`,
        `${year},${town},dry,${2 * (year - 2000) + i}`,
        `${year},${town},all,${3 * (year - 2000) + 2 * i}`,
      ]),
    );
    await app.openTable('days.csv', ['Year,Town,Weather,Days', ...lines].join('\n'));
    await app.goTo('Shape');
    await app.pageSays('“Weather” tells apart the rows of one period and category');
    await app.press('One chart for each value of Weather');
    const strip = within(await screen.findByRole('navigation', { name: 'Charts by Weather' }));
    expect(strip.getAllByRole('button')).toHaveLength(3);
    await app.saysOnStage('2001: 1. Rill, 4; 2. Quay, 3; 3. Pell, 2; 4. Oyle, 1.');
    expect(screen.queryByRole('button', { name: 'One chart for each value of Weather' })).toBeNull();
  });

  it('colours by a column, and takes pictures from one', async () => {
    await openIslands();
    await app.press('Notation, parts, groups and colours');
    await app.select('Colour from', /Island/);
    await app.pageSays('other texts are groups, each with shades of a colour');
    await app.select('Picture from', /Island/);
    await app.pageSays('A picture’s file name, a country or its code');
    await app.select('Colour from', 'None');
    await app.goTo('Dress');
    expect(screen.getByRole('radio', { name: 'Each its own' }).getAttribute('data-state')).toBe('on');
  });
});

describe('steps', () => {
  it('are suggested, renamed, looked at, switched off and taken out', async () => {
    await openIslands();
    await app.pageSays('Each of the 4 in “District” belongs to one of 2 in “Island”.');
    await app.press(/Apply: Roll/);
    await app.saysOnStage('2001: 1. Pell, 45; 2. Oyle, 30.');
    await app.press(/Apply: Combine/);
    expect(steps('on the values')).toHaveLength(1);
    await app.press(/^Rename: Roll/);
    const name = screen.getByLabelText('Name of the step');
    await app.user.clear(name);
    await app.user.type(name, 'Islands{Enter}');
    await app.press('Show the table after: Islands');
    const table = within(await screen.findByRole('region', { name: 'The table after the step' }));
    expect((await table.findAllByRole('cell', { name: 'Oyle' })).length).toBeGreaterThan(0);
    await app.user.click(screen.getByRole('switch', { name: 'On: Islands' }));
    await app.saysOnStage('Pell South');
    await app.user.click(screen.getByRole('switch', { name: 'On: Islands' }));
    await app.saysOnStage('2. Oyle, 30.');
    await app.press('Take out: Islands');
    await app.saysOnStage('Pell South');
  });

  it('keep rows by the values of a column, or by what they contain', async () => {
    await openIslands();
    await add('Keep or leave out rows');
    await app.select('Keep rows where it', 'is one of');
    await app.user.click(await screen.findByRole('checkbox', { name: /Oyle North/ }));
    await app.user.click(screen.getByRole('checkbox', { name: /blank/ }));
    await app.saysOnStage('2001: 1. Oyle North, 10.');
    await app.select('Keep rows where it', 'contains');
    const text = screen.getByLabelText('Text or number');
    await app.user.clear(text);
    await app.user.type(text, 'South');
    fireEvent.blur(text);
    await app.saysOnStage('1. Pell South, 40; 2. Oyle South, 20.');
    await app.user.keyboard('{Control>}z{/Control}');
  });

  it('measure, combine into coarser periods, and leave out categories', async () => {
    await openIslands();
    await add('Measure');
    await app.saysOnStage('2001: 1. Pell South, 40');
    await app.select('Show', /share/i);
    await app.saysOnStage(/2001: 1\. Pell South, (53|0\.53)/);
    await add('Pick categories');
    await app.saysOnStage('1. Oyle South');
    await app.select('These are', 'kept, and no others');
    await app.saysOnStage(/^2001: 1\. Pell South, [\d.]+\.$/);
    await add('Pick a span of periods');
    const from = screen.getByLabelText('From');
    await app.user.clear(from);
    await app.user.type(from, '2003');
    fireEvent.blur(from);
    await app.saysOnStage('2003: ');
    expect(steps('on the values')).toHaveLength(3);
  });

  it('read names as others, pair by pair', async () => {
    await openIslands();
    await add('Read names as others');
    const from = screen.getByLabelText('Text 1');
    await app.user.type(from, 'Oyle North');
    fireEvent.blur(from);
    const to = await screen.findByLabelText('Read as 1');
    await app.user.type(to, 'Far Oyle');
    fireEvent.blur(to);
    await app.saysOnStage('Far Oyle, 10');
    await app.press('Another');
    await app.press('Take out pair 2');
    expect(screen.queryByLabelText('Text 2')).toBeNull();
  });

  it('join columns, fill blanks, drop repeats and tidy texts', async () => {
    await app.openTable('joined.csv', 'Year,Ward,Name,Value\n2001,1,A ,5\n2001,1,A ,5\n2001,2,,7\n2002,1,A ,9\n');
    await app.goTo('Shape');
    for (const name of ['Join columns', 'Fill blanks from above', 'Drop rows that stand twice', 'Tidy texts'])
      await add(name);
    expect(steps('on the table').map(({ textContent }) => textContent)).toHaveLength(4);
    await app.pageSays('4 rows  3 rows');
  });

  it('stack columns from one to another, and join more of them, which stay or go', async () => {
    await app.openTable('gauges.csv', 'Year,Oyle,Pell,Quay\n2001,1,2,3\n2002,4,5,6\n2003,7,8,9\n');
    await app.goTo('Shape');
    await add('Stack columns');
    expect(steps('on the table')[0]?.textContent).toContain('Stack');
    await app.pageSays('Stack 3 columns, “Oyle” to “Quay”, into “Value”');
    // What the step takes away can still be chosen in it.
    await app.select('From', /^Pell/);
    await app.pageSays('Stack 2 columns, “Pell” to “Quay”, into “Value”');
    await app.select('From', /^Oyle/);
    await app.pageSays('Stack 3 columns, “Oyle” to “Quay”, into “Value”');
    for (const [label, text] of [
      ['Their names go to', 'Harbour'],
      ['Their cells go to', 'People'],
    ] as const) {
      const box = screen.getByLabelText(label);
      await app.user.clear(box);
      await app.user.type(box, text);
      fireEvent.blur(box);
    }
    await app.pageSays('into “People”');
    await app.pageSays('3 rows  9 rows');
    await add('Join columns');
    await app.select('The joined columns', 'are taken away');
    await app.select('Second', /^Harbour/);
    await app.pageSays(/Join “\w+”, “Harbour” into “Joined”/);
  });

  it('are saved, and run on new data with a report of what no longer fits', async () => {
    await openIslands();
    await app.press(/Apply: Roll/);
    await app.press('Save the steps');
    const { text } = await app.lastSaved();
    expect(JSON.parse(text)).toMatchObject({ format: 'plucky-tempo-steps', steps: [{ kind: 'roll-up' }] });
    await app.openTable('other.csv', islandTable.replaceAll('People', 'Boats'));
    await app.goTo('Shape');
    await app.choose('Load steps from a file', app.file('steps.json', text));
    await app.pageSays('There is no column “People” here to take the value from.');
    await app.saysOnStage('1. Pell, 45; 2. Oyle, 30.');
    await app.openTable('third.csv', 'Year,Harbour,Boats\n2001,A,5\n2001,B,6\n2002,A,7\n2002,B,3\n');
    await app.choose('Load steps from a file', app.file('steps.json', text));
    await waitFor(() => expect(steps('on the table')[0]?.textContent).toContain('There is no column “Island” here'));
    await app.saysOnStage('1. B, 6');
    await app.press('CSV');
    await waitFor(async () => expect((await app.lastSaved()).text).toBe('period,A,B\n2001,5,6\n2002,7,3\n'));
    await app.choose('Load steps from a file', app.file('broken.json', '{'));
    await app.pageSays('The step file is not valid JSON');
  });
});

describe('what comes of it', () => {
  it('says how much is filled over gaps, and asks for a look where that is much', async () => {
    const rows = Array.from({ length: 10 }, (_, i) => `${2001 + i},${i === 4 ? '' : i + 1},${20 - i}`);
    await app.openTable('gaps.csv', `Year,Oyle,Pell\n${rows.join('\n')}\n`);
    await app.goTo('Shape');
    await app.pageSays('5 % of what the film shows is bridged over gaps: 1 of 20 values.');
    const more = rows.map((row) => row.replace(/^2008,\d+/, '2008,'));
    await app.openTable('gaps.csv', `Year,Oyle,Pell\n${more.join('\n')}\n`);
    await app.goTo('Shape');
    await app.pageSays('10 % of what the film shows is bridged over gaps: 2 of 20 values. Look whether that is right.');
    expect(screen.getByRole('button', { name: 'Shape, needs a look' })).toBeTruthy();
    await app.pick('Zero');
    await app.pageSays('10 % of what the film shows is counted as 0 over gaps');
    expect(screen.getByRole('button', { name: 'Shape, fine' })).toBeTruthy();
  });

  it('shows gaps on a map with signs', async () => {
    await openIslands();
    await app.pick('Gaps');
    const map = within(await screen.findByRole('region', { name: 'Gaps, categories by periods' }));
    expect(await map.findAllByRole('img', { name: 'bridged' })).toHaveLength(1);
    expect(map.getAllByRole('img', { name: 'a value of the table' })).toHaveLength(11);
    await app.pick('Carry on');
    expect((await map.findByRole('img', { name: 'carried on' })).textContent).toBe('→');
  });

  it('lists ranks and values, sorted by what is wanted', async () => {
    await openIslands();
    await app.pick('Ranks and findings');
    const table = () => within(screen.getByRole('region', { name: 'Ranks and values' }));
    const first = () => table().getAllByRole('row')[1]?.textContent ?? '';
    await waitFor(() => expect(first()).toContain('Pell South'));
    await app.press('Sort by Value');
    await app.press('Sort by Value');
    await waitFor(() => expect(first()).toMatch(/5/));
  });
});

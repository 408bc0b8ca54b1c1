import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { raceTable } from '@/core/testing/tables';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(async () => {
  await app.openApp();
});
afterEach(app.closeApp);

const grid = () => screen.getByRole('grid', { name: 'Table to edit' });
const cells = (text: string) =>
  within(grid())
    .queryAllByRole('gridcell')
    .filter((cell) => cell.textContent === text);
const shows = (text: string, count = 1) => waitFor(() => expect(cells(text)).toHaveLength(count));
const cell = async (text: string) => {
  await waitFor(() => expect(cells(text).length).toBeGreaterThan(0));
  return cells(text)[0] as HTMLElement;
};
const heads = () =>
  within(grid())
    .getAllByRole('columnheader')
    .map(({ textContent }) => textContent ?? '');

/** Presses keys on the grid. */
async function keys(text: string): Promise<void> {
  grid().focus();
  await app.user.keyboard(text);
  await app.settled();
}

async function menu(column: string, item: string): Promise<void> {
  await app.user.click(screen.getByRole('button', { name: `Column ${column}` }));
  await app.user.click(await screen.findByRole('menuitem', { name: item }));
  await app.settled();
}

async function openRace(): Promise<void> {
  await app.openTable('race.csv', raceTable);
  await app.saysOnStage('Bravo, 30');
  await app.goTo('Gather');
}

describe('a table that comes in', () => {
  it('with a title line and a total row becomes a race, once the total is left out', async () => {
    await app.goTo('Gather');
    await app.choose('Choose a table from this computer', await app.fixture('harbours.xlsx'));
    await app.saysOnStage('1. Total');
    const sheets = within(screen.getByRole('radiogroup', { name: 'Sheet' }));
    expect(sheets.getByRole('radio', { name: /^Passengers/ }).getAttribute('aria-checked')).toBe('true');
    expect(sheets.getByText('in persons, both directions')).toBeTruthy();
    expect(within(grid()).getByText('Gullhaven')).toBeTruthy();
    expect(screen.getAllByText(/This line stands above the table/).length).toBeGreaterThan(0);
    await app.goTo('Shape');
    expect(screen.getByText(/equals the sum of the others in 6 of 6 periods/)).toBeTruthy();
    await app.press('Apply: Leave out “Total”');
    await app.saysOnStage('1. Gullhaven');
    expect(screen.getByText(/6 × 6/)).toBeTruthy();
    await app.press('Undo');
    await app.saysOnStage('1. Total');
  });

  it('is read from another sheet, or with another header line', async () => {
    await app.goTo('Gather');
    await app.choose('Choose a table from this computer', await app.fixture('harbours.ods'));
    await app.user.click(screen.getByRole('radio', { name: /Read me/ }));
    expect((await screen.findAllByText(/no column called “Harbour”/)).length).toBeGreaterThan(0);
    await app.press('Undo');
    await app.saysOnStage('1. Total');
    await app.press('Header line and notation');
    await app.type('Line with the names', '5');
    await waitFor(() => expect(heads().join()).toContain('Gullhaven'));
  });

  it('is pasted as a block from a spreadsheet; a word is none', async () => {
    await app.goTo('Gather');
    (document.activeElement as HTMLElement).blur();
    await app.user.paste('Year\tA\tB\n2001\t5\t3\n2002\t6\t9\n');
    await app.saysOnStage('1. A, 5');
    expect(screen.getAllByText('Pasted table').length).toBeGreaterThan(0);
    screen.getByLabelText('Paste cells here').focus();
    await app.user.paste('one word');
    expect(await screen.findByText(/That is no table/)).toBeTruthy();
  });

  it('with its periods in two columns becomes one of months, and next month its file keeps the look', async () => {
    const table = 'Year,Month,Harbour,People\n2001,11,Oyle,1\n2001,11,Pell,2\n2001,12,Oyle,3\n2001,12,Pell,2\n';
    await app.openTable('months.csv', table);
    await app.saysOnStage('Nov 2001: 1. Pell, 2; 2. Oyle, 1.');
    await app.goTo('Shape');
    await app.pageSays('Join “Year”, “Month” into “Period”');
    await app.openTable('months.csv', `${table}2002,1,Oyle,4\n2002,1,Pell,9\n`);
    await app.pageSays('3 periods, from 2001-11 to 2002-01');
    expect(screen.getAllByText(/Join “Year”, “Month” into “Period”/)).toHaveLength(1);
  });

  it('is typed into an empty grid', async () => {
    await app.goTo('Gather');
    await app.press('Start with an empty grid');
    await waitFor(() => expect(heads().join()).toContain('Period'));
    for (const row of ['2001{Tab}A{Tab}5{Tab}', '2002{Tab}A{Tab}8{Tab}']) {
      await keys(row);
      await keys('{Home}{ArrowDown}');
    }
    await app.saysOnStage('2001: 1. A, 5');
  });

  it('is a sample that ships with the app', async () => {
    await app.goTo('Gather');
    await app.press(/Catch by species/);
    await app.saysOnStage('Tide crab');
  });

  it('grows by another file, is read again, and says what changed', async () => {
    await openRace();
    await app.choose(
      'Add a file to the table',
      app.file('more.csv', 'season,boat,points\n2013,Alpha,70\n2013,Delta,20\n'),
    );
    const changed = within(await screen.findByRole('region', { name: 'What changed' }));
    expect(changed.getByText('Periods added').nextSibling?.textContent).toBe('2013');
    expect(changed.getByText('Categories added').nextSibling?.textContent).toBe('Delta');
    const revised = raceTable.replace('2010,Alpha,10', '2010,Alpha,11').replace(/.*Cirrus.*\n/g, '');
    await app.choose('Choose the changed file', app.file('race.csv', revised));
    await waitFor(() =>
      expect(screen.getByRole('region', { name: 'What changed' }).textContent).toContain('Categories goneCirrus'),
    );
    expect(screen.getByText('2010, Alpha: 10 → 11')).toBeTruthy();
    await app.press('Undo');
    await app.saysOnStage('Cirrus');
    await app.press('Close what changed');
    expect(screen.queryByRole('region', { name: 'What changed' })).toBeNull();
  });
});

describe('the grid', () => {
  it('takes what is typed, and undo takes it back', async () => {
    await openRace();
    await app.user.click(await cell('30'));
    await keys('99{Enter}');
    await app.saysOnStage('1. Bravo, 99');
    await app.user.keyboard('{Control>}z{/Control}');
    await app.saysOnStage('1. Bravo, 30');
    await app.user.dblClick(await cell('30'));
    await app.user.keyboard('{Escape}');
    await shows('30');
  });

  it('pastes past its end, fills down, copies and clears', async () => {
    await openRace();
    await app.user.click(await cell('55'));
    await keys('{ArrowLeft}{ArrowLeft}');
    await app.press('Add row');
    await keys('{ArrowDown}');
    grid().focus();
    await app.user.paste('2013\tAlpha\t500\n2013\tBravo\t1');
    await app.goTo('Shape');
    await app.pageSays('4 periods, from 2010 to 2013');
    await app.goTo('Gather');
    await app.user.click(await cell('Alpha'));
    await keys('{Shift>}{ArrowDown}{/Shift}{Control>}d{/Control}');
    await shows('Bravo', 3);
    fireEvent.copy(grid());
    await waitFor(async () => expect(await navigator.clipboard.readText()).toBe('Alpha\nAlpha'));
    await app.user.keyboard('{Control>}z{/Control}');
    await shows('Bravo', 4);
    await keys('{Delete}');
    await shows('Alpha', 3);
  });

  it('finds and replaces', async () => {
    await openRace();
    await keys('{Control>}f{/Control}');
    await app.user.type(screen.getByLabelText('Find'), 'bravo');
    expect(await screen.findByText('3 cells')).toBeTruthy();
    await app.user.click(screen.getByLabelText(/Match case/));
    expect(await screen.findByText('0 cells')).toBeTruthy();
    await app.user.click(screen.getByLabelText(/Match case/));
    await screen.findByText('3 cells');
    await app.user.type(screen.getByLabelText('Replace with'), 'Bravissimo');
    await app.press('Replace all');
    await app.saysOnStage('Bravissimo');
    await app.press('Close find and replace');
    expect(screen.queryByLabelText('Find')).toBeNull();
  });

  it('sorts, moves, adds, renames and deletes columns, and the chart follows or says what it lacks', async () => {
    await openRace();
    await menu('points', 'Sort descending');
    await waitFor(() => expect(within(grid()).getAllByRole('row')[1]?.textContent).toContain('60'));
    await menu('points', 'Move left');
    await waitFor(() => expect(heads()[2]).toContain('points'));
    await menu('season', 'New column after');
    await waitFor(() => expect(heads().join()).toContain('New column'));
    await menu('New column', 'Delete column');
    await menu('boat', 'Rename');
    const name = await screen.findByLabelText('Name of the column');
    await app.user.clear(name);
    await app.user.type(name, 'points{Enter}');
    expect(await screen.findByText(/There already is a column called “points”/)).toBeTruthy();
    await menu('boat', 'Rename');
    const again = await screen.findByLabelText('Name of the column');
    await app.user.clear(again);
    await app.user.type(again, 'ship{Enter}');
    // What the chart knows of the column follows its name.
    await waitFor(() => expect(heads().join()).toContain('ship'));
    await app.saysOnStage('1. Bravo');
    await menu('ship', 'Delete column');
    expect((await screen.findAllByText(/There is no column called “ship”/)).length).toBeGreaterThan(0);
    // The step that took it away can be switched off where the loss is told.
    await app.user.click(await screen.findByRole('button', { name: /^Switch off “.*ship/ }));
    await app.saysOnStage('1. Bravo');
    await app.user.keyboard('{Control>}z{/Control}');
    for (const _ of ['deleted', 'renamed']) await app.user.keyboard('{Control>}z{/Control}');
    await app.saysOnStage('1. Bravo');
    await app.goTo('Shape');
    const steps = within(screen.getByRole('list', { name: 'Steps in the grid' }));
    expect(steps.getAllByRole('listitem')).toHaveLength(4);
  });

  it('goes from cell to cell with Tab, and is left with Escape and Tab', async () => {
    await openRace();
    const at = () => document.getElementById(grid().getAttribute('aria-activedescendant') ?? '')?.textContent;
    await app.user.click(await cell('30'));
    const [value, before] = [at(), cells('30')[0]?.previousElementSibling?.textContent];
    expect(value).toBe('30');
    await keys('{Shift>}{Tab}{/Shift}');
    expect([at(), document.activeElement]).toEqual([before, grid()]);
    await keys('{Tab}');
    expect([at(), document.activeElement]).toEqual(['30', grid()]);
    await keys('{Escape}{Shift>}{Tab}{/Shift}');
    expect(document.activeElement).not.toBe(grid());
    // Any other key in between, and Tab goes on from cell to cell.
    await keys('{Escape}{ArrowRight}{Shift>}{Tab}{/Shift}');
    expect(document.activeElement).toBe(grid());
  });

  it('moves no column beyond the first and the last', async () => {
    await openRace();
    const off = async (column: string, item: string) => {
      await app.user.click(screen.getByRole('button', { name: `Column ${column}` }));
      const found = await screen.findByRole('menuitem', { name: item });
      const disabled = found.getAttribute('aria-disabled');
      await app.user.keyboard('{Escape}');
      return disabled === 'true';
    };
    const names = screen.getAllByRole('button', { name: /^Column / }).map((head) => head.getAttribute('aria-label'));
    const [first, last] = [names[0], names.at(-1)].map((name) => (name ?? '').replace('Column ', '')) as [
      string,
      string,
    ];
    expect([await off(first, 'Move left'), await off(first, 'Move right')]).toEqual([true, false]);
    expect([await off(last, 'Move left'), await off(last, 'Move right')]).toEqual([false, true]);
  });

  it('deletes and moves rows, but never the last one or the last column', async () => {
    await app.openTable('two.csv', 'Year,Name,Value\n2001,A,5\n2002,A,7\n');
    await app.goTo('Gather');
    await app.user.click(await cell('5'));
    await keys('{Alt>}{ArrowDown}{/Alt}');
    await waitFor(() => expect(within(grid()).getAllByRole('row')[1]?.textContent).toContain('2002'));
    await app.press('Delete row');
    await shows('2001', 0);
    await keys('{Control>}a{/Control}');
    await app.press('Delete row');
    expect(await screen.findByText(/needs at least one row/)).toBeTruthy();
  });
});

describe('problems', () => {
  it('are mended with one click, and that is a step', async () => {
    await app.openTable('wet.csv', `${raceTable}2012,Delta,wet\n,Echo,5\n`);
    await app.goTo('Gather');
    await app.press('Read “wet” as missing');
    await app.press('Leave out rows without a period');
    await app.pageSays('3 are not: 3 left out by steps');
    expect(screen.queryByRole('list', { name: 'Problems in the table' })).toBeNull();
    await app.goTo('Shape');
    const steps = within(screen.getByRole('list', { name: 'Steps on the table' }));
    expect(steps.getAllByRole('listitem')).toHaveLength(2);
  });

  it('lead to their cell', async () => {
    await app.openTable('wet.csv', `${raceTable}2012,Delta,wet\n`);
    await app.press(/^Gather/);
    await app.user.click(screen.getByRole('button', { name: /Row 11, points.*“wet”/ }));
    expect((await cell('wet')).className).toContain('outline');
  });

  it.each([
    ['an empty file', '', /file is empty/],
    [
      'a picture named .csv',
      new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 0]),
      /is a picture/,
    ],
    ['a header alone', 'Year,Name,Value\n', /nothing under it/],
  ])('of %s are told, and what was there stays', async (_, content, message) => {
    await openRace();
    const before = app.words();
    await app.openTable('odd.csv', content);
    expect((await screen.findAllByText(message)).length).toBeGreaterThan(0);
    expect(app.words()).toBe(before);
    expect(screen.getByRole('list', { name: 'Problems in the table' }).textContent).toMatch(message);
  });

  it.each([
    ['one column', 'Name\nA\nB\n', /single column/],
    ['no number anywhere', 'Name,Colour\nA,red\nB,blue\n', /No column holds numbers/],
  ])(
    'of a table without a chart in it (%s) are told, and undo brings the old one back',
    async (_, content, message) => {
      await openRace();
      await app.openTable('odd.csv', content);
      await app.goTo('Dress');
      await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(message));
      for (const step of ['Gather', 'Shape', 'Pace', 'Output'] as const) {
        await app.goTo(step);
        expect(screen.getByRole('combobox', { name: 'Find a control' })).toBeTruthy();
      }
      await app.press('Undo');
      await app.saysOnStage('Bravo, 30');
    },
  );

  it('about what a workbook hides leave it out with one click', async () => {
    const xlsx = await import('@e965/xlsx');
    const sheet = xlsx.utils.aoa_to_sheet([
      ['Year', 'Oyle', 'Pell'],
      [2001, 1, 2],
      [2002, 3, 4],
      [2003, 5, 6],
    ]);
    sheet['!rows'] = [{}, {}, {}, { hidden: true }];
    const book = xlsx.utils.book_new();
    xlsx.utils.book_append_sheet(book, sheet, 'Data');
    await app.openTable('hides.xlsx', new Uint8Array(xlsx.write(book, { type: 'array', bookType: 'xlsx' })));
    await app.goTo('Gather');
    await app.pageSays('1 hidden row of the sheet is read like the others.');
    await app.press('Leave hidden rows out');
    await app.pageSays('Left out by a step.');
    expect(screen.queryByRole('button', { name: 'Leave hidden rows out' })).toBeNull();
    await app.pageSays('2 rows, 3 columns');
  });
});

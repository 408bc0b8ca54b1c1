import { screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { knownFamilies } from '@/core/families/known';
import { families } from '@/core/families/registry';
import { readProject } from '@/core/project/read-project';
import { documentStore } from '@/state/document';
import { pressPoint } from '@/ui/stage/press-point';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(() => app.openRace('Dress'));
afterEach(app.closeApp);

const card = (name: string) => screen.getByRole('button', { name: `Tell it with ${name}` });

async function tellWith(name: string): Promise<void> {
  await app.user.click(card(name));
  await app.settled();
}

/** What a family says first of the race's table, where that is not who leads. */
const saidBy: Readonly<Record<string, string>> = {
  'Columns compared': 'Bravo: 2010 30',
  'Big number': 'Bravo, 30',
  Pie: 'Bravo, 30 (',
  Mosaic: 'Bravo',
  Boxes: 'Bravo, 30 (',
  Progress: 'Bravo, 30 (',
  Hundred: 'Bravo, 30 (',
  Bubbles: 'Bubbles need a second value',
  Words: 'Bravo, 30;',
  Wedges: '2. Bravo, 30',
};

describe('what the film tells', () => {
  it('is chosen among all families, each under what it tells, and shown at once', async () => {
    for (const { name } of knownFamilies) {
      await tellWith(name.toLowerCase());
      expect(card(name.toLowerCase()).getAttribute('aria-pressed')).toBe('true');
      await app.saysOnStage(saidBy[name] ?? '1. Bravo, 30');
    }
    const stories = screen.getAllByRole('group').map((group) => group.querySelector('legend')?.textContent ?? '');
    expect(stories).toEqual(
      expect.arrayContaining([
        'Who leads',
        'How it went',
        'Who has which share',
        'How far along',
        'Compared',
        'Stands out',
      ]),
    );
  });

  it('has the controls that are made by hand: slices that are pulled out, periods of a mosaic', async () => {
    await tellWith('pie');
    await app.user.click(screen.getByText('Pulled out of the round'));
    await app.user.click(screen.getByRole('checkbox', { name: 'Bravo' }));
    expect(app.firstChart().own).toMatchObject({ pulled: ['Bravo'] });
    await app.user.click(screen.getByRole('checkbox', { name: 'Bravo' }));
    expect(app.firstChart().own).toMatchObject({ pulled: [] });
    await tellWith('mosaic');
    expect(screen.getByText('Without a choice the first and the last one share it.')).toBeTruthy();
  });

  it('keeps words, look and pace, and gives back what a family had of its own', async () => {
    await app.type('Places on stage', '2');
    const before = app.firstChart();
    await tellWith('lines');
    expect(app.firstChart()).toMatchObject({
      family: 'lines',
      text: before.text,
      dress: before.dress,
      pace: before.pace,
    });
    expect(app.firstChart().play).toEqual({ kind: 'drawn' });
    await app.pick('The last periods');
    await app.type('Periods in view', '7');
    await tellWith('ranked bars');
    expect(app.firstChart()).toEqual({ ...before, kept: [expect.objectContaining({ family: 'lines' })] });
    // It stands in the document, so that it is there after a reload too.
    const read = readProject(JSON.parse(JSON.stringify(documentStore.getState().project)), knownFamilies);
    expect(read.ok && read.value.charts[0]).toEqual(app.firstChart());
    await tellWith('lines');
    expect(app.firstChart().own).toMatchObject({ window: 'sliding', windowPeriods: 7 });
    // What both know goes along.
    await tellWith('columns');
    expect(app.firstChart().own).toMatchObject({ window: 'sliding', windowPeriods: 7 });
  });

  it('is one step of undo', async () => {
    await tellWith('areas');
    await app.press('Undo');
    expect(app.firstChart().family).toBe('ranked-bars');
  });

  it('shows the controls of the family, and finds no others', async () => {
    expect(screen.getByRole('heading', { name: 'Bars' })).toBeTruthy();
    await tellWith('lines');
    expect(screen.getByRole('heading', { name: 'Lines' })).toBeTruthy();
    // Lines have room for pictures at one place only; columns that compare have none.
    await app.user.click(screen.getByRole('switch', { name: 'Show pictures' }));
    await app.settled();
    expect(screen.getByText('Shape of pictures')).toBeTruthy();
    expect(screen.queryByText('Pictures stand')).toBeNull();
    await tellWith('columns compared');
    expect(screen.queryByRole('heading', { name: 'Pictures' })).toBeNull();
    await tellWith('lines');
    expect(screen.queryByRole('spinbutton', { name: 'Places on stage' })).toBeNull();
    const search = screen.getByRole('combobox', { name: 'Find a control' });
    await app.user.type(search, 'places on stage');
    await waitFor(() => expect(screen.getByText('No control is called that.')).toBeTruthy());
    await app.user.clear(search);
    await app.user.type(search, 'time in view');
    const found = within(screen.getByRole('listbox', { name: 'Controls found' }));
    await waitFor(() => expect(found.getByRole('option', { name: /Time in view/ })).toBeTruthy());
  });

  it('switches names off one by one, but never the last', async () => {
    await tellWith('lines');
    await app.press('Which are on stage');
    const box = (name: string) => screen.getByRole('checkbox', { name }) as HTMLInputElement;
    await app.user.click(box('Bravo'));
    await app.settled();
    await app.saysOnStage('1 more are not drawn.');
    expect(box('Bravo').checked).toBe(false);
    await app.user.click(box('Cirrus'));
    await app.settled();
    expect(box('Alpha').disabled).toBe(true);
    await tellWith('areas');
    expect((app.firstChart().own as { hidden: readonly string[] }).hidden).toEqual(['Bravo', 'Cirrus']);
    await app.user.click(box('Bravo'));
    await app.settled();
    await app.saysOnStage('1. Bravo, 30');
  });

  it('compares the first and the last period, or those that are chosen', async () => {
    await tellWith('columns compared');
    await app.pageSays('Without a choice the first and the last one are compared.');
    const chosen = () => (app.firstChart().own as { periods: readonly string[] }).periods;
    for (const year of ['2012', '2011']) await app.select('Add a period', year);
    expect(chosen()).toEqual(['2011', '2012']);
    const list = within(screen.getByRole('list', { name: 'Periods compared' }));
    expect(list.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual(['2011', '2012']);
    await app.press('Leave out 2012');
    expect(chosen()).toEqual(['2011']);
    await app.pick('Parts');
    await app.saysOnStage('The table has no parts, so periods are compared.');
    expect(screen.queryByRole('list', { name: 'Periods compared' })).toBeNull();
  });

  it('stacks bars from parts that the table holds, and compares them', async () => {
    await app.openTable(
      'boats.csv',
      'Year,Harbour,Boat,Catch\n2001,Oyle,Small,1\n2001,Oyle,Large,4\n2001,Pell,Small,2\n2002,Oyle,Small,3\n2002,Oyle,Large,6\n2002,Pell,Small,5\n',
    );
    await app.saysOnStage('2001: 1. Oyle, 5; 2. Pell, 2.');
    expect(app.firstChart().fields.parts).toBe('Boat');
    await tellWith('columns compared');
    await app.saysOnStage('Oyle: Small 1, Large 4; Pell: Small 2.');
    await app.goTo('Shape');
    await app.pageSays('“Boat” divides each into parts');
    await app.press('Notation, parts, groups and colours');
    await app.pageSays('Each category is divided into these parts');
    await app.select('Parts from', 'None');
    await app.saysOnStage('The table has no parts, so periods are compared.');
    await app.press('Undo');
    await app.saysOnStage('Oyle: Small 1, Large 4; Pell: Small 2.');
  });

  it('leaves out the ends of an axis of shares', async () => {
    await tellWith('columns');
    expect(screen.getByText('Stands still')).toBeTruthy();
    await app.user.click(screen.getByRole('combobox', { name: 'Columns of a period stand' }));
    await app.user.click(await screen.findByRole('option', { name: 'On each other, to the whole' }));
    await app.settled();
    expect(screen.queryByText('Stands still')).toBeNull();
  });

  it('is suggested with its reason, and taken with a press', async () => {
    await app.openTable(
      'calm.csv',
      `Year,Pell,Oyle\n${[2001, 2002, 2003, 2004, 2005, 2006].map((year, i) => `${year},${90 + i},${10 + i}`).join('\n')}\n`,
    );
    await app.saysOnStage('1. Pell');
    const take = await screen.findByRole('button', { name: 'Take lines' });
    expect(take.parentElement?.textContent).toContain('the lead seldom changes');
    await app.user.click(take);
    await app.settled();
    expect(app.firstChart().family).toBe('lines');
    expect(screen.queryByRole('button', { name: 'Take lines' })).toBeNull();
  });
});

describe('the families that the editor knows', () => {
  it('are those that draw, with the same documents and controls', () => {
    expect(knownFamilies.map(({ id }) => id)).toEqual(families.map(({ id }) => id));
    for (const [i, known] of knownFamilies.entries()) {
      expect(families[i]?.document).toBe(known.document);
      expect(families[i]?.controls).toBe(known.controls);
    }
  });

  it('leaves out what does nothing for the chart as it is, whatever other families have in common with it', async () => {
    await tellWith('columns');
    await app.press('Labels');
    expect(screen.getByRole('combobox', { name: 'At the head' })).toBeTruthy();
    await app.pick('Lie');
    await waitFor(() => expect(screen.queryByRole('combobox', { name: 'At the head' })).toBeNull());
    await tellWith('lines');
    expect(screen.getByRole('combobox', { name: 'At the head' })).toBeTruthy();
  });

  it('marks points of lines one by one, in a grid and by pressing them on stage', async () => {
    await tellWith('lines');
    await app.press('Labels');
    await app.select('Values beside points', 'At those that are chosen');
    const own = () => app.firstChart().own as { labelled: readonly { name: string; period: string }[] };
    const boxes = () => screen.getAllByRole<HTMLInputElement>('checkbox', { name: /^(Alpha|Bravo|Cirrus), 20/ });
    await waitFor(() => expect(boxes().length).toBeGreaterThan(3));
    const [first] = boxes();
    const name = first?.getAttribute('aria-label') ?? '';
    await app.user.click(first as HTMLInputElement);
    const [line, period] = name.split(', ');
    expect(own().labelled).toEqual([{ name: line, period }]);
    await app.user.click(screen.getByRole('checkbox', { name }));
    expect(own().labelled).toEqual([]);
    // A chart of other points takes what is pressed.
    const told = { name: 'Bravo', valueText: '', portion: '', periodLabel: '', periodKey: '2010' };
    expect(pressPoint({ subject: { part: 'mark', category: 1 }, told })).toBe(true);
    expect(own().labelled).toEqual([{ name: 'Bravo', period: '2010' }]);
    await screen.findByRole('button', { name: 'Choose none' });
    await app.press('Choose none');
    expect(own().labelled).toEqual([]);
    expect(pressPoint({ subject: { part: 'mark', category: 1 }, told: null })).toBe(false);
    await app.select('Values beside points', 'None');
    expect(pressPoint({ subject: { part: 'mark', category: 1 }, told })).toBe(false);
  });
});

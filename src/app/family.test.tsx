// @vitest-environment happy-dom
import { screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { knownFamilies } from '@/core/families/known';
import { families } from '@/core/families/registry';
import { documentStore } from '@/state/document';
import * as app from './testing/whole-app';

vi.mock('@/workers/client', () => import('./testing/workers'));
vi.mock('localforage', () => import('./testing/memory-forage'));

beforeEach(() => app.openRace('Dress'));
afterEach(app.closeApp);

const chart = () => {
  const found = documentStore.getState().project?.charts[0];
  if (!found) throw new Error('There is no chart.');
  return found;
};
const card = (name: string) => screen.getByRole('button', { name: `Tell it with ${name}` });

async function tellWith(name: string): Promise<void> {
  await app.user.click(card(name));
  await app.settled();
}

describe('what the film tells', () => {
  it('is chosen among all families, each under what it tells, and shown at once', async () => {
    for (const { name } of knownFamilies) {
      await tellWith(name.toLowerCase());
      expect(card(name.toLowerCase()).getAttribute('aria-pressed')).toBe('true');
      await app.saysOnStage('1. Bravo, 30');
    }
    const stories = screen.getAllByRole('group').map((group) => group.querySelector('legend')?.textContent ?? '');
    expect(stories).toEqual(expect.arrayContaining(['Who leads', 'How it went']));
  });

  it('keeps words, look and pace, and gives back what a family had of its own', async () => {
    await app.type('Places on stage', '2');
    const before = chart();
    await tellWith('lines');
    expect(chart()).toMatchObject({ family: 'lines', text: before.text, dress: before.dress, pace: before.pace });
    expect(chart().play).toEqual({ kind: 'drawn' });
    await app.pick('The last periods');
    await app.type('Periods in view', '7');
    await tellWith('ranked bars');
    expect(chart()).toEqual(before);
    await tellWith('lines');
    expect(chart().own).toMatchObject({ window: 'sliding', windowPeriods: 7 });
    // What both know goes along.
    await tellWith('columns');
    expect(chart().own).toMatchObject({ window: 'sliding', windowPeriods: 7 });
  });

  it('is one step of undo', async () => {
    await tellWith('areas');
    await app.press('Undo');
    expect(chart().family).toBe('ranked-bars');
  });

  it('shows the controls of the family, and finds no others', async () => {
    expect(screen.getByRole('heading', { name: 'Bars' })).toBeTruthy();
    await tellWith('lines');
    expect(screen.getByRole('heading', { name: 'Lines' })).toBeTruthy();
    expect(screen.queryByRole('heading', { name: 'Pictures' })).toBeNull();
    expect(screen.queryByRole('spinbutton', { name: 'Places on stage' })).toBeNull();
    const search = screen.getByRole('combobox', { name: 'Find a control' });
    await app.user.type(search, 'places on stage');
    await waitFor(() => expect(screen.getByText('No control is called that.')).toBeTruthy());
    await app.user.clear(search);
    await app.user.type(search, 'time in view');
    const found = within(screen.getByRole('listbox', { name: 'Controls found' }));
    await waitFor(() => expect(found.getByRole('option', { name: /Time in view/ })).toBeTruthy());
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
    expect(chart().family).toBe('lines');
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
});

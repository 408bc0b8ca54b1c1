// @vitest-environment happy-dom
import { screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { raceTable } from '@/core/testing/tables';
import { documentStore } from '@/state/document';
import * as app from './testing/whole-app';

vi.mock('@/workers/client', () => import('./testing/workers'));
vi.mock('localforage', () => import('./testing/memory-forage'));

beforeEach(() => app.openApp());
afterEach(app.closeApp);

const other = 'Month,Mill,Flour\n2001-01,Low,3\n2001-02,Low,5\n2001-01,High,9\n2001-02,High,2\n';
const name = () => documentStore.getState().project?.name;
const shelf = () => within(screen.getByRole('list', { name: 'Work on the shelf' }));

async function openShelf(): Promise<void> {
  await app.press('Shelf: all your work in this browser');
  await screen.findByRole('dialog', { name: 'Shelf' });
}

/** A race whose name was changed, then another table in its place. */
async function twoWorks(): Promise<void> {
  await app.openTable('race.csv', raceTable);
  await app.saysOnStage('Bravo, 30');
  const box = screen.getByRole('textbox', { name: 'Name of the project' });
  await app.user.clear(box);
  await app.user.type(box, 'My race');
  await app.openTable('mills.csv', other);
  await app.saysOnStage('High, 9');
}

describe('the shelf', () => {
  it('has the work that another table took the place of, and opens it as it was', async () => {
    await twoWorks();
    expect(name()).toBe('Mills');
    await openShelf();
    expect(await shelf().findByText('My race')).toBeTruthy();
    await app.user.click(screen.getByRole('button', { name: 'Open My race' }));
    await waitFor(() => expect(name()).toBe('My race'));
    await app.saysOnStage('Bravo, 30');
    expect(screen.queryByRole('dialog')).toBeNull();
    // What was open is there now.
    await openShelf();
    expect(await shelf().findByText('Mills')).toBeTruthy();
    expect(shelf().queryByText('My race')).toBeNull();
  });

  it('has a wide table too, where another one of other columns came', async () => {
    await app.openTable('isles.csv', 'Year,Oyle,Pell\n2001,3,4\n2002,5,6\n2003,5,7\n');
    await app.saysOnStage('Pell, 4');
    await app.openTable('fleets.csv', 'Year,Divers,Liners\n2001,30,40\n2002,50,60\n2003,51,61\n');
    await app.saysOnStage('Liners, 40');
    await openShelf();
    expect(await shelf().findByText('Isles')).toBeTruthy();
    await app.user.keyboard('{Escape}');
    // One with the same columns and new rows goes on with the same work.
    await app.openTable('fleets later.csv', 'Year,Divers,Liners\n2002,50,60\n2003,51,61\n2004,52,62\n');
    await app.saysOnStage('Liners, 60');
    await openShelf();
    await shelf().findByText('Isles');
    expect(shelf().queryByText('Fleets')).toBeNull();
  });

  it('copies, renames, finds, bins and brings back', async () => {
    await twoWorks();
    await openShelf();
    await shelf().findByText('My race');
    await app.press('Copy My race');
    expect(await shelf().findByText('My race, copy')).toBeTruthy();
    await app.press('Rename My race, copy');
    const box = screen.getByRole('textbox', { name: 'New name of My race, copy' });
    await app.user.clear(box);
    await app.user.type(box, 'For the island{Enter}');
    expect(await shelf().findByText('For the island')).toBeTruthy();
    await app.user.type(screen.getByRole('searchbox', { name: 'Find work by name or table' }), 'island');
    await waitFor(() => expect(shelf().queryByText('My race')).toBeNull());
    await app.press('Remove For the island');
    const bin = within(await screen.findByRole('list', { name: 'Work in the bin' }));
    expect(bin.getByText('For the island')).toBeTruthy();
    expect(screen.getByText('Nothing on the shelf is called that.')).toBeTruthy();
    await app.user.click(bin.getByRole('button', { name: /Bring back/ }));
    expect(await shelf().findByText('For the island')).toBeTruthy();
    await app.press('Remove For the island');
    await app.user.click(await screen.findByRole('button', { name: 'Remove For the island for good' }));
    await waitFor(() => expect(screen.queryByRole('list', { name: 'Work in the bin' })).toBeNull());
  });
});

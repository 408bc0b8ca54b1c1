import { screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { raceTable } from '@/core/testing/tables';
import { documentStore } from '@/state/document';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

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

  it('is offered once: what an earlier table could have gone into is offered no more', async () => {
    await twoWorks();
    await app.openTable('fleet.csv', 'When,Ship,Knots\n2011,Uno,3\n2011,Duo,5\n2012,Uno,9\n2012,Duo,2\n');
    await screen.findByText('“Mills” is on the shelf');
    const notices = [...document.querySelectorAll('[data-sonner-toast][data-removed="false"]')];
    expect(notices.filter((notice) => notice.textContent?.includes('is on the shelf'))).toHaveLength(1);
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

describe('earlier versions', () => {
  const look = () => screen.getByRole('region', { name: 'An earlier version' });

  it('are kept under a name, looked at without a change, and brought back as one step', async () => {
    await app.openTable('boats.csv', raceTable);
    await app.saysOnStage('Bravo, 30');
    await openShelf();
    await app.press('Earlier versions');
    await app.user.type(screen.getByRole('textbox', { name: 'Name of this version' }), 'First cut');
    await app.press('Keep as it is now');
    expect(await screen.findByText('First cut')).toBeTruthy();
    await app.user.keyboard('{Escape}');
    const title = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Title' });
    await app.user.clear(title());
    await app.user.type(title(), 'Later');
    await openShelf();
    await app.press('Earlier versions');
    const [first] = await screen.findAllByRole('button', { name: /^Look at the version/ });
    await app.user.click(first as HTMLElement);
    await waitFor(() => expect(look()).toBeTruthy());
    expect(title().value).toBe('Boats');
    await app.press('Back to now');
    expect(title().value).toBe('Later');
    await openShelf();
    await app.press('Earlier versions');
    await app.user.click((await screen.findAllByRole('button', { name: /^Look at the version/ }))[0] as HTMLElement);
    await waitFor(() => expect(look()).toBeTruthy());
    await app.press('Bring this version back');
    expect(title().value).toBe('Boats');
    await app.press('Undo');
    expect(title().value).toBe('Later');
  });
});

describe('work that is used again', () => {
  const fleet = 'When,Ship,Knots\n2011,Uno,3\n2011,Duo,5\n2012,Uno,9\n2012,Duo,2\n';

  /** A race with a title, a look and a pace of its own. */
  async function dressed(): Promise<void> {
    await app.openTable('boats.csv', raceTable);
    await app.saysOnStage('Bravo, 30');
    const title = screen.getByRole('textbox', { name: 'Title' });
    await app.user.clear(title);
    await app.user.type(title, 'Of the bay');
    await app.press('Look Night ferry');
  }

  it('starts like the open work with another table: columns are guessed, look and words stay', async () => {
    await dressed();
    const { dress } = app.firstChart();
    await openShelf();
    await app.press('Start like this');
    const notice = await screen.findByRole('region', { name: 'Start like other work' });
    expect(notice.textContent).toContain('Boats');
    await app.choose('Choose the table that becomes like it', app.file('fleet.csv', fleet));
    await app.saysOnStage('Duo, 5');
    expect(name()).toBe('Fleet');
    expect(app.firstChart()).toMatchObject({ dress, text: { title: 'Of the bay' }, fields: { category: 'Ship' } });
    expect(screen.queryByRole('region', { name: 'Start like other work' })).toBeNull();
    // The work that it is like stands on the shelf as it was.
    await openShelf();
    expect(await shelf().findByText('Boats')).toBeTruthy();
  });

  it('goes through a template’s file, which has no data in it', async () => {
    await dressed();
    await openShelf();
    await app.press('Save as a template');
    const saved = await app.lastSaved();
    expect(saved.name).toBe('Boats.plucky-template');
    expect(saved.text).not.toContain('Bravo');
    await app.user.keyboard('{Escape}');
    await app.choose('Open a table or a project file', app.file(saved.name, saved.bytes));
    await app.openTable('fleet.csv', fleet);
    await app.saysOnStage('Duo, 5');
    expect(app.firstChart().text.title).toBe('Of the bay');
  });

  it('says so of a template that is none, and can be left', async () => {
    await dressed();
    await app.choose('Open a table or a project file', app.file('x.plucky-template', 'nonsense'));
    await app.pageSays('This is not a template of Plucky Tempo');
    expect(screen.queryByRole('region', { name: 'Start like other work' })).toBeNull();
    await openShelf();
    await app.press('Start like this');
    await app.press('Leave it');
    await app.openTable('fleet.csv', fleet);
    await app.saysOnStage('Duo, 5');
    expect(app.firstChart().text.title).toBe('Fleet');
  });

  it('takes a table into the work that was open, as one step, instead of beginning with it', async () => {
    await dressed();
    const { dress } = app.firstChart();
    await app.openTable('fleet.csv', fleet);
    await app.saysOnStage('Duo, 5');
    await app.user.click(await screen.findByRole('button', { name: 'Take the table into it instead' }));
    await waitFor(() => expect(name()).toBe('Boats'));
    await app.saysOnStage('Duo, 5');
    expect(app.firstChart()).toMatchObject({ dress, text: { title: 'Of the bay' }, fields: { value: 'Knots' } });
    expect(documentStore.getState().project?.tables.map((table) => table.name)).toEqual(['boats.csv', 'fleet.csv']);
    await openShelf();
    await screen.findByText(/^Nothing else stands here/);
    await app.user.keyboard('{Escape}');
    await app.press('Undo');
    await app.saysOnStage('Bravo, 30');
  });

  it('saves the whole shelf, and brings it back beside what has changed', async () => {
    await twoWorks();
    await openShelf();
    await shelf().findByText('My race');
    await app.press('Save the whole shelf');
    const saved = await app.lastSaved();
    expect(saved.name).toMatch(/^Shelf-\d{4}-\d\d-\d\d\.plucky-shelf$/);
    await app.press('Remove My race');
    await app.user.click(await screen.findByRole('button', { name: 'Remove My race for good' }));
    await screen.findByText(/^Nothing else stands here/);
    await app.choose('Bring a saved shelf back', app.file(saved.name, saved.bytes));
    expect(await shelf().findByText('My race')).toBeTruthy();
    await app.press('Open My race');
    await app.saysOnStage('Bravo, 30');
  });
});

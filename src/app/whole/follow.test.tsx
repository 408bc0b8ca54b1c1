import { screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { raceTable } from '@/core/testing/tables';
import { documentStore } from '@/state/document';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

/** A file on the person's disk, and the way to it that a browser gives. */
const onDisk = { text: raceTable, changes: 0, allowed: 'granted' as PermissionState };
const handle = {
  name: 'boats.csv',
  getFile: async () => new File([onDisk.text], 'boats.csv', { lastModified: onDisk.changes }),
  requestPermission: async () => onDisk.allowed,
};

/** Another program writes the file; the window is looked at again after it. */
function write(text: string): void {
  onDisk.text = text;
  onDisk.changes++;
  dispatchEvent(new Event('focus'));
}

beforeEach(async () => {
  Object.assign(onDisk, { text: raceTable, changes: 0, allowed: 'granted' });
  vi.stubGlobal('showOpenFilePicker', async () => [handle]);
  await app.openRace('Gather');
});
afterEach(async () => {
  await app.closeApp();
  vi.unstubAllGlobals();
});

const followed = () => screen.findByRole('region', { name: 'File that is followed' });

describe('a file that is followed', () => {
  it('is chosen once, read when it changes, and says what changed; undo goes back', async () => {
    await app.press('Follow this file');
    expect((await followed()).textContent).toContain('boats.csv');
    write(`${raceTable.trimEnd()}\n2030,Delta,999\n`);
    const told = await screen.findByRole('region', { name: 'What changed' });
    await waitFor(() => expect(told.textContent).toContain('Delta'));
    await app.pageSays('1 period added, 1 category added');
    await app.press('Undo');
    await waitFor(() => expect(app.words()).not.toContain('Delta'));
    await app.press('Stop');
    expect(await screen.findByRole('button', { name: 'Follow this file' })).toBeTruthy();
  });

  it('that has lost its columns leaves the film as it was, and says which', async () => {
    await app.press('Follow this file');
    await followed();
    write('season,other,thing\n2001,A,3\n2002,A,4\n');
    await app.pageSays('The film stays as it was');
    await app.pageSays('“boat”, “points”');
    await app.saysOnStage('Bravo, 30');
  });

  it('is let go of when other work is opened', async () => {
    await app.press('Follow this file');
    await followed();
    await app.openTable(
      'mills.csv',
      'Month,Mill,Flour\n2001-01,Low,3\n2001-02,Low,5\n2001-01,High,9\n2001-02,High,2\n',
    );
    await app.saysOnStage('High, 9');
    expect(screen.queryByRole('region', { name: 'File that is followed' })).toBeNull();
  });

  it('that the browser does not give out is said, and nothing is followed', async () => {
    onDisk.allowed = 'denied';
    await app.press('Follow this file');
    await app.pageSays('boats.csv cannot be followed');
    expect(screen.queryByRole('region', { name: 'File that is followed' })).toBeNull();
  });
});

describe('work with several tables', () => {
  it('makes its chart of the one that is chosen, and lets the others go', async () => {
    await app.openTable('fleet.csv', 'When,Ship,Knots\n2011,Uno,3\n2011,Duo,5\n2012,Uno,9\n2012,Duo,2\n');
    await app.saysOnStage('Duo, 5');
    await app.user.click(await screen.findByRole('button', { name: 'Take the table into it instead' }));
    const tables = within(await screen.findByRole('list', { name: 'Tables of this work' }));
    expect(tables.getAllByRole('listitem')).toHaveLength(2);
    await app.press('Make the chart of boats.csv');
    await app.saysOnStage('Bravo, 30');
    await app.press('Take fleet.csv out of this work');
    expect(screen.queryByRole('list', { name: 'Tables of this work' })).toBeNull();
    expect(documentStore.getState().project?.tables).toHaveLength(1);
    await app.press('Undo');
    expect(tables).toBeTruthy();
    expect(await screen.findByRole('button', { name: 'Make the chart of fleet.csv' })).toBeTruthy();
  });
});

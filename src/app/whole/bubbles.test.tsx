import { screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(() => app.openApp());
afterEach(app.closeApp);

const harbours = `Year,Harbour,Depth,Ships
2001,Oyle,4,100
2001,Pell,7,80
2001,Tern,2,10
2001,Sandle,9,40
2002,Oyle,5,120
2002,Pell,8,90
2002,Tern,3,15
2002,Sandle,9,60
`;
const crews = `Harbour,2001,2002
Oyle,3,4
Pell,5,6
Tern,1,2
Sandle,8,9
`;

/** Opens the table as a race of ships. */
async function openHarbours(): Promise<void> {
  await app.openTable('harbours.csv', harbours);
  await app.saysOnStage('1. Oyle, 100');
}

describe('bubbles', () => {
  it('are suggested for a table of several numbers, take what it holds, and leave in one step of undo', async () => {
    await openHarbours();
    await app.goTo('Dress');
    const take = await screen.findByRole('button', { name: 'Take bubbles' });
    expect(take.parentElement?.textContent).toContain('The table holds “Depth” too');
    await app.user.click(take);
    await app.settled();
    await app.saysOnStage('2001, Ships, Depth: Oyle 100, 4; Pell 80, 7');
    expect(app.firstChart().fields).toMatchObject({ value: 'Ships', second: 'Depth', third: '' });
    expect(screen.getByText('Axis across')).toBeTruthy();
    await app.press('Undo');
    await app.saysOnStage('1. Oyle, 100');
    expect(app.firstChart().fields.second).toBe('');
  });

  it('have their further values chosen in Shape, where it is said what is missing', async () => {
    await openHarbours();
    await app.goTo('Dress');
    await app.user.click(screen.getByRole('button', { name: 'Tell it with bubbles' }));
    await app.settled();
    await app.goTo('Shape');
    await app.select('Second value', 'None');
    await app.saysOnStage('Bubbles need a second value');
    expect(screen.getByText(/Bubbles need it/)).toBeTruthy();
    await app.select('Second value', /^Depth/);
    await app.saysOnStage('Oyle 100, 4');
  });

  it('take a value from a second table, joined by name and period', async () => {
    await openHarbours();
    await app.goTo('Gather');
    await app.choose(
      'Join another table by name and period',
      new File([crews], 'crew-numbers.csv', { type: 'text/csv' }),
    );
    await waitFor(() => expect(app.firstChart().fields.second).toBe('Crew numbers'));
    expect(await screen.findByText('Joined by name and period: Crew numbers')).toBeTruthy();
    await app.goTo('Shape');
    expect(within(screen.getByRole('combobox', { name: 'Second value' })).getByText(/Crew numbers/)).toBeTruthy();
    await app.goTo('Dress');
    await app.user.click(screen.getByRole('button', { name: 'Tell it with bubbles' }));
    await app.settled();
    await app.saysOnStage('2001, Ships, Crew numbers, Depth: Oyle 100, 3, 4');
  });

  it('follow names with the eye', async () => {
    await openHarbours();
    await app.goTo('Dress');
    await app.user.click(screen.getByRole('button', { name: 'Tell it with bubbles' }));
    await app.settled();
    await app.user.click(screen.getByText('Followed by the eye'));
    await app.user.click(screen.getByRole('checkbox', { name: 'Pell' }));
    expect(app.firstChart().own).toMatchObject({ follow: ['Pell'] });
    // Two axes close in by themselves, each on its own values.
    await app.goTo('Pace');
    await app.press('Look closer here');
    await app.user.click(screen.getByRole('switch', { name: 'The axis closes in' }));
    await app.user.click(screen.getByRole('switch', { name: 'The upright axis closes in' }));
    const [focus] = app.firstChart().focuses;
    expect(focus?.range?.max).toBeGreaterThan(100);
    expect(focus?.upRange?.max).toBeLessThan(20);
  });
});

describe('a wide table of several measures', () => {
  it('shows one of them, and says which there are', async () => {
    await app.openTable(
      'wide.csv',
      'Harbour,Depth 2001,Depth 2002,Ships 2001,Ships 2002\nOyle,4,5,100,120\nPell,7,8,80,90\n',
    );
    await app.saysOnStage('2001: 1. Pell, 7; 2. Oyle, 4.');
    await app.goTo('Shape');
    await app.pageSays('several measures: “Depth”, “Ships”');
    await app.select('Values of', 'Ships');
    await app.saysOnStage('2001: 1. Oyle, 100; 2. Pell, 80.');
  });
});

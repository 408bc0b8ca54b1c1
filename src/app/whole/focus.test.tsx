import { screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { documentStore } from '@/state/document';
import { playheadStore } from '@/state/playhead';
import { sessionStore } from '@/state/session';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(() => app.openRace('Pace'));
afterEach(app.closeApp);

const focuses = () => documentStore.getState().project?.charts[0]?.focuses ?? [];
const list = () => within(screen.getByRole('list', { name: 'Focuses of the film' }));

async function write(label: string, value: number): Promise<void> {
  const box = screen.getByRole('textbox', { name: label });
  await app.user.clear(box);
  await app.user.type(box, `${value}{Enter}`);
  await app.settled();
}

describe('what the film looks at', () => {
  it('begins at the playhead, says what is missing, and takes names, a ring, a note and a range', async () => {
    await app.press('Look closer here');
    expect(list().getByText('Nothing chosen yet')).toBeTruthy();
    const names = within(screen.getByRole('list', { name: 'Names to look at' }));
    await app.user.click(names.getByRole('checkbox', { name: 'Bravo' }));
    await waitFor(() => expect(list().getByText('Bravo')).toBeTruthy());
    await app.user.click(screen.getByRole('switch', { name: 'A ring around it' }));
    await app.user.type(screen.getByRole('textbox', { name: 'A note with a line to it' }), 'Look here');
    await app.user.click(screen.getByRole('switch', { name: 'The axis closes in' }));
    await app.settled();
    const [focus] = focuses();
    expect(focus).toMatchObject({ names: ['Bravo'], othersBack: true, ring: true, note: 'Look here', periods: null });
    expect(focus?.range?.max).toBeGreaterThan(focus?.range?.min ?? 0);
    // The strip shows it, and leads back to it.
    await waitFor(() => expect(sessionStore.getState().overview?.focuses).toHaveLength(1));
    expect(screen.getByRole('button', { name: /^Focus from .*Bravo, closer on the axis/ })).toBeTruthy();
    // A race has a single axis, and no time in view.
    expect(screen.queryByText('The upright axis closes in')).toBeNull();
    expect(screen.queryByText('The time in view closes in')).toBeNull();
  });

  it('goes where it is pressed, comes and goes at the playhead, and takes tokens', async () => {
    await app.press('Look closer here');
    await app.user.click(
      within(screen.getByRole('list', { name: 'Names to look at' })).getByRole('checkbox', { name: 'Bravo' }),
    );
    await app.user.click(screen.getByRole('switch', { name: 'Others step back' }));
    await app.user.click(screen.getByRole('switch', { name: 'Larger label' }));
    await app.press('Insert what follows the film into the note');
    await app.user.click(await screen.findByRole('menuitem', { name: /^period/ }));
    await app.settled();
    expect(focuses()[0]).toMatchObject({ othersBack: false, enlarge: true, note: '{period}' });
    await app.type('Comes and goes within', '1');
    expect(focuses()[0]?.easeSec).toBe(1);
    // Pressed twice it is let go of and picked again, and the film goes to where it is wholly there.
    const [row] = list().getAllByRole('button');
    for (const _ of [1, 2]) await app.user.click(row as HTMLElement);
    await app.settled();
    await waitFor(() => expect(playheadStore.getState().readout?.timeSec).toBeCloseTo(1, 3));
    const { to } = focuses()[0] ?? {};
    await app.press('Goes at the playhead');
    expect(focuses()[0]?.to).not.toEqual(to);
    await app.press('Comes at the playhead');
    expect(focuses()[0]?.from).toEqual(focuses()[0]?.to);
  });

  it('has the ends of a range typed, but never turned round', async () => {
    await app.press('Look closer here');
    await app.user.click(screen.getByRole('switch', { name: 'The axis closes in' }));
    const range = focuses()[0]?.range ?? { min: 0, max: 0 };
    await write('To', range.max + 50);
    expect(focuses()[0]?.range).toEqual({ min: range.min, max: range.max + 50 });
    await write('From', range.max + 90);
    expect(focuses()[0]?.range?.min).toBe(range.min);
    await app.user.click(screen.getByRole('switch', { name: 'The axis closes in' }));
    expect(focuses()[0]?.range).toBeNull();
  });

  it('is one step of undo, and is removed from the list', async () => {
    await app.press('Look closer here');
    await app.press('Undo');
    expect(focuses()).toEqual([]);
    await app.press('Look closer here');
    await app.press('Remove the focus Nothing chosen yet');
    expect(focuses()).toEqual([]);
  });

  it('is had from a moment, over its time and on its name', async () => {
    const rows = within(screen.getByRole('list', { name: 'Moments of the film' }));
    const [first] = rows.getAllByRole('button', { name: /^Look closer at: / });
    await app.user.click(first as HTMLElement);
    await app.settled();
    expect(focuses()).toHaveLength(1);
    expect(focuses()[0]?.names).toHaveLength(1);
    expect(sessionStore.getState().pickedFocus).toBe(focuses()[0]?.id);
  });

  it('closes in on a stretch of time where the chart lies along it', async () => {
    await app.goTo('Dress');
    await app.user.click(screen.getByRole('button', { name: 'Tell it with lines' }));
    await app.settled();
    await app.goTo('Pace');
    await app.press('Look closer here');
    await app.user.click(screen.getByRole('switch', { name: 'The time in view closes in' }));
    await app.select('Last period in view', '2012');
    expect(focuses()[0]?.periods).toEqual({ from: '2010', to: '2012' });
    expect(list().getByText('closer on the time')).toBeTruthy();
  });
});

import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { documentStore } from '@/state/document';
import { sessionStore } from '@/state/session';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(async () => {
  await app.openRace('Dress');
});
afterEach(app.closeApp);

/** Adds the open table once more, as another chart. */
async function add(chart: string): Promise<void> {
  screen.getByRole('button', { name: 'Add a piece' }).focus();
  await app.user.keyboard('{Enter}');
  (await screen.findByRole('menuitem', { name: 'This table as another chart' })).focus();
  await app.user.keyboard('{ArrowRight}');
  (await screen.findByRole('menuitem', { name: chart })).focus();
  await app.user.keyboard('{Enter}');
  await app.settled();
}

const blocks = () =>
  within(screen.getByRole('list', { name: 'Programme' }))
    .getAllByRole('button', { name: /, \d+:\d\d\.\d\d$|, off$/ })
    .map((block) => block.getAttribute('aria-label'));
const edited = () => sessionStore.getState().overview?.pieceId;
const pieceIds = () => documentStore.getState().project?.film.pieces.map(({ id }) => id) ?? [];

describe('a film of several pieces', () => {
  it('begins with one, shows the new one, and follows the playhead from one to the next', async () => {
    expect(screen.queryByRole('list', { name: 'Programme' })).toBeNull();
    await add('Pie');
    await waitFor(() => expect(blocks()).toHaveLength(2));
    expect(blocks()[1]).toMatch(/, Pie, /);
    await waitFor(() => expect(edited()).toBe(pieceIds()[1]));
    await app.saysOnStage('%');
    await app.user.click(screen.getByRole('button', { name: blocks()[0] as string }));
    await waitFor(() => expect(edited()).toBe(pieceIds()[0]));
    // What is edited now is the first piece alone.
    await app.goTo('Pace');
    const length = screen.getByRole('spinbutton', { name: 'Whole film' });
    await app.user.clear(length);
    await app.user.type(length, '5{Enter}');
    await waitFor(() => expect(blocks()[0]).toMatch(/0:05\.00$/));
    expect(blocks()[1]).not.toMatch(/0:05\.00$/);
  });

  it('takes another table of the work, as its columns are, in one step of undo', async () => {
    await app.openTable('isles.csv', 'Year,Isle,Rain\n2001,Oyle,5\n2001,Pell,6\n2002,Oyle,7\n2002,Pell,9\n');
    await app.user.click(await screen.findByRole('button', { name: 'Take the table into it instead' }));
    await app.saysOnStage(/Pell/);
    screen.getByRole('button', { name: 'Add a piece' }).focus();
    await app.user.keyboard('{Enter}');
    (await screen.findByRole('menuitem', { name: 'Another table' })).focus();
    await app.user.keyboard('{ArrowRight}{Enter}');
    await waitFor(() => expect(blocks()).toHaveLength(2));
    await app.saysOnStage(/Bravo/);
    // Marks are carried between charts of one table alone.
    expect(screen.getByRole('button', { name: 'Into the next piece: Cut' })).toBeTruthy();
    await app.press('Undo');
    await waitFor(() => expect(screen.queryByRole('list', { name: 'Programme' })).toBeNull());
    await app.saysOnStage(/Pell/);
  });

  it('has one look for all, unless a piece keeps its own', async () => {
    await add('Pie');
    await waitFor(() => expect(edited()).toBe(pieceIds()[1]));
    const dressOf = () => documentStore.getState().project?.charts.map(({ dress }) => JSON.stringify(dress)) ?? [];
    await app.press('Look Night ferry');
    expect(new Set(dressOf()).size).toBe(1);
    await app.user.click(screen.getByRole('switch', { name: 'This piece keeps a look of its own' }));
    await app.press('Look Chalk');
    const [first, second] = dressOf();
    expect(first).not.toBe(second);
  });

  it('shows all of it on the strip when that is asked for', async () => {
    await add('Pie');
    await waitFor(() => expect(blocks()).toHaveLength(2));
    const strip = () => screen.getByRole('slider', { name: 'Playhead' });
    const overview = () => sessionStore.getState().overview;
    expect(Number(strip().getAttribute('aria-valuemax'))).toBe(overview()?.lengthSec);
    await app.press('Whole film on the strip');
    expect(Number(strip().getAttribute('aria-valuemax'))).toBe(overview()?.filmSec);
    // The second piece has come on show, so the playhead stands far along.
    expect(Number(strip().getAttribute('aria-valuenow'))).toBeGreaterThan((overview()?.fromSec ?? 0) - 0.01);
    await app.press('Whole film on the strip');
    expect(Number(strip().getAttribute('aria-valuemax'))).toBe(overview()?.lengthSec);
  });

  it('takes seconds and easing of a transition from a drag of the seam, in one step of undo', async () => {
    await add('Columns');
    await waitFor(() => expect(blocks()).toHaveLength(2));
    const seam = screen.getByRole('button', { name: /^Into the next piece/ });
    seam.setPointerCapture = () => undefined;
    const into = () => documentStore.getState().project?.film.pieces[1]?.into;
    const before = into();
    const drag = (across: number, down: number) => {
      fireEvent.pointerDown(seam, { button: 0, clientX: 100, clientY: 100 });
      fireEvent.pointerMove(seam, { clientX: 100 + across / 2, clientY: 100 + down / 2 });
      fireEvent.pointerMove(seam, { clientX: 100 + across, clientY: 100 + down });
      fireEvent.pointerUp(seam);
    };
    drag(30, 0);
    expect(into()).toMatchObject({ sec: 1.7, ease: 'soft' });
    drag(0, 30);
    expect(into()).toMatchObject({ sec: 1.7, ease: 'even' });
    // No further than the ends.
    drag(-9000, 900);
    expect(into()).toMatchObject({ sec: 0.1, ease: 'late' });
    drag(0, -900);
    expect(into()?.ease).toBe('soft');
    await app.press('Undo');
    expect(into()).toMatchObject({ sec: 0.1, ease: 'late' });
    for (let i = 0; i < 3; i++) await app.press('Undo');
    expect(into()).toEqual(before);
  });

  it('says where a transition is shorter than it was to be', async () => {
    await add('Columns');
    await waitFor(() => expect(blocks()).toHaveLength(2));
    await app.press(/^Into the next piece: Carry over/);
    const seconds = await screen.findByRole('spinbutton', { name: 'Seconds' });
    await app.user.clear(seconds);
    await app.user.type(seconds, '9{Enter}');
    await app.pageSays(/never more than half of either piece/);
  });
});

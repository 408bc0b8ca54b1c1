import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { documentStore } from '@/state/document';
import { playheadStore } from '@/state/playhead';
import { sessionStore } from '@/state/session';
import * as app from '../testing/whole-app';
import { workers } from '../testing/workers';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(() => app.openRace('Dress'));
afterEach(app.closeApp);

// In tests every element is 900 by 300 pixels; the stage of 1920 by 1080 lies under it.
const [WIDE, HIGH] = [900, 300];
const stage = () => screen.getByRole('img', { name: 'The stage' });
const project = () => {
  const found = documentStore.getState().project;
  if (!found) throw new Error('nothing is open');
  return found;
};

/** Where the middle of a part of the picture is on the page. */
async function middleOf(part: 'title' | 'source' | 'mark' | 'extra' | 'stamp' | 'subtitle' | 'lines') {
  const box = await workers.stage.boxOf(part);
  if (!box) throw new Error(`there is no ${part}`);
  const { stage: size } = project().film;
  return {
    clientX: ((box.x + box.widthPx / 2) / size.widthPx) * WIDE,
    clientY: ((box.y + box.heightPx / 2) / size.heightPx) * HIGH,
  };
}
/** A place on the bar of the leader. */
const onLeader = async () => {
  const plot = await workers.stage.plot();
  if (!plot) throw new Error('there is no plot');
  return {
    clientX: ((plot.x + plot.widthPx * 0.4) / 1920) * WIDE,
    clientY: ((plot.y + plot.heightPx * 0.2) / 1080) * HIGH,
  };
};

describe('pointing at the stage', () => {
  it('tells the value under the pointer, and lights it everywhere', async () => {
    fireEvent.pointerMove(stage(), await onLeader());
    await waitFor(() => expect(sessionStore.getState().hovered).toBe(1));
    await waitFor(() => expect(screen.getByRole('tooltip').textContent).toContain('1. 30'));
    fireEvent.pointerLeave(stage());
    expect(sessionStore.getState().hovered).toBeNull();
  });

  it('opens the controls of what is clicked', async () => {
    fireEvent.click(stage(), { ...(await middleOf('title')), detail: 1 });
    await waitFor(() => expect(document.activeElement).toBe(screen.getByRole('textbox', { name: 'Title' })));
    await app.goTo('Pace');
    fireEvent.click(stage(), { ...(await onLeader()), detail: 1 });
    await waitFor(() => expect(sessionStore.getState()).toMatchObject({ step: 'dress', picked: 'Bravo' }));
  });

  it('writes into a text where it stands; Escape takes it back', async () => {
    const at = await middleOf('title');
    const open = async () => {
      fireEvent.doubleClick(stage(), { ...at, detail: 2 });
      return (await screen.findByLabelText('Edit the title on stage')) as HTMLTextAreaElement;
    };
    const editor = await open();
    await app.user.clear(editor);
    await app.user.type(editor, 'Written on stage{Enter}');
    await app.settled();
    expect((screen.getByRole('textbox', { name: 'Title' }) as HTMLInputElement).value).toBe('Written on stage');
    await app.user.type(await open(), 'no{Escape}');
    expect(screen.queryByLabelText('Edit the title on stage')).toBeNull();
    expect((screen.getByRole('textbox', { name: 'Title' }) as HTMLInputElement).value).toBe('Written on stage');
  });
});

describe('pointing at a card', () => {
  beforeEach(async () => {
    screen.getByRole('button', { name: 'Add a piece' }).focus();
    await app.user.keyboard('{Enter}');
    (await screen.findByRole('menuitem', { name: 'A card' })).focus();
    await app.user.keyboard('{ArrowRight}');
    (await screen.findByRole('menuitem', { name: 'Text card' })).focus();
    await app.user.keyboard('{Enter}');
    await app.saysOnStage(/^Text card: /);
  });

  it('opens the controls of its parts', async () => {
    await app.goTo('Pace');
    fireEvent.click(stage(), { ...(await middleOf('title')), detail: 1 });
    const title = await screen.findByRole('textbox', { name: 'Title of the card' });
    await waitFor(() => expect(document.activeElement).toBe(title));
    fireEvent.click(stage(), { clientX: 2, clientY: 2, detail: 1 });
    await waitFor(() => expect(sessionStore.getState().focusControl?.id).toBe('background'));
  });

  it('writes into its words where they stand, several lines where it has them', async () => {
    fireEvent.doubleClick(stage(), { ...(await middleOf('title')), detail: 2 });
    const title = await screen.findByLabelText('Edit the title on stage');
    await app.user.clear(title);
    await app.user.type(title, 'On a card{Enter}');
    await app.saysOnStage(/^Text card: On a card/);
    fireEvent.doubleClick(stage(), { ...(await middleOf('lines')), detail: 2 });
    const lines = await screen.findByLabelText('Edit the lines on stage');
    await app.user.clear(lines);
    await app.user.type(lines, 'One{Enter}Two');
    fireEvent.blur(lines);
    await waitFor(() =>
      expect((screen.getByRole('textbox', { name: 'Lines of the card' }) as HTMLTextAreaElement).value).toBe(
        'One\nTwo',
      ),
    );
  });
});

describe('tools on the stage', () => {
  it('move and size the chart’s box by keys and by its corners', async () => {
    await app.press('Size, margins and guides');
    await app.press('Move and size the chart');
    const box = () => project().film.stage.box ?? { x: -1, y: -1, width: -1, height: -1 };
    const frame = await screen.findByRole('group', { name: /^Box of the chart/ });
    const before = box();
    frame.focus();
    await app.user.keyboard('{ArrowDown}{ArrowLeft}');
    expect(box().y).toBeCloseTo(Math.min(1 - before.height, before.y + 0.01), 6);
    await app.user.keyboard('{Shift>}{ArrowLeft}{/Shift}');
    expect(box().width).toBeLessThan(before.width);
    const corner = frame.querySelector('[style*="se-resize"]') as HTMLElement;
    corner.setPointerCapture = () => undefined;
    const { width, height } = box();
    fireEvent.pointerDown(corner, { clientX: 500, clientY: 200 });
    fireEvent.pointerMove(corner, { clientX: 440, clientY: 180, altKey: true });
    fireEvent.pointerUp(corner);
    await app.settled();
    expect(box().width).toBeLessThan(width);
    expect(box().height).toBeLessThan(height);
    // A drag is one step of undo.
    await app.press('Undo');
    expect(box().height).toBeCloseTo(height, 9);
    await app.press('All the room again');
    expect(project().film.stage.box).toBeNull();
    expect(screen.queryByRole('group', { name: /^Box of the chart/ })).toBeNull();
  });

  it('drag an extra, whose place is counted from its corner', async () => {
    await app.press('Box');
    const frame = await waitFor(() => {
      const found = document.querySelector<HTMLElement>('.cursor-move.border-dashed');
      if (!found) throw new Error('no frame');
      return found;
    });
    frame.setPointerCapture = () => undefined;
    const anchor = () => project().film.pieces[0]?.extras[0]?.anchor;
    const { dx = 0, dy = 0 } = anchor() ?? {};
    fireEvent.pointerDown(frame, { clientX: 100, clientY: 100 });
    fireEvent.pointerMove(frame, { clientX: 160, clientY: 70 });
    fireEvent.pointerUp(frame);
    await app.settled();
    expect(anchor()?.dx).toBeGreaterThan(dx);
    expect(anchor()?.dy).toBeLessThan(dy);
    await app.press('Undo');
    expect(anchor()).toMatchObject({ dx, dy });
  });

  it('draw lines to place things by', async () => {
    await app.press('Size, margins and guides');
    await app.pick('Thirds');
    expect(document.querySelectorAll('[style*="33.3"]').length).toBeGreaterThan(1);
    await app.pick('Safe area');
    expect(document.querySelectorAll('.border-dashed').length).toBeGreaterThan(1);
  });
});

describe('the strip', () => {
  const strip = () => screen.getByRole('slider', { name: 'Playhead' }).parentElement as HTMLElement;
  const target = () => screen.getByRole('slider', { name: 'Playhead' });
  const timeSec = () => playheadStore.getState().readout?.timeSec ?? Number.NaN;
  beforeEach(() => {
    for (const element of [strip(), target()]) element.setPointerCapture = () => undefined;
  });
  const drag = (y: number, ...xs: readonly number[]) => {
    const [first = 0, ...rest] = xs;
    fireEvent.pointerDown(target(), { button: 0, clientX: first, clientY: y });
    for (const x of rest) fireEvent.pointerMove(target(), { clientX: x, clientY: y });
    fireEvent.pointerUp(target(), {});
  };
  // Eight seconds over 900 pixels.
  const xOf = (sec: number) => (sec / 8) * WIDE;

  it('is scrubbed on its map', async () => {
    drag(HIGH / 2, xOf(7), xOf(6), xOf(2));
    await waitFor(() => expect(timeSec()).toBeCloseTo(2, 6));
  });

  it('is selected along its upper edge, and then plays', async () => {
    drag(4, xOf(2), xOf(3), xOf(5));
    const { span } = sessionStore.getState();
    expect(span?.[0]).toBeCloseTo(2, 6);
    expect(span?.[1]).toBeCloseTo(5, 6);
    await waitFor(() => expect(workers.stage.played).toMatchObject({ loop: span }));
    await app.press('Pause');
  });

  it('slows a beat down by its lower edge, as one step of undo', async () => {
    await app.goTo('Pace');
    const weight = () => (screen.getByRole('spinbutton', { name: 'Beat at the playhead' }) as HTMLInputElement).value;
    // Half a second of hold, two beats of three seconds, a hold of one and a half: the first beat ends at 3.5.
    drag(HIGH - 6, xOf(3.5), xOf(4), xOf(4.5));
    await app.settled();
    expect(weight()).toBe('2');
    await app.press('Undo');
    expect(weight()).toBe('1');
  });

  it('goes to a mark that is clicked, and selects from it when it is dragged', async () => {
    const mark = screen.getAllByRole('button', { name: /takes the lead at/, hidden: true })[0] as HTMLElement;
    fireEvent.pointerDown(mark, { button: 0, clientX: 200, clientY: 4 });
    fireEvent.pointerMove(target(), { clientX: 203, clientY: 4 });
    expect(sessionStore.getState().span).toBeNull();
    fireEvent.pointerMove(target(), { clientX: 300, clientY: 4 });
    fireEvent.pointerMove(target(), { clientX: 310, clientY: 4 });
    fireEvent.pointerUp(target(), {});
    expect(sessionStore.getState().span?.[0]).toBeCloseTo((200 / WIDE) * 8, 6);
    await app.press('Pause');
  });
});

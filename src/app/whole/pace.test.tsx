import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { documentStore } from '@/state/document';
import { showMoment as showMomentOf } from '@/state/edit-play';
import { playheadStore } from '@/state/playhead';
import { sessionStore, setSession } from '@/state/session';
import * as app from '../testing/whole-app';
import { workers } from '../testing/workers';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(() => app.openRace('Pace'));
afterEach(app.closeApp);

const number = (name: string) => (screen.getByRole('spinbutton', { name }) as HTMLInputElement).value;
const timeSec = () => playheadStore.getState().readout?.timeSec ?? Number.NaN;
/** Selects a span of the film, in seconds, as a drag along the strip does. */
const selectSpan = (from: number, to: number) => act(async () => setSession({ span: [from, to] }));
const write = async (label: string, text: string) => {
  const field = screen.getByLabelText(label);
  await app.user.clear(field);
  await app.user.type(field, text.replaceAll('{', '{{'));
  await app.settled();
};

describe('the length', () => {
  it('of the whole and of each period follow from each other', async () => {
    await app.type('Each period', '2');
    expect(number('Whole film')).toBe('6');
    await app.pageSays('The seconds for each period stay');
    await app.type('Whole film', '12');
    expect(number('Each period')).toBe('5');
    await app.type('Hold at the end', '3.5');
    expect(number('Each period')).toBe('4');
    expect(number('Whole film')).toBe('12');
    await app.user.click(screen.getByRole('radio', { name: '23.976' }));
    await app.settled();
    await app.pageSays('288 frames');
  });

  it('says when the holds leave next to nothing for the race', async () => {
    await app.type('Whole film', '2');
    await app.type('Hold at the end', '5');
    await app.pageSays('Holds, opening and closing are longer than the film');
  });

  it('of one period has nothing to slow down', async () => {
    await app.openTable('one.csv', 'Year,Name,Value\n2001,A,5\n');
    await app.goTo('Pace');
    await app.pageSays('With a single period there is nothing to slow down.');
    expect((screen.getByRole('spinbutton', { name: 'Each period' }) as HTMLInputElement).disabled).toBe(true);
  });
});

describe('beats', () => {
  it('are slowed down one by one, and made even again', async () => {
    await app.type('Beat at the playhead', '2');
    expect(number('Whole film')).toBe('8');
    const { periodSec } = sessionStore.getState().overview ?? { periodSec: [] };
    // Of the six seconds between the holds, the slow beat has four.
    expect(periodSec[1]).toBeCloseTo(0.5 + 4, 6);
    expect(periodSec[2]).toBeCloseTo(0.5 + 6, 6);
    await app.press('Make all beats even again');
    expect(number('Beat at the playhead')).toBe('1');
  });

  it('that are selected are given seconds together', async () => {
    await selectSpan(0.8, 2.4);
    await app.pageSays('Selected beats last');
    expect(number('Selected beats last')).toBe('3');
    await app.type('Selected beats last', '4.5');
    expect(number('Selected beats last')).toBe('4.5');
    expect(number('Whole film')).toBe('8');
    await app.press('Undo');
    expect(number('Selected beats last')).toBe('3');
  });

  it('last longer where places change', async () => {
    await app.type('Slower where places change', '4');
    expect(number('Whole film')).toBe('8');
  });
});

describe('moments', () => {
  it('are listed in words of one’s own, gone to, slowed down at and captioned', async () => {
    await app.press('Words of moments');
    await write('Changes of lead', '{name} before {other}');
    const list = within(screen.getByRole('list', { name: 'Moments of the film' }));
    await app.user.click((await list.findAllByRole('button', { name: /^Alpha before Bravo/ }))[0] as HTMLElement);
    // Within the first step, whose travel goes from half a second to 3.5.
    await waitFor(() => expect(timeSec()).toBeGreaterThan(1));
    expect(timeSec()).toBeLessThan(2.5);
    await app.press('Slow down at: Alpha before Bravo');
    expect(number('Beat at the playhead')).toBe('2');
    await app.press('Caption: Alpha before Bravo');
    expect((screen.getByLabelText('Text of the caption') as HTMLInputElement).value).toBe('Alpha before Bravo');
    await app.press('Undo');
    expect(screen.queryByLabelText('Text of the caption')).toBeNull();
  });

  it('are listed by kind', async () => {
    const shown = () => screen.queryAllByRole('button', { name: /^Caption: / }).length;
    const all = shown();
    expect(all).toBeGreaterThan(1);
    await app.user.click(screen.getByRole('button', { name: /^Changes of lead \d/ }));
    expect(shown()).toBeLessThan(all);
  });
});

describe('captions', () => {
  it('are written over a span, and come and go as SubRip and WebVTT', async () => {
    await selectSpan(2, 4);
    await app.press('Caption over the selected span');
    await write('Text of the caption', 'In {period}, {leader}');
    await app.press('Where captions stand, and files');
    await app.press('Save SubRip');
    expect((await app.lastSaved()).text).toBe('1\n00:00:02,000 --> 00:00:04,000\nIn {period}, {leader}\n');
    await app.press('Save WebVTT');
    expect((await app.lastSaved()).text).toMatch(/^WEBVTT\n\n1\n00:00:02\.000 --> 00:00:04\.000/);
    const srt = '1\n00:00:05,000 --> 00:00:07,000\nRead from a file\n\n2\n00:09:00,000 --> 00:09:01,000\nToo late\n';
    await app.choose('File of captions to add', app.file('c.srt', srt));
    await app.pageSays(/1 captions read. 1 begin after the film/);
    const captions = () => within(screen.getByRole('list', { name: 'Captions of the film' })).getAllByRole('listitem');
    await waitFor(() => expect(captions()).toHaveLength(2));
    expect(captions()[1]?.textContent).toContain('0:05.00 to 0:07.00');
    // A caption stays with its periods when the pace changes.
    await app.type('Whole film', '16');
    expect(captions()[1]?.textContent).not.toContain('0:05.00');
    await app.press('Remove the caption Read from a file');
    expect(captions()).toHaveLength(1);
    // In place of those that there are, which one step of undo brings back.
    await app.choose('File of captions instead', app.file('c.srt', srt));
    await app.pageSays(/1 captions read. They take the place of 1; undo brings those back./);
    await waitFor(() =>
      expect(captions().map(({ textContent }) => textContent)).toEqual([expect.stringContaining('Read from a file')]),
    );
    await app.press('Undo');
    await waitFor(() => expect(captions()[0]?.textContent).toContain('In {period}'));
  });

  it('come and go where the playhead stands', async () => {
    await app.press('Caption at the playhead');
    await app.press('Next period');
    await app.press('Goes at the playhead');
    await waitFor(() =>
      expect(screen.getByRole('list', { name: 'Captions of the film' }).textContent).toContain('0:00.00 to 0:03.50'),
    );
  });
});

describe('opening and closing', () => {
  it('show what belongs to them, and take their time from the race', async () => {
    const group = (name: string) => within(screen.getByRole('radiogroup', { name }));
    expect(screen.queryByRole('spinbutton', { name: 'Opening takes' })).toBeNull();
    await app.user.click(group('Marks come').getByText('Grow'));
    await app.user.click(group('Texts come').getByText('Fade'));
    await app.type('Opening takes', '2');
    await app.press('In which order they come');
    expect(screen.queryByRole('spinbutton', { name: 'Seed of coming' })).toBeNull();
    await app.select('Order of coming', 'At random');
    expect(await screen.findByRole('spinbutton', { name: 'Seed of coming' })).toBeTruthy();
    expect(number('Whole film')).toBe('8');
    expect(sessionStore.getState().overview?.openingSec).toBe(2);
  });
});

describe('one moment', () => {
  const steps = () => sessionStore.getState().overview?.steps.map(({ name, atSec }) => [name, atSec]);
  const flag = (name: string) => screen.getByRole('button', { name: new RegExp(`^${name} comes at`) });
  const showMoment = async () => {
    await app.user.click(screen.getByRole('radio', { name: 'One moment' }));
    await app.settled();
  };

  it('is built step by step, and leaves everything as it was when the film runs again', async () => {
    const before = documentStore.getState().project;
    await showMoment();
    await app.saysOnStage('2012: 1. Bravo');
    expect(number('Film of the moment takes')).toBe('8');
    expect(steps()?.map(([name]) => name)).toEqual(['Bravo', 'Cirrus', 'Alpha']);
    expect(screen.queryByRole('spinbutton', { name: 'Each period' })).toBeNull();
    expect(screen.queryByRole('heading', { name: 'Beats' })).toBeNull();
    await app.select('Moment on show', '2010');
    await app.saysOnStage('2010: 1. Bravo, 30; 2. Cirrus, 20; 3. Alpha, 10.');
    await app.press('In which order they come');
    await app.select('Order of coming', 'By value, the least first');
    expect(steps()?.map(([name]) => name)).toEqual(['Alpha', 'Cirrus', 'Bravo']);
    await app.user.click(screen.getByRole('radio', { name: 'How it went' }));
    await app.settled();
    const chart = documentStore.getState().project?.charts[0];
    expect(chart?.play).toEqual(before?.charts[0]?.play);
    expect(chart?.pace.length).toEqual(before?.charts[0]?.pace.length);
  });

  it('can be the one at the playhead', async () => {
    (document.activeElement as HTMLElement).blur();
    await app.user.keyboard('{Home}{Shift>}{ArrowRight}{/Shift}');
    await app.saysOnStage('2011: 1. Alpha');
    await app.press('Show only what is at the playhead');
    await app.saysOnStage('2011: 1. Alpha');
    expect(documentStore.getState().project?.charts[0]?.play).toMatchObject({ kind: 'built', periodKey: '2011' });
  });

  it('takes times of steps from the keyboard, the list, the captions, and evenly again', async () => {
    await showMoment();
    const [, second = []] = steps() ?? [];
    await act(async () => flag('Cirrus').focus());
    await app.user.keyboard('{ArrowRight}{Shift>}{ArrowRight}{/Shift}');
    await app.settled();
    expect(steps()?.[1]?.[1]).toBeCloseTo(Number(second[1]) + 1.1, 3);
    await write('Seconds at which Alpha begins', '6');
    await app.user.keyboard('{Enter}');
    await app.settled();
    expect(steps()?.[2]).toEqual(['Alpha', 6]);
    // The opening is as long as its last step needs, and so is the film.
    expect(Number(number('Opening takes'))).toBeGreaterThan(6);
    await app.press('A caption for each');
    const captions = () => sessionStore.getState().overview?.captions.map(({ text, fromSec }) => [text, fromSec]);
    expect(captions()?.map(([text]) => text)).toEqual(['Bravo', 'Cirrus', 'Alpha']);
    await app.press('Space evenly');
    expect(steps()?.[2]?.[1]).toBeLessThan(6);
    await app.press('Begin with the captions');
    expect(steps()?.[2]?.[1]).toBeCloseTo(6, 2);
    // Captions are about the film of one moment, so they go over to another moment.
    await app.select('Moment on show', '2011');
    expect(captions()?.map(([text]) => text)).toEqual(['Bravo', 'Cirrus', 'Alpha']);
    await app.user.keyboard('{Control>}z{/Control}');
    await app.settled();
    expect(documentStore.getState().project?.charts[0]?.play).toMatchObject({ periodKey: '' });
  });

  it('drags steps along the strip as one step of undo, and goes to one that is pressed', async () => {
    await showMoment();
    const strip = flag('Bravo').parentElement as HTMLElement;
    strip.getBoundingClientRect = () => ({ left: 0, top: 0, width: 800, height: 80 }) as DOMRect;
    const drag = async (name: string, ...xs: readonly number[]) => {
      const button = flag(name);
      button.setPointerCapture = () => {};
      fireEvent.pointerDown(button, { button: 0, clientX: xs[0], pointerId: 1 });
      for (const clientX of xs.slice(1)) fireEvent.pointerMove(button, { clientX, pointerId: 1 });
      fireEvent.pointerUp(button, { pointerId: 1 });
      await app.settled();
    };
    const start = steps()?.[1]?.[1] as number;
    await drag('Cirrus', 100, 150, 200);
    expect(steps()?.[1]?.[1]).toBeCloseTo(start + 1, 3);
    await app.user.keyboard('{Control>}z{/Control}');
    await app.settled();
    expect(steps()?.[1]?.[1]).toBeCloseTo(start, 3);
    await drag('Alpha', 300, 301);
    await waitFor(() => expect(timeSec()).toBeGreaterThan(steps()?.[2]?.[1] as number));
  });

  it('says so where nothing comes step by step, and where its period is gone', async () => {
    await showMoment();
    await app.user.click(within(screen.getByRole('radiogroup', { name: 'Marks come' })).getByText('Are there'));
    await app.pageSays('Nothing comes step by step');
    await act(async () => showMomentOf('1850'));
    await app.pageSays('1850 is not in the data any more, so the last one is shown.');
    await app.saysOnStage('2012: 1. Bravo');
  });
});

describe('the transport', () => {
  it('steps by frame and by period, to the start and to the end', async () => {
    (document.activeElement as HTMLElement).blur();
    const frame = () => playheadStore.getState().readout?.frame;
    for (const [keys, at] of [
      ['{ArrowRight}', 1],
      ['{Home}', 0],
      ['{End}', 479],
      ['{ArrowLeft}', 478],
    ] as const) {
      await app.user.keyboard(keys);
      await waitFor(() => expect(frame()).toBe(at));
    }
    await app.user.keyboard('{Home}{Shift>}{ArrowRight}{/Shift}');
    await app.saysOnStage('2011: 1. Alpha, 40');
    await app.user.keyboard('{Shift>}{ArrowLeft}{/Shift}');
    await app.saysOnStage('2010: 1. Bravo, 30');
  });

  it('plays, at any speed, over and over or once', async () => {
    await app.press('Play');
    expect(workers.stage.played).toEqual({ fromSec: 0, speed: 1, loop: [0, 8] });
    await app.user.selectOptions(screen.getByLabelText('Speed'), '4');
    await waitFor(() => expect(workers.stage.played?.speed).toBe(4));
    await app.press('Loop on');
    await waitFor(() => expect(workers.stage.played?.loop).toBeNull());
    await app.press('Pause');
    expect(workers.stage.played).toBeNull();
    // From its very end it starts again.
    await app.user.keyboard('{End}');
    await waitFor(() => expect(timeSec()).toBeGreaterThan(7.9));
    await app.press('Play');
    expect(workers.stage.played?.fromSec).toBe(0);
    await app.press('Pause');
  });

  it('plays a selected span, until the selection is let go', async () => {
    await selectSpan(4, 4.5);
    await app.press('Play');
    expect(workers.stage.played).toMatchObject({ fromSec: 4, loop: [4, 4.5] });
    await app.press('Pause');
    await app.user.click(await screen.findByRole('button', { name: /Loop 0:04.* to 0:04/ }));
    expect(sessionStore.getState().span).toBeNull();
  });
});

describe('the strip', () => {
  it('goes to what is pressed on it, and is moved through by keys', async () => {
    await app.user.click(screen.getAllByRole('button', { name: /takes the lead at/, hidden: true })[0] as HTMLElement);
    await waitFor(() => expect(timeSec()).toBeGreaterThan(1));
    const strip = screen.getByRole('slider', { name: 'Playhead' });
    strip.focus();
    fireEvent.keyDown(strip, { key: 'Home' });
    await waitFor(() => expect(timeSec()).toBe(0));
  });
});

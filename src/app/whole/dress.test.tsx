import { screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sceneAt } from '@/core/film/scene-at';
import type { SceneNode } from '@/core/scene/scene';
import * as app from '../testing/whole-app';
import { workers } from '../testing/workers';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(() => app.openRace('Dress'));
afterEach(app.closeApp);

/** What the stage would paint at a time. */
function nodesAt(timeSec = 0): SceneNode[] {
  const { film } = workers.stage;
  if (!film) return [];
  const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
    nodes.flatMap((node) => (node.kind === 'group' ? flat(node.children) : [node]));
  return flat(sceneAt(film, timeSec).nodes);
}
const textsAt = (timeSec = 0) => nodesAt(timeSec).flatMap((node) => (node.kind === 'text' ? [node.text] : []));
const bars = () => nodesAt().flatMap((node) => (node.kind === 'rect' && node.id?.startsWith('bar:') ? [node] : []));
const title = () => screen.getByRole('textbox', { name: 'Title' }) as HTMLInputElement;

async function write(label: string, text: string): Promise<void> {
  const field = screen.getByRole('textbox', { name: label });
  await app.user.clear(field);
  await app.user.type(field, text);
  await app.settled();
}
const toggle = async (name: string) => {
  await app.user.click(screen.getByRole('switch', { name }));
  await app.settled();
};

describe('the dress', () => {
  it('changes the picture, and undo and redo take every step', async () => {
    await write('Title', 'Boats in a hurry');
    await app.pick('Smallest');
    await app.saysOnStage('1. Alpha, 10');
    await app.type('Places on stage', '2');
    await waitFor(() => expect(app.words()).not.toContain('3. '));
    await app.type('Places on stage', '900');
    await app.pageSays('Places on stage goes from 1 to 50');
    await write('After the number', ' points');
    await app.saysOnStage('10 points');
    const undo = screen.getByRole('button', { name: 'Undo' }) as HTMLButtonElement;
    let presses = 0;
    while (!undo.disabled && title().value !== 'Boats') {
      await app.press('Undo');
      presses++;
    }
    expect(title().value).toBe('Boats');
    await waitFor(() => expect(app.words()).not.toContain('points'));
    for (let i = 0; i < presses; i++) await app.press('Redo');
    await app.saysOnStage('10 points');
    expect(title().value).toBe('Boats in a hurry');
  });

  it('writes texts that follow the film', async () => {
    await write('Title', 'Ahead:');
    await app.press('Insert what follows the film into the title');
    await app.user.click(await screen.findByRole('menuitem', { name: /^leader/ }));
    await app.settled();
    expect(title().value).toBe('Ahead: {leader}');
    expect(textsAt()).toContain('Ahead: Bravo');
    await app.press('Period, total and leader');
    await toggle('Show the total');
    expect((screen.getByLabelText('Words of the total') as HTMLInputElement).value).toBe('Total {total}');
    expect(textsAt()).toContain('Total 60');
  });

  it('stands bars up, and keeps them in fixed places', async () => {
    await app.pick('Standing');
    await waitFor(() => {
      const leader = bars().find(({ id }) => id === 'bar:1');
      expect(leader && leader.heightPx > leader.widthPx).toBe(true);
    });
    await app.pick('Fixed places');
    await app.saysOnStage('1. Alpha, 10; 2. Bravo, 30; 3. Cirrus, 20');
    await app.press('Undo');
    await app.saysOnStage('1. Bravo, 30');
  });

  it('colours one who stands out, or all by value', async () => {
    await app.pick('One for all');
    await app.user.click(screen.getByLabelText('Alpha stands out'));
    await app.settled();
    expect(screen.getByRole('button', { name: 'Colour of Alpha' }).title).toMatch(/#c8401b/i);
    expect(new Set(bars().map(({ fill }) => fill)).size).toBe(2);
    await app.pick('By value');
    expect(screen.getByRole('button', { name: 'Least value' })).toBeTruthy();
    expect(new Set(bars().map(({ fill }) => fill)).size).toBe(3);
  });

  it('reads and writes lists of colours, and moves close ones apart', async () => {
    await app.press('Colour list');
    await app.choose(
      'File of colours',
      app.file('c.csv', 'category,colour\nAlpha,#c8401b\nBravo,#c9411c\nNobody,#000000\n'),
    );
    await app.pageSays(/3 colours read. 1 of them are not in this table/);
    await app.press('Save JSON');
    expect(JSON.parse((await app.lastSaved()).text)).toMatchObject({ Alpha: '#c8401b', Bravo: '#c9411c' });
    await app.press('Save CSV');
    expect((await app.lastSaved()).text).toContain('Bravo,#c9411c');
    await app.press('Can they be told apart?');
    await app.pageSays(/1 pair is closer than 8/);
    await app.press('Move them apart');
    await app.pageSays(/colours on stage can be told apart/);
    await app.press('Undo');
    await app.pageSays(/1 pair is closer than 8/);
    await app.press('Take all own colours back');
    await waitFor(() => expect(bars().some(({ fill }) => fill === '#c9411c')).toBe(false));
    await app.choose('File of colours', app.file('c.json', '{'));
    await app.pageSays(/not valid JSON/);
  });

  it('holds the axis still, draws targets and the average, and writes numbers in another language', async () => {
    const widthOf = (id: string) => bars().find((bar) => bar.id === id)?.widthPx ?? 0;
    const before = widthOf('bar:1');
    await app.pick('By hand');
    const end = screen.getByLabelText('Upper end');
    await app.user.clear(end);
    await app.user.type(end, '1e3{Enter}');
    await app.settled();
    await waitFor(() => expect(widthOf('bar:1')).toBeLessThan(before / 10));
    await app.pick('Follows the leader');
    await app.press('Average, targets and bands');
    await toggle('Line at the average');
    await app.press('Add a target');
    const name = screen.getByLabelText('Name of target 1');
    await app.user.clear(name);
    await app.user.type(name, 'Goal');
    await app.settled();
    const value = screen.getByLabelText('Value of target 1');
    await app.user.clear(value);
    await app.user.type(value, '25{Enter}');
    await app.settled();
    await waitFor(() => expect(textsAt().some((text) => text.startsWith('Goal'))).toBe(true));
    expect(textsAt().some((text) => text.startsWith('Average'))).toBe(true);
    await app.press('Add a band');
    for (const [end, size] of [
      ['from', '12'],
      ['to', '5'],
    ]) {
      const box = screen.getByLabelText(`Band 1 ${end}`);
      await app.user.clear(box);
      await app.user.type(box, `${size}{Enter}`);
      await app.settled();
    }
    await waitFor(() => expect(textsAt()).toContain('Usual range 5 to 12'));
    await write('Name of band 1', 'Calm');
    await waitFor(() => expect(textsAt()).toContain('Calm 5 to 12'));
    await app.press('Remove band 1');
    await app.press('Remove target 1');
    await waitFor(() => expect(textsAt().some((text) => text.startsWith('Goal'))).toBe(false));
    await app.press('Language, percent, dates');
    await app.pick('1');
    await app.select('Language', /^German \(Germany\)/);
    await app.saysOnStage('Bravo, 30,0');
  });

  it('puts extras on stage that travel with a bar, are ordered and removed', async () => {
    await app.press('Box');
    await app.press('Text');
    await write('Text of the extra', 'Look');
    await app.select('Held by', /^Bravo/);
    const place = () => nodesAt().find((node) => node.kind === 'text' && node.text === 'Look');
    await waitFor(() => expect(place()).toBeTruthy());
    const extras = within(screen.getByRole('list', { name: 'Extras on stage' }));
    expect(extras.getAllByRole('listitem')).toHaveLength(2);
    await app.press('Draw Text earlier');
    expect(extras.getAllByRole('listitem')[0]?.textContent).toContain('Look');
    await app.press('Remove Box');
    expect(extras.getAllByRole('listitem')).toHaveLength(1);
    await app.press('Undo');
    expect(extras.getAllByRole('listitem')).toHaveLength(2);
  });

  it('keeps a look under a name, gives it away as a file and takes it back', async () => {
    await app.press('Looks of your own');
    await app.user.type(screen.getByLabelText('Name of the look'), 'Our news');
    await app.press('Keep');
    expect(await screen.findByRole('button', { name: 'Look Our news' })).toBeTruthy();
    await app.user.type(screen.getByLabelText('Name of the look'), 'Our news');
    await app.press('Save as a file');
    const { text } = await app.lastSaved();
    expect(JSON.parse(text)).toMatchObject({ format: 'plucky-tempo-look', name: 'Our news' });
    await app.press('Look Big poster');
    await waitFor(() => expect(bars().every(({ fill }) => fill === '#12191E')).toBe(true));
    await app.choose('File of a look', app.file('look.json', text));
    await waitFor(() => expect(bars().some(({ fill }) => fill === '#12191E')).toBe(false));
    await app.choose('File of a look', app.file('broken.json', '{'));
    await app.pageSays('The look is not valid JSON');
    await app.press('Take off the shelf');
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Look Our news' })).toBeNull());
  });
});

describe('the search of the bench', () => {
  it('finds any control, and any command by keyboard', async () => {
    await app.user.type(screen.getByRole('combobox', { name: 'Find a control' }), 'frame rate{Enter}');
    expect(await screen.findByRole('radio', { name: '60' })).toBeTruthy();
    await app.user.keyboard('{Control>}k{/Control}');
    await app.user.type(await screen.findByPlaceholderText('What would you like to do?'), 'source note{Enter}');
    await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Source note')));
    (document.activeElement as HTMLElement).blur();
    await app.user.keyboard('?');
    expect(await screen.findByRole('dialog', { name: 'Shortcuts' })).toBeTruthy();
    await app.user.keyboard('{Escape}4');
    expect(await screen.findByRole('spinbutton', { name: 'Whole film' })).toBeTruthy();
  });
});

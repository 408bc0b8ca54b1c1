import { createEvent, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { raceTable } from '@/core/testing/tables';
import { documentStore } from '@/state/document';
import { sessionStore } from '@/state/session';
import * as app from '../testing/whole-app';
import { workers } from '../testing/workers';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(async () => {
  workers.exporter.orders.length = 0;
  await app.openApp();
});
afterEach(app.closeApp);

const title = () => screen.getByRole('textbox', { name: 'Title' }) as HTMLInputElement;
const openRace = async (table = raceTable) => {
  await app.openTable('boat_points.csv', table);
  await app.saysOnStage('1. Bravo, 30');
};

describe('a table of one’s own', () => {
  it('becomes a race at once, and undo brings back what was there', async () => {
    await openRace();
    expect(app.words()).toBe('2010: 1. Bravo, 30; 2. Cirrus, 20; 3. Alpha, 10.');
    expect(title().value).toBe('Boat points');
    await app.openTable('fish.csv', 'Year,Kind,Tons\n2001,Cod,5\n2001,Hake,7\n2002,Cod,9\n2002,Hake,1\n');
    await app.saysOnStage('1. Hake, 7');
    await app.press('Undo');
    await app.saysOnStage('1. Bravo, 30');
  });

  it('can be dropped anywhere', async () => {
    await openRace();
    await app.goTo('Pace');
    const target = screen.getByRole('banner');
    const dropped = app.file('dropped.csv', 'Year,Kind,Tons\n2001,Cod,5\n2001,Hake,7\n2002,Cod,9\n2002,Hake,1\n');
    const dataTransfer = { types: ['Files'], files: [dropped], items: [] };
    const send = (event: Event) => fireEvent(target, Object.assign(event, { dataTransfer }));
    send(createEvent.dragEnter(target));
    await screen.findByText('Let go to see it move');
    send(createEvent.drop(target));
    await waitFor(() => expect(screen.queryByText('Let go to see it move')).toBeNull());
    await app.saysOnStage('1. Hake, 7');
  });
});

describe('a project file', () => {
  it('holds everything, and a damaged one is refused with nothing lost', async () => {
    await openRace();
    await app.user.clear(title());
    await app.user.type(title(), 'A project to give away');
    await app.settled();
    await app.user.keyboard('{Control>}s{/Control}');
    const { name, bytes } = await app.lastSaved();
    expect(name).toBe('Boat-points.plucky');
    await app.openTable('fish.csv', 'Year,Kind,Tons\n2001,Cod,5\n2001,Hake,7\n2002,Cod,9\n2002,Hake,1\n');
    await app.saysOnStage('Hake');
    await app.choose('Open a table or a project file', app.file('broken.plucky', bytes.slice(0, bytes.length / 2)));
    await app.pageSays(/project file is damaged/);
    await app.saysOnStage('Hake');
    await app.choose('Open a table or a project file', app.file(name, bytes));
    await app.saysOnStage('1. Bravo, 30');
    expect(title().value).toBe('A project to give away');
  });

  it('is called as the project is', async () => {
    await openRace();
    const name = screen.getByRole('textbox', { name: 'Name of the project' });
    await app.user.clear(name);
    await app.user.type(name, 'Über / die Boote');
    await app.goTo('Output');
    await app.press('Save');
    expect((await app.lastSaved()).name).toBe('Über-die-Boote.plucky');
    await app.user.keyboard('{Control>}z{/Control}');
    expect(documentStore.getState().project?.name).toBe('Boat points');
  });
});

describe('the queue', () => {
  /** The race twice, in two groups, with a file for each. */
  async function openGroups(...groups: readonly string[]): Promise<void> {
    const lines = raceTable.trim().split('\n');
    const grouped = lines.map((line, i) => (i === 0 ? `${line},isle` : groups.map((group) => `${line},${group}`)));
    await app.openTable('boat_points.csv', grouped.flat().join('\n'));
    await app.goTo('Shape');
    await app.press(/Notation, parts/);
    await app.user.click(screen.getByRole('combobox', { name: 'One chart for each' }));
    await app.user.click(await screen.findByRole('option', { name: /isle/ }));
    await app.settled();
    await app.goTo('Output');
    await app.user.click(screen.getByRole('radio', { name: 'Web page' }));
    await app.user.click(screen.getByRole('switch', { name: 'A file for each group' }));
  }
  const rows = () => within(screen.getByRole('list', { name: 'Files' })).getAllByRole('listitem');
  const doneCount = () => rows().filter(({ textContent }) => textContent?.includes('done in')).length;

  it('makes a file for each group and size, named after both', async () => {
    await openGroups('North', 'South');
    await app.user.click(screen.getByLabelText('1:1'));
    await app.press('Export 4 files');
    await waitFor(() => expect(doneCount()).toBe(4));
    expect(workers.exporter.orders.map(({ project }) => project.film.stage.widthPx)).toEqual([1920, 1080, 1920, 1080]);
    const titles = workers.exporter.orders.map(({ project }) => project.charts[0]?.text.title);
    expect(titles).toEqual(['Boat points: North', 'Boat points: North', 'Boat points: South', 'Boat points: South']);
    expect(sessionStore.getState().exports.map(({ fileName }) => fileName)).toEqual([
      'Boat-points-North.html',
      'Boat-points-North-1080x1080.html',
      'Boat-points-South.html',
      'Boat-points-South-1080x1080.html',
    ]);
  });

  it('keeps what an order was when it was added, whatever is edited then', async () => {
    await openRace();
    await app.goTo('Output');
    await app.user.click(screen.getByRole('radio', { name: 'Web page' }));
    await app.press('Export web page');
    await app.goTo('Dress');
    await app.user.clear(title());
    await app.user.type(title(), 'Another title');
    await waitFor(() => expect(workers.exporter.orders).toHaveLength(1));
    expect(workers.exporter.orders[0]?.project.charts[0]?.text.title).toBe('Boat points');
  });

  it('is held and goes on', async () => {
    await openRace();
    await app.goTo('Output');
    await app.user.click(screen.getByRole('radio', { name: 'Web page' }));
    let end: () => void = () => undefined;
    workers.exporter.held = new Promise((resolve) => {
      end = resolve;
    });
    await app.press('Export web page');
    await app.press('Hold');
    await app.press('Go on');
    expect(workers.exporter.pauses).toEqual([true, false]);
    expect(doneCount()).toBe(0);
    end();
    await waitFor(() => expect(doneCount()).toBe(1));
  });

  it('names what failed, keeps the rest, and tries again', async () => {
    await openRace();
    await app.goTo('Output');
    await app.user.click(screen.getByRole('radio', { name: 'Web page' }));
    workers.exporter.failures.push({ code: 'disk-full', message: 'The disk is full. Make room and export again.' });
    await app.press('Export web page');
    await app.pageSays('The disk is full. Make room and export again.');
    await app.press('Try the others again');
    await waitFor(() => expect(doneCount()).toBe(1));
    expect(app.saved.map(({ name }) => name)).toEqual(['Boat-points.html']);
  });
});

describe('the ranking', () => {
  it('tells places, values and how far each has climbed, and folds away', async () => {
    await openRace();
    await app.press('Show the ranking');
    const rows = () =>
      within(screen.getByRole('region', { name: 'Ranking' }))
        .queryAllByRole('listitem')
        .map(({ textContent }) => textContent);
    expect(rows()).toHaveLength(3);
    await app.press('Next period');
    await app.saysOnStage('2011: 1. Alpha, 40');
    expect(rows()[0]).toMatch(/^1Alpha2\s*40$/);
    expect(rows()[1]).toMatch(/^2Cirrus\s*25$/);
    expect(rows()[2]).toMatch(/^3Bravo2\s*20$/);
    await app.press('Fold the ranking');
    expect(screen.queryByRole('region', { name: 'Ranking' })).toBeNull();
  });

  it('marks a value that stands over a gap, and says how it came about', async () => {
    await app.openTable(
      'gaps.csv',
      'Year,Boat,Points\n2010,Alpha,10\n2010,Bravo,5\n2011,Bravo,7\n2012,Alpha,30\n2012,Bravo,8\n',
    );
    await app.press('Show the ranking');
    await app.press('Next period');
    await app.saysOnStage('2011: 1. Alpha, 20');
    const values = screen.getByRole('region', { name: 'Ranking' }).querySelectorAll('li [title]');
    expect(Array.from(values, ({ textContent }) => textContent)).toEqual(['~(worked out over a gap in the table) 20']);
  });
});

import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Chart } from '@/core/project/chart';
import type { FilmPiece } from '@/core/project/film';
import { raceProject, testTable } from '@/core/testing/projects';
import { writeProjectFile } from '@/export/project-file';
import { filmsFrom } from './film-input';
import { type FramesOptions, frames } from './frames';
import { controlPaths, listed } from './lists';

let folder = '';
const at = (name: string) => path.join(folder, name);
const race = 'Year,Name,Value\n2001,A,1\n2001,B,5\n2002,A,9\n2002,B,4\n';

/** What is printed, one object a line. */
async function rows(name: string, options: FramesOptions = {}) {
  const { lines } = await frames(at(name), options);
  return [...lines].map((line) => JSON.parse(line));
}

beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-frames-'));
  writeFileSync(at('race.csv'), race);
  const base = raceProject({}, { name: 'Race' });
  const [chart] = base.charts as [Chart];
  const [piece] = base.film.pieces as [FilmPiece];
  const second = { ...chart, id: 'c2', fields: { ...chart.fields, value: 'Value' } };
  const pieces = [piece, { ...piece, id: 'piece-2', content: { kind: 'chart' as const, chartId: 'c2' } }];
  const assets = new Map([['a1', new TextEncoder().encode(race)]]);
  writeFileSync(at('race.plucky'), writeProjectFile({ project: { ...base, tables: [testTable] }, assets }));
  const two = { ...base, charts: [chart, second], film: { ...base.film, pieces } };
  writeFileSync(at('two.plucky'), writeProjectFile({ project: two, assets }));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('frames', () => {
  it('take other words for a family, which begins as they say', async () => {
    const [donut] = await rows('race.csv', { chart: 'donut', at: '0' });
    expect(donut.rows).toMatchObject([
      { category: 'A', share: expect.closeTo(1 / 6, 9) },
      { category: 'B', share: expect.closeTo(5 / 6, 9) },
    ]);
    const [gauge] = await rows('race.csv', { chart: 'gauge', at: '0' });
    expect(gauge.rows).toMatchObject([
      { category: 'A', share: 0.1 },
      { category: 'B', share: 0.5 },
    ]);
    await expect(rows('race.csv', { chart: 'doughnut' })).rejects.toThrow(/--chart must be one of .*donut/);
  });

  it('follow settings by their paths, in their order, of the chart and of the film', async () => {
    const set = ['own.places=1', 'film.framesPerSec=10', 'between=step', 'pace.length={"by":"whole","sec":2}'];
    const found = await rows('race.csv', { set });
    expect(found).toHaveLength(20);
    expect(found[15]).toMatchObject({ frame: 15, timeSec: 1.5, period: '2001' });
    const [first] = await rows('race.csv', { set: ['own.places=2', 'own.places=1'], at: '0' });
    expect(first.rows).toEqual([{ category: 'B', value: 5, rank: 1, slot: 0 }]);
  });

  it('of one moment show its values all the time, for as long as is said', async () => {
    const found = await rows('race.csv', { moment: '2001', length: '3', fps: '10' });
    expect(found).toHaveLength(30);
    for (const frame of [found[0], found[29]])
      expect(frame).toMatchObject({
        period: '2001',
        rows: [
          { category: 'B', value: 5 },
          { category: 'A', value: 1 },
        ],
      });
    const [last] = await rows('race.csv', { moment: 'last', chart: 'columns', at: '1' });
    expect(last).toMatchObject({ period: '2002' });
    // While it is put together each row says how far its mark has come.
    const coming = await rows('race.csv', { moment: 'last', chart: 'columns', length: '6', fps: '10' });
    const comes = coming.map((frame) => frame.rows.map((row: { come?: number }) => row.come ?? 1));
    expect(comes[0].every((come: number) => come === 0)).toBe(true);
    expect(comes.some((frame) => frame[0] === 1 && frame.at(-1) < 1)).toBe(true);
    expect(coming[40].rows.every((row: object) => !('come' in row))).toBe(true);
    await expect(rows('race.csv', { moment: '1999' })).rejects.toThrow('They go from 2001 to 2002');
  });

  it('come of a project as of a table, and then say which piece is on show', async () => {
    const [first, last] = await rows('race.plucky', { at: '0,20' });
    expect(first).toMatchObject({
      frame: 0,
      piece: { number: 0, name: expect.any(String) },
      pieceSec: 0,
      period: '2001',
    });
    expect(last).toMatchObject({ pieceSec: 20, period: '2002', rows: [{ category: 'A', rank: 1 }, {}] });
    expect((await rows('race.csv', { at: '0' }))[0]).not.toHaveProperty('piece');
    const [late] = await rows('two.plucky', { at: '25' });
    expect(late).toMatchObject({ timeSec: 25, piece: { number: 1 }, pieceSec: 5 });
  });

  it('come of a film script, whose files lie beside it, and tell all of its mistakes', async () => {
    const film = (pieces: readonly object[]) =>
      JSON.stringify({ format: 'plucky-tempo-film', version: 1, name: 'Race', fps: 10, pieces });
    const card = { card: 'opening', title: 'Hello', seconds: 2 };
    writeFileSync(
      at('film.json'),
      film([card, { table: 'race.csv', title: 'Boats', seconds: 4, into: { how: 'dissolve', seconds: 1 } }]),
    );
    const found = await rows('film.json');
    expect(found).toHaveLength(50);
    expect(found[0]).toMatchObject({
      piece: { number: 0, name: 'Hello' },
      card: 'opening',
      words: { title: 'Hello' },
      rows: [],
    });
    expect(found[15]).toMatchObject({
      progress: expect.closeTo(0.5, 9),
      next: { piece: { number: 1, name: 'Boats' }, pieceSec: 0.5 },
    });
    expect(found[49]).toMatchObject({
      piece: { number: 1 },
      period: '2002',
      rows: [{ category: 'A' }, { category: 'B' }],
    });
    // Options act on the first chart; the card stays.
    const [, late] = await rows('film.json', { at: '0,4', set: ['own.places=1'] });
    expect(late.rows).toHaveLength(1);
    expect((await rows('film.json', { events: true })).every(({ piece }) => piece.number === 1)).toBe(true);
    writeFileSync(
      at('cards.yaml'),
      'format: plucky-tempo-film\nversion: 1\nfps: 10\npieces:\n  - card: text\n    lines: [One, Two]\n    seconds: 1\n',
    );
    expect((await rows('cards.yaml'))[0]).toMatchObject({ words: { lines: 'One\nTwo' } });
    await expect(rows('cards.yaml', { group: 'Name' })).rejects.toThrow('--group: ');
    writeFileSync(at('wrong.json'), film([{ ...card, sec: 1 }, { table: 'none.csv' }]));
    await expect(rows('wrong.json')).rejects.toThrow('pieces.0.sec: there is no such key. Did you mean “seconds”?');
    await expect(rows('wrong.json')).rejects.toThrow('pieces.1.table: the table none.csv is not there.');
  });

  it('are of one group in every chart that shows the same one', async () => {
    const film = {
      format: 'plucky-tempo-film',
      version: 1,
      fps: 10,
      pieces: [
        { table: 'groups.csv', title: 'A', seconds: 2, combine: 'sum' },
        { table: 'groups.csv', title: 'B', seconds: 2, combine: 'sum' },
        { table: 'groups.csv', title: 'C', seconds: 2, group: { column: 'Coast', value: 'South' } },
      ],
    };
    const cells = ['2001,A,North,1', '2001,A,South,5', '2001,B,North,2', '2001,B,South,9'];
    const later = cells.map((row) => row.replace('2001', '2002'));
    writeFileSync(at('groups.csv'), ['Year,Name,Coast,Value', ...cells, ...later].join('\n'));
    writeFileSync(at('groups.json'), JSON.stringify(film));
    // One that shows another group does so on purpose.
    const { films } = await filmsFrom(at('groups.json'), { group: 'Coast' });
    const told = films.map(({ group, project, cubes }) => [
      group,
      ...project.charts.map(({ id, text }) => [text.title, cubes.get(id)?.values[0]]),
    ]);
    expect(told).toEqual([
      ['North', ['A: North', 1], ['B: North', 1], ['C', 5]],
      ['South', ['A: South', 5], ['B: South', 5], ['C', 5]],
    ]);
  });

  it('have events and moments in seconds of the film', async () => {
    const events = await rows('two.plucky', { events: true });
    expect(events.map(({ category, to, piece }) => [category, to, piece.number])).toEqual([
      ['A', 1, 0],
      ['B', 2, 0],
      ['A', 1, 1],
      ['B', 2, 1],
    ]);
    expect(events[2].timeSec - events[0].timeSec).toBeCloseTo(20, 9);
    const [moment] = await rows('race.plucky', { moments: true, set: ['own.momentWords.lead=Hail {name}'] });
    expect(moment).toMatchObject({ kind: 'lead', words: 'Hail A', category: 'A', other: 'B' });
  });

  it('take a look that ships by its name, and short options', async () => {
    const options = { look: 'night ferry', chart: 'ranked-bars', title: 'T', size: '640x360', length: '3', fps: '12' };
    expect(await rows('race.csv', { ...options, swap: '0.1', holdStart: '1', holdEnd: '0' })).toHaveLength(36);
  });

  it.each<[string, FramesOptions, string]>([
    ['race.csv', { set: ['own.place=8'] }, 'There is no own.place. Did you mean own.places?'],
    ['race.csv', { set: ['own.places=88'] }, 'own.places: must be less than or equal to 50; it was 88.'],
    ['race.csv', { places: '0' }, 'own.places: must be greater than or equal to 1'],
    ['race.csv', { set: ['own.places'] }, 'PATH=VALUE'],
    ['race.csv', { chart: 'spirals' }, '--chart must be one of ranked-bars'],
    ['race.csv', { look: 'Nigt' }, 'Those that ship are Paper'],
    ['race.csv', { look: 'none.json' }, 'no such file'],
    ['race.csv', { size: 'large' }, '--size must read like 1920x1080'],
    ['race.csv', { size: '5x5' }, '--size goes from 16 to 3840'],
    ['race.csv', { at: '1', every: '2' }, 'not both'],
    ['race.csv', { at: '999' }, '--at must be a number from 0 to'],
    ['race.csv', { every: '0.5' }, '--every must be a'],
    ['race.csv', { group: 'Gone' }, 'no column “Gone”'],
    ['race.plucky', { group: 'Gone' }, 'no column “Gone”'],
    ['race.plucky', { value: 'Gone' }, 'Gone'],
    ['none.plucky', {}, 'no such file'],
    ['race.csv', { project: 'race.csv' }, 'no such file'],
  ])('of %s with %j are refused with a plain message', async (name, options, message) => {
    await expect(rows(name, options)).rejects.toThrow(message);
  });
});

describe('lists', () => {
  it('name what there is', () => {
    expect(listed('families')).toContain('ranked-bars\tRanked bars');
    expect(listed('looks')).toContain('Night ferry\n');
    expect(listed('palettes')).toContain('harbour\t');
    expect(listed('options')).toMatch(/ranked-bars\n {2}own\.places\twhole number 1\.\.50\tPlaces on stage/);
    expect(() => listed('ships')).toThrow('--list must be one of looks, palettes, families, cards, options');
    expect(listed('families')).toContain('donut\tas pie\town.hole=0.58\n');
    expect(listed('cards')).toContain('opening\tOpening card\n');
    expect(controlPaths(undefined)).toContainEqual(
      expect.objectContaining({ path: 'film.stage.widthPx', unit: 'px', range: [16, 3840] }),
    );
    expect(controlPaths('donut')).toEqual(controlPaths('pie'));
    expect(controlPaths('card')).toContainEqual(
      expect.objectContaining({ path: 'comeSec', unit: 'sec', range: [0, 10] }),
    );
    for (const { path, meaning } of controlPaths('card')) expect(meaning, path).not.toBe('');
    expect(() => controlPaths('spirals')).toThrow('ranked-bars');
  });
});

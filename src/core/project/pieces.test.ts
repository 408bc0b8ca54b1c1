import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { raceProject } from '../testing/projects';
import type { Chart } from './chart';
import { chartOf, heldChart, heldPiece, pieceOf, playedPieces, tableOf, withChart } from './pieces';
import type { Project } from './project';

/** Where the parts of a document are looked up; everything else asks these. */
const lookups = [
  'src/core/project/pieces.ts',
  // The prepared film's pieces, by time and by name.
  'src/core/film/piece-at.ts',
];

/** A film of two pieces, each with a chart of its own. */
function twoPieces([firstOn, secondOn]: readonly [boolean, boolean]): Project {
  const project = raceProject();
  const [chart] = project.charts;
  const [piece] = project.film.pieces;
  if (!chart || !piece) throw new Error('The race has one chart and one piece.');
  const pieces = [
    { ...piece, id: 'first', on: firstOn },
    { ...piece, id: 'second', on: secondOn, content: { ...piece.content, chartId: 'other' } },
  ];
  return { ...project, charts: [chart, { ...chart, id: 'other' }], film: { ...project.film, pieces } };
}

it('nobody but the lookups takes a chart or a piece out of a document by hand', () => {
  const byHand = readdirSync('src', { recursive: true, encoding: 'utf8' })
    .map((name) => `src/${name}`)
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\./.test(name) && !lookups.includes(name))
    .filter((name) => /\b(pieces|charts)(\[0\]|\.at\(|\.find(Last)?\()/.test(readFileSync(name, 'utf8')));
  expect(byHand).toEqual([]);
});

it('a piece is looked up by its name, and the first that plays stands for one that is gone', () => {
  const project = twoPieces([true, true]);
  expect(pieceOf(project, 'second').id).toBe('second');
  expect(pieceOf(project, 'gone').id).toBe('first');
  expect(pieceOf(twoPieces([false, true]), null).id).toBe('second');
  expect(chartOf(project, 'second')?.id).toBe('other');
  expect([heldPiece(project, 'second')?.id, heldPiece(project, 'gone')]).toEqual(['second', null]);
  expect([heldChart(project, 'other')?.id, heldChart(project, 'gone')]).toEqual(['other', null]);
  expect(tableOf(project, chartOf(project, 'second') as Chart)).toBe(project.tables[0]);
});

it('pieces that are off do not play, but a film is never without one', () => {
  const ids = (on: readonly [boolean, boolean]) => playedPieces(twoPieces(on)).map(({ id }) => id);
  expect([ids([true, true]), ids([false, true]), ids([false, false])]).toEqual([
    ['first', 'second'],
    ['second'],
    ['first'],
  ]);
});

it('changing the chart of a piece leaves the others the very same', () => {
  const project = twoPieces([true, true]);
  const changed = withChart(project, 'second', (chart) => ({ ...chart, tableId: 'changed' }));
  expect(chartOf(changed, 'second')?.tableId).toBe('changed');
  expect(chartOf(changed, 'first')).toBe(chartOf(project, 'first'));
});

it('a document that points to nothing is an error, never a guess', () => {
  const project = twoPieces([true, true]);
  expect(() => chartOf({ ...project, charts: [] }, null)).toThrow(RangeError);
  expect(() => pieceOf({ film: { ...project.film, pieces: [] } }, null)).toThrow(RangeError);
  expect(() => tableOf({ tables: [] }, chartOf(project, null) as Chart)).toThrow(RangeError);
});

import { describe, expect, it } from 'vitest';
import { raceProject } from '../testing/projects';
import { defaultCard } from './card';
import type { Chart } from './chart';
import { lookOf, withLook } from './look';
import { looks } from './looks';
import { pieceName } from './piece-name';
import type { Project } from './project';

/** A film of a chart, a card, and a chart with a look of its own. */
function threePieces(): Project {
  const base = raceProject();
  const [chart] = base.charts as readonly [Chart];
  const [piece] = base.film.pieces;
  if (!piece) throw new Error('raceProject: has no piece');
  const card = { ...piece, id: 'card', content: { kind: 'card' as const, card: defaultCard('opening') } };
  const own = { ...piece, id: 'own', ownLook: true, content: { kind: 'chart' as const, chartId: 'own' } };
  return {
    ...base,
    charts: [chart, { ...chart, id: 'own' }],
    film: { ...base.film, pieces: [{ ...piece, id: 'chart' }, card, own] },
  };
}
const dresses = ({ charts, film }: Project) => [
  ...charts.map(({ dress }) => dress),
  ...film.pieces.flatMap(({ content }) => (content.kind === 'card' ? [content.card.dress] : [])),
];
const look = looks.find(({ dress }) => dress !== looks[0]?.dress);
if (!look) throw new Error('looks: there is one alone');

describe('a film in another look', () => {
  it('has it in all charts and cards, but for a piece with a look of its own', () => {
    const before = threePieces();
    const after = withLook(before, look, 'chart');
    expect(dresses(after)).toEqual([look.dress, before.charts[1]?.dress, look.dress]);
    expect(after.film.stage.background).toEqual(look.background);
    expect(withLook(before, look)).toEqual(after);
  });

  it('changes a piece with a look of its own alone, and not what lies behind the film', () => {
    const before = threePieces();
    const after = withLook(before, look, 'own');
    expect(dresses(after)).toEqual([before.charts[0]?.dress, look.dress, dresses(before)[2]]);
    expect(after.film.stage.background).toBe(before.film.stage.background);
  });

  it('gives its look away without the picture, which is the project’s', () => {
    const before = threePieces();
    const behind = {
      kind: 'picture',
      colour: '#123456',
      pictureId: 'sea',
      fit: 'fill',
      dim: 0.4,
      blur: 0,
    } as const;
    const film = { ...before.film, stage: { ...before.film.stage, background: behind } };
    expect(lookOf({ ...before, film }, look.dress, 'Night')).toEqual({
      format: 'plucky-tempo-look',
      version: look.version,
      name: 'Night',
      background: { kind: 'plain', colour: '#123456' },
      dress: look.dress,
    });
  });
});

describe('a piece is called', () => {
  const project = threePieces();
  const [chart, card] = project.film.pieces as readonly [
    Project['film']['pieces'][number],
    (typeof project.film.pieces)[number],
  ];
  const withChartOf = (change: Partial<Chart>): Project => ({
    ...project,
    charts: project.charts.map((each, i) => (i === 0 ? { ...each, ...change } : each)),
  });
  const titled = (title: string) => withChartOf({ text: { ...(project.charts[0] as Chart).text, title } });

  it('what the person says', () => expect(pieceName(project, { ...chart, name: 'Beginning' })).toBe('Beginning'));

  it('as its chart’s title, else as its group, else as its table, else nothing', () => {
    expect(pieceName(titled('Boats of the year'), chart)).toBe('Boats of the year');
    const untitled = titled('');
    const named = { ...untitled, tables: untitled.tables.map((table) => ({ ...table, name: 'busy_harbours.csv' })) };
    expect(pieceName(named, chart)).toBe('Busy harbours');
    expect(pieceName({ ...named, charts: named.charts.map((each) => ({ ...each, group: 'North' })) }, chart)).toBe(
      'North',
    );
    expect(pieceName({ ...untitled, tables: [] }, chart)).toBe('Untitled');
  });

  it('by the first words of its card, else by its kind', () => {
    const of = (title: string) => {
      const content = {
        kind: 'card' as const,
        card: { ...defaultCard('opening'), texts: { ...defaultCard('opening').texts, title } },
      };
      const piece = { ...card, content };
      const pieces = project.film.pieces.map((each) => (each.id === 'card' ? piece : each));
      return pieceName({ ...project, film: { ...project.film, pieces } }, piece);
    };
    expect(of('  Harbours\nof the isles')).toBe('Harbours');
    expect(of('x'.repeat(200))).toHaveLength(60);
    expect(of('')).toMatch(/^Opening/);
  });
});

import { Memory } from '@/core/families/memory';
import type { RankedBarsOwn } from '@/core/families/ranked-bars/document';
import { families } from '@/core/families/registry';
import { PieceShelf } from '@/core/film/piece-shelf';
import { type PreparedFilm, prepareFilm } from '@/core/film/prepare-film';
import { sceneAt } from '@/core/film/scene-at';
import type { Chart } from '@/core/project/chart';
import { freshPiece } from '@/core/project/defaults';
import type { Project } from '@/core/project/project';
import { carryOver } from '@/core/project/transition';
import type { MeasureText } from '@/core/scene/text-fit';
import type { Cube } from '@/core/shaping/cube';
import { BENCH_CHART, benchProject, walkCube } from './data';

const measure: MeasureText = (text, font) => text.length * font.sizePx * 0.5;
const ROUNDS = 5;
const SCENES = 3000;

function prepare(project: Project, cube: Cube, memory = new Memory()): PreparedFilm {
  return prepareFilm(project, new Map([[BENCH_CHART, cube]]), { measure, memory });
}

function film(periods: number, categories: number, places: number): PreparedFilm {
  return prepare(benchProject(places, 1), walkCube(periods, categories));
}

/** Microseconds for one scene, over times spread through the film. */
function sceneUs(prepared: PreparedFilm): number {
  const startedMs = performance.now();
  for (let i = 0; i < SCENES; i++) sceneAt(prepared, ((i * 0.618034) % 1) * prepared.lengthSec);
  return ((performance.now() - startedMs) / SCENES) * 1000;
}

/** Times several films in turn (A B A B), after a warm-up. */
function inTurn(films: readonly PreparedFilm[]): number[][] {
  for (const each of films) sceneUs(each);
  const rounds = films.map((): number[] => []);
  for (let round = 0; round < ROUNDS; round++) {
    for (const [i, each] of films.entries()) rounds[i]?.push(sceneUs(each));
  }
  return rounds;
}

function prepareMs(periods: number, categories: number): number[] {
  const cube = walkCube(periods, categories);
  return Array.from({ length: 3 }, () => {
    const startedMs = performance.now();
    prepare(benchProject(12, 1), cube);
    return performance.now() - startedMs;
  });
}

const [few = [], many = []] = inTurn([film(50, 100, 12), film(50, 10_000, 12)]);
const [short = [], long = []] = inTurn([film(50, 100, 12), film(5000, 100, 12)]);
/** Everything that can be switched on: pictures, counters, lines, legend, captions, outlines, shadows. */
function dressed(places: number): Project {
  const project = benchProject(places, 1);
  const [chart] = project.charts;
  if (!chart) return project;
  const { dress } = chart;
  const shown = { shown: true, at: 'auto' as const };
  const caption = {
    id: 'k',
    text: '{leader}, {value}, {total}',
    from: { periodKey: '1000', share: 0 },
    to: { periodKey: '1049', share: 1 },
  };
  return {
    ...project,
    charts: [
      {
        ...chart,
        axis: { name: 'Axis', interval: null, average: true, targets: [{ value: 3000, label: 'Target' }], bands: [] },
        text: { ...chart.text, subtitle: 'In {period}: {leader} before {second}' },
        dress: {
          ...dress,
          rollingStamp: true,
          counters: { stamp: shown, total: shown, leader: shown },
          bars: { ...dress.bars, gradient: 0.5, outline: 0.1, shadow: 0.5, values: 'inside', longNames: 'wrap' },
          pictures: { ...dress.pictures, shown: true },
          colour: { ...dress.colour, by: 'value' },
          texts: { ...dress.texts, title: { ...dress.texts.title, shadow: 0.5 } },
        },
      },
    ],
    film: { ...project.film, pieces: project.film.pieces.map((piece) => ({ ...piece, captions: [caption] })) },
  };
}

/** How long an edit takes until its picture is known: prepare again, and one scene. */
function editMs(change: (chart: Chart, round: number) => Chart): number[] {
  const cube = walkCube(1000, 1000);
  const memory = new Memory();
  const project = benchProject(12, 1);
  prepare(project, cube, memory);
  return Array.from({ length: 5 }, (_, i) => {
    // Another edit each time: what was made once is remembered.
    const edited = { ...project, charts: project.charts.map((chart) => change(chart, i)) };
    const startedMs = performance.now();
    const prepared = prepare(edited, cube, memory);
    sceneAt(prepared, prepared.lengthSec / 2);
    return performance.now() - startedMs;
  });
}

const everything = prepare(dressed(20), walkCube(50, 200));
const [full = []] = inTurn([everything]);
const editText = editMs((chart, i) => ({ ...chart, text: { ...chart.text, title: `Another title ${i}` } }));
const editPace = editMs((chart, i) => ({ ...chart, pace: { ...chart.pace, swapSec: 0.8 + i / 100 } }));
const editPlaces = editMs((chart, i) => ({
  ...chart,
  own: { ...(chart.own as RankedBarsOwn), places: 5 + i },
}));
const once = prepareMs(500, 1000);
const twice = prepareMs(1000, 1000);
/** Each chart along periods: a frame of 20 marks, a frame of 50 names over 5,000 periods, and what the latter takes to prepare. */
const alongs = families
  .filter(({ plays }) => plays.includes('drawn'))
  .map((family) => {
    const [small, large] = [walkCube(50, 20), walkCube(5000, 50)];
    const project = (cube: Cube, secPerPeriod: number): Project => {
      const own = { ...(family.document.defaults(cube) as object), ...fifty(family.document.defaults(cube) as object) };
      const known = {
        family: family.id,
        familyVersion: family.document.version,
        play: { kind: 'drawn' } as const,
        own,
      };
      return benchProject(12, secPerPeriod, known);
    };
    const prepareFifty = Array.from({ length: 3 }, () => {
      const startedMs = performance.now();
      prepare(project(large, 0.01), large);
      return performance.now() - startedMs;
    });
    const scenes = [prepare(project(small, 1), small), prepare(project(large, 0.01), large)].map((each) => {
      const time = (count: number) => {
        const startedMs = performance.now();
        for (let i = 0; i < count; i++) sceneAt(each, ((i * 0.618034) % 1) * each.lengthSec);
        return (performance.now() - startedMs) / count;
      };
      time(20);
      return Array.from({ length: ROUNDS }, () => time(60));
    });
    return { id: family.id, marks: scenes[0] ?? [], fifty: scenes[1] ?? [], prepare: prepareFifty };
  });

/** The cube with two further values of the same periods and names. */
function withFurther(cube: Cube): Cube {
  const turned = (by: number) => cube.values.map((_, at) => cube.values[(at + by) % cube.values.length] ?? 1);
  return {
    ...cube,
    further: { first: 'a', second: { name: 'b', values: turned(7) }, third: { name: 'c', values: turned(13) } },
  };
}

/** Each chart of the moment: a frame of so many marks, and what it takes to prepare. */
const moments = families
  .filter(({ id, plays }) => plays.includes('through-time') && id !== 'ranked-bars')
  .map((family) => {
    const most = { words: 300, 'tree-map': 500, bubbles: 400, number: 6, progress: 12 }[family.id] ?? 20;
    const cube = withFurther(walkCube(50, Math.max(20, most)));
    const own = { ...(family.document.defaults(cube) as object) } as Record<string, unknown>;
    for (const key of ['places', 'most']) if (key in own) own[key] = most;
    if ('trails' in own) own.trails = 'all';
    const project = benchProject(12, 1, { family: family.id, familyVersion: family.document.version, own });
    const prepared = Array.from({ length: 3 }, () => {
      const startedMs = performance.now();
      prepare(project, cube);
      return performance.now() - startedMs;
    });
    const film = prepare(project, cube);
    const time = (count: number) => {
      const startedMs = performance.now();
      for (let i = 0; i < count; i++) sceneAt(film, ((i * 0.618034) % 1) * film.lengthSec);
      return (performance.now() - startedMs) / count;
    };
    time(20);
    return { id: family.id, most, scene: Array.from({ length: ROUNDS }, () => time(60)), prepare: prepared };
  });

/** Room for fifty names, under whatever name a family keeps it. */
function fifty(own: object): object {
  return Object.fromEntries(['most', 'places'].filter((key) => key in own).map((key) => [key, 50]));
}

/** A film of so many pieces of 45 seconds, and what it takes to prepare it, and to know the picture after an edit of one. */
function pieces(count: number): { prepare: number[]; edit: number[] } {
  const cube = walkCube(50, 100);
  const base = benchProject(12, 0.9);
  const [chart] = base.charts as [Chart];
  const charts = Array.from({ length: count }, (_, i): Chart => ({ ...chart, id: `c${i}` }));
  const line = charts.map(({ id }, i) => ({ ...freshPiece(`p${i}`, id), into: carryOver }));
  const project = { ...base, charts, film: { ...base.film, pieces: line } };
  const cubes = new Map(charts.map(({ id }) => [id, cube]));
  const shelf = new PieceShelf();
  const memory = new Memory();
  const whole = Array.from({ length: ROUNDS }, () => {
    const startedMs = performance.now();
    prepareFilm(project, cubes, { measure });
    return performance.now() - startedMs;
  });
  prepareFilm(project, cubes, { measure, shelf, memory });
  const edit = Array.from({ length: ROUNDS }, (_, round) => {
    const text = { ...chart.text, title: `Another title ${round}` };
    const edited = { ...project, charts: charts.map((each, i) => (i === 0 ? { ...each, text } : each)) };
    const copy = structuredClone(edited);
    const startedMs = performance.now();
    sceneAt(prepareFilm(copy, cubes, { measure, shelf, memory }), 20);
    return performance.now() - startedMs;
  });
  return { prepare: whole, edit };
}
const onePiece = pieces(1);
const fortyPieces = pieces(40);

console.log(
  JSON.stringify({
    onePiece,
    fortyPieces,
    alongs,
    moments,
    few,
    many,
    short,
    long,
    full,
    once,
    twice,
    editText,
    editPace,
    editPlaces,
  }),
);

import { FilmPreparer, type PreparedFilm, sceneAt } from '@/core/chart/prepare';
import type { MeasureText } from '@/core/scene/text-fit';
import { benchProject, walkCube } from './data';

const measure: MeasureText = (text, font) => text.length * font.sizePx * 0.5;
const ROUNDS = 5;
const SCENES = 3000;

function film(periods: number, categories: number, places: number): PreparedFilm {
  return new FilmPreparer().prepare(benchProject(places, 1), walkCube(periods, categories), measure);
}

/** Microseconds for one scene, over times spread through the film. */
function sceneUs(prepared: PreparedFilm): number {
  const startedMs = performance.now();
  for (let i = 0; i < SCENES; i++) sceneAt(prepared, ((i * 0.618034) % 1) * prepared.clock.lengthSec);
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
    new FilmPreparer().prepare(benchProject(12, 1), cube, measure);
    return performance.now() - startedMs;
  });
}

const [few = [], many = []] = inTurn([film(50, 100, 12), film(50, 10_000, 12)]);
const [short = [], long = []] = inTurn([film(50, 100, 12), film(5000, 100, 12)]);
const [full = []] = inTurn([film(50, 200, 20)]);
const once = prepareMs(500, 1000);
const twice = prepareMs(1000, 1000);
console.log(JSON.stringify({ few, many, short, long, full, once, twice }));

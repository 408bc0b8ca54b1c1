import { familyAliases } from '@/core/families/known';
import { families } from '@/core/families/registry';
import { inFamily } from '@/core/families/switch-family';
import type { Cubes } from '@/core/film/tell-film';
import { betweens } from '@/core/motion/interpolation';
import { type Pace, paceLimits } from '@/core/pace/pace';
import { showingMoment } from '@/core/project/built';
import type { Chart } from '@/core/project/chart';
import { projectLimits } from '@/core/project/limits';
import { type Look, withLook } from '@/core/project/look';
import { readLook } from '@/core/project/look-file';
import { looks } from '@/core/project/looks';
import { chartOf, withChart } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import { readSetting, type Setting, withSettings } from '@/core/project/set-path';
import { numberIn, oneOf } from './numbers';
import { readBytes } from './open-table';
import { Refusal } from './refusal';

/** Options that change a film, as they are typed; shared by all commands that show or make one. */
export interface ChangeOptions {
  readonly chart?: string;
  readonly moment?: string;
  readonly look?: string;
  readonly title?: string;
  readonly length?: string;
  readonly fps?: string;
  readonly size?: string;
  readonly places?: string;
  readonly interpolate?: string;
  readonly swap?: string;
  readonly holdStart?: string;
  readonly holdEnd?: string;
  readonly set?: readonly string[];
}

/** The project with what the options change of it: first the family and the look, last the single values. */
export function changed(project: Project, options: ChangeOptions, cubes: Cubes): Project {
  let film = project;
  if (options.chart !== undefined) film = withFamily(film, options.chart, cubes);
  if (options.moment !== undefined) film = withMoment(film, options.moment, cubes);
  if (options.look !== undefined) film = withLook(film, lookOf(options.look));
  film = withChart(film, null, (chart) => ({ ...chart, ...ofChart(chart, options) }));
  const framesPerSec =
    options.fps === undefined ? film.film.framesPerSec : numberIn('--fps', options.fps, paceLimits.framesPerSec);
  const size = options.size === undefined ? {} : sizeOf(options.size);
  film = { ...film, film: { ...film.film, framesPerSec, stage: { ...film.film.stage, ...size } } };
  const settings = settingsOf(options, chartOf(film, null));
  if (settings.length === 0) return film;
  const outcome = withSettings(film, settings, families);
  if (!outcome.ok) throw Refusal.of(outcome.issues);
  return outcome.value;
}

/**
 * Short options stand for paths; what they take is checked with those that are named by their path. How many are on
 * stage each family keeps as its places, or as the most that it draws.
 */
function settingsOf({ places, set = [] }: ChangeOptions, chart: Chart | null): Setting[] {
  const own = chart?.own;
  const path = typeof own === 'object' && own !== null && 'most' in own ? 'own.most' : 'own.places';
  const short = places === undefined ? [] : [{ path, value: places }];
  return [...short, ...set.map(readOne)];
}

function readOne(text: string): Setting {
  const outcome = readSetting(text);
  if (!outcome.ok) throw Refusal.of(outcome.issues);
  return outcome.value;
}

/** Does a family, by its name on the command line, need further values? */
export function takesFurther(name: string): boolean {
  const id = familyAliases[name]?.id ?? name;
  return families.find((each) => each.id === id)?.uses.has('further') ?? false;
}

function withFamily(project: Project, id: string, cubes: Cubes): Project {
  const alias = familyAliases[id];
  const name = oneOf('--chart', alias?.id ?? id, [...families.map((each) => each.id), ...Object.keys(familyAliases)]);
  const family = families.find((each) => each.id === name);
  const cube = cubes.get(chartOf(project, null)?.id ?? '') ?? null;
  if (!family) return project;
  return withChart(project, null, (chart) => {
    const drawn = inFamily(chart, family, cube);
    return alias ? { ...drawn, own: { ...(drawn.own as object), ...alias.own } } : drawn;
  });
}

/** Shows one period instead of the run: `last`, or a period by its key. */
function withMoment(project: Project, wanted: string, cubes: Cubes): Project {
  const chart = chartOf(project, null);
  const keys = cubes.get(chart?.id ?? '')?.periods.map(({ key }) => key) ?? [];
  const family = families.find((each) => each.id === chart?.family);
  if (!family) return project;
  if (wanted !== 'last' && !keys.includes(wanted))
    throw new Refusal(
      `--moment: there is no period ${wanted}. They go from ${keys[0] ?? ''} to ${keys.at(-1) ?? ''}; “last” is the last one.`,
    );
  return withChart(project, null, (chart) => ({
    ...chart,
    ...showingMoment(chart, family, wanted === 'last' ? '' : wanted),
  }));
}

/** A look that ships, by its name, or one from a file. */
function lookOf(name: string): Look {
  const shipped = looks.find((look) => look.name.toLowerCase() === name.trim().toLowerCase());
  if (shipped) return shipped;
  if (!/\.json$/i.test(name))
    throw new Refusal(
      `There is no look called “${name}”. Those that ship are ${looks.map((look) => look.name).join(', ')}; one of your own is a .json file.`,
    );
  const outcome = readLook(new TextDecoder().decode(readBytes(name)));
  if (!outcome.ok) throw Refusal.of(outcome.issues);
  return outcome.value;
}

function ofChart({ text, pace, between, play }: Chart, options: ChangeOptions): Partial<Chart> {
  const { title, length, swap, holdStart, holdEnd, interpolate } = options;
  const given: { -readonly [K in keyof Pace]?: Pace[K] } = {};
  if (length !== undefined) given.length = { by: 'whole', sec: numberIn('--length', length, paceLimits.lengthSec) };
  if (swap !== undefined) given.swapSec = numberIn('--swap', swap, paceLimits.swapSec);
  if (holdStart !== undefined) given.holdStartSec = numberIn('--hold-start', holdStart, paceLimits.holdSec);
  if (holdEnd !== undefined) given.holdEndSec = numberIn('--hold-end', holdEnd, paceLimits.holdSec);
  // A film of one moment has a length of its own.
  const ownLength = play.kind === 'built' && given.length ? { play: { ...play, lengthSec: given.length.sec } } : {};
  return {
    ...ownLength,
    text: title === undefined ? text : { ...text, title },
    pace: { ...pace, ...given },
    between: interpolate === undefined ? between : oneOf('--interpolate', interpolate, betweens),
  };
}

/** The stage's size from words such as `1920x1080`. @throws Refusal for others, and sizes that are too small or large. */
export function sizeOf(text: string): { widthPx: number; heightPx: number } {
  const match = /^(\d+)x(\d+)$/i.exec(text.trim());
  if (!match) throw new Refusal(`--size must read like 1920x1080; “${text}” does not.`);
  const [widthPx, heightPx] = [Number(match[1]), Number(match[2])];
  const [low, high] = projectLimits.stagePx;
  if ([widthPx, heightPx].some((px) => px < low || px > high))
    throw new Refusal(`--size goes from ${low} to ${high} pixels a side; “${text}” does not fit.`);
  return { widthPx, heightPx };
}

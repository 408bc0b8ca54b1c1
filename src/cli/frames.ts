import { domainAt, prepareDomain } from '@/core/chart/domain';
import { momentWords } from '@/core/chart/words';
import { findMoments } from '@/core/motion/moments';
import { changesPerStep, findRace, type Motion, type MotionSettings, placesAt, raceInTime } from '@/core/motion/motion';
import { stepAt } from '@/core/motion/slots';
import { createFilmClock, frameAt, frameTimeSec, positionAt } from '@/core/pace/film-clock';
import { noBuild, type Pace, paceLimits } from '@/core/pace/pace';
import { defaultChart, suggestLengthSec } from '@/core/project/defaults';
import { type Chart, type Project, projectLimits } from '@/core/project/project';
import { readProject } from '@/core/project/read-project';
import { decimalsOf, numberFormat } from '@/core/scale/number-format';
import { periodLabel } from '@/core/scale/period-format';
import type { Cube } from '@/core/shaping/cube';
import { fieldsOf } from '@/core/shaping/fields';
import type { Issue } from '@/core/table/issue';
import { readBytes } from './open-table';
import { oneOf, type PrepareOptions, shapeFile } from './prepare';
import { Refusal } from './refusal';

/** Options of `frames`, as they are typed. */
export interface FramesOptions extends PrepareOptions {
  readonly project?: string;
  readonly length?: string;
  readonly fps?: string;
  readonly places?: string;
  readonly interpolate?: string;
  readonly swap?: string;
  readonly holdStart?: string;
  readonly holdEnd?: string;
  readonly at?: string;
  readonly every?: string;
  readonly grain?: string;
  readonly events?: boolean;
  readonly moments?: boolean;
}

/** A number within limits; anything else ends the command. */
export function numberIn(name: string, text: string, [low, high]: readonly [number, number]): number {
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value) || value < low || value > high)
    throw new Refusal(`${name} must be a number from ${low} to ${high}; “${text}” is none.`);
  return value;
}

function wholeIn(name: string, text: string, range: readonly [number, number]): number {
  const value = numberIn(name, text, range);
  if (!Number.isInteger(value)) throw new Refusal(`${name} must be a whole number; “${text}” is none.`);
  return value;
}

/** A project's document from a JSON file. */
export function projectFrom(file: string): Project {
  let data: unknown;
  try {
    data = JSON.parse(new TextDecoder().decode(readBytes(file)));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(`${file} is not valid JSON. It should be the project.json of a project file.`);
  }
  const outcome = readProject(data);
  if (!outcome.ok) throw Refusal.of(outcome.issues);
  return outcome.value;
}

const interpolations = ['linear', 'monotone', 'step'] as const;

interface Setting {
  readonly chart: Chart;
  readonly framesPerSec: number;
}

/** The chart as the options and the project say. Without a project: straight, even, no rest, no holds. */
function settingOf(options: FramesOptions, project: Project | null, cube: Cube): Setting {
  const base: Chart = project?.charts.find(({ id }) => id === project.film.sequence[0]) ?? {
    ...defaultChart('c', 't', fieldsOf({ shape: 'long' })),
    between: 'linear',
    places: Math.min(10, Math.max(1, cube.categories.length)),
  };
  const bare: Partial<Pace> = project
    ? {}
    : {
        length: { by: 'whole', sec: suggestLengthSec(cube) },
        holdStartSec: 0,
        holdEndSec: 0,
        swapSec: 0.5,
        opening: noBuild,
        closing: noBuild,
      };
  const given: Partial<Pace> = {
    ...(options.length === undefined
      ? {}
      : { length: { by: 'whole' as const, sec: numberIn('--length', options.length, paceLimits.lengthSec) } }),
    ...(options.swap === undefined ? {} : { swapSec: numberIn('--swap', options.swap, paceLimits.swapSec) }),
    ...(options.holdStart === undefined
      ? {}
      : { holdStartSec: numberIn('--hold-start', options.holdStart, paceLimits.holdSec) }),
    ...(options.holdEnd === undefined
      ? {}
      : { holdEndSec: numberIn('--hold-end', options.holdEnd, paceLimits.holdSec) }),
  };
  const chart: Chart = {
    ...base,
    pace: { ...base.pace, ...bare, ...given },
    ...(options.places === undefined ? {} : { places: wholeIn('--places', options.places, projectLimits.places) }),
    ...(options.interpolate === undefined
      ? {}
      : { between: oneOf('--interpolate', options.interpolate, interpolations) }),
  };
  const framesPerSec =
    options.fps === undefined
      ? (project?.film.framesPerSec ?? 30)
      : numberIn('--fps', options.fps, paceLimits.framesPerSec);
  return { chart, framesPerSec };
}

function motionOf({ chart, framesPerSec }: Setting, cube: Cube): Motion {
  const settings: MotionSettings = {
    places: Math.max(1, Math.min(chart.places, cube.categories.length)),
    order: chart.order,
    between: chart.between,
    gaps: chart.gaps,
    swapMode: chart.swapMode,
    swapSec: chart.pace.swapSec,
  };
  const race = findRace(cube, settings);
  const changes = chart.pace.slowAtSwaps > 0 ? changesPerStep(race, cube.periods.length) : null;
  return raceInTime(race, createFilmClock(cube.periods, chart.pace, framesPerSec, changes), settings);
}

/** Which times are asked for, and the frame on show at each. */
function timesOf(options: FramesOptions, { clock }: Motion): { frame: number; timeSec: number }[] {
  if (options.at !== undefined && options.every !== undefined)
    throw new Refusal('Give --at or --every, not both: single times, or every so many frames.');
  if (options.at !== undefined) {
    return options.at.split(',').map((text) => {
      const timeSec = numberIn('--at', text, [0, clock.lengthSec]);
      return { frame: frameAt(clock, timeSec), timeSec };
    });
  }
  const every = options.every === undefined ? 1 : wholeIn('--every', options.every, [1, 1_000_000]);
  const count = Math.ceil(clock.frameCount / every);
  return Array.from({ length: count }, (_, i) => ({ frame: i * every, timeSec: frameTimeSec(clock, i * every) }));
}

/** What `frames` prints, line by line, and what there is to say about the table. */
export async function frames(
  file: string,
  options: FramesOptions,
): Promise<{ readonly lines: Iterable<string>; readonly notes: readonly Issue[] }> {
  const project = options.project === undefined ? null : projectFrom(options.project);
  const chart = project?.charts.find(({ id }) => id === project.film.sequence[0]);
  const table = project?.tables.find(({ id }) => id === chart?.tableId);
  const given =
    chart && table && options.steps === undefined ? { fields: chart.fields, steps: table.steps } : undefined;
  const { every: _, grain, ...mapping } = options;
  const shaping: PrepareOptions = grain === undefined ? mapping : { ...mapping, every: grain };
  const { cube, notes } = await shapeFile(file, shaping, given);
  const setting = settingOf(options, project, cube);
  const motion = motionOf(setting, cube);
  if (options.events) return { lines: eventLines(motion, cube), notes };
  if (options.moments) return { lines: momentLines(motion, setting.chart, cube), notes };
  return { lines: frameLines(timesOf(options, motion), motion, setting.chart, cube), notes };
}

function* frameLines(times: readonly { frame: number; timeSec: number }[], motion: Motion, chart: Chart, cube: Cube) {
  const course = prepareDomain(motion, chart.domain);
  for (const { frame, timeSec } of times) {
    const { step, s } = stepAt(motion.clock, timeSec);
    const { min, max } = domainAt(course, timeSec);
    const rows = placesAt(motion, timeSec)
      .sort((a, b) => a.slot - b.slot || a.rank - b.rank)
      .map(({ category, value, rank, slot }) => ({ category: cube.categories[category], value, rank: rank + 1, slot }));
    yield JSON.stringify({
      frame,
      timeSec,
      position: positionAt(motion.clock, timeSec).position,
      period: cube.periods[s >= 1 ? step + 1 : step]?.key,
      domain: [min, max],
      rows,
    });
  }
}

/** Every change of place on stage, in order of time. Ranks count from 1; the place after the last is off stage. */
function* eventLines({ tracks, series, clock }: Motion, cube: Cube) {
  const events: { timeSec: number; position: number; category: string | undefined; from: number; to: number }[] = [];
  for (let k = 0; k < tracks.seriesCount; k++) {
    for (let i = tracks.offset[k] ?? 0; i < (tracks.offset[k + 1] ?? 0); i++) {
      const [timeSec, to] = [tracks.timeSec[i] ?? 0, (tracks.rankAfter[i] ?? 0) + 1];
      const category = cube.categories[series.categories[k] ?? 0];
      events.push({
        timeSec,
        position: positionAt(clock, timeSec).position,
        category,
        from: to - (tracks.delta[i] ?? 0),
        to,
      });
    }
  }
  for (const event of events.sort((a, b) => a.timeSec - b.timeSec || a.to - b.to)) yield JSON.stringify(event);
}

function* momentLines(motion: Motion, chart: Chart, cube: Cube) {
  const formatValue = numberFormat(chart.numbers, decimalsOf(cube.values));
  const periodLabels = cube.periods.map((period) =>
    periodLabel(cube.kind, period, chart.datePattern, chart.numbers.locale),
  );
  for (const moment of findMoments(motion, cube, chart.order)) {
    const { kind, timeSec, period, category, other, value, rank, places, untilSec } = moment;
    const words = momentWords(moment, chart.momentWords[kind], { cube, periodLabels, formatValue });
    yield JSON.stringify({
      kind,
      timeSec,
      period: cube.periods[period]?.key,
      category: cube.categories[category],
      ...(other >= 0 ? { other: cube.categories[other] } : {}),
      value,
      rank,
      ...(places > 0 ? { places } : {}),
      ...(untilSec > 0 ? { untilSec } : {}),
      words,
    });
  }
}

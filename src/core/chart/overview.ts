import { findLeadChanges } from '../motion/lead-changes';
import { type FilmMoment, findMoments } from '../motion/moments';
import { slotAt } from '../motion/slots';
import { periodTimesSec } from '../pace/film-clock';
import { plainLine } from '../scene/text-fit';
import type { PlacedCaption } from './captions';
import type { PreparedFilm } from './prepare';
import { momentWords } from './words';

/** A moment in words. */
export interface ToldMoment extends FilmMoment {
  readonly id: string;
  readonly words: string;
}

/** A film at a glance, for the timeline: sent over once for each edit. */
export interface FilmOverview {
  readonly lengthSec: number;
  readonly frameCount: number;
  readonly framesPerSec: number;
  readonly places: number;
  readonly periodLabels: readonly string[];
  readonly periodKeys: readonly string[];
  /** When the film reaches each period, in seconds. */
  readonly periodSec: Float64Array;
  /** `spanStartSec` of the clock. */
  readonly spanStartSec: Float64Array;
  /** Lines of the map of ranks, who is longest on stage first: place in the cube, name and colour. */
  readonly lines: readonly { readonly category: number; readonly name: string; readonly colour: string }[];
  /** Slots at `sampleCount` even times: `slots[line * sampleCount + i]`; `places` is off stage. */
  readonly slots: Float32Array;
  readonly sampleCount: number;
  readonly leads: readonly { readonly timeSec: number; readonly category: number; readonly name: string }[];
  /** What happens, in order of time, told in the person's words. */
  readonly moments: readonly ToldMoment[];
  readonly captions: readonly PlacedCaption[];
  /** By category: its colour, for lists that show them all. */
  readonly colours: readonly string[];
  /** What the background comes to, taken as one colour. */
  readonly ground: string;
  /** Pictures and flags that the painter needs. */
  readonly imageIds: readonly string[];
  readonly openingSec: number;
  readonly closingSec: number;
}

const MAX_LINES = 300;
/** More moments than this nobody reads; the greatest are kept. */
const MAX_MOMENTS = 400;
const MAX_SAMPLES = 1200;

/** The map of ranks, the periods' times and the changes of lead. */
export function overviewOf(film: PreparedFilm): FilmOverview {
  const { clock, motion, cube } = film;
  const shownSec = motion.showing.map((stretches) => stretches.reduce((sum, [from, to]) => sum + to - from, 0));
  const order = Array.from(motion.series.categories, (_, k) => k)
    .filter((k) => (shownSec[k] ?? 0) > 0)
    .sort((a, b) => (shownSec[b] ?? 0) - (shownSec[a] ?? 0))
    .slice(0, MAX_LINES);
  const sampleCount = Math.min(MAX_SAMPLES, Math.max(2, (clock.periodCount - 1) * 8 + 1));
  const slots = new Float32Array(order.length * sampleCount);
  order.forEach((k, line) => {
    for (let i = 0; i < sampleCount; i++) {
      slots[line * sampleCount + i] = slotAt(motion.tracks, k, (clock.lengthSec * i) / (sampleCount - 1));
    }
  });
  const categoryOf = (k: number) => motion.series.categories[k] ?? 0;
  const nameOf = (k: number) => plainLine((cube.categories[categoryOf(k)] ?? '').slice(0, 300));
  return {
    lengthSec: clock.lengthSec,
    frameCount: clock.frameCount,
    framesPerSec: clock.framesPerSec,
    places: motion.tracks.places,
    periodLabels: film.periodLabels,
    periodKeys: cube.periods.map((period) => period.key),
    periodSec: periodTimesSec(clock),
    spanStartSec: clock.spanStartSec,
    lines: order.map((k) => ({
      category: categoryOf(k),
      name: nameOf(k),
      colour: film.colours.ofCategory[categoryOf(k)] ?? '#888888',
    })),
    slots,
    sampleCount,
    leads: findLeadChanges(motion.tracks).map(({ timeSec, to }) => ({
      timeSec,
      category: categoryOf(to),
      name: nameOf(to),
    })),
    moments: momentsOf(film),
    captions: film.captions,
    colours: film.colours.ofCategory,
    ground: film.frame.inks.ground,
    imageIds: imageIdsOf(film),
    openingSec: clock.openingSec,
    closingSec: clock.closingSec,
  };
}

/** The pictures that a film is drawn with, those of categories that are never on stage left out. */
function imageIdsOf({ project, chart, stage }: PreparedFilm): string[] {
  const ids = new Set<string>();
  for (const ref of chart.pictures) if (ref) ids.add(ref.imageId);
  for (const extra of project.film.extras) if (extra.kind === 'picture') ids.add(extra.pictureId);
  if (stage.background.kind === 'picture') ids.add(stage.background.pictureId);
  return [...ids];
}

/** The moments of a film in the words of its chart. Entries and exits give way where there are too many. */
export function momentsOf(film: PreparedFilm): ToldMoment[] {
  const { chart } = film.chart;
  const all = findMoments(film.motion, film.cube, chart.order);
  const weighty = all.filter(({ kind }) => kind !== 'entry' && kind !== 'exit');
  const kept = all.length <= MAX_MOMENTS ? all : weighty.slice(0, MAX_MOMENTS);
  return kept.map((moment, i) => ({
    ...moment,
    id: `${moment.kind}-${i}`,
    words: momentWords(moment, chart.momentWords[moment.kind], film),
  }));
}

import { CARD_PERIOD } from '../card/card-clock';
import type { PlacedCaption } from '../chart/captions';
import type { PlacedFocus } from '../chart/focus';
import type { ToldMoment } from '../families/family';
import type { BuildStep } from '../families/shared/build';
import { stepsOf } from '../families/shared/build';
import { periodTimesSec, standsStill } from '../pace/film-clock';
import type { Background } from '../project/background';
import type { DataNote } from '../project/data-notes';
import type { Extra } from '../project/film-parts';
import { plainLine } from '../scene/text-fit';
import { dataNotes } from './data-notes';
import { periodStops } from './period-stops';
import { placedPiece } from './piece-at';
import type { PreparedChartPiece, PreparedFilm, PreparedPiece } from './prepare-film';

/** More groups than these cannot be told apart on the strip; they keep an even pace. */
const MOST_STEPS = 200;

/** A piece at a glance, for the timeline: sent over once for each edit. Times are in seconds from the piece's start. */
export interface PieceOverview {
  readonly pieceId: string;
  /** When the piece begins, in seconds of the film, and how long it lasts. */
  readonly fromSec: number;
  readonly lengthSec: number;
  readonly places: number;
  readonly periodLabels: readonly string[];
  readonly periodKeys: readonly string[];
  /** When the film reaches each period. */
  readonly periodSec: Float64Array;
  /** `spanStartSec` of the clock. */
  readonly spanStartSec: Float64Array;
  /** Lines of the map, who is longest on stage first: place in the cube, name and colour. */
  readonly lines: readonly { readonly category: number; readonly name: string; readonly colour: string }[];
  /** Slots at `sampleCount` even times: `slots[line * sampleCount + i]`; `places` is off stage. */
  readonly slots: Float32Array;
  readonly sampleCount: number;
  readonly leads: readonly { readonly timeSec: number; readonly category: number; readonly name: string }[];
  /** What happens, in order of time, told in the person's words. */
  readonly moments: readonly ToldMoment[];
  readonly captions: readonly PlacedCaption[];
  readonly focuses: readonly PlacedFocus[];
  /** By category: its colour, for lists that show them all. */
  readonly colours: readonly string[];
  /** What the background comes to, taken as one colour. */
  readonly ground: string;
  /** Groups that come one after the other, where the chart is built from one moment. */
  readonly steps: readonly BuildStep[];
  readonly openingSec: number;
  readonly closingSec: number;
}

/** A film at a glance, with the piece that is edited. */
export interface FilmOverview extends PieceOverview {
  /** The length of the whole film. */
  readonly filmSec: number;
  readonly frameCount: number;
  readonly framesPerSec: number;
  /** Pictures and flags that the painter needs. */
  readonly imageIds: readonly string[];
  /** When the film reaches each period of its pieces, in seconds of the film, in order. */
  readonly stops: Float64Array;
  /** The notes of its data, in order of time. */
  readonly notes: readonly DataNote[];
  /** The pieces that play, in order. */
  readonly blocks: readonly PieceBlock[];
}

/** A piece's place in the film. */
export interface PieceBlock {
  readonly id: string;
  readonly fromSec: number;
  readonly lengthSec: number;
  /** How long the piece ahead takes to give way to it, and how long it was to take. */
  readonly arrivalSec: number;
  readonly wantedSec: number;
  /** Seconds of the film at which a visit to it looks at it. */
  readonly lookSec: number;
}

/** The film's length and one piece's map, times and moments. @param pieceId The piece that is edited; see `placedPiece`. */
export function overviewOf(film: PreparedFilm, pieceId: string | null = null): FilmOverview {
  const { lengthSec, frameCount, framesPerSec, pieces } = film;
  return {
    filmSec: lengthSec,
    frameCount,
    framesPerSec,
    imageIds: imageIdsOf(film),
    stops: Float64Array.from(periodStops(film)),
    notes: dataNotes(film),
    blocks: pieces.map(({ piece, fromSec, lengthSec: pieceSec, arrival, lookSec }) => ({
      id: piece.id,
      fromSec,
      lengthSec: pieceSec,
      arrivalSec: arrival?.sec ?? 0,
      wantedSec: arrival?.wantedSec ?? 0,
      lookSec: fromSec + lookSec,
    })),
    ...overviewOfPiece(placedPiece(film, pieceId)),
  };
}

function overviewOfPiece(piece: PreparedPiece): PieceOverview {
  return piece.kind === 'card' ? cardOverview(piece) : chartOverview(piece);
}

/** A card is one beat, without a map. */
function cardOverview({ piece, card, fromSec, lengthSec }: Extract<PreparedPiece, { kind: 'card' }>): PieceOverview {
  const { clock, captions, inks } = card;
  return {
    pieceId: piece.id,
    fromSec,
    lengthSec,
    places: 0,
    periodLabels: [''],
    periodKeys: [CARD_PERIOD.key],
    periodSec: periodTimesSec(clock),
    spanStartSec: clock.spanStartSec,
    lines: [],
    slots: new Float32Array(),
    sampleCount: 0,
    leads: [],
    moments: [],
    captions,
    focuses: [],
    colours: [],
    ground: inks.ground,
    steps: [],
    openingSec: 0,
    closingSec: 0,
  };
}

function chartOverview({ piece, chart, fromSec, lengthSec }: PreparedChartPiece): PieceOverview {
  const { family, cube, course, colours, frame } = chart;
  const { clock } = course;
  // A film of one moment has one beat, whatever led there.
  const from = standsStill(clock) ? clock.periodCount - 1 : 0;
  const { categories, leads, ...map } = family.mapOf(chart);
  const nameOf = (category: number) => plainLine((cube.categories[category] ?? '').slice(0, 300));
  return {
    pieceId: piece.id,
    fromSec,
    lengthSec,
    ...map,
    periodLabels: chart.periodLabels.slice(from),
    periodKeys: cube.periods.slice(from).map((period) => period.key),
    periodSec: periodTimesSec(clock).slice(from),
    spanStartSec: clock.spanStartSec.slice(2 * from).map((sec) => Math.max(0, sec)),
    lines: categories.map((category) => ({
      category,
      name: nameOf(category),
      colour: colours.ofCategory[category] ?? '#888888',
    })),
    leads: leads.map(({ timeSec, category }) => ({ timeSec, category, name: nameOf(category) })),
    moments: family.momentsOf(chart),
    captions: chart.captions,
    focuses: chart.focuses,
    colours: colours.ofCategory,
    ground: frame.inks.ground,
    steps: stepsOf(chart.chart, family.buildOf(chart.plan)).slice(0, MOST_STEPS),
    openingSec: clock.openingSec,
    closingSec: clock.closingSec,
  };
}

/** The pictures that a film is drawn with, those of categories that are never on stage left out. */
function imageIdsOf({ pieces, stage, project }: PreparedFilm): string[] {
  const ids = new Set<string>();
  const addExtras = (extras: readonly Extra[]) => {
    for (const extra of extras) if (extra.kind === 'picture') ids.add(extra.pictureId);
  };
  const addBackground = (background: Background) => {
    if (background.kind === 'picture') ids.add(background.pictureId);
  };
  for (const piece of pieces) {
    addExtras(piece.piece.extras);
    if (piece.kind === 'chart') for (const id of piece.chart.family.imageIds(piece.chart.plan)) ids.add(id);
    else {
      const { logo, back } = piece.card.card;
      if (logo.pictureId !== '') ids.add(logo.pictureId);
      if (back) addBackground(back);
    }
  }
  addExtras(project.film.overlays);
  addBackground(stage.background);
  return [...ids];
}

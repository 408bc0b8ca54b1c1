import { cardClock, wholeSec } from '../card/card-clock';
import type { ToldCard } from '../card/prepare-card';
import type { Family, ToldChart } from '../families/family';
import { Memory } from '../families/memory';
import { families, familyOf } from '../families/registry';
import type { FilmClock } from '../pace/film-clock';
import type { FilmPiece } from '../project/film';
import { cardOf, chartOf, playedPieces } from '../project/pieces';
import type { Project } from '../project/project';
import type { Transition } from '../project/transition';
import type { Cube } from '../shaping/cube';
import { cardOnBeat, chartOnBeat, intoOnBeat, type OnBeat } from './on-beat';
import { panedFamily } from './panes/paned-family';
import { PieceShelf } from './piece-shelf';
import { tellChart } from './tell-chart';

/** The values of a project's charts, by the chart's id. */
export type Cubes = ReadonlyMap<string, Cube>;

/** A piece's place in the film. */
interface PlacedPiece {
  readonly piece: FilmPiece;
  /** When it begins, in seconds of the film: before the one ahead of it has ended, where it gives way in some time. */
  readonly fromSec: number;
  readonly lengthSec: number;
  /** The way from the piece ahead; null for the first one, and after a cut. */
  readonly arrival: PlacedTransition | null;
  /** Seconds from its start at which it is looked at: it has arrived, and a card's words have come. */
  readonly lookSec: number;
}

/** A chart that has its place in the film. */
export interface ToldChartPiece<C extends ToldChart = ToldChart> extends PlacedPiece {
  readonly kind: 'chart';
  readonly family: Family;
  readonly chart: C;
}

/** A card that has its place in the film. */
export interface ToldCardPiece<K extends ToldCard = ToldCard> extends PlacedPiece {
  readonly kind: 'card';
  readonly card: K;
}

/** A piece that has its place in the film. */
export type ToldPiece<C extends ToldChart = ToldChart, K extends ToldCard = ToldCard> =
  | ToldChartPiece<C>
  | ToldCardPiece<K>;

/** A transition that has its place in the film. */
export interface PlacedTransition extends Transition {
  /** How long it was to take; longer than `sec` where a piece is too short for that. */
  readonly wantedSec: number;
}

/** The pieces of a film one after the other, without gaps; two overlap while one gives way to the other. At least one. */
export interface Timeline<P = ToldPiece> {
  readonly lengthSec: number;
  readonly framesPerSec: number;
  /** `max(1, round(lengthSec * framesPerSec))` */
  readonly frameCount: number;
  readonly pieces: readonly [P, ...P[]];
}

/** What a film is told with. */
export interface TellSetting {
  /** What was dear to make before; one of its own where it is left out. */
  readonly memory?: Memory;
  /** What was made of each piece before; nothing is kept where it is left out. */
  readonly shelf?: PieceShelf;
  /** The families that charts may be of. */
  readonly list?: readonly Family[];
}

/**
 * Values, times and words of a whole film, without its look.
 *
 * @param cubes The values of each chart that plays.
 * @throws RangeError if a chart has no values or its cube no period.
 */
export function tellFilm(project: Project, cubes: Cubes, setting: TellSetting = {}): Timeline {
  const { memory = new Memory(), shelf = new PieceShelf(), list = families } = setting;
  const { framesPerSec } = project.film;
  const placed: ToldPiece[] = [];
  let endSec = 0;
  const played = playedPieces(project);
  for (const [i, piece] of played.entries()) {
    const on = onBeatOf(project, piece, { endSec, next: played[i + 1] });
    const told = tellPiece(project, piece, { cubes, memory, shelf, list, on });
    const { lengthSec } = clockOf(told);
    const arrival = arrivalOf(placed.at(-1), intoOf(project, piece), lengthSec);
    const fromSec = endSec - (arrival?.sec ?? 0);
    const lookSec = Math.max(arrival?.sec ?? 0, told.kind === 'card' ? wholeSec(told.card.card) : 0);
    placed.push({ ...told, piece, fromSec, lengthSec, arrival, lookSec });
    endSec = fromSec + lengthSec;
  }
  return {
    lengthSec: endSec,
    framesPerSec,
    frameCount: Math.max(1, Math.round(endSec * framesPerSec)),
    pieces: placed as [ToldPiece, ...ToldPiece[]],
  };
}

type ToldContent = Pick<ToldChartPiece, 'kind' | 'family' | 'chart'> | Pick<ToldCardPiece, 'kind' | 'card'>;

/** What a piece shows, told; kept from one edit to the next. */
function tellPiece(
  project: Project,
  piece: FilmPiece,
  { cubes, memory, shelf, list, on }: Required<TellSetting> & { readonly cubes: Cubes; readonly on: OnBeat | null },
): ToldContent {
  const { framesPerSec, stage } = project.film;
  const ownCard = cardOf(project, piece.id);
  if (ownCard) {
    const card = on ? cardOnBeat(ownCard, on) : ownCard;
    const make = (): ToldCard => ({ card, clock: cardClock(card, framesPerSec) });
    return { kind: 'card', card: shelf.once('told', piece.id, [JSON.stringify([card, framesPerSec])], make) };
  }
  const own = chartOf(project, piece.id);
  const cube = own && cubes.get(own.id);
  if (!own || !cube) throw new RangeError(`cubes: must hold the values of each chart, received none of ${own?.id}`);
  const chart = on ? chartOnBeat(own, cube.periods, on) : own;
  const known = familyOf(chart.family, list);
  const family = cube.panes && cube.panes.length > 0 ? panedFamily(known) : known;
  const depends = [JSON.stringify([chart, stage, framesPerSec]), cube, known];
  const told = shelf.once('told', piece.id, depends, () =>
    tellChart({ chart, cube, family, stage, framesPerSec, memory }),
  );
  return { kind: 'chart', family, chart: told };
}

/** The beat by which a piece goes; null where it keeps seconds of its own. */
function onBeatOf(
  project: Project,
  piece: FilmPiece,
  { endSec, next }: { readonly endSec: number; readonly next: FilmPiece | undefined },
): OnBeat | null {
  const { beat } = project.film;
  if (!beat || piece.onBeat === null) return null;
  const secOf = (into: Transition) => (into.how === 'cut' ? 0 : into.sec);
  const fromSec = endSec === 0 ? 0 : endSec - secOf(intoOf(project, piece));
  return { beat, perPeriod: piece.onBeat, fromSec, nextSec: next ? secOf(intoOf(project, next)) : 0 };
}

/** The way into a piece: of whole beats where it goes by the beat. */
function intoOf({ film: { beat } }: Project, { into, onBeat }: FilmPiece): Transition {
  return beat && onBeat !== null ? intoOnBeat(into, beat) : into;
}

/** The way into a piece of a length from the one ahead. It takes no more than half of either, so that two never meet. */
function arrivalOf(ahead: ToldPiece | undefined, into: Transition, lengthSec: number): PlacedTransition | null {
  if (!ahead || into.how === 'cut') return null;
  return { ...into, sec: Math.min(into.sec, ahead.lengthSec / 2, lengthSec / 2), wantedSec: into.sec };
}

/** The course in time of what a piece shows. */
export function clockOf(content: ToldContent): FilmClock {
  return content.kind === 'chart' ? content.chart.course.clock : content.card.clock;
}

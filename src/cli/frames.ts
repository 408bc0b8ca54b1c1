import { comingAt } from '@/core/families/shared/build';
import { momentAt, type PieceMoment } from '@/core/film/piece-at';
import { type PreparedFilm, type PreparedPiece, prepareFilm } from '@/core/film/prepare-film';
import { type Timeline, type ToldPiece, tellFilm } from '@/core/film/tell-film';
import { stepAt } from '@/core/motion/slots';
import { frameAt, frameTimeSec, positionAt } from '@/core/pace/film-clock';
import { type Card, cardTexts } from '@/core/project/card';
import { pieceName } from '@/core/project/piece-name';
import type { Project } from '@/core/project/project';
import type { MeasureText } from '@/core/scene/text-fit';
import type { Issue } from '@/core/table/issue';
import { type FilmOptions, filmsFrom, isWholeFilm } from './film-input';
import { numberIn, wholeIn } from './numbers';
import { Refusal } from './refusal';

/** Options of `frames`, as they are typed. */
export interface FramesOptions extends FilmOptions {
  readonly at?: string;
  readonly every?: string;
  readonly grain?: string;
  readonly events?: boolean;
  readonly moments?: boolean;
}

/**
 * What `frames` prints, line by line, and what there is to say about the table.
 *
 * @throws Refusal for a file or an option that cannot be taken.
 */
export async function frames(
  file: string,
  options: FramesOptions,
): Promise<{ readonly lines: Iterable<string>; readonly notes: readonly Issue[] }> {
  const { every: _, grain, ...others } = options;
  const shaping: FilmOptions = grain === undefined ? others : { ...others, every: grain };
  const { films, notes } = await filmsFrom(file, shaping, 'plain');
  const [first] = films;
  if (!first) throw new Refusal(`The column “${options.group}” is blank, so there are no groups.`);
  const film = tellFilm(first.project, first.cubes);
  const named = isWholeFilm(file) ? pieceNames(first.project) : null;
  if (options.events) return { lines: eventLines(film, named), notes };
  if (options.moments) return { lines: momentLines(film, named), notes };
  const prepared = prepareFilm(first.project, first.cubes, { measure: roughly });
  return { lines: frameLines(timesOf(options, film), prepared, named), notes };
}

/** Which times are asked for, and the frame on show at each. */
function timesOf(options: FramesOptions, film: Timeline): { frame: number; timeSec: number }[] {
  if (options.at !== undefined && options.every !== undefined)
    throw new Refusal('Give --at or --every, not both: single times, or every so many frames.');
  if (options.at !== undefined) {
    return options.at.split(',').map((text) => {
      const timeSec = numberIn('--at', text, [0, film.lengthSec]);
      return { frame: frameAt(film, timeSec), timeSec };
    });
  }
  const every = options.every === undefined ? 1 : wholeIn('--every', options.every, [1, 1_000_000]);
  const count = Math.ceil(film.frameCount / every);
  return Array.from({ length: count }, (_, i) => ({ frame: i * every, timeSec: frameTimeSec(film, i * every) }));
}

/** What each piece of a film is called in what is printed; nothing for a bare table. */
type PieceNames = ReadonlyMap<string, { readonly number: number; readonly name: string }>;

/** Pieces by their numbers from 0, in the order in which they stand in the film, those that are off included. */
function pieceNames(project: Project): PieceNames {
  return new Map(project.film.pieces.map((piece, number) => [piece.id, { number, name: pieceName(project, piece) }]));
}

/** Which piece is on show, and how long it has been. */
function pieceWords({ piece }: ToldPiece, pieceSec: number, names: PieceNames | null) {
  return names ? { piece: names.get(piece.id), pieceSec } : {};
}

/** Sizes of texts decide nothing of what is printed. */
const roughly: MeasureText = (text, font) => text.length * font.sizePx * 0.5;

/** Which field of a row names the group that it comes with. */
const GROUPS = ['category', 'period', 'part'] as const;

function* frameLines(
  times: readonly { frame: number; timeSec: number }[],
  film: PreparedFilm,
  named: PieceNames | null,
) {
  for (const { frame, timeSec } of times) {
    const moment = momentAt(film, timeSec);
    const shown = 'coming' in moment ? moment.leaving : moment;
    // While one piece gives way to the next, both are told.
    const passing = 'coming' in moment ? { progress: moment.progress, next: pieceNumbers(moment.coming, named) } : {};
    yield JSON.stringify({ frame, timeSec, ...pieceNumbers(shown, named), ...passing });
  }
}

/** What a piece shows at a moment. */
function pieceNumbers({ piece, pieceSec }: PieceMoment<PreparedPiece>, named: PieceNames | null) {
  if (piece.kind === 'card') return { ...pieceWords(piece, pieceSec, named), ...cardNumbers(piece.card.card) };
  const { chart } = piece;
  const { family, plan } = chart;
  const { clock } = chart.course;
  const coming = comingAt(family.buildOf(plan), pieceSec);
  const { domain, rows } = family.numbers.frameAt(chart, pieceSec);
  const come = (row: (typeof rows)[number]) =>
    GROUPS.map((field) => coming.get(String(row[field] ?? ''))).find((progress) => progress !== undefined);
  const { step, s } = stepAt(clock, pieceSec);
  return {
    ...pieceWords(piece, pieceSec, named),
    position: positionAt(clock, pieceSec).position,
    period: chart.cube.periods[s >= 1 ? step + 1 : step]?.key,
    ...(domain ? { domain } : {}),
    rows: rows.map((row) => {
      const progress = come(row);
      return progress === undefined ? row : { ...row, come: progress };
    }),
  };
}

/** The words of a card; it has no rows. */
function cardNumbers({ kind, texts }: Card) {
  const words = cardTexts.filter((part) => texts[part] !== '').map((part) => [part, texts[part]]);
  return { card: kind, words: Object.fromEntries(words), rows: [] };
}

/** Every change that the charts list, in order of time. */
function* eventLines({ pieces }: Timeline, named: PieceNames | null) {
  for (const piece of pieces) {
    if (piece.kind === 'card') continue;
    for (const { timeSec, ...event } of piece.family.numbers.events(piece.chart)) {
      const pieceSec = Number(timeSec);
      yield JSON.stringify({ timeSec: piece.fromSec + pieceSec, ...pieceWords(piece, pieceSec, named), ...event });
    }
  }
}

function* momentLines({ pieces }: Timeline, named: PieceNames | null) {
  for (const piece of pieces) {
    if (piece.kind === 'card') continue;
    const { periods, categories } = piece.chart.cube;
    for (const moment of piece.family.momentsOf(piece.chart)) {
      const { kind, timeSec, period, category, other, value, rank, places, untilSec, words } = moment;
      yield JSON.stringify({
        kind,
        timeSec: piece.fromSec + timeSec,
        ...pieceWords(piece, timeSec, named),
        period: periods[period]?.key,
        category: categories[category],
        ...(other >= 0 ? { other: categories[other] } : {}),
        value,
        rank,
        ...(places > 0 ? { places } : {}),
        ...(untilSec > 0 ? { untilSec: piece.fromSec + untilSec } : {}),
        words,
      });
    }
  }
}

import { hitTest } from '../scene/hit-test';
import type { Scene, Subject } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';
import { momentAt, pieceAt } from './piece-at';
import type { PreparedFilm } from './prepare-film';

/** What is told of a point of a chart that is not simply its category at the playhead. */
export interface ToldPoint {
  readonly name: string;
  readonly valueText: string;
  /** The part of the category; `''` for all of it. */
  readonly portion: string;
  readonly periodLabel: string;
  /** The key of a passed period; null at the playhead. */
  readonly periodKey: string | null;
}

/** What stands under a point of the stage, and what it tells of the past or of a part; null for nothing but the present. */
export interface Pointed {
  readonly subject: Subject;
  readonly told: ToldPoint | null;
}

/** A place on the stage at a time of the film, as it is drawn then. */
export interface Pointing {
  readonly film: PreparedFilm;
  readonly scene: Scene;
  /** Seconds from the film's start. */
  readonly timeSec: number;
  /** Stage pixels. */
  readonly x: number;
  readonly y: number;
  readonly measure: MeasureText;
}

/** What stands under a point; null outside of the stage. */
export function pointAt(pointing: Pointing): Pointed | null {
  const { film, scene, timeSec, x, y, measure } = pointing;
  // What is on its way from one piece to the next stands for nothing that could be told.
  if ('coming' in momentAt(film, timeSec)) {
    const inside = x >= 0 && y >= 0 && x < scene.widthPx && y < scene.heightPx;
    return inside ? { subject: { part: 'background' }, told: null } : null;
  }
  const subject = hitTest(scene, x, y, measure);
  return subject && { subject, told: toldOf(pointing, subject) };
}

function toldOf({ film, timeSec, x, y }: Pointing, subject: Subject): ToldPoint | null {
  const { category, portion } = subject;
  if (category === undefined || subject.part !== 'mark') return null;
  const { piece, pieceSec } = pieceAt(film, timeSec);
  if (piece.kind === 'card') return null;
  const told = piece.chart;
  const { family, plan, cube, periodLabels, formatValue } = told;
  const name = cube.categories[category] ?? '';
  if (portion !== undefined) {
    const { rows } = family.numbers.frameAt(told, pieceSec);
    const row = rows.find((each) => each.category === name && each.part === portion);
    if (typeof row?.value !== 'number') return null;
    const { periodLabel } = family.readoutAt(told, pieceSec);
    return { name, valueText: formatValue(row.value), portion, periodLabel, periodKey: null };
  }
  const period = subject.period ?? family.periodAt?.(plan, pieceSec, { x, y }) ?? null;
  const key = period === null ? undefined : cube.periods[period]?.key;
  if (period === null || key === undefined) return null;
  const value = cube.values[period * cube.categories.length + category] ?? Number.NaN;
  const valueText = Number.isNaN(value) ? 'no value' : formatValue(value);
  return { name, valueText, portion: '', periodLabel: periodLabels[period] ?? key, periodKey: key };
}

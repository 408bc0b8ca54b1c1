import type { FilmClock } from '../pace/film-clock';
import type { Film, Stage } from '../project/film';
import type { Extra } from '../project/film-parts';
import { type Path, polyline } from '../scene/path';
import type { SceneNode } from '../scene/scene';
import { type MeasureText, wrapText } from '../scene/text-fit';
import type { Period } from '../shaping/cube';
import type { Box } from './box';
import { fadeAt, timeOfMoment } from './captions';
import { ASCENT, LINE } from './text-block';

/** Where marks stand at a moment, for what travels with them: where a note begins, and how strongly the mark shows. */
export type MarkPlaceOf = (
  category: string,
) => { readonly x: number; readonly y: number; readonly opacity: number } | null;

/** What extras are drawn with. */
export interface ExtraSetting {
  readonly stage: Stage;
  /** What its moments are kept by. */
  readonly periods: readonly Period[];
  readonly clock: FilmClock;
  readonly markPlaceOf: MarkPlaceOf;
  readonly wordsOf: (template: string) => string;
  readonly measure: MeasureText;
}

/** The box of an extra on stage at a moment; null while what it is anchored to is not on stage. */
export function boxOfExtra(
  extra: Extra,
  stage: Stage,
  markPlaceOf: MarkPlaceOf,
): (Box & { readonly opacity: number }) | null {
  const unit = Math.min(stage.widthPx, stage.heightPx) / 100;
  const [widthPx, heightPx] = [extra.width * unit, extra.height * unit];
  const { anchor } = extra;
  const [dx, dy] = [anchor.dx * unit, anchor.dy * unit];
  if (anchor.kind === 'mark') {
    const place = markPlaceOf(anchor.category);
    return place
      ? { x: place.x + dx, y: place.y + dy - heightPx / 2, widthPx, heightPx, opacity: place.opacity }
      : null;
  }
  const { corner } = anchor;
  const right = corner.endsWith('right');
  const low = corner.startsWith('bottom');
  const middle = corner === 'centre';
  const x = middle ? (stage.widthPx - widthPx) / 2 + dx : right ? stage.widthPx - dx - widthPx : dx;
  const y = middle ? (stage.heightPx - heightPx) / 2 + dy : low ? stage.heightPx - dy - heightPx : dy;
  return { x, y, widthPx, heightPx, opacity: 1 };
}

/** The marks of what lies over the whole film: there from its start to its end, and held by the stage alone. */
export function overlayNodes({ stage, overlays }: Pick<Film, 'stage' | 'overlays'>, measure: MeasureText): SceneNode[] {
  return overlays.flatMap((extra) => {
    const box = boxOfExtra(extra, stage, () => null);
    return box && extra.opacity > 0
      ? drawn(extra, box, extra.opacity, { stage, wordsOf: (words) => words, measure })
      : [];
  });
}

/** The marks of an extra at a moment; none outside of its time. */
export function extraNodes(extra: Extra, setting: ExtraSetting, timeSec: number): SceneNode[] {
  const { periods, clock, stage } = setting;
  const fromSec = extra.from ? timeOfMoment(extra.from, periods, clock) : 0;
  // One that stays to the end is on the last frame too.
  const toSec = extra.to ? timeOfMoment(extra.to, periods, clock) : Number.POSITIVE_INFINITY;
  if (fromSec === null || toSec === null) return [];
  // What is there from the start or stays to the end does not fade there.
  const span = { fromSec: extra.from ? fromSec : -extra.fadeSec, toSec };
  const box = boxOfExtra(extra, stage, setting.markPlaceOf);
  const shown = box ? extra.opacity * box.opacity * fadeAt(span, extra.fadeSec, timeSec) : 0;
  if (!box || shown <= 0) return [];
  return drawn(extra, box, shown, setting);
}

type DrawSetting = Pick<ExtraSetting, 'stage' | 'wordsOf' | 'measure'>;

function drawn(extra: Extra, box: Box, opacity: number, { stage, wordsOf, measure }: DrawSetting): SceneNode[] {
  const unit = Math.min(stage.widthPx, stage.heightPx) / 100;
  const { x, y, widthPx, heightPx } = box;
  const id = `extra:${extra.id}`;
  const subject = { part: 'extra' as const, extra: extra.id };
  const strokeWidthPx = Math.max(0.05, extra.stroke) * unit;
  if (extra.kind === 'picture')
    return [{ kind: 'image', id, subject, x, y, widthPx, heightPx, imageId: extra.pictureId, opacity }];
  if (extra.kind === 'box') {
    const style = extra.stroke > 0 ? { stroke: extra.colour, strokeWidthPx } : { fill: extra.colour };
    return [{ kind: 'rect', id, subject, x, y, widthPx, heightPx, opacity, ...style }];
  }
  if (extra.kind === 'text') return textNodes(extra, { box, opacity, words: wordsOf(extra.text) }, measure);
  const line: SceneNode = {
    kind: 'path',
    id,
    subject,
    path: polyline(Float64Array.of(x, y + heightPx, x + widthPx, y)),
    stroke: extra.colour,
    strokeWidthPx,
    opacity,
  };
  if (extra.kind === 'line') return [line];
  return [
    line,
    {
      kind: 'path',
      id: `${id}:head`,
      subject,
      path: arrowHead({ x, y: y + heightPx }, { x: x + widthPx, y }, strokeWidthPx),
      fill: extra.colour,
      opacity,
    },
  ];
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** A triangle at the end of a line, pointing on. */
function arrowHead(start: Point, end: Point, strokePx: number): Path {
  const { x: x1, y: y1 } = end;
  const length = Math.hypot(x1 - start.x, y1 - start.y) || 1;
  const [dx, dy] = [(x1 - start.x) / length, (y1 - start.y) / length];
  const [long, half] = [strokePx * 5, strokePx * 2.4];
  const [bx, by] = [x1 - dx * long, y1 - dy * long];
  return polyline(
    Float64Array.of(
      x1 + dx * strokePx,
      y1 + dy * strokePx,
      bx - dy * half,
      by + dx * half,
      bx + dy * half,
      by - dx * half,
    ),
    true,
  );
}

interface ShownText {
  readonly box: Box;
  readonly opacity: number;
  readonly words: string;
}

/** The text's height is that of its box, shared by its lines; it gets smaller until the lines fit the width. */
function textNodes(extra: Extra, { box, opacity, words }: ShownText, measure: MeasureText): SceneNode[] {
  const given = words.split('\n').slice(0, 12);
  const rows = Math.max(1, given.length);
  const sizePx = box.heightPx / (rows * LINE);
  const font = { family: extra.fontFamily, weight: extra.fontWeight, sizePx };
  return given.flatMap((text, i): SceneNode[] => {
    const [line = ''] = wrapText(text, { font, widthPx: box.widthPx, maxLines: 1 }, measure);
    if (line === '') return [];
    const y = box.y + sizePx * ((LINE - 1) / 2 + ASCENT + 0.02) + i * sizePx * LINE;
    return [
      {
        kind: 'text',
        id: `extra:${extra.id}:${i}`,
        subject: { part: 'extra', extra: extra.id },
        x: box.x,
        y,
        text: line,
        font,
        fill: extra.colour,
        align: 'start',
        opacity,
      },
    ];
  });
}

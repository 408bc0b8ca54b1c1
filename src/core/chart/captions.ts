import { smoothStep } from '../motion/slots';
import { type FilmClock, timeOfBeat } from '../pace/film-clock';
import type { Dress } from '../project/dress';
import type { Caption, Moment } from '../project/film-parts';
import { mixColours } from '../scale/colour';
import type { SceneNode } from '../scene/scene';
import { type MeasureText, wrapText } from '../scene/text-fit';
import type { Period } from '../shaping/cube';
import type { Box, Inks } from './box';
import { cased, fontOf, LINE, withShadow } from './text-block';

/** A stretch of the film, in seconds. */
export interface TimeSpan {
  readonly fromSec: number;
  readonly toSec: number;
}

/** The time of a moment that is kept by its period; null where the data no longer has the period. */
export function timeOfMoment(moment: Moment, periods: readonly Period[], clock: FilmClock): number | null {
  const period = periods.findIndex(({ key }) => key === moment.periodKey);
  return period < 0 ? null : timeOfBeat(clock, { period, share: moment.share });
}

/** When a caption shows; null where its periods are gone. */
export function spanOfCaption(
  caption: Pick<Caption, 'from' | 'to'>,
  periods: readonly Period[],
  clock: FilmClock,
): TimeSpan | null {
  const fromSec = timeOfMoment(caption.from, periods, clock);
  const toSec = timeOfMoment(caption.to, periods, clock);
  return fromSec === null || toSec === null || toSec <= fromSec ? null : { fromSec, toSec };
}

/** A caption that has its time. */
export interface PlacedCaption extends TimeSpan {
  readonly id: string;
  readonly text: string;
}

/** Captions with their times; those whose periods are gone are left out. */
export function placeCaptions(
  captions: readonly Caption[],
  periods: readonly Period[],
  clock: FilmClock,
): PlacedCaption[] {
  return captions.flatMap((caption): PlacedCaption[] => {
    const span = spanOfCaption(caption, periods, clock);
    return span ? [{ id: caption.id, text: caption.text, ...span }] : [];
  });
}

/** Seconds in which a caption comes and goes, at the most a third of its time. */
const FADE_SEC = 0.25;

/** How strongly something shows that comes at one time and goes at another. */
export function fadeAt({ fromSec, toSec }: TimeSpan, fadeSec: number, timeSec: number): number {
  if (timeSec < fromSec || timeSec >= toSec) return 0;
  const fade = Math.min(fadeSec, (toSec - fromSec) / 3);
  if (fade <= 0) return 1;
  return Math.min(smoothStep((timeSec - fromSec) / fade), smoothStep((toSec - timeSec) / fade));
}

/** The caption of a moment: of several at once the one that came last. */
export function captionAt(captions: readonly PlacedCaption[], timeSec: number): PlacedCaption | null {
  let found: PlacedCaption | null = null;
  for (const caption of captions) {
    if (timeSec >= caption.fromSec && timeSec < caption.toSec && (!found || caption.fromSec >= found.fromSec))
      found = caption;
  }
  return found;
}

/** What a caption is drawn with. */
export interface CaptionSetting {
  readonly box: Box;
  readonly dress: Dress;
  readonly inks: Inks;
  readonly timeSec: number;
  readonly measure: MeasureText;
}

/** Draws a caption into its box: up to two lines, in the middle or to the side that its style says. */
export function captionNodes(
  caption: PlacedCaption,
  words: string,
  { box, dress, inks, timeSec, measure }: CaptionSetting,
): SceneNode[] {
  const opacity = fadeAt(caption, FADE_SEC, timeSec);
  const style = dress.texts.caption;
  // The box was made for two lines of this style.
  const sizePx = box.heightPx / (2 * LINE + 0.7);
  const font = fontOf(style, sizePx);
  const { panel } = dress.captions;
  const padPx = panel ? sizePx * 0.6 : 0;
  const lines = wrapText(cased(words, style), { font, widthPx: box.widthPx - 2 * padPx, maxLines: 2 }, measure);
  if (lines.length === 0 || opacity <= 0) return [];
  const subject = { part: 'caption' as const };
  const widest = Math.max(...lines.map((line) => measure(line, font)));
  const share = { start: 0, middle: 0.5, end: 1 }[style.align];
  const widthPx = widest + 2 * padPx;
  const x = box.x + (box.widthPx - widthPx) * share;
  const heightPx = lines.length * sizePx * LINE + sizePx * 0.5;
  const y = dress.captions.at === 'top' ? box.y : box.y + box.heightPx - heightPx;
  const fill = style.colour ?? (panel ? inks.ground : inks.strong);
  const nodes: SceneNode[] = panel
    ? [
        {
          kind: 'rect',
          id: 'caption:panel',
          subject,
          x,
          y,
          widthPx,
          heightPx,
          radiusPx: sizePx * 0.25,
          fill: mixColours(inks.strong, inks.ground, 0.08),
          opacity,
        },
      ]
    : [];
  lines.forEach((text, i) => {
    const node = {
      kind: 'text' as const,
      id: `caption:${i}`,
      subject,
      x: x + padPx + widest * share,
      y: y + sizePx * (0.25 + 0.9) + i * sizePx * LINE,
      text,
      font,
      fill,
      align: style.align,
      opacity,
    };
    nodes.push(...withShadow(node, style.shadow));
  });
  return nodes;
}

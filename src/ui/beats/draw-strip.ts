import type { FilmOverview } from '@/core/film/overview';
import type { GridBeat } from '@/core/sound/beats/beat-grid';

/** Heights of the strip's three zones, in CSS pixels from the top. */
export const zones = { rulerPx: 16, labelPx: 18 };

/** Colours of the strip, from the theme. */
export interface StripInks {
  readonly ink: string;
  readonly quiet: string;
  readonly line: string;
  readonly band: string;
  readonly mark: string;
}

/** What is drawn, and where. */
export interface StripPicture {
  readonly context: CanvasRenderingContext2D;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly overview: FilmOverview;
  /** The beats of the music that are in view; none without a beat. */
  readonly grid?: readonly GridBeat[];
  /** Category whose line is lit; null lights none. */
  readonly hovered: number | null;
  readonly inks: StripInks;
}

/** Draws the strip: a band for every other beat, the map of ranks, the periods' labels and the changes of lead. */
export function drawStrip(picture: StripPicture): void {
  const { context, widthPx, heightPx, overview, inks } = picture;
  context.clearRect(0, 0, widthPx, heightPx);
  const xOf = (timeSec: number) => (timeSec / overview.lengthSec) * widthPx;
  drawBeats(picture, xOf);
  drawGrid(picture, xOf);
  drawLines(picture);
  context.fillStyle = inks.mark;
  for (const { timeSec } of overview.leads) {
    const x = xOf(timeSec);
    context.beginPath();
    context.moveTo(x - 4, 3);
    context.lineTo(x + 4, 3);
    context.lineTo(x, 11);
    context.fill();
  }
}

function drawBeats({ context, overview, heightPx, inks }: StripPicture, xOf: (timeSec: number) => number): void {
  const bottom = heightPx - zones.labelPx;
  context.font = "11px 'Spline Sans Mono', monospace";
  context.textBaseline = 'middle';
  let free = -1;
  overview.periodSec.forEach((timeSec, p) => {
    const from = xOf(timeSec);
    const to = xOf(overview.periodSec[p + 1] ?? overview.lengthSec);
    if (p % 2 === 0) {
      context.fillStyle = inks.band;
      context.fillRect(from, zones.rulerPx, Math.max(0.5, to - from), bottom - zones.rulerPx);
    }
    const drawMark = () => {
      context.fillStyle = inks.line;
      context.fillRect(Math.round(from), bottom, 1, heightPx - bottom);
    };
    if (to - from >= 14) drawMark();
    const label = overview.periodLabels[p] ?? '';
    const shown = label.length > 24 ? `${label.slice(0, 23)}…` : label;
    const labelPx = context.measureText(shown).width;
    if (from < free || from + labelPx + 4 > xOf(overview.lengthSec)) return;
    if (to - from < 14) drawMark();
    context.fillStyle = inks.quiet;
    context.fillText(shown, from + 4, bottom + (heightPx - bottom) / 2);
    free = from + labelPx + 14;
  });
}

/** Beats that are nearer than this are left out, and bars that are nearer have no number, in CSS pixels. */
const [LEAST_BEAT_PX, LEAST_BAR_PX] = [4, 26];

/** The beats of the music under the ruler: a tick for each, a longer one with its number for each bar. */
function drawGrid({ context, overview, grid = [], inks }: StripPicture, xOf: (timeSec: number) => number): void {
  const x = ({ sec }: GridBeat) => Math.round(xOf(sec - overview.fromSec));
  const [first, second] = grid;
  const apart = first && second ? xOf(second.sec) - xOf(first.sec) : Number.POSITIVE_INFINITY;
  const bars = grid.filter(({ inBar }) => inBar === 0);
  const barPx = bars[0] && bars[1] ? x(bars[1]) - x(bars[0]) : Number.POSITIVE_INFINITY;
  context.font = "9px 'Spline Sans Mono', monospace";
  context.textBaseline = 'top';
  let free = Number.NEGATIVE_INFINITY;
  for (const beat of grid) {
    const whole = beat.inBar === 0;
    if (!whole && apart < LEAST_BEAT_PX) continue;
    if (whole && barPx < LEAST_BEAT_PX && x(beat) < free) continue;
    context.fillStyle = whole ? inks.ink : inks.quiet;
    context.fillRect(x(beat), zones.rulerPx - (whole ? 9 : 4), 1, whole ? 9 : 4);
    if (!whole || x(beat) < free) continue;
    context.fillStyle = inks.quiet;
    context.fillText(String(beat.bar), x(beat) + 3, zones.rulerPx - 14);
    free = x(beat) + LEAST_BAR_PX;
  }
}

/** Place on the strip of a slot: the first place on top, off stage at the foot. */
function slotY(slot: number, overview: FilmOverview, bottom: number): number {
  const top = zones.rulerPx + 4;
  return top + ((slot + 0.3) / (overview.places + 0.3)) * (bottom - top);
}

function drawLines({ context, overview, widthPx, heightPx, hovered }: StripPicture): void {
  const bottom = heightPx - zones.labelPx;
  const { sampleCount, slots, lines, places } = overview;
  const draw = (line: number, strong: boolean) => {
    context.strokeStyle = lines[line]?.colour ?? '#888888';
    context.lineWidth = strong ? 3 : Math.max(1, Math.min(1.8, 18 / places));
    context.globalAlpha = strong || hovered === null ? (strong ? 1 : 0.85) : 0.18;
    context.beginPath();
    let down = false;
    for (let i = 0; i < sampleCount; i++) {
      const slot = slots[line * sampleCount + i] ?? places;
      const off = slot >= places;
      const x = (i / (sampleCount - 1)) * widthPx;
      if (off && !down) continue;
      if (down) context.lineTo(x, slotY(slot, overview, bottom));
      else context.moveTo(x, slotY(slot, overview, bottom));
      down = !off;
    }
    context.stroke();
  };
  context.save();
  context.beginPath();
  context.rect(0, zones.rulerPx, widthPx, bottom - zones.rulerPx);
  context.clip();
  for (let line = lines.length - 1; line >= 0; line--) if (lines[line]?.category !== hovered) draw(line, false);
  const lit = lines.findIndex(({ category }) => category === hovered);
  if (lit >= 0) draw(lit, true);
  context.restore();
}

/** A point of the strip and the strip's size, in CSS pixels. */
export interface StripPoint {
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** The category whose line passes nearest to a point, within 10 pixels; null where none does. */
export function lineAt(overview: FilmOverview, { x, y, widthPx, heightPx }: StripPoint): number | null {
  const bottom = heightPx - zones.labelPx;
  const i = Math.round((x / widthPx) * (overview.sampleCount - 1));
  let best: number | null = null;
  let nearest = 10;
  overview.lines.forEach(({ category }, line) => {
    const slot = overview.slots[line * overview.sampleCount + i] ?? overview.places;
    const distance = slot >= overview.places ? 99 : Math.abs(slotY(slot, overview, bottom) - y);
    if (distance < nearest) [best, nearest] = [category, distance];
  });
  return best;
}

import { ASCENT, DESCENT, labelNode, pushWithShadow } from '../../chart/text-block';
import { momentOf, shownValue } from '../../motion/race';
import { valueInStep } from '../../motion/series';
import { slotAt, smoothStep } from '../../motion/slots';
import { type Path, PathSink } from '../../scene/path';
import type { SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { alongEntrance } from '../shared/along/along-build';
import { dotNode, pushHeadLabel } from '../shared/along/head-labels';
import { acrossPx, periodAxisNodes } from '../shared/along/period-axis';
import { type AlongMoment, alongInView } from '../shared/along/period-places';
import { markColour } from '../shared/mark-colour';
import { alongOf, type PlaceLine } from './course';

import type { RankLinesPlan } from './plan';

/** A line's head at a moment. */
interface PlaceHead {
  readonly series: number;
  readonly category: number;
  readonly value: number;
  readonly slot: number;
  readonly present: boolean;
  /** How much of it shows: a line fades below the last place. */
  readonly shows: number;
  readonly strength: number;
}

/** The heads of all lines that show, with what of their labels can be read while lines cross. */
function headsAt({ course, places }: RankLinesPlan, { step, s }: AlongMoment, timeSec: number): PlaceHead[] {
  const { race } = course;
  const time = Math.min(race.clock.lengthSec, Math.max(race.clock.spanStartSec[0] ?? 0, timeSec));
  const lookSec = Math.max(0.04, race.swapSec) / 2;
  const moment = momentOf(race, time);
  const found = Array.from(race.series.categories, (category, series) => {
    const slot = slotAt(race.tracks, series, time);
    return {
      series,
      category,
      slot,
      value: shownValue(race, series, moment),
      present: !Number.isNaN(valueInStep(race.series, series, step, s)),
      falls: slotAt(race.tracks, series, time + lookSec) - slotAt(race.tracks, series, time - lookSec),
      shows: Math.min(1, Math.max(0, places - slot)),
    };
  }).filter(({ shows, value }) => shows > 0 && !Number.isNaN(value));
  return found.map(({ falls, ...head }) => {
    // A label is gone before it would come down to the axis.
    let strength = head.present ? smoothStep((places - 0.88 - head.slot) / 0.12) : 0;
    for (const other of found) {
      if (other.series === head.series || other.falls > falls || (other.falls === falls && other.series > head.series))
        continue;
      strength = Math.min(strength, smoothStep((Math.abs(other.slot - head.slot) - 0.8) / 0.19));
    }
    return { ...head, strength };
  });
}

/** The chart's part of the picture at a moment. Cost: O(lines × changes of place in view). */
export function rankLinesPicture(plan: RankLinesPlan, timeSec: number): ChartPicture {
  const { chart, course, area, labels, colours, frame, slotPx } = plan;
  const entrance = alongEntrance(plan.build, chart, Math.min(course.clock.lengthSec, Math.max(0, timeSec)));
  const { opacityOf, labelOf, drawnTo, words } = entrance;
  const time = entrance.together ?? Math.min(course.clock.lengthSec, Math.max(0, timeSec));
  const moment = alongInView(course.periods, time, timeSec);
  const heads = headsAt(plan, moment, time);
  const headX = acrossPx(area, moment, moment.head);
  const heightOf = (slot: number) => area.y + slot * slotPx;
  const colourOf = (category: number, value: number) => markColour(colours, category, value, plan.ends);
  const valueByLine = new Map(heads.map(({ series, value }) => [series, value]));
  const [lines, dots, texts]: [SceneNode[], SceneNode[], SceneNode[]] = [[], [], []];
  course.race.series.categories.forEach((category, series) => {
    const path = linePath(plan, course.lineOf(series), series, moment, drawnTo(series) ?? time);
    if (path.verbs.length === 0) return;
    lines.push({
      kind: 'path',
      id: `line:${category}`,
      subject: { part: 'mark', category },
      path,
      stroke: colourOf(category, valueByLine.get(series) ?? Number.NaN),
      strokeWidthPx: labels.linePx,
      join: 'round',
      cap: 'round',
      opacity: opacityOf(series),
    });
  });
  for (const { series, category, slot, value, present, shows, strength } of heads) {
    const opacity = opacityOf(series);
    const colour = colourOf(category, value);
    const y = heightOf(slot);
    const drawn = drawnTo(series);
    const end =
      drawn === null
        ? { x: headX, y }
        : {
            x: acrossPx(area, moment, alongOf(course.periods, drawn)),
            y: heightOf(slotAt(course.race.tracks, series, drawn)),
          };
    // A line that is drawn through places off stage has no head there.
    const seen = drawn === null ? shows : Math.min(1, Math.max(0, (area.y + area.heightPx - end.y) / slotPx + 1));
    if (present && chart.dress.lines.points !== 'none')
      dots.push(
        dotNode(`head:${category}`, { ...end, colour, opacity: opacity * seen, sizePx: labels.dotPx, category }),
      );
    const label = {
      category,
      line: series,
      value,
      colour,
      x: headX,
      y,
      labelY: y,
      strength: strength * labelOf(series),
    };
    pushHeadLabel(labels, label, texts);
  }
  pushPoints(plan, moment, opacityOf, dots);
  const field = { ...area, heightPx: area.heightPx + slotPx / 2 + 0.6 * frame.unit };
  const nodes: SceneNode[] = [
    {
      kind: 'group',
      id: 'axis',
      opacity: words,
      children: [...rankNodes(plan), ...periodAxisNodes(plan.periodAxis, field, moment)],
    },
    {
      kind: 'group',
      id: 'lines',
      clip: {
        x: area.x - labels.dotPx / 2,
        y: area.y - slotPx / 2,
        widthPx: area.widthPx + labels.roomPx,
        heightPx: area.heightPx + slotPx,
      },
      children: lines,
    },
    { kind: 'group', id: 'dots', children: dots },
    { kind: 'group', id: 'heads', children: texts },
  ];
  return { nodes, words, marks: () => marksOf(plan, heads, headX, opacityOf) };
}

/** A line up to the playhead; nothing of it while its series is off stage, or absent. */
function linePath(
  { area, course, places, slotPx }: RankLinesPlan,
  { timeSec, along, slot }: PlaceLine,
  series: number,
  moment: AlongMoment,
  time: number,
): Path {
  const sink = new PathSink();
  const crowded = timeSec.length > 2 * area.widthPx;
  const pxPerPlace = area.widthPx / (moment.to - moment.from);
  let open = false;
  // Of all that lies within one column of pixels only the ends are drawn, and where it leaves.
  let column = Number.NaN;
  let low = 0;
  let high = 0;
  let last = 0;
  const line = (x: number, at: number) => {
    const y = area.y + at * slotPx;
    if (open) sink.lineTo(x, y);
    else sink.moveTo(x, y);
    open = true;
  };
  const flush = () => {
    if (Number.isNaN(column)) return;
    if (low < last) line(column, low);
    if (high > last) line(column, high);
    line(column, last);
    column = Number.NaN;
  };
  let before = places;
  for (let i = 0; i < timeSec.length && (timeSec[i] as number) <= time; i++) {
    const at = slot[i] as number;
    // The piece that leads to or from the edge of the stage is drawn; what lies beyond is not.
    const seen = at < places || before < places || (i + 1 < slot.length && (slot[i + 1] as number) < places);
    before = at;
    if (!seen) {
      flush();
      open = false;
      continue;
    }
    const x = area.x + ((along[i] as number) - moment.from) * pxPerPlace;
    if (!crowded) {
      line(x, at);
      continue;
    }
    const px = Math.round(x);
    if (px !== column) {
      flush();
      column = px;
      low = at;
      high = at;
    } else if (at < low) low = at;
    else if (at > high) high = at;
    last = at;
  }
  flush();
  if (open) line(acrossPx(area, moment, alongOf(course.periods, time)), slotAt(course.race.tracks, series, time));
  return sink.path();
}

/** Points at the periods that the playhead has passed, where the look has such. */
function pushPoints(
  { chart, course, area, labels, places, slotPx, colours }: RankLinesPlan,
  moment: AlongMoment,
  opacityOf: (series: number) => number,
  dots: SceneNode[],
): void {
  const { points } = chart.dress.lines;
  const { clock } = course;
  const passed = moment.step + (moment.s >= 1 ? 1 : 0);
  const crowded = passed * labels.dotPx * 1.5 > area.widthPx;
  const until = points === 'none' ? -1 : points === 'ends' || crowded ? 0 : passed;
  course.race.series.categories.forEach((category, series) => {
    for (let p = 0; p <= until; p++) {
      const x = acrossPx(area, moment, course.periods.places[p] ?? 0);
      const slot = slotAt(course.race.tracks, series, clock.spanStartSec[2 * p] ?? 0);
      if (x < area.x - 0.01 || slot >= places - 0.5) continue;
      const opacity = opacityOf(series) * Math.min(1, places - slot);
      const colour = colours.ofCategory[category] ?? '#888888';
      const y = area.y + slot * slotPx;
      dots.push(dotNode(`point:${category}:${p}`, { x, y, colour, opacity, sizePx: labels.dotPx, category }));
    }
  });
}

const ranks = new WeakMap<RankLinesPlan, SceneNode[]>();

/** The numbers of the places; they stand still, so they are made once. */
function rankNodes(plan: RankLinesPlan): SceneNode[] {
  const known = ranks.get(plan);
  if (known) return known;
  const { chart, frame, area, places, slotPx, rankFont, labels } = plan;
  const nodes: SceneNode[] = [];
  for (let place = 0; chart.own.numbered && place < places; place++)
    pushWithShadow(
      nodes,
      labelNode({
        id: `rank:${place}`,
        subject: { part: 'rank' },
        text: String(place + 1),
        x: area.x - labels.dotPx / 2 - rankFont.sizePx * 0.6,
        y: area.y + place * slotPx + rankFont.sizePx * ((ASCENT - DESCENT) / 2),
        font: rankFont,
        fill: chart.dress.labels.rank.colour ?? frame.inks.quiet,
        align: 'end',
        opacity: 1,
        tabular: true,
      }),
      chart.dress.labels.rank.shadow,
    );
  ranks.set(plan, nodes);
  return nodes;
}

function marksOf(
  { area, labels, slotPx }: RankLinesPlan,
  heads: readonly PlaceHead[],
  headX: number,
  opacityOf: (series: number) => number,
): Map<number, Mark> {
  const sizePx = Math.max(labels.rowPx, labels.dotPx);
  return new Map(
    heads.map(({ category, series, slot, present, shows }) => {
      const y = area.y + slot * slotPx;
      const outline = { x: headX - sizePx / 2, y: y - sizePx / 2, widthPx: sizePx, heightPx: sizePx };
      return [category, { x: headX, y, opacity: present ? opacityOf(series) * shows : 0, outline }];
    }),
  );
}

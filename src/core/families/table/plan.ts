import { type PictureRef, picturesOf } from '../../chart/pictures';
import { cased, fontOf, widestLine } from '../../chart/text-block';
import { remembered } from '../../scale/remembered';
import { type Font, fitText } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import { type Change, changeAt, changeFormat } from '../shared/cells/change';
import { type DomainCourse, extremesOf } from '../shared/domain';
import { percentFormat } from '../shared/percent';
import type { StandingsCourse } from '../shared/standings/course';
import { prepareDomain } from '../shared/standings/race-domain';
import { type StandingsBuild, standingsBuild } from '../shared/standings/standings-build';
import type { TableOwn } from './document';
import { rankedRows } from './long-rows';

/** The columns that there may be, from the left. */
export const columnKinds = ['rank', 'picture', 'name', 'bar', 'value', 'change', 'share', 'line'] as const;
export type ColumnKind = (typeof columnKinds)[number];

/** Where a column lies, on screen; nothing is written beyond it. */
export interface ColumnRoom {
  readonly x: number;
  readonly widthPx: number;
}

/** The room of the columns of periods, the latest one at its right end. */
export interface GridRoom {
  readonly x: number;
  readonly widthPx: number;
  readonly columnPx: number;
  readonly count: number;
}

/** Everything of a table that stays the same through the film. */
export interface TablePlan extends PlanInput<TableOwn, StandingsCourse>, StandingsBuild {
  readonly columns: ReadonlyMap<ColumnKind, ColumnRoom>;
  readonly heads: ReadonlyMap<ColumnKind, string>;
  readonly headFont: Font;
  readonly nameFont: Font;
  readonly valueFont: Font;
  readonly rankFont: Font;
  readonly rowPx: number;
  /** Upper end of the first row. */
  readonly top: number;
  readonly headPx: number;
  /** Rows that have room. */
  readonly places: number;
  /** Where the columns of periods lie; null where there are none. */
  readonly grid: GridRoom | null;
  readonly domain: DomainCourse;
  readonly formatShare: (share: number) => string;
  readonly formatChange: (change: Change) => string;
  /** By category. */
  readonly names: readonly string[];
  readonly pictureRefs: readonly (PictureRef | null)[];
  /** By series of the race: the least and the greatest value that it ever has. */
  readonly ends: readonly (readonly [number, number])[];
  /** The least and the greatest of all. */
  readonly shadeEnds: readonly [number, number];
}

/** What names take of the width at most. */
const NAME_SHARE = 0.4;
/** What a head takes of it at most. */
const HEAD_SHARE = 0.12;
/** Values that are looked at for the widest number. */
const MOST_LOOKED = 4000;
/** A table without bars is no wider than so many of its rows are high: eyes have to find their way along a row. */
const WIDEST_ROWS = 26;

/** Sizes, fonts and columns that stay the same through the film. */
export function planTable(input: PlanInput<TableOwn, StandingsCourse>): TablePlan {
  const { chart, cube, course, frame, measure } = input;
  const { own, dress } = chart;
  const { plot } = frame;
  const { race } = course;
  const places = Math.max(1, Math.min(own.places, cube.categories.length));
  const rowPx = plot.heightPx / (places + (own.heads || own.layout === 'grid' ? 0.85 : 0));
  const grid = own.layout === 'grid';
  const hasHeads = own.heads || grid;
  const headPx = hasHeads ? rowPx * 0.85 : 0;
  const formatValue = remembered(input.formatValue);
  const formatChange = changeFormat(own, chart.numbers, formatValue);
  const formatShare = percentFormat(chart.numbers);
  const pictureRefs = picturesOf(input.pictures, chart, cube);
  const heads = headsOf(own);
  const widths = widthsOf(input, { rowPx, formatValue, formatChange, pictureRefs });
  const columns = new Map<ColumnKind, ColumnRoom>();
  const gapPx = widths.sizePx * 0.9;
  const fixed = columnKinds.reduce(
    (sum, kind) => sum + (widths.of.has(kind) ? (widths.of.get(kind) ?? 0) + gapPx : 0),
    -gapPx,
  );
  // Bars take what is left; without them names do, as far as eyes can follow a row.
  const left = Math.max(0, Math.min(plot.widthPx, own.bars || grid ? plot.widthPx : rowPx * WIDEST_ROWS) - fixed);
  let x = plot.x;
  for (const kind of columnKinds) {
    const widthPx = widths.of.get(kind);
    if (widthPx === undefined) continue;
    const more = kind === (grid ? 'value' : own.bars ? 'bar' : 'name') ? left : 0;
    columns.set(kind, { x, widthPx: widthPx + more });
    x += widthPx + more + gapPx;
  }
  const { values, periodCount, unit: size, categories } = race.series;
  const ends = Array.from(categories, (_, k) => {
    let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (let p = 0; p < periodCount; p++) {
      const value = (values[k * periodCount + p] ?? Number.NaN) * size;
      if (value < low) low = value;
      if (value > high) high = value;
    }
    return [low, high] as const;
  });
  return {
    ...input,
    formatValue,
    formatShare,
    formatChange,
    columns,
    heads,
    headFont: widths.headFont,
    nameFont: widths.nameFont,
    valueFont: widths.valueFont,
    rankFont: widths.rankFont,
    rowPx,
    top: plot.y + headPx,
    headPx,
    places,
    grid: grid ? gridOf(columns.get('value'), Math.min(own.gridPeriods, cube.periods.length)) : null,
    domain: prepareDomain(race, { kind: 'following' }),
    names: cube.categories.map((name) =>
      fitText(cased(name, dress.labels.name), widths.nameFont, columns.get('name')?.widthPx ?? 0, measure),
    ),
    pictureRefs,
    ends,
    shadeEnds: [
      ends.reduce((least, [low]) => Math.min(least, low), Number.POSITIVE_INFINITY),
      ends.reduce((most, [, high]) => Math.max(most, high), Number.NEGATIVE_INFINITY),
    ],
    ...standingsBuild(input),
  };
}

/** The columns of periods share the room of the values. */
function gridOf(room: ColumnRoom | undefined, count: number): GridRoom | null {
  return room ? { ...room, count: Math.max(1, count), columnPx: room.widthPx / Math.max(1, count) } : null;
}

/** What stands over each column. */
function headsOf({ heads, nameHead, valueHead, change }: TableOwn): ReadonlyMap<ColumnKind, string> {
  if (!heads) return new Map();
  return new Map<ColumnKind, string>([
    ['name', nameHead],
    ['value', valueHead],
    ['change', change === 'none' ? '' : 'Change'],
    ['share', 'Share'],
  ]);
}

interface WidthInput {
  readonly rowPx: number;
  readonly formatValue: (value: number) => string;
  readonly formatChange: (change: Change) => string;
  readonly pictureRefs: readonly (PictureRef | null)[];
}

/** What each column needs, in letters as large as the rows and the width let them be. */
function widthsOf(
  input: PlanInput<TableOwn, StandingsCourse>,
  { rowPx, formatValue, formatChange, pictureRefs }: WidthInput,
) {
  const { chart, cube, course, frame, measure } = input;
  const { own, dress } = chart;
  const { labels } = dress;
  const { plot, unit } = frame;
  const { series, showing } = course.race;
  const texts = { value: new Set<string>(), change: new Set<string>() };
  const every = Math.max(1, Math.ceil((series.categories.length * series.periodCount) / MOST_LOOKED));
  const [min, max] = extremesOf(prepareDomain(course.race, { kind: 'fixed' }));
  for (const value of [min, max]) texts.value.add(formatValue(value).replace(/\d/g, '0'));
  for (let at = 0; at < series.categories.length * series.periodCount; at += every) {
    const [k, p] = [Math.floor(at / series.periodCount), at % series.periodCount];
    const value = (series.values[at] ?? Number.NaN) * series.unit;
    if (Number.isNaN(value)) continue;
    texts.value.add(formatValue(value).replace(/\d/g, '0'));
    const change = changeAt(series, k, p, own);
    if (change) texts.change.add(formatChange(change).replace(/\d/g, '0'));
  }
  const shown = Array.from(series.categories).filter((_, k) => (showing[k]?.length ?? 0) > 0);
  const at = (sizePx: number) => {
    const [nameFont, valueFont, rankFont] = (['name', 'value', 'rank'] as const).map((part) =>
      fontOf(labels[part], sizePx * labels[part].size),
    ) as [Font, Font, Font];
    const of = new Map<ColumnKind, number>();
    const widest = (list: Iterable<string>) =>
      widestLine(
        [...list].map((text) => cased(text, labels.value)),
        valueFont,
        measure,
      );
    const ranked = rankedRows(own, cube.categories.length);
    if (own.ranks && own.order !== 'table') of.set('rank', measure('0'.repeat(String(ranked).length), rankFont));
    if (shown.some((c) => pictureRefs[c])) of.set('picture', rowPx * 0.74);
    const names = shown.map((c) => measure(cased(cube.categories[c] ?? '', labels.name), nameFont));
    of.set(
      'name',
      Math.min(
        plot.widthPx * NAME_SHARE,
        names.reduce((most, px) => Math.max(most, px), sizePx),
      ),
    );
    if (own.layout === 'grid') {
      // Each period has room for the widest number; what is left over they share.
      const columns = Math.min(own.gridPeriods, cube.periods.length);
      of.set('value', (widest(texts.value) + sizePx * 0.9) * columns);
    } else {
      if (own.bars) of.set('bar', plot.widthPx * 0.12);
      of.set('value', widest(texts.value));
      if (own.change !== 'none') of.set('change', widest(texts.change));
      if (own.share) of.set('share', widest(['100.0%']));
      if (own.line && cube.periods.length > 1) of.set('line', rowPx * 2.6);
    }
    // A column is as wide as its head too, but not for the head alone very wide.
    const headFont = fontOf(labels.tick, Math.min(2 * unit, sizePx * 0.72) * labels.tick.size);
    for (const [kind, head] of headsOf(own)) {
      const px = of.get(kind);
      if (px === undefined || kind === 'name') continue;
      of.set(
        kind,
        Math.max(px, Math.min(plot.widthPx * HEAD_SHARE, measure(cased(head, labels.tick), headFont) * 1.01)),
      );
    }
    const wide = [...of.values()].reduce((sum, px) => sum + px + sizePx * 0.9, 0);
    return { sizePx, headFont, nameFont, valueFont, rankFont, of, wide };
  };
  const first = at(Math.max(0.5, Math.min(3 * unit, rowPx * 0.5)));
  return first.wide <= plot.widthPx ? first : at(first.sizePx * (plot.widthPx / first.wide) * 0.98);
}

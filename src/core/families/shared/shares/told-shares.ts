import { plainLine } from '../../../scene/text-fit';
import type { ChartReadout, FrameNumbers, ReadoutRow } from '../../family';
import { percentFormat } from '../percent';
import { negativeShares } from '../refusal';
import { standingsReadout } from '../standings/readout';
import { standingsToken } from '../standings/tokens';
import { type Portion, portionName, portionsAt, REST, type SharesCourse, type ToldShares } from './shares-course';

/** Why shares cannot be drawn; null where they can. */
export function sharesRefusal({ negative, hasAmounts }: SharesCourse): string | null {
  if (negative.length > 0) return negativeShares(negative, 'Ranked bars, lines and columns can show them.');
  return hasAmounts
    ? null
    : 'Shares need values above 0, and there are none. Ranked bars, lines and columns can show what there is.';
}

/** The shares at a moment in words: each value with its part of the whole. */
export function sharesReadout(told: ToldShares, timeSec: number): ChartReadout {
  const { course, chart, formatValue } = told;
  const readout = standingsReadout(told, timeSec);
  const refusal = sharesRefusal(course);
  if (refusal !== null) return { ...readout, rows: [], sentence: `${readout.periodLabel}: ${refusal}` };
  const percent = percentFormat(chart.numbers);
  const { list, total } = portionsAt(course, chart.own, timeSec);
  const shareOf = new Map(list.map((portion) => [portion.category, portion]));
  // Who is gathered has no share of its own.
  const rows = readout.rows
    .filter(({ category }) => (shareOf.get(category)?.presence ?? 0) > 0)
    .map((row): ReadoutRow => {
      const share = total > 0 ? row.value / total : 0;
      return { ...row, valueText: `${row.valueText} (${percent(share)})` };
    });
  const rest = shareOf.get(REST);
  const said = [
    ...rows.map(({ name, valueText }) => `${name}, ${valueText}`),
    ...(rest ? [`${plainLine(chart.own.restName)}, ${formatValue(rest.value)} (${percent(rest.share)})`] : []),
  ];
  const nothing = said.length === 0 ? 'there is nothing to share' : said.join('; ');
  return { ...readout, rows, sentence: `${readout.periodLabel}: ${nothing}.` };
}

/** The words of a token; `{share}` is the leader's part of the whole. */
export function sharesToken(told: ToldShares, token: string, timeSec: number): string | null {
  if (token !== 'share') return standingsToken(told, token, timeSec);
  const { list, total } = portionsAt(told.course, told.chart.own, timeSec);
  const first = list.reduce<Portion | null>(
    (most, each) => (each.category !== REST && (most === null || each.value > most.value) ? each : most),
    null,
  );
  return first && total > 0 ? percentFormat(told.chart.numbers)(first.value / total) : '–';
}

/** One row for each portion, with what a family adds to it. */
export function sharesNumbers(
  told: ToldShares,
  timeSec: number,
  more: (list: readonly Portion[]) => readonly Readonly<Record<string, number>>[],
): FrameNumbers {
  // What is refused in the picture has no numbers either.
  const refused = sharesRefusal(told.course) !== null;
  const list = refused ? [] : portionsAt(told.course, told.chart.own, timeSec).list;
  const added = more(list);
  return {
    rows: list.map((portion, i) => ({
      category: portionName(told, portion),
      value: portion.value,
      // The rest has no place among the others.
      ...(portion.category === REST ? {} : { rank: portion.rank + 1, slot: portion.slot }),
      share: portion.share,
      ...added[i],
    })),
  };
}

/** The least and the greatest value of a chart of shares, for a legend of values. */
export function sharesEnds({ course }: { readonly course: SharesCourse }): readonly [number, number] {
  const { values, unit } = course.race.series;
  let greatest = 0;
  for (const value of values) if (value * unit > greatest) greatest = value * unit;
  return [0, greatest];
}

import type { PreparedChart } from '@/core/film/prepare-chart';
import type { PreparedFilm } from '@/core/film/prepare-film';
import { readoutAt } from '@/core/film/readout';
import { frameTimeSec } from '@/core/pace/film-clock';
import { rankPeriods } from '@/core/shaping/period-ranks';
import type { PlainTable } from './plain-table';

/** Who stands where in each period, best first: equal values share a rank. */
export function rankingTable({ cube, chart, family }: PreparedChart): PlainTable {
  const ranks = rankPeriods(cube, family.numbers.order(chart));
  const rows = Array.from(ranks.period, (p, i) => {
    const change = ranks.change[i] ?? Number.NaN;
    return [
      cube.periods[p]?.key ?? '',
      ranks.rank[i] ?? 0,
      cube.categories[ranks.category[i] ?? 0] ?? '',
      ranks.value[i] ?? 0,
      Number.isNaN(change) ? null : change,
    ];
  });
  return { name: 'Ranking', header: ['period', 'rank', 'category', 'value', 'change'], rows };
}

/** The most rows that a table of frames may have; a spreadsheet holds no more. */
export const MAX_FRAME_ROWS = 1_000_000;

/** What each frame shows: one row a bar. */
export function frameTable(film: PreparedFilm): PlainTable {
  const rows: (string | number)[][] = [];
  for (let frame = 0; frame < film.frameCount && rows.length < MAX_FRAME_ROWS; frame++) {
    const timeSec = frameTimeSec(film, frame);
    const { periodLabel, rows: shown } = readoutAt(film, timeSec);
    for (const { name, value, rank } of shown)
      rows.push([frame, Math.round(timeSec * 1e6) / 1e6, periodLabel, rank, name, value]);
  }
  return { name: 'Frames', header: ['frame', 'seconds', 'period', 'rank', 'category', 'value'], rows };
}

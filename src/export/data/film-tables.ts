import Papa from 'papaparse';
import type { PreparedFilm } from '@/core/chart/prepare';
import { readoutAt } from '@/core/chart/readout';
import { frameTimeSec } from '@/core/pace/film-clock';
import { rankPeriods } from '@/core/shaping/period-ranks';
import type { DataFormat } from './shaped-table';

/** A table that is written out row by row. */
export interface PlainTable {
  readonly name: string;
  readonly header: readonly string[];
  readonly rows: readonly (readonly (string | number | null)[])[];
}

/** Who stands where in each period, best first: equal values share a rank. */
export function rankingTable(film: PreparedFilm): PlainTable {
  const { cube } = film;
  const ranks = rankPeriods(cube, film.chart.chart.order === 'smallest' ? 'smallest' : 'largest');
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
  for (let frame = 0; frame < film.clock.frameCount && rows.length < MAX_FRAME_ROWS; frame++) {
    const timeSec = frameTimeSec(film.clock, frame);
    const { periodLabel, rows: shown } = readoutAt(film, timeSec);
    for (const { name, value, rank } of shown)
      rows.push([frame, Math.round(timeSec * 1e6) / 1e6, periodLabel, rank, name, value]);
  }
  return { name: 'Frames', header: ['frame', 'seconds', 'period', 'rank', 'category', 'value'], rows };
}

/** A table as CSV, a workbook or JSON. Texts that a spreadsheet would run as formulas are made harmless. */
export async function writePlainTable(table: PlainTable, format: DataFormat): Promise<Uint8Array<ArrayBuffer>> {
  const { header, rows, name } = table;
  if (format === 'xlsx') {
    const xlsx = await import('@e965/xlsx');
    const book = xlsx.utils.book_new();
    xlsx.utils.book_append_sheet(book, xlsx.utils.aoa_to_sheet([[...header], ...rows.map((row) => [...row])]), name);
    return new Uint8Array(xlsx.write(book, { type: 'array', bookType: 'xlsx', compression: true }) as ArrayBuffer);
  }
  const text =
    format === 'csv'
      ? `${Papa.unparse({ fields: [...header], data: rows.map((row) => [...row]) }, { escapeFormulae: true, newline: '\n' })}\n`
      : `[\n${rows.map((row) => JSON.stringify(Object.fromEntries(header.map((key, i) => [key, row[i] ?? null])))).join(',\n')}\n]\n`;
  return new TextEncoder().encode(text) as Uint8Array<ArrayBuffer>;
}

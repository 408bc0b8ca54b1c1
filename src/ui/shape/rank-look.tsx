'use client';

import { rowSortingFeature, type SortingState, tableFeatures, useTable } from '@tanstack/react-table';
import { ArrowDown, ArrowUp, Flag } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { familyOf } from '@/core/families/registry';
import { decimalsOf, defaultNumbers, largestOf, numberFormat } from '@/core/scale/number-format';
import { periodLabel } from '@/core/scale/period-format';
import type { Cube } from '@/core/shaping/cube';
import { type Finding, jumpRule } from '@/core/shaping/findings';
import type { LookReport, RankColumn } from '@/workers/protocol';
import { type GridCell, VirtualGrid } from '../parts/virtual-grid';
import { useServices } from '../services';
import { useChart, useSession } from '../use-state';
import { LookCharts } from './look-charts';

const features = tableFeatures({ rowSortingFeature });
const columns: { id: RankColumn; header: string; size: number }[] = [
  { id: 'period', header: 'Period', size: 110 },
  { id: 'rank', header: 'Rank', size: 70 },
  { id: 'category', header: 'Category', size: 200 },
  { id: 'value', header: 'Value', size: 130 },
  { id: 'change', header: 'Change', size: 130 },
  { id: 'climb', header: 'Places', size: 86 },
];
const none: never[] = [];

/** Look before drawing: what is suspicious, the course of things, and every rank and value in one table. */
export function RankLook() {
  const { table: worker } = useServices();
  const cube = useSession((state) => state.cube);
  // With fixed places nobody is ranked on stage; the table then shows the largest first.
  const order = useChart((chart) => familyOf(chart.family).numbers.order(chart)) ?? 'largest';
  const [sorting, setSorting] = useState<SortingState>([]);
  const [report, setReport] = useState<{ cube: Cube; look: LookReport } | null>(null);
  const [focus, setFocus] = useState<{ row: number; column: number; count: number } | null>(null);
  const [sort] = sorting;
  const table = useTable({
    features,
    columns,
    data: none,
    manualSorting: true,
    enableSortingRemoval: true,
    state: { sorting },
    onSortingChange: setSorting,
  });
  useEffect(() => {
    let ended = false;
    void worker.look(order, (sort?.id ?? 'period') as RankColumn, sort?.desc ?? false).then((look) => {
      if (!ended && look && cube) setReport({ cube, look });
    });
    return () => {
      ended = true;
    };
  }, [worker, cube, order, sort]);
  const format = useMemo(() => {
    return numberFormat(defaultNumbers, cube ? decimalsOf(cube.values) : 0, cube ? largestOf(cube.values) : 0);
  }, [cube]);
  if (!cube || report?.cube !== cube)
    return (
      <p role="status" className="p-6 text-[13px] text-quiet">
        Looking at the values
      </p>
    );
  const { ranks, summaries, findings } = report.look;
  const flags = new Set(findings.map(({ period, category }) => `${period} ${category}`));
  const go = ({ period, category }: Finding) => {
    const row = ranks.period.findIndex(
      (p, i) => (period === undefined || p === period) && ranks.category[i] === category,
    );
    if (row >= 0) setFocus({ row, column: 3, count: (focus?.count ?? 0) + 1 });
  };
  return (
    <div className="flex h-full flex-col">
      <div className="grid shrink-0 grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] border-b border-line bg-card">
        <Findings findings={findings} onGo={go} />
        <LookCharts cube={cube} summaries={summaries} />
      </div>
      <div className="min-h-0 flex-1">
        <VirtualGrid
          label="Ranks and values"
          rowCount={ranks.period.length}
          columnCount={columns.length}
          columnWidth={(column) => columns[column]?.size ?? 100}
          headOf={(column) => (
            <SortHead column={columns[column]} model={table.getColumn(columns[column]?.id ?? 'period')} />
          )}
          rowHeadWidth={64}
          rowHeadLabel="Row"
          rowHeadOf={(row) => row + 1}
          cellOf={(row, column) => cellOf({ cube, ranks, flags, format }, row, columns[column]?.id)}
          focus={focus}
        />
      </div>
    </div>
  );
}

interface SortHeadProps {
  readonly column: (typeof columns)[number] | undefined;
  readonly model: { getIsSorted(): false | 'asc' | 'desc'; toggleSorting(): void } | undefined;
}

function SortHead({ column, model }: SortHeadProps) {
  const sorted = model?.getIsSorted();
  return (
    <button
      type="button"
      className="flex items-center gap-1 text-[13px] font-semibold"
      aria-label={`Sort by ${column?.header}`}
      onClick={() => model?.toggleSorting()}
    >
      {column?.header}
      {sorted === 'asc' && <ArrowUp className="size-3.5" aria-label="ascending" />}
      {sorted === 'desc' && <ArrowDown className="size-3.5" aria-label="descending" />}
    </button>
  );
}

/** What the table of ranks is written from. */
interface RankTable {
  readonly cube: Cube;
  readonly ranks: LookReport['ranks'];
  /** Findings as `period category`. */
  readonly flags: ReadonlySet<string>;
  readonly format: (value: number) => string;
}

function cellOf({ cube, ranks, flags, format }: RankTable, row: number, id: RankColumn | undefined): GridCell {
  const [p, c] = [ranks.period[row] ?? 0, ranks.category[row] ?? 0];
  const period = cube.periods[p];
  const change = ranks.change[row] ?? Number.NaN;
  const climb = ranks.climb[row] ?? 0;
  if (id === 'period') return { text: period ? periodLabel(cube.kind, period).slice(0, 40) : '' };
  if (id === 'rank') return { text: ranks.rank[row], number: true };
  if (id === 'category') return { text: cube.categories[c]?.slice(0, 80) };
  if (id === 'value') {
    const flagged = flags.has(`${p} ${c}`);
    const value = format(ranks.value[row] ?? 0);
    const text = flagged ? (
      <>
        <Flag className="mr-1 size-3.5 shrink-0 text-accent-text" aria-label="Look at this" />
        {value}
      </>
    ) : (
      value
    );
    return { text, number: true, mark: flagged };
  }
  if (id === 'change')
    return { text: Number.isNaN(change) ? '–' : `${change > 0 ? '+' : ''}${format(change)}`, number: true };
  return { text: climb === 0 ? '=' : climb > 0 ? `▲ ${climb}` : `▼ ${-climb}`, number: true };
}

const kindNames: Record<Finding['kind'], string> = {
  jump: 'Sudden jump',
  'mixed-units': 'Mixed units',
  'missing-run': 'Missing run',
  tie: 'Long tie',
  'sum-of-others': 'A sum of the others',
  'blank-is-zero': 'Blanks that are noughts',
  'constant-multiple': 'One measure twice',
};

interface FindingsProps {
  readonly findings: readonly Finding[];
  readonly onGo: (finding: Finding) => void;
}

function Findings({ findings, onGo }: FindingsProps) {
  return (
    <section aria-label="Findings" className="h-52 overflow-y-auto border-r border-line p-3 text-[12px] leading-snug">
      <h2 className="mb-1 font-display text-[15px] font-bold">
        {findings.length === 0
          ? 'Nothing suspicious'
          : `${findings.length} ${findings.length === 1 ? 'thing' : 'things'} to look at`}
      </h2>
      <p className="mb-1.5 text-[11px] text-quiet">{jumpRule}</p>
      <ul className="flex flex-col gap-0.5">
        {findings.map((finding, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: findings have no identity of their own and only change as a whole
          <li key={i}>
            <button
              type="button"
              className="w-full rounded px-1 py-0.5 text-left hover:bg-line/50"
              onClick={() => onGo(finding)}
            >
              <strong>{kindNames[finding.kind]}:</strong> {finding.message}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

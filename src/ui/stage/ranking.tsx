'use client';

import { ChevronDown, ChevronsRight, ChevronUp, Minus, Sparkle } from 'lucide-react';
import { type GapState, gapStateAt } from '@/core/motion/gap-map';
import { setSession } from '@/state/session';
import { goToColour } from '../go-to';
import { IconButton } from '../parts/button';
import { cx } from '../parts/class-names';
import { useCard, useChart, usePlayhead, useSession } from '../use-state';

/** What is said of values that the table does not have. */
const filledWords: Partial<Record<GapState, string>> = {
  bridged: 'worked out over a gap in the table',
  carried: 'kept over a gap in the table',
  zero: 'a gap in the table, taken as 0',
};

/** The places at the playhead, with how far each has climbed since the last period. */
export function Ranking() {
  const readout = usePlayhead((readout) => readout);
  const hovered = useSession((state) => state.hovered);
  const cube = useSession((state) => state.cube);
  const lines = useSession((state) => state.overview?.lines);
  const gaps = useChart((chart) => chart.gaps) ?? 'bridge';
  const onCard = useCard(() => true) ?? false;
  const filled = (category: number) => {
    const known = cube !== null && readout !== null && readout.period < cube.periods.length;
    return known ? filledWords[gapStateAt(cube, readout.period, category, gaps)] : undefined;
  };
  const colours = new Map(lines?.map(({ category, colour }) => [category, colour]));
  return (
    <section aria-label="Ranking" className="flex h-full w-[220px] shrink-0 flex-col border-l border-line bg-paper">
      <div className="flex h-10 items-center justify-between border-b border-line pr-1 pl-3">
        <h2 className="font-display text-[15px] font-bold">Ranking</h2>
        <span className="ml-2 truncate font-mono text-[12px] text-quiet">{readout?.heading}</span>
        <IconButton label="Fold the ranking" className="ml-auto" onClick={() => setSession({ rankingOpen: false })}>
          <ChevronsRight className="size-4" aria-hidden />
        </IconButton>
      </div>
      {(!readout || readout.rows.length === 0) && (
        <p className="p-3 text-[12px] text-quiet">
          {onCard ? 'A card is on stage: words, and nobody to rank.' : 'Nobody is on stage here.'}
        </p>
      )}
      <ol className="min-h-0 flex-1 overflow-y-auto py-1">
        {readout?.rows.map((row) => (
          <li key={row.category}>
            <button
              type="button"
              className={cx(
                'grid w-full grid-cols-[22px_10px_1fr_auto] items-center gap-x-1.5 px-2.5 py-1.5 text-left text-[12px] hover:bg-line/50',
                hovered === row.category && 'bg-line/60',
              )}
              onPointerEnter={() => setSession({ hovered: row.category })}
              onPointerLeave={() => setSession({ hovered: null })}
              onFocus={() => setSession({ hovered: row.category })}
              onBlur={() => setSession({ hovered: null })}
              onClick={() => goToColour(cube?.categories[row.category] ?? row.name)}
            >
              <span className="text-right font-display text-[15px] font-bold">{row.rank}</span>
              <span className="size-2.5 rounded-[2px]" style={{ background: colours.get(row.category) }} aria-hidden />
              <span className="truncate">{row.name}</span>
              <Climb climb={row.climb} />
              <ValueText text={row.valueText} filled={filled(row.category)} />
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Climb({ climb }: { readonly climb: number | null }) {
  if (climb === null) {
    return (
      <span className="flex items-center text-[11px] text-mustard-text">
        <Sparkle className="size-3" aria-hidden /> new
      </span>
    );
  }
  if (climb === 0) return <Minus className="size-3 text-quiet/60" aria-label="same place" />;
  const up = climb > 0;
  const Icon = up ? ChevronUp : ChevronDown;
  return (
    <span className={cx('flex items-center font-mono text-[11px]', up ? 'text-spruce' : 'text-accent-text')}>
      <Icon className="size-3" aria-label={up ? 'up' : 'down'} />
      {Math.abs(climb)}
    </span>
  );
}

/** A value; one that the table does not have has a mark before it, which says how it came about. */
function ValueText({ text, filled }: { readonly text: string; readonly filled: string | undefined }) {
  return (
    <span className="col-start-3 col-end-5 font-mono text-[12px] text-quiet" title={filled}>
      {filled && (
        <>
          <span aria-hidden>~</span>
          <span className="sr-only">({filled}) </span>
        </>
      )}
      {text}
    </span>
  );
}

'use client';

import { X } from 'lucide-react';
import { setSession } from '@/state/session';
import { IconButton } from '../parts/button';
import { TermList } from '../parts/term-list';
import { useSession } from '../use-state';

function listed(names: readonly string[]): string {
  const shown = names.slice(0, 4).join(', ');
  return names.length > 4 ? `${shown} and ${names.length - 4} more` : shown;
}

const number = (value: number) =>
  Number.isNaN(value) ? 'absent' : value.toLocaleString('en-GB', { maximumFractionDigits: 6 });

/** What reading the file again, or adding one, changed in the values. */
export function Refreshed() {
  const refreshed = useSession((state) => state.refreshed);
  if (!refreshed) return null;
  const { periodsAdded, periodsGone, categoriesAdded, categoriesGone, revised, revisedCount } = refreshed.changes;
  const lines: [string, string][] = [
    ['Periods added', listed(periodsAdded)],
    ['Periods gone', listed(periodsGone)],
    ['Categories added', listed(categoriesAdded)],
    ['Categories gone', listed(categoriesGone)],
  ];
  const told = lines.filter(([, names]) => names !== '');
  return (
    <section aria-label="What changed" className="rounded-md border border-spruce bg-card p-2 text-[12px] leading-snug">
      <div className="flex items-start justify-between gap-2">
        <strong className="text-[13px] break-words">What changed with {refreshed.fileName}</strong>
        <IconButton label="Close what changed" className="size-6!" onClick={() => setSession({ refreshed: null })}>
          <X className="size-3.5" aria-hidden />
        </IconButton>
      </div>
      {told.length === 0 && revisedCount === 0 && <p>Nothing: all values are the same.</p>}
      <TermList terms={told} rowClass="mt-1" />
      {revisedCount > 0 && (
        <>
          <p className="mt-1 text-quiet">
            {revisedCount.toLocaleString('en-GB')} {revisedCount === 1 ? 'value' : 'values'} revised
          </p>
          <ul className="max-h-40 overflow-y-auto font-mono text-[11px]">
            {revised.map(({ period, category, before, after }) => (
              <li key={`${period}\n${category}`}>
                {period}, {category}: {number(before)} → {number(after)}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

'use client';

import { sessionStore } from '@/state/session';
import { usePlayhead, useSession } from '../use-state';

/** The value under the pointer, in words. */
export function ValueTip({ at }: { readonly at: { readonly x: number; readonly y: number } | null }) {
  const hovered = useSession((state) => state.hovered);
  const row = usePlayhead((readout) => readout?.rows.find(({ category }) => category === hovered) ?? null);
  const period = usePlayhead((readout) => readout?.periodLabel ?? '');
  if (!at || !row || sessionStore.getState().step === 'gather') return null;
  return (
    <div
      role="tooltip"
      className="pointer-events-none absolute z-20 max-w-60 rounded-md border border-line bg-card px-2 py-1 text-[12px] text-ink shadow-lg"
      style={{ left: at.x + 14, top: at.y + 14 }}
    >
      <span className="block truncate font-semibold">{row.name}</span>
      <span className="font-mono">
        {row.rank}. {row.valueText}
      </span>{' '}
      <span className="text-quiet">{period}</span>
    </div>
  );
}

'use client';

import { sessionStore } from '@/state/session';
import { PointerTip } from '../parts/pointer-tip';
import { usePlayhead, useSession } from '../use-state';

/** The value under the pointer, in words. */
export function ValueTip({ at }: { readonly at: { readonly x: number; readonly y: number } | null }) {
  const hovered = useSession((state) => state.hovered);
  const row = usePlayhead((readout) => readout?.rows.find(({ category }) => category === hovered) ?? null);
  const period = usePlayhead((readout) => readout?.periodLabel ?? '');
  if (!at || !row || sessionStore.getState().step === 'gather') return null;
  return (
    <PointerTip x={at.x} y={at.y} side="bottom">
      <span className="block truncate font-semibold">{row.name}</span>
      <span className="font-mono">
        {row.rank}. {row.valueText}
      </span>{' '}
      <span className="text-quiet">{period}</span>
    </PointerTip>
  );
}

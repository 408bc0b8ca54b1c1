'use client';

import type { ToldPoint } from '@/core/film/point-at';
import { sessionStore } from '@/state/session';
import { PointerTip } from '../parts/pointer-tip';
import { usePlayhead, useSession } from '../use-state';

/** Where the pointer is, and what of the past or of a part is under it. */
export interface TipAt {
  readonly x: number;
  readonly y: number;
  readonly told: ToldPoint | null;
}

/** The value under the pointer, in words. While the film plays only the present is told, since it counts on. */
export function ValueTip({ at }: { readonly at: TipAt | null }) {
  const hovered = useSession((state) => state.hovered);
  const playing = useSession((state) => state.playing);
  const row = usePlayhead((readout) => readout?.rows.find(({ category }) => category === hovered) ?? null);
  const period = usePlayhead((readout) => readout?.periodLabel ?? '');
  const told = playing ? null : (at?.told ?? null);
  if (!at || (!row && !told) || sessionStore.getState().step === 'gather') return null;
  return (
    <PointerTip x={at.x} y={at.y} side="bottom">
      <span className="block truncate font-semibold">
        {told ? [told.name, told.portion].filter(Boolean).join(', ') : row?.name}
      </span>
      <span className="font-mono">{told ? told.valueText : `${row?.rank}. ${row?.valueText}`}</span>{' '}
      <span className="text-quiet">{told ? told.periodLabel : period}</span>
    </PointerTip>
  );
}

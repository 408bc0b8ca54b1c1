import { spread } from '../spread';
import type { AlongPlan } from './along-plan';
import { type AlongView, heightPx } from './along-view';
import type { Stack, StackAt } from './stack';

/** The head of a band at a moment. */
export interface BandHead {
  readonly k: number;
  /** In data units, or as a share. */
  readonly value: number;
  readonly middleY: number;
  readonly labelY: number;
  readonly strength: number;
}

/** Bands thinner than this part of a label's height have none; it comes with them. */
const THIN = 0.06;

/** The labels of the bands at the playhead, pushed apart; their order is that of the stack, which never changes. */
export function bandHeads(
  { area, labels }: AlongPlan,
  stack: Stack,
  at: StackAt,
  view: Pick<AlongView, 'area' | 'domain'>,
): BandHead[] {
  const found = stack.order.map((k) => {
    const [base, top] = [at.base[k] ?? 0, at.top[k] ?? 0];
    const [high, low] = [heightPx(view, top), heightPx(view, base)];
    const sizePx = Math.abs(high - low);
    return {
      k,
      // What lies below 0 is read as the negative amount that it is.
      value: top <= 0 && base < 0 && stack.mode === 'amounts' ? base - top : top - base,
      middleY: (high + low) / 2,
      strength: Math.min(1, sizePx / (labels.rowPx * THIN)),
    };
  });
  const column = found.filter(({ strength }) => strength > 0).sort((a, b) => a.middleY - b.middleY || b.k - a.k);
  const rows = spread(
    column.map(({ middleY, strength }) => ({
      wishPx: middleY,
      // What comes or goes takes its room little by little.
      sizePx: labels.rowPx * strength,
      weight: Math.max(1e-3, strength),
    })),
    area.y - labels.rowPx * 0.2,
    area.y + area.heightPx - labels.rowPx * 0.05,
  );
  return column.map((head, i) => ({ ...head, labelY: rows[i] ?? head.middleY, strength: head.strength ** 8 }));
}

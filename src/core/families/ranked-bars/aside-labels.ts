import { smoothStep } from '../../motion/slots';
import type { BarDrawing } from './bar-drawing';
import type { RankedBarsPlan } from './bars-plan';
import { barStyleOf } from './document';
import { type AsideText, stepAside } from './step-aside';

/** Distance over which labels step aside, in places, at least and at most. */
const RAMP = [0.05, 0.25] as const;

/**
 * Lets the labels of bars that pass one another step aside, or fade those of the bars that are covered, as the chart says.
 * Cost: O(n²) in the bars on stage, and what `stepAside` costs for those that pass.
 */
export function clearLabels(plan: RankedBarsPlan, drawn: readonly BarDrawing[]): void {
  const near = nearnessOf(drawn, plan.slotPx);
  if (!near) return;
  const n = drawn.length;
  const close = (i: number, j: number) => near[i * n + j] ?? 0;
  const steps = plan.chart.own.passing === 'step-aside';
  const passing = new Uint8Array(n);
  drawn.forEach((drawing, i) => {
    for (let j = i + 1; j < n; j++) {
      if (close(i, j) <= 0) continue;
      drawing.coveredBy(drawn[j] as BarDrawing, close(i, j), !steps);
      passing[i] = 1;
      passing[j] = 1;
    }
  });
  if (!steps) return;
  // Whoever is in front keeps the place, so a row begins with the one that is drawn last.
  const moving: number[] = [];
  for (let i = n - 1; i >= 0; i--) if (passing[i] === 1) moving.push(i);
  const inside = barStyleOf(plan.chart).names === 'inside';
  const names = moving.map((bar) => ({ bar, part: 'name' as const }));
  const values = moving.map((bar) => ({ bar, part: 'value' as const }));
  if (!inside) place(plan, drawn, names, close, plan.nameRoomPx);
  for (const sign of [1, -1] as const) {
    const row = [...(inside ? names : []), ...values].filter(({ bar }) => drawn[bar]?.sign === sign);
    place(plan, drawn, row, close, drawn[row[0]?.bar ?? 0]?.roomAlong ?? 0);
  }
}

function place(
  plan: RankedBarsPlan,
  drawn: readonly BarDrawing[],
  row: readonly { readonly bar: number; readonly part: 'name' | 'value' }[],
  close: (a: number, b: number) => number,
  limitPx: number,
): void {
  const shown = row.filter(({ bar, part }) => (drawn[bar]?.textAt(part).sizePx ?? 0) > 0);
  const texts = shown.map(({ bar, part }): AsideText => ({ bar, ...(drawn[bar] as BarDrawing).textAt(part) }));
  stepAside(texts, close, limitPx, plan.fonts.value.sizePx * 0.4).forEach((stepped, i) => {
    const { bar, part } = shown[i] as (typeof shown)[number];
    drawn[bar]?.step(part, stepped);
  });
}

/** How much the labels of each two bars are in one another's way, in [0, 1]; null while no bar passes another. */
function nearnessOf(drawn: readonly BarDrawing[], slotPx: number): Float64Array | null {
  const n = drawn.length;
  let near: Float64Array | null = null;
  for (let i = 0; i < n; i++) {
    const own = drawn[i] as BarDrawing;
    for (let j = i + 1; j < n; j++) {
      const other = drawn[j] as BarDrawing;
      const apart = Math.abs(other.bar.across - own.bar.across);
      if (apart >= slotPx) continue;
      const need = (own.acrossPx + other.acrossPx) / 2;
      const ramp = Math.max(slotPx * RAMP[0], Math.min(slotPx * RAMP[1], slotPx - need));
      const close = 1 - smoothStep((apart - need) / ramp);
      if (close <= 0) continue;
      near ??= new Float64Array(n * n);
      near[i * n + j] = close;
      near[j * n + i] = close;
    }
  }
  return near;
}

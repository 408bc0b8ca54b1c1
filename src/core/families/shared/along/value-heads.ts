import { momentOf, shownValue } from '../../../motion/race';
import { valueInStep } from '../../../motion/series';
import { rankAt, slotAt, smoothStep } from '../../../motion/slots';
import type { Domain } from '../domain';
import { spread } from '../spread';
import type { AlongPlan } from './along-plan';
import { heightPx } from './along-view';
import type { AlongMoment } from './period-places';

/** The head of a line at a moment. */
export interface Head {
  /** Place among the lines. */
  readonly line: number;
  /** Data units. */
  readonly value: number;
  /** Rank from 0 among the lines. */
  readonly rank: number;
  readonly slot: number;
  /** Is it there now? A line that has ended, or not begun, has no head. */
  readonly present: boolean;
  /** Where the line ends on screen. */
  readonly y: number;
  /** The middle of its label. */
  readonly labelY: number;
  /** How strongly the label shows, in [0, 1]. */
  readonly strength: number;
}

/** Seconds over which it is looked at who rises and who falls, where swaps take no time. */
const LEAST_LOOK_SEC = 0.04;

/**
 * The heads of all lines that have one, with their labels pushed apart: as near to the heads as can be, in the order of
 * the values. Where values cross, their labels change places as bars do; the one that falls steps back meanwhile, so
 * that nothing is written on another. Continuous in time.
 */
export function headsAt(plan: AlongPlan, domain: Domain, moment: AlongMoment, timeSec: number): Head[] {
  const { race } = plan.course;
  const { tracks, series } = race;
  const time = Math.min(race.clock.lengthSec, Math.max(race.clock.spanStartSec[0] ?? 0, timeSec));
  const places = tracks.places;
  const raceMoment = momentOf(race, time);
  const lookSec = Math.max(LEAST_LOOK_SEC, race.swapSec) / 2;
  const found = Array.from({ length: tracks.seriesCount }, (_, k) => {
    const now = valueInStep(series, k, moment.step, moment.s);
    const value = shownValue(race, k, raceMoment);
    const slot = slotAt(tracks, k, time);
    return {
      line: series.categories[k] ?? 0,
      value,
      present: !Number.isNaN(now),
      rank: rankAt(tracks, k, time),
      slot,
      weight: Math.min(1, Math.max(0, places - slot)),
      falls: slotAt(tracks, k, time + lookSec) - slotAt(tracks, k, time - lookSec),
      // What lies beyond the axis has its label at the end of it.
      y: Math.min(
        plan.area.y + plan.area.heightPx,
        Math.max(plan.area.y, heightPx({ area: plan.area, domain }, value)),
      ),
    };
  }).filter(({ value, weight }) => !Number.isNaN(value) && weight > 0);
  const ranked = [...found].sort((a, b) => a.rank - b.rank || a.slot - b.slot);
  const { area } = plan;
  const { rowPx } = plan.labels;
  const rows = spread(
    ranked.map(({ y, weight }) => ({ wishPx: y, sizePx: rowPx, weight: Math.max(1e-3, weight) })),
    area.y - rowPx * 0.2,
    area.y + area.heightPx - rowPx * 0.05,
  );
  const rowAt = (slot: number) => {
    const last = rows.length - 1;
    if (slot >= last) return (rows[last] ?? 0) + (slot - last) * rowPx;
    const low = Math.max(0, Math.floor(slot));
    return (rows[low] ?? 0) + ((rows[low + 1] ?? 0) - (rows[low] ?? 0)) * (slot - low);
  };
  const placed = found.map((head) => ({ ...head, labelY: rowAt(head.slot) }));
  return placed.map(({ weight, falls, ...head }) => {
    let strength = weight;
    for (const other of placed) {
      if (other.line === head.line || other.falls > falls || (other.falls === falls && other.line > head.line))
        continue;
      const apart = Math.abs(other.labelY - head.labelY) / rowPx;
      strength = Math.min(strength, smoothStep((apart - 0.82) / 0.17));
    }
    return { ...head, strength: head.present ? strength : 0 };
  });
}

import { placesAt } from '../../motion/race';
import { smoothStep } from '../../motion/slots';
import { buildAt, entranceOf, present } from '../shared/build';
import { domainAt, extremesOf, placeInDomain } from '../shared/domain';
import { markColour } from '../shared/mark-colour';
import { slimWhilePassing } from '../shared/passing';
import type { RadialPlan } from './plan';

/** A ring at a moment. */
export interface RingAt {
  readonly category: number;
  readonly value: number;
  /** Its middle, from the middle of all. */
  readonly radiusPx: number;
  readonly thickPx: number;
  /** Turns from the top, with the clock. */
  readonly from: number;
  readonly to: number;
  readonly opacity: number;
  /** How far its words have come. */
  readonly said: number;
  readonly slot: number;
  readonly colour: string;
}

/** The rings of a moment. */
export function ringsAt(plan: RadialPlan, timeSec: number): RingAt[] {
  const { course, chart, outerPx, slotPx, thickPx, places, sweep, colours, turns } = plan;
  const moment = buildAt(plan.build, timeSec);
  const domain = domainAt(plan.domain, timeSec);
  const ends = extremesOf(plan.domain);
  const found = placesAt(course.race, timeSec);
  const slim =
    chart.own.order === 'table'
      ? null
      : slimWhilePassing(
          found.map(({ slot }) => slot * slotPx),
          thickPx,
        );
  const turnOf = (value: number) => sweep * placeInDomain(domain, value);
  const zero = turnOf(0);
  return found.map(({ series, category, value, slot }, i): RingAt => {
    const { how, progress } = moment ? entranceOf(moment, turns[series] ?? 0) : present;
    const fades = how === 'fade' || how === 'slide';
    const grown = how === 'none' || fades ? 1 : Math.min(1, Math.max(0, progress));
    const end = zero + (turnOf(value) - zero) * grown;
    const shows =
      how === 'none' ? 1 : fades ? Math.min(1, Math.max(0, progress)) : Math.min(1, Math.max(0, progress * 4));
    return {
      category,
      value,
      radiusPx: outerPx - slotPx * (slot + 0.5),
      thickPx: thickPx * (slim?.[i] ?? 1),
      from: Math.min(zero, end),
      to: Math.max(zero, end),
      opacity: Math.min(1, Math.max(0, places - slot)) * shows,
      said: how === 'none' ? 1 : smoothStep((progress - 0.3) / 0.5),
      slot,
      colour: markColour(colours, category, value, ends),
    };
  });
}

import { momentKinds, type RankOrder, rankOrders } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { type MomentWords, usualMomentWords } from '../../project/moment-words';
import type { DomainRule } from '../../scale/domain-rule';
import { domainSchema } from '../shared/domain-schema';

/** Where names stand: beside the start of each ring, along it, or in the legend. */
export const ringLabels = ['beside', 'along', 'none'] as const;

/** What only radial bars know. */
export interface RadialOwn {
  readonly places: number;
  readonly order: RankOrder;
  readonly domain: DomainRule;
  /** What the greatest value takes of a turn; beside names at most three quarters. */
  readonly sweep: number;
  /** Radius of the hole, as a share of the whole. */
  readonly hole: number;
  /** Part of its place that a ring fills. */
  readonly thickness: number;
  readonly roundEnds: boolean;
  /** The whole way of each ring in a pale tone behind it. */
  readonly tracks: boolean;
  readonly labels: (typeof ringLabels)[number];
  readonly values: boolean;
  readonly momentWords: MomentWords;
}

/** A chart of radial bars. */
export type RadialChart = Chart<RadialOwn>;

export const ringsRange = [1, 40] as const;
export const sweepRange = [0.25, 0.95] as const;
export const holeRange = [0.1, 0.8] as const;
export const thicknessRange = [0.2, 1] as const;
const FIRST_RINGS = 8;

export const radialDocument: FamilyDocument<RadialOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, flag, number, oneOf, record, text, whole } = parts;
    return Joi.object({
      places: whole(ringsRange, '', 'Rings at most'),
      order: oneOf(rankOrders, 'Who stands outside'),
      domain: domainSchema(parts),
      sweep: number(sweepRange, 'share', 'What the greatest value takes of a turn'),
      hole: number(holeRange, 'share', 'Radius of the hole, of the radius of the whole'),
      thickness: number(thicknessRange, 'share', 'Part of its place that a ring fills'),
      roundEnds: flag('Round ends'),
      tracks: flag('The whole way of each ring behind it'),
      labels: oneOf(ringLabels, 'Where the names of rings stand'),
      values: flag('Values beside the names'),
      momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    });
  },
  defaults: (cube) => ({
    places: cube ? Math.min(FIRST_RINGS, Math.max(1, cube.categories.length)) : FIRST_RINGS,
    order: 'largest',
    domain: { kind: 'following' },
    sweep: 0.7,
    hole: 0.3,
    thickness: 0.72,
    roundEnds: true,
    tracks: true,
    labels: 'beside',
    values: true,
    momentWords: usualMomentWords,
  }),
  from: ({ own }) => {
    const { domain, order } = (own ?? {}) as Partial<RadialOwn>;
    return { ...(domain ? { domain } : {}), ...(order && rankOrders.includes(order) ? { order } : {}) };
  },
};

import { momentKinds } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { type MomentWords, usualMomentWords } from '../../project/moment-words';

/** In which order wedges stand: the greatest first, or as in the table. */
export const wedgeOrders = ['largest', 'table'] as const;
/** What of a wedge is its value: its area, or its radius. */
export const measures = ['area', 'radius'] as const;
/** What reaches the rim: the greatest of the moment, or that of the whole film. */
export const scales = ['moment', 'film'] as const;
export const wedgeLabels = ['outside', 'none'] as const;

/** What only polar wedges know. */
export interface PolarOwn {
  readonly places: number;
  readonly order: (typeof wedgeOrders)[number];
  readonly measure: (typeof measures)[number];
  readonly scale: (typeof scales)[number];
  /** Radius of the hole, as a share of the whole. */
  readonly hole: number;
  /** Degrees clockwise from the top at which the first wedge begins. */
  readonly startAngle: number;
  /** Space between wedges in hundredths of the stage's shorter side. */
  readonly gap: number;
  readonly labels: (typeof wedgeLabels)[number];
  readonly values: boolean;
  /** Rings at round values. */
  readonly rings: boolean;
  readonly momentWords: MomentWords;
}

/** A chart of wedges. */
export type PolarChart = Chart<PolarOwn>;

export const wedgesRange = [1, 40] as const;
export const holeRange = [0, 0.6] as const;
export const angleRange = [-180, 180] as const;
export const gapRange = [0, 2] as const;
const FIRST_WEDGES = 12;

export const polarDocument: FamilyDocument<PolarOwn> = {
  version: 1,
  migrations: {},
  schema: ({ Joi, flag, number, oneOf, record, text, whole }) =>
    Joi.object({
      places: whole(wedgesRange, '', 'Wedges at most'),
      order: oneOf(wedgeOrders, 'The greatest wedge first, or as in the table'),
      measure: oneOf(measures, 'The area of a wedge is its value, or its radius is'),
      scale: oneOf(scales, 'The greatest of the moment reaches the rim, or that of the whole film'),
      hole: number(holeRange, 'share', 'Radius of the hole, of the radius of the whole'),
      startAngle: number(angleRange, 'degrees', 'Where the first wedge begins, clockwise from the top'),
      gap: number(gapRange, '% of the shorter side', 'Space between wedges'),
      labels: oneOf(wedgeLabels, 'Where the names of wedges stand'),
      values: flag('Values under the names'),
      rings: flag('Rings at round values'),
      momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    }),
  defaults: (cube) => ({
    places: cube ? Math.min(FIRST_WEDGES, Math.max(1, cube.categories.length)) : FIRST_WEDGES,
    order: 'table',
    measure: 'area',
    scale: 'moment',
    hole: 0.12,
    startAngle: 0,
    gap: 0.3,
    labels: 'outside',
    values: true,
    rings: true,
    momentWords: usualMomentWords,
  }),
};

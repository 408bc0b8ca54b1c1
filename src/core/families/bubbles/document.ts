import { momentKinds } from '../../motion/choices';
import type { Chart } from '../../project/chart';
import type { FamilyDocument } from '../../project/family-document';
import { type MomentWords, usualMomentWords } from '../../project/moment-words';
import type { DomainRule } from '../../scale/domain-rule';
import { domainSchema } from '../shared/domain-schema';

/** The values of a name at a period: the first ones, and the further ones. */
export const valueRoles = ['value', 'second', 'third'] as const;
export type ValueRole = (typeof valueRoles)[number];
/** What decides the area; `same` for none. */
export const sizeRoles = [...valueRoles, 'same'] as const;
/** Equal steps, or equal multiples, are equally far apart. */
export const scales = ['even', 'log'] as const;
/** Which bubbles have their names beside them. */
export const bubbleLabels = ['all', 'largest', 'followed', 'none'] as const;
/** Which bubbles leave a path behind them. */
export const trails = ['none', 'followed', 'all'] as const;
/** Where the field is parted in four: nowhere, at the averages of what is shown, or at two values. */
export const quadrantRules = ['none', 'average', 'given'] as const;
export const corners = ['upLeft', 'upRight', 'downLeft', 'downRight'] as const;
export type Corner = (typeof corners)[number];

/** What only bubbles know. */
export interface BubblesOwn {
  readonly places: number;
  readonly across: ValueRole;
  readonly up: ValueRole;
  readonly size: (typeof sizeRoles)[number];
  /** Which values colours stand for, where colours follow values. */
  readonly shade: ValueRole;
  readonly acrossDomain: DomainRule;
  readonly upDomain: DomainRule;
  readonly acrossScale: (typeof scales)[number];
  readonly upScale: (typeof scales)[number];
  readonly acrossZero: boolean;
  readonly upZero: boolean;
  /** What stands at the upright axis; `''` for the name of its values. The other one has the axis' own words. */
  readonly upName: string;
  /** Radius of the greatest, in hundredths of the stage's shorter side. */
  readonly biggest: number;
  readonly labels: (typeof bubbleLabels)[number];
  readonly trails: (typeof trails)[number];
  /** How many periods a path reaches back. */
  readonly trailPeriods: number;
  /** Names that the eye follows: they keep their strength while the others step back. */
  readonly follow: readonly string[];
  readonly quadrants: (typeof quadrantRules)[number];
  readonly quadrantAcross: number;
  readonly quadrantUp: number;
  readonly quadrantWords: Readonly<Record<Corner, string>>;
  /** A line of least squares through what is shown. */
  readonly fitLine: boolean;
  readonly momentWords: MomentWords;
}

/** A chart of bubbles. */
export type BubblesChart = Chart<BubblesOwn>;

export const bubblesRange = [1, 400] as const;
export const biggestRange = [0.5, 16] as const;
export const trailRange = [1, 200] as const;
export const valueRange = [-1e15, 1e15] as const;
export const MOST_FOLLOWED = 8;
const NAME_LENGTH = 200;

export const bubblesDocument: FamilyDocument<BubblesOwn> = {
  version: 1,
  migrations: {},
  schema: (parts) => {
    const { Joi, flag, number, oneOf, record, text, whole } = parts;
    return Joi.object({
      places: whole(bubblesRange, '', 'Bubbles at most: those with the greatest values'),
      across: oneOf(valueRoles, 'Which values lie across'),
      up: oneOf(valueRoles, 'Which values lie upwards'),
      size: oneOf(sizeRoles, 'Which values are the area of a bubble'),
      shade: oneOf(valueRoles, 'Which values colours stand for, where colours follow values'),
      acrossDomain: domainSchema(parts),
      upDomain: domainSchema(parts),
      acrossScale: oneOf(scales, 'Equal steps, or equal multiples, are equally far apart on the axis across'),
      upScale: oneOf(scales, 'The same of the upright axis'),
      acrossZero: flag('The axis across holds 0'),
      upZero: flag('The upright axis holds 0'),
      upName: text('What stands at the upright axis; empty for the name of its values'),
      biggest: number(biggestRange, '% of the shorter side', 'Radius of the greatest bubble'),
      labels: oneOf(bubbleLabels, 'Which bubbles have their names beside them'),
      trails: oneOf(trails, 'Which bubbles leave a path behind them'),
      trailPeriods: whole(trailRange, '', 'How many periods a path reaches back'),
      follow: Joi.array()
        .items(Joi.string().max(NAME_LENGTH))
        .max(MOST_FOLLOWED)
        .required()
        .description('Names that the eye follows'),
      quadrants: oneOf(quadrantRules, 'Where the field is parted in four'),
      quadrantAcross: number(valueRange, 'data units', 'Where the upright line stands, of given quadrants'),
      quadrantUp: number(valueRange, 'data units', 'Where the lying line stands, of given quadrants'),
      quadrantWords: record(corners, (corner) => text(`What stands in the corner ${corner}`)),
      fitLine: flag('A line of best fit through what is shown'),
      momentWords: record(momentKinds, (kind) => text(`How a moment of the kind ${kind} is told`)),
    });
  },
  defaults: (cube) => ({
    places: cube ? Math.min(bubblesRange[1], Math.max(1, cube.categories.length)) : 60,
    across: 'value',
    up: 'second',
    size: 'third',
    shade: 'value',
    acrossDomain: { kind: 'fixed' },
    upDomain: { kind: 'fixed' },
    acrossScale: 'even',
    upScale: 'even',
    acrossZero: false,
    upZero: false,
    upName: '',
    biggest: 6,
    labels: cube && cube.categories.length > 30 ? 'largest' : 'all',
    trails: 'followed',
    trailPeriods: 10,
    follow: [],
    quadrants: 'none',
    quadrantAcross: 0,
    quadrantUp: 0,
    quadrantWords: { upLeft: '', upRight: '', downLeft: '', downRight: '' },
    fitLine: false,
    momentWords: usualMomentWords,
  }),
};

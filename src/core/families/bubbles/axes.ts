import type { Race } from '../../motion/race';
import type { DomainRule } from '../../scale/domain-rule';
import { roomFor } from '../shared/axis-room';
import { constantDomain, type DomainCourse } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import { sampledDomain } from '../shared/sampled-domain';
import { bubblesAt, type ToldBubbles } from './course';

/** The foot of a logarithmic axis whose given end is not above 0, as a share of the greatest value. */
const LOWEST = 1e-3;

/** One of the two axes. */
export interface AxisRule {
  readonly domain: DomainRule;
  readonly log: boolean;
  readonly fromZero: boolean;
}

/** Courses by race and rule: an edit of a text or a colour changes neither. */
const courses = new WeakMap<Race, Map<string, DomainCourse>>();

/** Where an axis ends through the film. Cost: O(knots × bubbles) where it follows what is shown. */
export function bubblesDomain(told: ToldBubbles, which: 'across' | 'up'): DomainCourse {
  const { own } = told.chart;
  const rule: AxisRule = {
    domain: which === 'across' ? own.acrossDomain : own.upDomain,
    log: (which === 'across' ? own.acrossScale : own.upScale) === 'log',
    fromZero: which === 'across' ? own.acrossZero : own.upZero,
  };
  const race = told.course.ofRole[own[which]];
  if (!race || told.course.refused !== null) return constantDomain(0, 1);
  const known = courses.get(race) ?? new Map<string, DomainCourse>();
  courses.set(race, known);
  const key = JSON.stringify([which, rule, own.places]);
  const found = known.get(key) ?? domainOf(told, which, race, rule);
  known.set(key, found);
  return focusedDomain(found, told, which === 'across' ? 'range' : 'upRange');
}

function domainOf(told: ToldBubbles, which: 'across' | 'up', race: Race, rule: AxisRule): DomainCourse {
  const scaled = rule.log ? Math.log : (value: number) => value;
  const fromZero = rule.fromZero && !rule.log;
  const [least, most] = wholeEnds(race);
  const wanted = rule.domain.kind === 'given' && rule.log ? logGiven(rule.domain, most) : rule.domain;
  const course =
    wanted.kind === 'fixed'
      ? constantDomain(...roomFor(scaled(least), scaled(most), fromZero))
      : sampledDomain(race.clock, wanted, (timeSec) => endsAt(told, which, timeSec).map(scaled) as [number, number], {
          fromZero,
        });
  return rule.log ? { ...course, log: true } : course;
}

function logGiven({ min, max }: DomainRule & { kind: 'given' }, most: number): DomainRule {
  const top = max > 0 ? max : most;
  return { kind: 'given', min: Math.log(min > 0 ? min : top * LOWEST), max: Math.log(top) };
}

/** The least and the greatest value of the film. */
function wholeEnds({ series: { values, unit } }: Race): [number, number] {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    if (value * unit < least) least = value * unit;
    if (value * unit > most) most = value * unit;
  }
  return [least, most];
}

function endsAt({ course, cube, chart }: ToldBubbles, which: 'across' | 'up', timeSec: number): [number, number] {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { [which]: value } of bubblesAt(course, cube, chart.own, timeSec)) {
    if (value < least) least = value;
    if (value > most) most = value;
  }
  return [least, most];
}

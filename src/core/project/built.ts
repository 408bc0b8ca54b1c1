import { type ClosingKind, noBuild, type Pace, paceLimits } from '../pace/pace';
import { builtPlay, type Chart, type Play, type PlayKind } from './chart';
import type { KnownFamily } from './family-document';

/** How a chart moves and what comes and goes in it. */
type Played = Pick<Chart, 'play' | 'pace'>;

/** Seconds of an opening that a chart gets which had none. */
const OPENING_SEC = 4;

/**
 * A chart that shows one moment. One that had no opening gets the family's own, since a moment that is just there is a still
 * picture.
 *
 * @param periodKey The period on show; `''` for the last one.
 */
export function showingMoment({ play, pace }: Played, { builds }: KnownFamily, periodKey: string): Played {
  const built = play.kind === 'built' ? play : builtPlay;
  const { how } = pace.opening;
  const comes = how !== 'none' && builds.still.includes(how);
  const [first = 'fade'] = builds.still;
  const opening =
    comes || play.kind === 'built'
      ? pace.opening
      : { ...noBuild, how: first, sec: OPENING_SEC, stagger: 1, order: builds.order, words: pace.opening.words };
  return { play: { ...built, periodKey }, pace: { ...pace, opening } };
}

/** A chart that moves through its periods again. An opening that only one moment can have gives way. */
export function showingRun({ play, pace }: Played, { plays, builds }: KnownFamily): Played {
  const kind = plays.find((each): each is Exclude<Play['kind'], 'built'> => each !== 'built');
  if (play.kind !== 'built' || !kind) return { play, pace };
  const [first = 'fade'] = builds.moving;
  const fits = (how: ClosingKind) => how === 'none' || how === 'backwards' || builds.moving.includes(how);
  const opening = {
    ...pace.opening,
    how: fits(pace.opening.how) ? pace.opening.how : first,
    order: pace.opening.order === 'stands' ? ('place' as const) : pace.opening.order,
  };
  const closing = { ...pace.closing, how: fits(pace.closing.how) ? pace.closing.how : first };
  return { play: { kind }, pace: { ...pace, opening, closing } };
}

/** Whether a chart can have a choice of its opening's and its closing's; null where it can have all of a path. */
export function buildChoiceFilter(
  kind: PlayKind,
  { builds }: KnownFamily,
  path: string,
): ((value: string) => boolean) | null {
  const still = kind === 'built';
  const kinds: readonly string[] = ['none', ...(still ? builds.still : builds.moving)];
  if (path === 'pace.opening.how') return (value) => kinds.includes(value);
  if (path === 'pace.closing.how') return (value) => kinds.includes(value) || value === 'backwards';
  if (path !== 'pace.opening.order' && path !== 'pace.closing.order') return null;
  return (value) => value !== 'stands' || (still && builds.stands);
}

/** Gives a group of a build a time of its own; opening and film are lengthened where they would be over before it. */
export function withStep(chart: Played, key: string, atSec: number, takesSec: number): Played {
  const { play, pace } = chart;
  if (play.kind !== 'built') return chart;
  const [least, most] = [0, paceLimits.buildSec[1] - takesSec];
  const at = Math.min(most, Math.max(least, Math.round(atSec * 1000) / 1000));
  const kept = play.steps.find((step) => step.key === key)?.takesSec ?? null;
  const steps = [...play.steps.filter((step) => step.key !== key), { key, atSec: at, takesSec: kept }];
  return longEnough({ play: { ...play, steps }, pace }, at + takesSec);
}

/** Lengthens opening and film so that a build is over by itself, not cut. */
function longEnough({ play, pace }: Played, untilSec: number): Played {
  if (play.kind !== 'built') return { play, pace };
  const opening: Pace['opening'] = { ...pace.opening, sec: Math.max(pace.opening.sec, untilSec) };
  const closingSec = pace.closing.how === 'none' && pace.closing.words === 'none' ? 0 : pace.closing.sec;
  const lengthSec = Math.max(play.lengthSec, opening.sec + closingSec);
  return { play: { ...play, lengthSec }, pace: { ...pace, opening } };
}

/** Gives several groups their times at once, the others keep theirs. */
export function withSteps(
  chart: Played,
  steps: readonly { readonly key: string; readonly atSec: number; readonly takesSec: number }[],
): Played {
  return steps.reduce((done, { key, atSec, takesSec }) => withStep(done, key, atSec, takesSec), chart);
}

/** All groups at an even pace again. */
export function withEvenSteps({ play, pace }: Played): Played {
  return play.kind === 'built' ? { play: { ...play, steps: [] }, pace } : { play, pace };
}

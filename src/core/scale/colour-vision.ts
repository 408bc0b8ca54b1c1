import {
  useMode as addMode,
  type Color,
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  modeLab65,
  modeLrgb,
  modeRgb,
  parseHex,
} from 'culori/fn';

// Only what is used of the colour spaces: pages carry this file.
addMode(modeRgb);
addMode(modeLrgb);
addMode(modeLab65);

/** Ways of seeing colour that a picture is checked for. */
export const visions = ['all colours', 'weak red', 'weak green', 'weak blue'] as const;
export type Vision = (typeof visions)[number];

const filters: readonly ((colour: Color) => Color)[] = [
  (colour) => colour,
  filterDeficiencyProt(1),
  filterDeficiencyDeuter(1),
  filterDeficiencyTrit(1),
];

/** A colour as each way of seeing sees it; kept, since the same few are compared over and over. */
const seen = new Map<string, readonly Color[]>();

function seenAs(colour: string): readonly Color[] {
  const known = seen.get(colour);
  if (known) return known;
  const parsed = parseHex(colour) ?? { mode: 'rgb' as const, r: 0, g: 0, b: 0 };
  const found = filters.map((filter) => filter(parsed));
  if (seen.size > 5000) seen.clear();
  seen.set(colour, found);
  return found;
}

const difference = differenceCiede2000();

/** Colours nearer than this cannot be told apart at a glance; differences are in units of CIEDE2000. */
export const TOO_CLOSE = 8;

/** Two colours that somebody cannot tell apart. */
export interface ClosePair {
  /** Places in the list of colours. */
  readonly a: number;
  readonly b: number;
  /** The least difference over the ways of seeing, and the way for which it is. */
  readonly difference: number;
  readonly vision: Vision;
}

/** The least difference of two colours over all ways of seeing. */
export function leastDifference(a: string, b: string): { difference: number; vision: Vision } {
  let least = { difference: Number.POSITIVE_INFINITY, vision: visions[0] as Vision };
  const second = seenAs(b);
  seenAs(a).forEach((first, i) => {
    const apart = difference(first, second[i] ?? first);
    if (apart < least.difference) least = { difference: apart, vision: visions[i] ?? visions[0] };
  });
  return least;
}

/**
 * The pairs of colours that are too close, the closest first. Simulation of full dichromacy.
 *
 * @param colours As `#rrggbb`.
 * Source: Machado, Oliveira and Fernandes 2009 for the simulation; CIEDE2000 for the difference. Cost: O(n²).
 */
export function closePairs(colours: readonly string[], least = TOO_CLOSE): ClosePair[] {
  const pairs: ClosePair[] = [];
  for (let a = 0; a < colours.length; a++) {
    for (let b = a + 1; b < colours.length; b++) {
      const found = leastDifference(colours[a] ?? '', colours[b] ?? '');
      if (found.difference < least) pairs.push({ a, b, ...found });
    }
  }
  return pairs.sort((first, second) => first.difference - second.difference);
}

/**
 * Colours as near as possible to the given ones that are all apart: each one that is too close to an earlier one takes
 * the nearest of a set of candidates that is not.
 *
 * @param background What the bars stand on; they keep apart from it too.
 */
export function partColours(colours: readonly string[], background: string): string[] {
  const kept: string[] = [];
  for (const colour of colours) {
    const apart = (candidate: string, least: number) =>
      [...kept, background].every((other) => leastDifference(candidate, other).difference >= least);
    if (apart(colour, TOO_CLOSE)) {
      kept.push(colour);
      continue;
    }
    const near = [...candidates()].sort((a, b) => difference(a, colour) - difference(b, colour));
    // A crowd of colours cannot all be far apart: the demand is lowered until one is found.
    let found: string | undefined;
    for (let least = TOO_CLOSE; !found && least > 0.5; least *= 0.8) found = near.find((each) => apart(each, least));
    kept.push(found ?? colour);
  }
  return kept;
}

let made: string[] | null = null;

/** A grid over the colours that a screen can show, without greys. */
function candidates(): readonly string[] {
  if (made) return made;
  made = [];
  for (let r = 16; r < 256; r += 34) {
    for (let g = 16; g < 256; g += 34) {
      for (let b = 16; b < 256; b += 34) {
        if (Math.max(r, g, b) - Math.min(r, g, b) > 40)
          made.push(`#${[r, g, b].map((c) => c.toString(16).padStart(2, '0')).join('')}`);
      }
    }
  }
  return made;
}

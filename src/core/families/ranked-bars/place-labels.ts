import { smoothStep } from '../../motion/slots';

/** Sizes along a bar, in stage pixels; 0 for what is not shown. */
export interface BarParts {
  /** Length of the bar. */
  readonly barPx: number;
  readonly namePx: number;
  readonly valuePx: number;
  readonly picturePx: number;
  readonly gapPx: number;
  readonly nameInside: boolean;
  readonly valueInside: boolean;
  readonly picture: 'inside' | 'end' | 'none';
}

/** Where the parts begin, counted from the bar's foot, and how far each is inside the bar, in [0, 1]. */
export interface LabelPlaces {
  readonly name: number;
  readonly nameInside: number;
  readonly value: number;
  readonly valueInside: number;
  readonly picture: number;
}

/** A label glides in or out while the bar grows by this share of what it needs. */
const GLIDE = 0.4;

/**
 * Places the labels of a bar. One that should be inside stands outside while the bar is too short for it, and glides
 * over the end as the bar grows, so nothing jumps.
 */
export function placeLabels(parts: BarParts): LabelPlaces {
  const { barPx, namePx, valuePx, picturePx, gapPx } = parts;
  const startPicture = parts.picture === 'inside' ? picturePx + gapPx : 0;
  const endPicture = parts.picture === 'end' ? picturePx + gapPx * 0.5 : 0;
  const insideness = (needPx: number) => smoothStep((barPx - needPx) / Math.max(1, needPx * GLIDE));
  const nameNeeds = gapPx + startPicture + namePx + gapPx + endPicture;
  const nameInside = parts.nameInside && namePx > 0 ? insideness(nameNeeds) : 0;
  const valueNeeds =
    (parts.nameInside && namePx > 0 ? nameNeeds : gapPx + startPicture) +
    valuePx +
    gapPx +
    (parts.nameInside ? 0 : endPicture);
  const valueInside = parts.valueInside && valuePx > 0 ? insideness(valueNeeds) : 0;
  const picture = parts.picture === 'end' ? Math.max(gapPx * 0.5, barPx - picturePx - gapPx * 0.5) : gapPx * 0.5;
  // A short bar does not cover its picture: what stands outside begins behind both.
  const end = Math.max(barPx, parts.picture === 'none' ? 0 : picture + picturePx) + gapPx;
  const mix = (outside: number, inside: number, share: number) => outside + (inside - outside) * share;
  const name = mix(end, gapPx + startPicture, nameInside);
  const pushedPx = parts.nameInside && namePx > 0 ? (1 - nameInside) * (namePx + gapPx) : 0;
  const value = mix(end + pushedPx, barPx - endPicture - gapPx - valuePx, valueInside);
  return { name, nameInside, value, valueInside, picture };
}

import { useMode as addMode, formatHex, interpolate, modeLrgb, modeOklab, modeRgb, wcagContrast } from 'culori/fn';
import { remembered } from './remembered';

// Only what is used of the colour spaces: pages carry this file.
addMode(modeRgb);
addMode(modeLrgb);
addMode(modeOklab);

/** `#rrggbb` as a number, eight bits each; digit by digit, since it is asked for several times a mark. */
function numberOf(colour: string): number {
  let number = 0;
  for (let i = 1; i < 7; i++) {
    const code = colour.charCodeAt(i);
    // Letters, large or small, come nine after their last four bits.
    number = number * 16 + (code & 15) + (code > 57 ? 9 : 0);
  }
  return number;
}

/** `00` to `ff`. */
const TWO_DIGITS = Array.from({ length: 256 }, (_, channel) => channel.toString(16).padStart(2, '0'));

/** A mix of two colours; `share` of the second, in [0, 1]. */
export function mixColours(a: string, b: string, share: number): string {
  if (share <= 0) return a;
  if (share >= 1) return b;
  const from = numberOf(a);
  const to = numberOf(b);
  let mixed = '#';
  for (let shift = 16; shift >= 0; shift -= 8) {
    const channel = (from >> shift) & 255;
    mixed += TWO_DIGITS[Math.round(channel + (((to >> shift) & 255) - channel) * share)];
  }
  return mixed;
}

/** A colour on the way from one to another, halfway where the eye sees it halfway. @param share Of the second, in [0, 1]. Source: Ottosson's Oklab. */
export function colourBetween(from: string, to: string, share: number): string {
  if (from === to || share <= 0) return from;
  return share >= 1 ? to : (formatHex(interpolate([from, to], 'oklab')(share)) ?? to);
}

/** The ink that reads best on a background. */
export const inkOn = remembered((background: string): string => {
  const [dark, light] = ['#1C2B33', '#F7F2E6'];
  return wcagContrast(dark, background) >= wcagContrast(light, background) ? dark : light;
});

/** A colour written as `#rgb` or `#rrggbb`, with or without the sign, as `#rrggbb`; null for any other text. */
export function hexColour(text: string): string | null {
  const match = /^#?([0-9a-f]{3}|[0-9a-f]{6})$/i.exec(text.trim());
  const digits = match?.[1];
  if (!digits) return null;
  return `#${digits.length === 3 ? [...digits].map((digit) => digit + digit).join('') : digits}`.toLowerCase();
}

import { useMode as addMode, modeLrgb, modeRgb, wcagContrast } from 'culori/fn';

// Only what is used of the colour spaces: pages carry this file.
addMode(modeRgb);
addMode(modeLrgb);

/** Red, green and blue of `#rrggbb`, each in [0, 255]. */
function channels(colour: string): [number, number, number] {
  const number = Number.parseInt(colour.slice(1), 16);
  return [(number >> 16) & 255, (number >> 8) & 255, number & 255];
}

/** A mix of two colours; `share` of the second, in [0, 1]. */
export function mixColours(a: string, b: string, share: number): string {
  if (share <= 0) return a;
  if (share >= 1) return b;
  const [from, to] = [channels(a), channels(b)];
  const mixed = from.map((channel, i) => Math.round(channel + ((to[i] ?? 0) - channel) * share));
  return `#${mixed.map((channel) => channel.toString(16).padStart(2, '0')).join('')}`;
}

const inks = new Map<string, string>();

/** The ink that reads best on a background. Remembered, since every frame asks for the same few. */
export function inkOn(background: string): string {
  const known = inks.get(background);
  if (known) return known;
  const [dark, light] = ['#1C2B33', '#F7F2E6'];
  const found = wcagContrast(dark, background) >= wcagContrast(light, background) ? dark : light;
  if (inks.size > 5000) inks.clear();
  inks.set(background, found);
  return found;
}

/** A colour written as `#rgb` or `#rrggbb`, with or without the sign, as `#rrggbb`; null for any other text. */
export function hexColour(text: string): string | null {
  const match = /^#?([0-9a-f]{3}|[0-9a-f]{6})$/i.exec(text.trim());
  const digits = match?.[1];
  if (!digits) return null;
  return `#${digits.length === 3 ? [...digits].map((digit) => digit + digit).join('') : digits}`.toLowerCase();
}

/** Red, green and blue of `#rrggbb`, each in [0, 255]. */
function channels(colour: string): [number, number, number] {
  const number = Number.parseInt(colour.slice(1), 16);
  return [(number >> 16) & 255, (number >> 8) & 255, number & 255];
}

/** Relative luminance of `#rrggbb` in [0, 1]. Source: WCAG 2.2. */
function luminance(colour: string): number {
  const [r = 0, g = 0, b = 0] = channels(colour).map((channel) => {
    const share = channel / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast of two colours, from 1 to 21. Source: WCAG 2.2. */
function contrast(a: string, b: string): number {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
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
  const found = contrast(dark, background) >= contrast(light, background) ? dark : light;
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

/** A number as PDF writes it: to a ten-thousandth. */
export function pdfNumber(value: number): string {
  return String(Math.round(value * 10_000) / 10_000 || 0);
}

/** A colour as PDF's operators take it. @param colour `#rrggbb`. */
export function pdfColour(colour: string): readonly [number, number, number] {
  const value = Number.parseInt(colour.slice(1, 7), 16);
  return [((value >> 16) & 255) / 255, ((value >> 8) & 255) / 255, (value & 255) / 255];
}

/** The number of a glyph, or a unit of UTF-16, in four hexadecimal digits. */
export const hex4 = (value: number): string => value.toString(16).toUpperCase().padStart(4, '0');

/** A text in UTF-16, as hexadecimal digits. */
export function hexText(text: string): string {
  let digits = '';
  for (let i = 0; i < text.length; i++) digits += hex4(text.charCodeAt(i));
  return digits;
}

/** A change of coordinates: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = readonly [number, number, number, number, number, number];

/** The change that does the inner one first, then the outer one. */
export function multiply(outer: Matrix, inner: Matrix): Matrix {
  const [a, b, c, d, e, f] = outer;
  const [g, h, i, j, k, l] = inner;
  return [a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f];
}

/** Entries of a list in a map of characters. Source: ISO 32000-1, 9.10.3. */
const PER_LIST = 100;

/**
 * What the codes of a font stand for, as a PDF tells it.
 *
 * @param entries Codes and what they stand for, in hexadecimal digits.
 * @param least The smallest code, which says how long codes are.
 */
export function characterMap(entries: readonly (readonly [string, string])[], least: '00' | '0000'): string {
  const lists: string[] = [];
  for (let from = 0; from < entries.length; from += PER_LIST) {
    const list = entries.slice(from, from + PER_LIST).map(([code, text]) => `<${code}> <${text}>`);
    lists.push(`${list.length} beginbfchar\n${list.join('\n')}\nendbfchar`);
  }
  return [
    '/CIDInit /ProcSet findresource begin',
    '12 dict begin',
    'begincmap',
    '/CIDSystemInfo << /Registry (Adobe) /Ordering (UCS) /Supplement 0 >> def',
    '/CMapName /Adobe-Identity-UCS def',
    '/CMapType 2 def',
    `1 begincodespacerange\n<${least}> <${least.replaceAll('0', 'F')}>\nendcodespacerange`,
    ...lists,
    'endcmap',
    'CMapName currentdict /CMap defineresource pop',
    'end end',
  ].join('\n');
}

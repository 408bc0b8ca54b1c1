/** A number written plainly, as `readPlainNumber` understands it. */
export interface PlainNumber {
  value: number;
  decimals: number;
}

const powers = Array.from({ length: 16 }, (_, i) => 10 ** i);

/**
 * Reads digits with an optional minus and decimal point, only when `value.toFixed(decimals)` gives the same text back:
 * no leading zeros, at most 15 digits, no minus zero. Written without regular expressions, since it sees every cell of
 * long columns.
 *
 * @param out Takes the result; left as it is when the text is something else.
 */
export function readPlainNumber(text: string, out: PlainNumber): boolean {
  const length = text.length;
  const negative = text.charCodeAt(0) === 45;
  let at = negative ? 1 : 0;
  const first = at;
  let mantissa = 0;
  let point = -1;
  if (length === at || length > first + 16) return false;
  for (; at < length; at++) {
    const digit = text.charCodeAt(at) - 48;
    if (digit >= 0 && digit <= 9) mantissa = mantissa * 10 + digit;
    else if (digit === -2 && point < 0 && at > first && at < length - 1) point = at;
    else return false;
  }
  const whole = (point < 0 ? length : point) - first;
  const decimals = point < 0 ? 0 : length - 1 - point;
  if (whole + decimals > 15 || (whole > 1 && text.charCodeAt(first) === 48) || (negative && mantissa === 0))
    return false;
  const size = mantissa / (powers[decimals] ?? 1);
  out.value = negative ? -size : size;
  out.decimals = decimals;
  return true;
}

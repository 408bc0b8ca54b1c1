import { type NumberStyle, tickFormat } from '../../scale/number-format';
import { remembered } from '../../scale/remembered';

/** Formats of tick labels by their decimals, made once each: the same few round numbers are written frame after frame. @param largest See `numberFormat`. */
export function tickFormats(style: NumberStyle, largest: number): (decimals: number) => (value: number) => string {
  const formats = new Map<number, (value: number) => string>();
  return (decimals) => {
    const format = formats.get(decimals) ?? remembered(tickFormat(style, decimals, largest));
    formats.set(decimals, format);
    return format;
  };
}

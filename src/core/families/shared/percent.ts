import type { NumberStyle } from '../../scale/number-format';
import { remembered } from '../../scale/remembered';

/** Writes shares as percent, with one decimal, as the chart's language does. */
export function percentFormat({ locale }: NumberStyle): (share: number) => string {
  const format = new Intl.NumberFormat(locale, {
    style: 'percent',
    minimumFractionDigits: 1,
    maximumFractionDigits: 1,
  });
  return remembered((share: number) => format.format(share));
}

/** Writes shares on an axis: as many decimals of a percent as ticks need. */
export function percentTicks({ locale }: NumberStyle): (decimals: number) => (share: number) => string {
  const formats = new Map<number, (share: number) => string>();
  return (decimals) => {
    const known = formats.get(decimals);
    if (known) return known;
    const maximumFractionDigits = Math.max(0, decimals - 2);
    const format = new Intl.NumberFormat(locale, { style: 'percent', maximumFractionDigits });
    const made = remembered((share: number) => format.format(share));
    formats.set(decimals, made);
    return made;
  };
}

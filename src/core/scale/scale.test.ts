import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decimalsOf, defaultNumbers, largestOf, type NumberStyle, numberFormat, tickFormat } from './number-format';

const plain = defaultNumbers;

describe('number formats', () => {
  it('write separators, decimals, affixes and the sign', () => {
    const format = numberFormat({ ...plain, decimals: 1, prefix: '€', suffix: ' m' }, 0);
    expect(format(1234.56)).toBe('€1,234.6 m');
    expect(format(-1234.56)).toBe('\u2212€1,234.6 m');
    expect(format(-0.01)).toBe('€0.0 m');
    expect(format(Number.NaN)).toBe('–');
  });

  it('shorten large numbers and keep their places after the point', () => {
    const format = numberFormat({ ...plain, compact: true }, 0);
    expect([950, 1000, 1234, 999_950, 1e6, 2.5e9, 3e12].map(format)).toEqual([
      '950',
      '1.0K',
      '1.2K',
      '1.0M',
      '1.0M',
      '2.5B',
      '3.0T',
    ]);
    expect(tickFormat({ ...plain, compact: true }, 0)(1500)).toBe('1.5K');
    expect(tickFormat({ ...plain, compact: true }, 0)(2000)).toBe('2K');
  });

  it('write what no reader could count as an exponent', () => {
    expect(numberFormat(plain, 0)(1e308)).toBe('1.00e308');
  });

  it('take as many decimals as the data needs', () => {
    expect(decimalsOf(Float64Array.of(1, 2, Number.NaN))).toBe(0);
    expect(decimalsOf(Float64Array.of(1, 2.25))).toBe(2);
    expect(decimalsOf(Float64Array.of(0.1 + 0.2, 1))).toBe(1);
    expect(numberFormat(plain, decimalsOf(Float64Array.of(4.2e-9)))(4.2e-9)).toBe('0.0000000042');
    expect(numberFormat(plain, 3)(4.2e-9)).toBe('4.200e\u22129');
  });
});

describe('one notation for a film', () => {
  const write = (largest: number, style: Partial<NumberStyle> = {}) =>
    numberFormat({ ...defaultNumbers, ...style }, 0, largest);

  it('counts in trillions from a thousand of them on, small values too, in the language of the film', () => {
    const format = write(3.2e15);
    expect([3.2e15, 1.2e15, 9e14, 4.5e12, 1.23e11, 0].map(format)).toEqual([
      '3,200\u00a0trillion',
      '1,200\u00a0trillion',
      '900\u00a0trillion',
      '4.5\u00a0trillion',
      '0.12\u00a0trillion',
      '0',
    ]);
    expect(write(3.2e15, { locale: 'de-DE' })(1.2e15)).toBe('1.200\u00a0Billionen');
    expect(write(3.2e15, { prefix: '$' })(-1.2e15)).toBe('\u2212$1,200\u00a0trillion');
  });

  it('takes one power of ten for all beyond that, and where the language counts otherwise', () => {
    expect([4.2e21, 3e19].map(write(4.2e21))).toEqual(['4.2 × 10²¹', '0.03 × 10²¹']);
    expect(write(3.2e15, { locale: 'hi-IN' })(1.2e15)).toBe('1.2 × 10¹⁵');
  });

  it('writes all digits where the largest value does not reach it, sums beyond it too', () => {
    expect(write(9e14)(1.2e15)).toBe('1,200,000,000,000,000');
    expect(write(3e15, { compact: true })(1.2e15)).toBe('1,200.0T');
  });

  it('is the same for all values of a film: no value is written with an exponent of its own', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 1, max: 1e30, noNaN: true }), { minLength: 1 }), (values) => {
        const format = write(largestOf(Float64Array.from(values)));
        const units = new Set(values.map((value) => format(value).replace(/^[\d.,]+/, '')));
        expect(units.size).toBe(1);
      }),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cellText, encodeTexts } from './column';
import { ColumnBuilder } from './column-builder';
import { readNumbers, recogniseNumbers } from './number-column';
import { readNumber } from './number-text';
import { readPlainNumber } from './plain-number';

const value = (text: string, decimal: 'point' | 'comma' = 'point') => {
  const reading = readNumber(text, decimal);
  return reading.kind === 'value' ? reading.value : reading.kind;
};
const column = (...texts: string[]) => encodeTexts('Value', texts.length, (row) => texts[row] ?? '');
const notation = (...texts: string[]) => recogniseNumbers(column(...texts), null, (row) => row + 2);

describe('numbers', () => {
  it.each([
    ['12', 12],
    ['-3.5', -3.5],
    ['\u22124', -4],
    ['1e308', 1e308],
    ['.5', 0.5],
    ['+7.', 7],
    ['1,234,567.8', 1234567.8],
    ['1 234.5', 1234.5],
    ['1\u202f234', 1234],
    ["12'345.6", 12345.6],
    ['12,34,567', 1234567],
    ['(1,250)', -1250],
    ['-$1,250.00', -1250],
    ['$-5', -5],
    ['€ 12', 12],
    ['12 EUR', 12],
    ['45 %', 45],
    ['5-', -5],
    ['1.5E+3', 1500],
    ['١٢٣٫٥', 123.5],
    ['１２', 12],
  ])('reads %s', (text, wanted) => expect(value(text)).toBe(wanted));

  it.each([
    ['1.234.567,8', 1234567.8],
    ['1.234', 1234],
    ['0,5', 0.5],
    ['1 234,5 €', 1234.5],
    ['(2,5)', -2.5],
  ])('reads %s with a decimal comma', (text, wanted) => expect(value(text, 'comma')).toBe(wanted));

  it.each(['', '-', '..', 'n/a', 'NA', '–'])('takes %j as missing', (text) => expect(value(text)).toBe('missing'));

  it.each([
    'NaN',
    'Infinity',
    '1e309',
    '12 apples',
    '0x10',
    '1,5',
    '--1',
    'e5',
    '1,23,4',
    '12,34',
    '(-5',
    '((5))x',
    '$',
    '%',
  ])('does not turn %s into a number', (text) => expect(value(text)).toBe('unreadable'));

  it('reads back what is written in any locale', () => {
    const locales = fc.constantFrom('en-GB', 'de-DE', 'fr-FR', 'de-CH', 'hi-IN', 'sv-SE', 'pt-BR');
    const numbers = fc.double({ min: -1e9, max: 1e9, noNaN: true });
    fc.assert(
      fc.property(locales, numbers, (locale, number) => {
        const rounded = Math.round(number * 100) / 100;
        const text = rounded.toLocaleString(locale, { maximumFractionDigits: 2 });
        const decimal = (1.5).toLocaleString(locale).includes(',') ? 'comma' : 'point';
        expect(value(text, decimal)).toBe(rounded === 0 ? 0 : rounded);
      }),
    );
  });
});

describe('the decimal mark of a column', () => {
  it('is decided by any one cell, and says by which', () => {
    expect(notation('1,234', '2,5')).toMatchObject({ decimal: 'comma', decided: true });
    expect(notation('1,234', '2,5').why).toContain('“2,5” stands in row 3');
    expect(notation('1.234', '1.234.567')).toMatchObject({ decimal: 'comma', decided: true });
    expect(notation('1,234', '0.5')).toMatchObject({ decimal: 'point', decided: true });
    expect(notation('0,123', '1,234')).toMatchObject({ decimal: 'comma', decided: true });
  });

  it('is asked for only where no cell decides', () => {
    expect(notation('1,234', '5,678').decided).toBe(false);
    expect(notation('1,234', '5,678').why).toContain('1.234 or 1234'.split(' or ').reverse().join(' or '));
    expect(notation('12', '1500').decided).toBe(true);
    expect(notation('1,200', '300')).toMatchObject({ decimal: 'point', decided: true });
    expect(notation('1.200', '300')).toMatchObject({ decimal: 'comma', decided: true });
    expect(notation('1.234', '300').decided).toBe(false);
    expect(recogniseNumbers(column('1.234', '5.678'), 'comma', () => 0)).toMatchObject({
      decimal: 'comma',
      decided: false,
    });
  });

  it('lists cells that cannot be read', () => {
    const { values, unreadable } = readNumbers(column('1,5', 'wet', '', '2,5'), 'comma');
    expect(Array.from(values)).toEqual([1.5, Number.NaN, Number.NaN, 2.5]);
    expect(Array.from(unreadable)).toEqual([1]);
  });
});

describe('columns of numbers', () => {
  it('keep every plain number as it was written', () => {
    const out = { value: 0, decimals: 0 };
    fc.assert(
      fc.property(fc.stringMatching(/^-?\d{1,12}(\.\d{1,5})?$/), (text) => {
        if (readPlainNumber(text, out)) expect(out.value.toFixed(out.decimals)).toBe(text);
      }),
    );
  });

  it('go over to numbers without losing a cell', () => {
    const texts = Array.from({ length: 40_000 }, (_, i) =>
      i % 997 === 0 ? 'broken' : i % 501 === 0 ? '' : i % 300 === 0 ? '007' : (i * 1.37).toFixed(2),
    );
    const builder = new ColumnBuilder();
    for (const text of texts) builder.push(text);
    const built = builder.build('Value');
    expect(built.kind).toBe('number');
    expect(texts.map((_, row) => cellText(built, row))).toEqual(texts);
  });
});

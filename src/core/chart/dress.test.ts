import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placeLabels } from '../families/ranked-bars/place-labels';
import { palettes } from '../project/palettes';
import { closePairs, partColours, TOO_CLOSE } from '../scale/colour-vision';
import { countryCode } from '../scale/countries';
import { defaultNumbers, locales, numberFormat } from '../scale/number-format';
import { formatInstant, periodLabel } from '../scale/period-format';
import { givenTicks } from '../scale/ticks';
import { matchPictures, monogramOf } from './pictures';
import { fillTokens, spanWords } from './words';

const picture = (id: string, fileName: string) => ({
  id,
  fileName,
  assetId: id,
  mime: 'image/png' as const,
  widthPx: 10,
  heightPx: 10,
});

describe('pictures find their categories', () => {
  it('by name, by a similar name, or not at all', () => {
    const categories = ['Old Tern', 'Sandle Quay', 'Île d’Oyle', 'Marrowick', 'Tern'];
    const pictures = [
      picture('a', 'old_tern.png'),
      picture('b', 'Sandle-Quai.jpg'),
      picture('c', 'ile d oyle.SVG.png'),
      picture('d', 'marrowick harbour logo.png'),
      picture('e', 'zebra.png'),
    ];
    const found = matchPictures(categories, pictures).map(({ category, pictureId, fit }) => [
      pictureId,
      categories[category],
      fit,
    ]);
    expect(found).toContainEqual(['a', 'Old Tern', 'exact']);
    expect(found).toContainEqual(['b', 'Sandle Quay', 'close']);
    expect(found).toContainEqual(['d', 'Marrowick', 'close']);
    expect(found.some(([id]) => id === 'e')).toBe(false);
  });

  it('never gives one picture to two, nor two to one', () => {
    const name = fc.constantFrom('Ann', 'Anne', 'ann', 'Ben', 'Ben 2', 'ben-2', '', 'X');
    fc.assert(
      fc.property(fc.uniqueArray(name), fc.array(name), (categories, files) => {
        const found = matchPictures(
          categories,
          files.map((file, i) => picture(String(i), `${file}.png`)),
        );
        expect(new Set(found.map(({ category }) => category)).size).toBe(found.length);
        expect(new Set(found.map(({ pictureId }) => pictureId)).size).toBe(found.length);
      }),
    );
  });

  it('or by country: code, number or name', () => {
    expect(['FR', 'FRA', '250', 'France', "Côte d'Ivoire", 'fr', 'Gullhaven', ''].map(countryCode)).toEqual([
      'FR',
      'FR',
      'FR',
      'FR',
      'CI',
      null,
      null,
      null,
    ]);
    expect(['Old Tern', 'éclair', '  ', '42nd Street'].map(monogramOf)).toEqual(['OT', 'É', '?', '4S']);
  });
});

describe('colours', () => {
  it('of the shipped palettes can be told apart by everyone', () => {
    for (const { name, colours } of palettes.filter((palette) => palette.colours.length > 1)) {
      expect(closePairs(colours.slice(0, 10)), name).toEqual([]);
    }
  });

  it('that are too close are found for the eyes that confuse them, and moved apart', () => {
    const confused = ['#c8401b', '#5e8c2f', '#8c7a2f'];
    const pairs = closePairs(confused);
    expect(pairs[0]?.difference).toBeLessThan(TOO_CLOSE);
    expect(pairs.some(({ vision }) => vision === 'weak red' || vision === 'weak green')).toBe(true);
    expect(closePairs(partColours(confused, '#fffcf5'))).toEqual([]);
  });
});

describe('labels of a bar', () => {
  it('go out and in without a jump as the bar grows', () => {
    const part = fc.integer({ min: 0, max: 200 });
    fc.assert(
      fc.property(
        part,
        part,
        fc.constantFrom('inside' as const, 'end' as const, 'none' as const),
        fc.boolean(),
        (namePx, valuePx, picture, valueInside) => {
          const at = (barPx: number) =>
            placeLabels({
              barPx,
              namePx,
              valuePx,
              picturePx: picture === 'none' ? 0 : 40,
              gapPx: 8,
              nameInside: true,
              valueInside,
              picture,
            });
          let before = at(0);
          for (let barPx = 1; barPx < 1200; barPx++) {
            const now = at(barPx);
            for (const key of ['name', 'value', 'picture'] as const)
              expect(Math.abs(now[key] - before[key])).toBeLessThan(25);
            before = now;
          }
        },
      ),
      { numRuns: 30 },
    );
  });
});

describe('numbers and dates', () => {
  it('are written in every language, always with as many decimals', () => {
    for (const locale of locales) {
      const format = numberFormat({ ...defaultNumbers, locale, decimals: 1 }, 0);
      expect(format(1234.5).replace(/[^\d]/g, '')).toBe('12345');
      expect(format(-2)).toMatch(/^\u22122\D0$/);
    }
    expect(numberFormat({ ...defaultNumbers, locale: 'de-DE' }, 2)(1234.5)).toBe('1.234,50');
    expect(numberFormat({ ...defaultNumbers, percent: true }, 3)(0.1234)).toBe('12.3%');
    expect(numberFormat({ ...defaultNumbers, grouping: 'none' }, 0)(12345)).toBe('12345');
    expect(numberFormat({ ...defaultNumbers, compact: true, locale: 'de-DE' }, 0)(2.5e6)).toMatch(/2,5\sMio/);
  });

  it('follow patterns', () => {
    const instant = Date.UTC(2004, 7, 9, 7, 5);
    expect(formatInstant(instant, "EEEE, d MMMM yyyy 'at' HH:mm", 'en-GB')).toBe('Monday, 9 August 2004 at 07:05');
    expect(formatInstant(instant, 'dd.MM.yy QQQ w', 'de-DE')).toBe('09.08.04 Q3 33');
    expect(periodLabel('month', { key: '2004-08', instantMs: Date.UTC(2004, 7), spacing: 0 }, '', 'de-DE')).toBe(
      'Aug. 2004',
    );
    expect(periodLabel('text', { key: 'Final', instantMs: null, spacing: 0 }, 'yyyy')).toBe('Final');
  });

  it('put ticks at the person’s own interval, and thin them where they would crowd', () => {
    expect(givenTicks(0, 100, 25, 8).map(({ value }) => value)).toEqual([0, 25, 50, 75, 100]);
    const crowded = givenTicks(0, 1000, 7, 6);
    expect(crowded.length).toBeLessThan(20);
    for (const { value } of crowded) expect(value % 7).toBe(0);
  });
});

describe('words', () => {
  it('fill tokens and leave other braces alone', () => {
    expect(fillTokens('{leader} of {isle} {leader}', (token) => (token === 'leader' ? 'Ann' : null))).toBe(
      'Ann of {isle} Ann',
    );
    expect([spanWords('year', 1.2), spanWords('month', 14), spanWords('text', 0.5)]).toEqual([
      '1 year',
      '14 months',
      'under a step',
    ]);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type DatedKind, datedKinds, periodAt } from './period';
import { recognisePeriods } from './recognise-periods';

const keys = (texts: readonly string[], options = {}) =>
  recognisePeriods(texts, options)?.readings.map((reading) => reading?.key ?? null);

describe('periods', () => {
  it.each([
    [['2001', '2002', 'Total'], 'year', '2001'],
    [['FY2003', 'FY2004'], 'year', '2003'],
    [['2011-12', '2012-13'], 'year', '2011'],
    [['2003/04', '2004/05'], 'year', '2003'],
    [['2001 [a]', '2002 (p)'], 'year', '2001'],
    [['2004 Q3', '2004-Q4'], 'quarter', '2004-Q3'],
    [['Q1 2004', 'Q2/2004'], 'quarter', '2004-Q1'],
    [['3Q04', '4Q04'], 'quarter', '2004-Q3'],
    [['2nd quarter 2004'], 'quarter', '2004-Q2'],
    [['2001-08', '2001-09'], 'month', '2001-08'],
    [['2001M08'], 'month', '2001-08'],
    [['Jan 2004', 'February 2004'], 'month', '2004-01'],
    [['Mär 2004', 'Dezember 2004'], 'month', '2004-03'],
    [['août 2004'], 'month', '2004-08'],
    [['8/2004', '12/2004'], 'month', '2004-08'],
    [['200401', '200402', '200403', '200412'], 'month', '2004-01'],
    [['2004-W31'], 'week', '2004-W31'],
    [['Week 5, 2004'], 'week', '2004-W05'],
    [['2001-08-31', '2001-09-01'], 'day', '2001-08-31'],
    [['2001-08-31T00:00:00', '2001-09-01T00:00:00'], 'day', '2001-08-31'],
    [['31.8.2001', '1.9.2001'], 'day', '2001-08-31'],
    [['1 August 2004', '2nd Aug 2004'], 'day', '2004-08-01'],
    [['Aug 1, 2004'], 'day', '2004-08-01'],
    [['Sunday, 1 August 2004'], 'day', '2004-08-01'],
    [['20040801', '20040802', '20040803', '20040804'], 'day', '2004-08-01'],
    [['2001-08-31T06:30', '2001-09-01T18:00:10+02:00'], 'time', '2001-08-31T06:30:00Z'],
    [['31/8/2001 2:30 pm'], 'time', '2001-08-31T14:30:00Z'],
    [['14:30', '15:00'], 'time', '14:30'],
  ])('recognises %j', (texts, kind, key) => {
    const found = recognisePeriods(texts);
    expect(found?.kind).toBe(kind);
    expect(found?.readings[0]?.key).toBe(key);
  });

  it('refuses days that no calendar has', () => {
    for (const text of ['2001-02-29', '2001-13-01', '2001-00-10', '2004-W54', '2003-W53']) {
      expect(recognisePeriods([text])).toBeNull();
    }
    expect(recognisePeriods(['2000-02-29'])?.kind).toBe('day');
  });

  it('decides between day and month from the whole column, and says by which cell', () => {
    const rowOf = (place: number) => place + 2;
    const dayFirst = recognisePeriods(['01/02/2004', '27/02/2004', '03/03/2004'], { rowOf });
    expect(dayFirst).toMatchObject({ order: 'day-first', decided: true });
    expect(dayFirst?.why).toContain('day first, because 27 stands in first place in row 3');
    expect(keys(['01/02/2004', '02/27/2004'])).toEqual(['2004-01-02', '2004-02-27']);
  });

  it('asks where no cell decides, and takes what is chosen', () => {
    const texts = ['01/02/2004', '02/03/2004'];
    expect(recognisePeriods(texts)).toMatchObject({ decided: false, order: 'day-first' });
    expect(keys(texts, { choice: 'month-first' })).toEqual(['2004-01-02', '2004-02-03']);
    expect(recognisePeriods(texts, { choice: 'month-first' })?.decided).toBe(true);
    expect(recognisePeriods(['01/01/2004', '02/02/2004'])?.decided).toBe(true);
  });

  it('takes bare numbers for dates only where the name says so', () => {
    expect(recognisePeriods(['38200', '38201', '38202', '38203'], { name: 'Passengers' })).toBeNull();
    expect(keys(['38200', '38201'], { name: 'Date' })).toEqual(['2004-08-01', '2004-08-02']);
    expect(recognisePeriods(['1091318400', '1091318460'], { name: 'timestamp' })?.kind).toBe('time');
  });

  it('shows a year over the new year as it is written', () => {
    expect(recognisePeriods(['2003/04', '2004/05'])?.readings[0]?.label).toBe('2003/04');
  });

  it('puts every instant into a period that starts no later and is its own', () => {
    const instants = fc.integer({ min: Date.UTC(1600), max: Date.UTC(2400) });
    fc.assert(
      fc.property(fc.constantFrom<DatedKind>(...datedKinds), instants, (kind, instantMs) => {
        const period = periodAt(kind, instantMs);
        expect(period.instantMs).toBeLessThanOrEqual(instantMs);
        expect(periodAt(kind, period.instantMs ?? 0)).toEqual(period);
        expect(kind === 'time' || recognisePeriods([period.key])?.readings[0]?.key === period.key).toBe(true);
      }),
    );
  });
});

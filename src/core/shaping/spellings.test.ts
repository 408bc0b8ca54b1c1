import { describe, expect, it } from 'vitest';
import { findSpellings, spellingKey } from './spellings';

describe('spellings', () => {
  it('of one name have one key', () => {
    const alike = ['Saint-Oyle', 'saint oyle', 'SAINT  OYLE', 'Saint\u2013Oyle', 'Saint\u200b Oyle.', ' saint_oyle '];
    expect(new Set(alike.map(spellingKey))).toEqual(new Set(['saint oyle']));
    expect(spellingKey('Bàrre & Söhne')).toBe('barre and sohne');
    expect(spellingKey('Ｏyle’s')).toBe('oyle s');
  });

  it('are told by the commonest one; names of marks alone are none', () => {
    const counts = new Map([
      ['Pell Bay', 2],
      ['pell bay', 5],
      ['PELL-BAY', 1],
      ['Oyle', 9],
      ['–', 1],
      ['—', 1],
    ]);
    expect(findSpellings(counts)).toEqual([{ keep: 'pell bay', others: ['Pell Bay', 'PELL-BAY'] }]);
  });
});

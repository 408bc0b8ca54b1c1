import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noteScaleNames, usualNotes } from '../project/data-notes';
import { demoCube } from '../testing/demo-cube';
import { raceProject } from '../testing/projects';
import { dataNotes, noteAt } from './data-notes';
import { tellFilm } from './tell-film';

describe('the data as notes', () => {
  const project = raceProject({});
  const told = (change: Partial<typeof usualNotes> | null) => {
    const pieces = project.film.pieces.map((piece) => ({ ...piece, notes: change && { ...usualNotes, ...change } }));
    return tellFilm({ ...project, film: { ...project.film, pieces } }, new Map([['c1', demoCube()]]));
  };

  it('plays what is chosen, when it happens, from the sides of the names', () => {
    const film = told({});
    const all = dataNotes(film);
    const [piece] = film.pieces;
    if (piece.kind !== 'chart') throw new Error('no chart');
    const leads = piece.family.momentsOf(piece.chart).filter(({ kind }) => kind === 'lead');
    expect(leads.length).toBeGreaterThan(1);
    expect(dataNotes(told({ entries: false, records: false })).map(({ sec }) => sec)).toEqual(
      leads.map(({ timeSec }) => timeSec),
    );
    expect(all.map(({ sec }) => sec)).toEqual(all.map(({ sec }) => sec).sort((a, b) => a - b));
    for (const { side, gainDb } of all) {
      expect(Math.abs(side)).toBeLessThanOrEqual(0.8);
      expect(gainDb).toBe(-18);
    }
    expect(dataNotes(told(null))).toEqual([]);
    expect(dataNotes(told({ leads: false, entries: false, records: false }))).toEqual([]);
  });

  it('is the higher the higher the place, in every scale, and never out of hearing', () => {
    fc.assert(
      fc.property(fc.constantFrom(...noteScaleNames), fc.integer({ min: 36, max: 72 }), (scale, lowest) => {
        let last = Number.POSITIVE_INFINITY;
        for (let rank = 1; rank < 30; rank++) {
          const note = noteAt({ scale, lowest }, rank);
          expect(note).toBeLessThanOrEqual(last);
          expect(note).toBeGreaterThanOrEqual(lowest);
          expect(note).toBeLessThanOrEqual(lowest + 40);
          last = note;
        }
      }),
    );
  });
});

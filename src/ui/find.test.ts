import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { knownFamilies } from '@/core/families/known';
import { controls } from './controls';
import { found, foundBy, ranks } from './find';
import { whyAbsent } from './why-absent';

const all = [
  { name: 'Sample table: Stage coaches' },
  { name: 'Stage', words: 'size ratio' },
  { name: 'Show the stage alone' },
  { name: 'Stagger' },
  { name: 'Source note', words: 'stage direction' },
];
const names = (query: string) => found(query, all).map(({ name }) => name);

describe('a search by name', () => {
  it('has the exact name first, then beginnings, then words, then other words for it', () => {
    expect(names('stage')).toEqual([
      'Stage',
      'Sample table: Stage coaches',
      'Show the stage alone',
      'Source note',
      'Stagger',
    ]);
    expect(names('stag')[0]).toBe('Stage');
    expect(names('table sample')).toEqual(['Sample table: Stage coaches']);
  });

  it('finds names in spite of one wrong letter, after all others', () => {
    expect(names('stager')).toHaveLength(5);
    expect(foundBy('stx', { name: 'Stagger' })).toBeNull();
    expect(foundBy('opasity', { name: 'Opacity' })).toBe('nearly');
    expect(foundBy('opasyti', { name: 'Opacity' })).toBeNull();
  });

  it('puts every control first that is typed by its name', () => {
    for (const { label, words } of controls) {
      const hits = found(
        label,
        controls.map((each) => ({ name: each.label, words: each.words })),
      );
      expect(hits[0]?.name.toLowerCase(), `${label} (${words})`).toBe(label.toLowerCase());
    }
  });

  it('never finds less with less to find, and orders by rank', () => {
    fc.assert(
      fc.property(fc.constantFrom(...controls), fc.nat(12), (control, length) => {
        const query = control.label.slice(0, length);
        expect(foundBy(query, { name: control.label })).not.toBeNull();
        const places = found(
          query,
          controls.map((each) => ({ name: each.label, words: each.words })),
        ).map((each) => ranks.indexOf(foundBy(query, each) ?? 'nearly'));
        expect(places).toEqual([...places].sort((a, b) => a - b));
      }),
    );
  });
});

describe('a control that is not there', () => {
  it('always has a reason, in words', () => {
    for (const { id } of controls)
      for (const family of knownFamilies) expect(whyAbsent(id, family.id), id).toMatch(/^[“A-Z].{15,}\.$/);
  });

  it('is found by what rules it', () => {
    expect(whyAbsent('extra-opacity', 'ranked-bars')).toContain('add one under Extras');
    const ruled = controls
      .map(({ id }) => whyAbsent(id, 'ranked-bars'))
      .filter((why) => why.startsWith('It is there once'));
    expect(ruled.length).toBeGreaterThan(10);
  });
});

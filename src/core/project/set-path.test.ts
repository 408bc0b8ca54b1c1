import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { families, firstFamily } from '../families/registry';
import { raceProject } from '../testing/projects';
import { documentPaths } from './document-paths';
import { readProject } from './read-project';
import { readSetting, withSettings } from './set-path';

const project = raceProject();
const set = (...pairs: readonly (readonly [string, string])[]) =>
  withSettings(
    project,
    pairs.map(([path, value]) => ({ path, value })),
    families,
  );
const done = (...pairs: readonly (readonly [string, string])[]) => {
  const outcome = set(...pairs);
  if (!outcome.ok) throw new Error(outcome.issues.map(({ message }) => message).join('\n'));
  return outcome.value;
};
const said = (...pairs: readonly (readonly [string, string])[]) =>
  set(...pairs)
    .issues.map(({ message }) => message)
    .join('\n');

describe('setting a value by its path', () => {
  it('reaches the chart, its own part and the film', () => {
    const changed = done(
      ['dress.bars.direction', 'standing'],
      ['own.places', '8'],
      ['film.stage.background.colour', '#102030'],
      ['text.title', 'A = B'],
      ['dress.axis.parts', 'null'],
      ['dress.bars.ranks', 'no'],
      ['axis.targets', '[{"value":5,"label":"Goal"}]'],
      ['dress.colour.ramp.1', '#abcdef'],
    );
    const [chart] = changed.charts;
    expect(chart?.dress.bars).toMatchObject({ direction: 'standing', ranks: false });
    expect(chart?.own).toMatchObject({ places: 8 });
    expect(chart?.text.title).toBe('A = B');
    expect(chart?.axis.targets).toEqual([{ value: 5, label: 'Goal' }]);
    expect(chart?.dress.colour.ramp).toEqual(['#9CCFC4', '#abcdef']);
    expect(changed.film.stage.background).toEqual({ kind: 'plain', colour: '#102030' });
    expect(project).toEqual(raceProject());
  });

  it('changes the kind of a thing, with what it then needs', () => {
    const changed = done(
      ['own.domain.kind', 'given'],
      ['own.domain.min', '-5'],
      ['own.domain.max', '9'],
      ['film.stage.background.kind', 'linear'],
      ['film.stage.background.to', '#000000'],
      ['film.stage.background.angleDeg', '90'],
    );
    expect(changed.charts[0]?.own).toMatchObject({ domain: { kind: 'given', min: -5, max: 9 } });
    expect(changed.film.stage.background).toEqual({
      kind: 'linear',
      colour: '#FFFCF5',
      to: '#000000',
      angleDeg: 90,
    });
    expect(done(['own.domain', '{"kind":"fixed"}']).charts[0]?.own).toMatchObject({ domain: { kind: 'fixed' } });
    expect(done(['film.stage.box', '{"x":0.1,"y":0.1,"width":0.5,"height":0.5}']).film.stage.box?.width).toBe(0.5);
    expect(said(['own.domain.kind', 'given'])).toContain('own.domain');
  });

  it.each([
    ['dress.bar.direction', 'dress.bars.direction'],
    ['bars.direction', 'dress.bars.direction'],
    ['own.place', 'own.places'],
    ['film.stage.widht', 'film.stage.widthPx'],
    ['places', 'own.places'],
  ])('says for %s that %s is nearest', (wrong, right) => {
    expect(said([wrong, '1'])).toBe(`There is no ${wrong}. Did you mean ${right}? “tempo controls” lists all.`);
  });

  it.each([
    ['own.places', '99', 'less than or equal to 50'],
    ['own.places', 'many', 'must be a number'],
    ['own.places', '', 'must be a number'],
    ['own.places', '2.5', 'integer'],
    ['dress.bars.direction', 'sideways', '[lying, standing]'],
    ['dress.bars.ranks', 'perhaps', 'boolean'],
    ['film.stage.background.colour', 'red', 'a colour such as #c8401b'],
    ['pace.holdStartSec', '-1', 'greater than or equal to 0'],
    ['axis.targets', 'oops', 'array'],
    ['dress.colour.ramp.0', 'blue', 'a colour such as #c8401b'],
  ])('says path and rule for %s=%s', (path, value, rule) => {
    const words = said([path, value]);
    expect(words).toContain(path.replace(/\.\d+$/, ''));
    expect(words).toContain(rule);
  });

  it('takes any number in its range and none outside, for every path that is a number', () => {
    const paths = documentPaths(firstFamily).filter(({ type, range }) => type === 'number' && range);
    expect(paths.length).toBeGreaterThan(40);
    const skipped = /^(film\.(stage\.(box|background)|beat)|own\.domain|play\.lengthSec)/;
    for (const { path, range, whole } of paths.filter((each) => !skipped.test(each.path))) {
      const [low, high] = [range?.[0] ?? -100, range?.[1] ?? 100];
      fc.assert(
        fc.property(fc.double({ min: low, max: high, noNaN: true }), (number) => {
          const value = whole ? Math.round(number) : number;
          if (path === 'axis.interval' && value <= 0) return;
          expect(set([path, String(value)]).ok, `${path}=${value}`).toBe(true);
        }),
        { numRuns: 3 },
      );
      if (range?.[1] !== null) expect(set([path, String(high + 1)]).ok, path).toBe(false);
    }
  });

  it('never makes a project that cannot be read', () => {
    const words = fc.tuple(
      fc.constantFrom(...documentPaths(firstFamily).map(({ path }) => path)),
      fc.oneof(fc.string(), fc.double().map(String), fc.constantFrom('null', 'true', '[]', '{}', '#123456')),
    );
    fc.assert(
      fc.property(fc.array(words, { maxLength: 3 }), (pairs) => {
        const outcome = set(...pairs);
        if (outcome.ok) expect(readProject(JSON.parse(JSON.stringify(outcome.value)), families).ok).toBe(true);
        else expect(outcome.issues[0]?.message).not.toBe('');
      }),
      { numRuns: 300 },
    );
  });
});

describe('a setting as it is typed', () => {
  it('splits at the first sign', () => {
    expect(readSetting('text.title=A = B')).toMatchObject({ ok: true, value: { path: 'text.title', value: 'A = B' } });
    expect(readSetting('text.title=')).toMatchObject({ ok: true, value: { value: '' } });
  });

  it.each(['own.places', '=8', ''])('refuses %j', (text) => {
    expect(readSetting(text).issues[0]?.message).toContain('PATH=VALUE');
  });
});

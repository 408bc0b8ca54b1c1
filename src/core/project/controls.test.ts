import { describe, expect, it } from 'vitest';
import { families } from '../families/registry';
import { documentPaths } from './document-paths';
import { dressControls } from './dress-controls';
import { paceControls } from './pace-controls';

describe.each(families.map((family) => [family.id, family] as const))('controls of %s', (_, family) => {
  const paths = new Map(documentPaths(family).map((each) => [each.path, each]));
  const specs = [...dressControls, ...paceControls, ...family.controls];

  it('have names of their own', () => {
    expect(new Set(specs.map(({ id }) => id)).size).toBe(specs.length);
  });

  it.each(specs.map((spec) => [spec.id, spec] as const))(
    '%s sets what the schema takes',
    (__, { path, input, when }) => {
      // An item of a list is set by its place.
      const known = paths.get(path) ?? paths.get(path.replace(/\.\d+$/, ''));
      const inside = [...paths.keys()].some((each) => each.startsWith(`${path}.`));
      expect(known !== undefined || inside, path).toBe(true);
      for (const { path: condition } of when ?? []) expect(paths.has(condition), condition).toBe(true);
      if (input.kind === 'number') expect(known?.range).toEqual(input.range);
      if (input.kind === 'text') expect(known?.maxLength).toBe(input.maxLength);
      if (input.kind === 'switch') expect(known?.type).toBe('yes-no');
      if (input.kind === 'pick' || input.kind === 'select')
        for (const { value } of input.choices) expect(known?.choices).toContain(value);
    },
  );

  it('stand for paths that all say what they mean', () => {
    const silent = documentPaths(family).filter(({ meaning }) => meaning === '');
    expect(silent.map(({ path }) => path)).toEqual([]);
  });
});

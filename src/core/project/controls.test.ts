import { describe, expect, it } from 'vitest';
import { families } from '../families/registry';
import { raceProject } from '../testing/projects';
import { defaultCard } from './card';
import type { ControlSpec } from './control-spec';
import { cardControls } from './controls/card-controls';
import { extraControls } from './controls/extra-controls';
import { gapControl } from './controls/shape-controls';
import { stageControls } from './controls/stage-controls';
import { documentPaths } from './document-paths';
import { putAt, valueAt } from './document-value';
import { dressControls } from './dress-controls';
import type { Extra } from './film-parts';
import { paceControls } from './pace-controls';
import { readProject } from './read-project';
import { cardSchema } from './schema/card-schema';

/** The specification with its conditions counted from the film instead of the stage. */
const inFilm = (spec: ControlSpec): ControlSpec => ({
  ...spec,
  ...(spec.when ? { when: spec.when.map((each) => ({ ...each, path: `film.stage.${each.path}` })) } : {}),
});

const extra: Extra = {
  id: 'e',
  kind: 'text',
  name: '',
  anchor: { kind: 'stage', corner: 'top-left', dx: 0, dy: 0 },
  width: 1,
  height: 1,
  opacity: 1,
  colour: '#000000',
  stroke: 1,
  pictureId: '',
  text: '',
  fontFamily: 'Archivo',
  fontWeight: 400,
  behind: false,
  from: null,
  to: null,
  fadeSec: 0,
};

/** Does a project hold with the extra's value at this path? */
function holds(path: string, value: unknown): boolean {
  const changed = structuredClone(extra);
  putAt(changed, path, value);
  const project = structuredClone(raceProject());
  return readProject(
    {
      ...project,
      film: { ...project.film, pieces: project.film.pieces.map((piece) => ({ ...piece, extras: [changed] })) },
    },
    families,
  ).ok;
}

describe('controls of an extra', () => {
  it.each(extraControls.map((spec) => [spec.id, spec] as const))('%s sets what the schema takes', (_, spec) => {
    const { path, input } = spec;
    if (input.kind === 'number') {
      const [low, high] = input.range;
      expect([low, high].map((value) => holds(path, value))).toEqual([true, true]);
      expect([low - input.step, high + input.step].map((value) => holds(path, value))).toEqual([false, false]);
    } else if (input.kind === 'text') {
      expect(holds(path, 'x'.repeat(input.maxLength))).toBe(true);
      expect(holds(path, 'x'.repeat(input.maxLength + 1))).toBe(false);
    } else expect(holds(path, input.kind === 'switch' ? true : '#abcdef')).toBe(true);
    for (const { path: condition } of spec.when ?? []) expect(extra).toHaveProperty(condition);
  });
});

describe.each(families.map((family) => [family.id, family] as const))('controls of %s', (_, family) => {
  const paths = new Map(documentPaths(family).map((each) => [each.path, each]));
  const onStage = stageControls.map((spec): ControlSpec => ({ ...inFilm(spec), path: `film.stage.${spec.path}` }));
  const specs = [gapControl, ...dressControls, ...onStage, ...paceControls, ...family.controls];

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

describe('controls of a card', () => {
  const card = defaultCard('opening');
  it.each(cardControls.map((spec) => [spec.id, spec] as const))(
    '%s sets what the schema takes',
    (_, { path, input }) => {
      const fits = (value: unknown) => {
        const changed = structuredClone(card);
        putAt(changed, path, value);
        return cardSchema.validate(changed, { convert: false }).error === undefined;
      };
      expect(fits(valueAt(card, path))).toBe(true);
      if (input.kind === 'number') {
        const [low, high] = input.range;
        expect([low, high, low - input.step, high + input.step].map(fits)).toEqual([true, true, false, false]);
      } else if (input.kind === 'text') {
        expect([fits('x'.repeat(input.maxLength)), fits('x'.repeat(input.maxLength + 1))]).toEqual([true, false]);
      } else if (input.kind === 'select') {
        for (const { value } of input.choices) expect(fits(value)).toBe(true);
        expect(fits('nothing of the kind')).toBe(false);
      } else expect(fits(true)).toBe(true);
    },
  );
});

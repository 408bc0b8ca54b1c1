import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { families } from '../../families/registry';
import { raceProject } from '../../testing/projects';
import { readProject } from '../read-project';
import { migrations } from '.';
import { from3 } from './3';
import { broughtUpToDate } from './up-to-date';

const race = { places: 7, order: 'smallest', swapMode: 'over-period', domain: { kind: 'fixed' }, momentWords: {} };
const extra = (kind: string, id = kind) => ({ id, anchor: { kind, category: 'A', dx: 1, dy: 2 }, text: 'x' });
const version3 = {
  version: 3,
  charts: [{ id: 'c1', family: 'ranked-bars', between: 'step', gaps: 'zero', ...race }],
  film: {
    stage: { widthPx: 100 },
    framesPerSec: 30,
    sequence: ['c1'],
    extras: [extra('bar'), extra('stage')],
    captions: [{ id: 'k' }],
    sounds: [],
  },
};

describe('version 3', () => {
  it('gives the family its own part and the film a piece', () => {
    expect(from3(version3)).toEqual({
      version: 4,
      charts: [
        {
          id: 'c1',
          family: 'ranked-bars',
          familyVersion: 1,
          play: { kind: 'through-time' },
          between: 'step',
          gaps: 'zero',
          own: race,
        },
      ],
      film: {
        stage: { widthPx: 100 },
        framesPerSec: 30,
        sounds: [],
        pieces: [
          {
            id: 'piece-1',
            name: '',
            on: true,
            content: { kind: 'chart', chartId: 'c1' },
            extras: [extra('mark', 'bar'), extra('stage')],
            captions: [{ id: 'k' }],
          },
        ],
      },
    });
  });

  it('keeps what lay over the film over the first piece alone', () => {
    const { film } = from3({ ...version3, film: { ...version3.film, sequence: ['c1', 'c2'] } }) as {
      film: { pieces: { extras: unknown[]; captions: unknown[] }[] };
    };
    expect(film.pieces.map(({ extras, captions }) => [extras.length, captions.length])).toEqual([
      [2, 1],
      [0, 0],
    ]);
  });
});

describe('damaged documents of any version', () => {
  it('are refused with paths, never by a crash', () => {
    const whole = JSON.parse(JSON.stringify(raceProject()));
    const keys = fc.constantFrom('charts', 'film', 'tables', 'pictures', 'fonts', 'name', 'id');
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), keys, fc.jsonValue(), (version, key, value) => {
        const outcome = readProject({ ...whole, version, [key]: value }, families);
        if (!outcome.ok) for (const { message } of outcome.issues) expect(message).toMatch(/\S/);
      }),
      { numRuns: 400 },
    );
  });
});

describe('bringing up to date', () => {
  const steps = {
    1: (document: Record<string, unknown>) => ({ ...document, version: 2, second: true }),
    2: (document: Record<string, unknown>) => ({ ...document, version: 3, third: true }),
  };

  it('runs one step after the other, from any version', () => {
    expect(broughtUpToDate({ version: 1 }, 3, steps, 'look')).toMatchObject({
      ok: true,
      value: { version: 3, second: true, third: true },
    });
    expect(broughtUpToDate({ version: 3, kept: 1 }, 3, steps, 'look')).toMatchObject({ value: { kept: 1 } });
  });

  it.each([0, -1, 1.5, 'one', undefined, null])('refuses the unknown version %j', (version) => {
    expect(broughtUpToDate({ version }, 3, steps, 'look').issues[0]?.code).toBe('unknown-version');
  });

  it('refuses a newer version by what it is', () => {
    expect(broughtUpToDate({ version: 4 }, 3, steps, 'look').issues[0]?.message).toContain(
      'This look was saved by a newer',
    );
  });

  it('knows every version of projects that there was', () => {
    expect(Object.keys(migrations)).toEqual(['1', '2', '3', '4', '5', '6', '7', '8', '9', '10']);
  });
});

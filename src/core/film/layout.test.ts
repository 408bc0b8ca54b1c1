import { describe, expect, it } from 'vitest';
import { noBuild } from '../pace/pace';
import type { Chart } from '../project/chart';
import type { Dress } from '../project/dress';
import type { Caption } from '../project/film-parts';
import { looks } from '../project/looks';
import type { Project } from '../project/project';
import type { Cube } from '../shaping/cube';
import { cubeOf, measureBySize } from '../testing/films';
import { filmOf, type RaceChange, raceProject } from '../testing/projects';
import { seenTexts, textFaults } from '../testing/scene-boxes';
import { sceneAt } from './scene-at';

const ratios = {
  '16:9': [1920, 1080],
  '9:16': [1080, 1920],
  '1:1': [1080, 1080],
  '4:5': [1080, 1350],
  '3:2': [1620, 1080],
  '2:3': [1080, 1620],
  '4:3': [1440, 1080],
  strip: [3840, 800],
} as const;

function projectOf(
  change: RaceChange,
  [widthPx, heightPx]: readonly [number, number],
  background = looks[0]?.background,
  captions: readonly Caption[] = [],
): Project {
  return raceProject(change, { stage: { widthPx, heightPx, ...(background ? { background } : {}) }, captions });
}

/** Values that cross often, some of them negative or missing, from the given size. */
function lively(periods: number, categories: number, size: number, negative = false): Cube {
  const rows = Array.from({ length: periods }, (_, p) =>
    Array.from({ length: categories }, (_, c) => {
      const wave = Math.sin(p * 1.7 + c * 2.3) + Math.sin(p * 0.6 + c);
      if (p > 0 && p < periods - 1 && (p + c) % 11 === 0) return null;
      return (negative ? wave : 3 + wave) * size * (1 + c / categories);
    }),
  );
  const cube = cubeOf(rows);
  const names = [
    'Gullhaven',
    'North Tern Rock and the Lesser Skerries with all their lighthouses',
    'Øy',
    'Saltmere Old Harbour',
  ];
  return {
    ...cube,
    categories: cube.categories.map((_, c) => `${names[c % names.length]} ${c}`),
    colours: cube.categories.map((_, c) => `Isle ${c % 5}`),
  };
}

const words = {
  title: 'The busiest harbours of the Saltmere Isles, as they have never been seen before by anyone at all',
  subtitle: 'Passengers a year, in {period}, {total} in all',
  source: 'Source: made up for the tests, with a note that goes on for a good deal longer than any note should go on',
  total: 'Total {total}',
  leader: '{leader}, in front for {reign}',
};

const counters: Dress['counters'] = {
  stamp: { shown: true, at: 'auto' },
  total: { shown: true, at: 'auto' },
  leader: { shown: true, at: 'auto' },
};

function faultsOver(project: Project, cube: Cube, count: number): string[] {
  const film = filmOf(project, cube);
  const faults: string[] = [];
  for (let i = 0; i <= count; i++) {
    const timeSec = (film.lengthSec * i) / count;
    faults.push(
      ...textFaults(sceneAt(film, timeSec), measureBySize).map((fault) => `${timeSec.toFixed(2)} s: ${fault}`),
    );
  }
  return faults;
}

describe('texts keep apart and stay on stage', () => {
  for (const look of looks) {
    it(`in the look ${look.name}, at every ratio`, () => {
      const cube = lively(5, 14, 1234.5);
      for (const [name, size] of Object.entries(ratios)) {
        const dress = { ...look.dress, counters: { ...counters, stamp: look.dress.counters.stamp } };
        const faults = faultsOver(projectOf({ text: words, dress, places: 10 }, size, look.background), cube, 19);
        expect(faults.slice(0, 3), `${look.name} at ${name}`).toEqual([]);
      }
    });
  }

  it.each([1, 2, 5, 12, 25, 50])('with %d places and huge values', (places) => {
    const cube = lively(4, 60, 1e15);
    for (const direction of ['lying', 'standing'] as const) {
      for (const [name, size] of Object.entries(ratios)) {
        const base = (looks[0] as (typeof looks)[number]).dress;
        const dress = { ...base, counters, bars: { ...base.bars, direction } };
        const faults = faultsOver(projectOf({ text: words, dress, places }, size), cube, 13);
        expect(faults.slice(0, 3), `${direction} at ${name}`).toEqual([]);
      }
    }
  });

  const base = (looks[0] as (typeof looks)[number]).dress;
  const variants: readonly (readonly [string, Partial<Dress>])[] = [
    ['names and values inside', { bars: { ...base.bars, names: 'inside', values: 'inside' } }],
    ['names inside, values outside', { bars: { ...base.bars, names: 'inside' } }],
    ['names in two lines', { bars: { ...base.bars, longNames: 'wrap' } }],
    ['names that shrink', { bars: { ...base.bars, longNames: 'shrink' } }],
    ['pictures beside', { pictures: { ...base.pictures, shown: true, at: 'beside' } }],
    ['pictures at the end', { pictures: { ...base.pictures, shown: true, at: 'end', shape: 'plain' } }],
    [
      'pictures inside',
      { pictures: { ...base.pictures, shown: true, at: 'inside' }, bars: { ...base.bars, names: 'inside' } },
    ],
    ['groups and a legend', { colour: { ...base.colour, by: 'group' }, legend: { ...base.legend, shown: 'always' } }],
    [
      'a ramp and its legend on top',
      { colour: { ...base.colour, by: 'value' }, legend: { ...base.legend, at: 'top' } },
    ],
    [
      'all counters at the lower left',
      {
        counters: {
          stamp: { shown: true, at: 'bottom-start' },
          total: { shown: true, at: 'bottom-start' },
          leader: { shown: true, at: 'bottom-start' },
        },
      },
    ],
    [
      'all counters at the upper left',
      {
        counters: {
          stamp: { shown: true, at: 'top-start' },
          total: { shown: true, at: 'top-start' },
          leader: { shown: true, at: 'top-start' },
        },
      },
    ],
    ['ticks at the far side', { axis: { ...base.axis, side: 'end' } }],
    ['ticks on both sides', { axis: { ...base.axis, side: 'both' } }],
    ['a rolling stamp', { rollingStamp: true }],
  ];
  it.each(variants)('with %s', (_, change) => {
    const axis = {
      name: 'Passengers a year',
      interval: null,
      average: true,
      targets: [
        { value: 4000, label: 'Goal' },
        { value: 4100, label: 'Another goal' },
      ],
      bands: [
        { from: 2500, to: 1500, label: 'Usual range' },
        { from: 2400, to: 3900, label: 'Another range' },
      ],
    };
    for (const direction of ['lying', 'standing'] as const) {
      for (const negative of [false, true]) {
        for (const size of [ratios['16:9'], ratios['9:16']]) {
          const bars = { ...(change.bars ?? base.bars), direction };
          const dress = { ...base, counters, ...change, bars };
          const opening = { ...noBuild, how: 'slide' as const, words: 'slide' as const };
          const { pace } = raceProject().charts[0] as Chart;
          const moving = projectOf(
            {
              text: words,
              dress,
              places: 8,
              axis,
              gaps: negative ? 'absent' : 'bridge',
              pace: { ...pace, opening, closing: { ...opening, order: 'random' as const } },
            },
            size,
          );
          const faults = faultsOver(moving, lively(5, 12, 1500, negative), 61);
          expect(
            faults.slice(0, 3),
            `${direction}, ${negative ? 'mixed signs' : 'positive'}, ${size.join(' x ')}`,
          ).toEqual([]);
        }
      }
    }
  });

  it('with captions, at either end', () => {
    for (const at of ['top', 'bottom'] as const) {
      const caption = {
        id: 'k',
        text: `${words.title} {leader}`,
        from: { periodKey: '2000', share: 0 },
        to: { periodKey: '2004', share: 1 },
      };
      const dress = { ...base, counters, captions: { at, panel: true } };
      const film = projectOf({ text: words, dress }, ratios['1:1'], undefined, [caption]);
      expect(faultsOver(film, lively(5, 12, 1500), 31).slice(0, 3)).toEqual([]);
    }
  });
});

describe('golden scenes', () => {
  it.each(looks.map((look) => [look.name, look] as const))('of the look %s stand as they did', (_, look) => {
    const summary = Object.entries(ratios).map(([name, size]) => {
      const project = projectOf({ text: words, dress: look.dress, places: 6 }, size, look.background);
      const film = filmOf(project, lively(4, 9, 100));
      const scene = sceneAt(film, film.lengthSec * 0.4);
      const texts = seenTexts(scene, measureBySize).map(
        ({ node, left, bottom, opacity }) =>
          `${node.id} ${node.text} ${Math.round(left)} ${Math.round(bottom)} ${Math.round(node.font.sizePx)} ${opacity.toFixed(1)}`,
      );
      return `${name}\n${texts.join('\n')}`;
    });
    expect(summary.join('\n\n')).toMatchSnapshot();
  });
});

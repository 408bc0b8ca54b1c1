import type { MomentKind } from '../motion/moments';
import { noBuild } from '../pace/pace';
import { defaultNumbers } from '../scale/number-format';
import type { Cube } from '../shaping/cube';
import type { Fields } from '../shaping/fields';
import { defaultDress } from './dress';
import { type Chart, PROJECT_VERSION, type Project, type TableEntry } from './project';

/** How moments are told before the person says otherwise. */
export const defaultMomentWords: Readonly<Record<MomentKind, string>> = {
  lead: '{name} takes the lead',
  entry: '{name} comes on stage',
  exit: '{name} leaves the stage',
  record: 'A record: {name} reaches {value}',
  climb: '{name} climbs {places} places',
  fall: '{name} falls {places} places',
  reign: '{name} leads for {length}',
};

/** A chart as it starts out, before the person has touched anything. */
export function defaultChart(id: string, tableId: string, fields: Fields): Chart {
  return {
    id,
    family: 'ranked-bars',
    tableId,
    fields,
    group: '',
    text: { title: '', subtitle: '', source: '', total: 'Total {total}', leader: '{leader}, in front for {reign}' },
    colours: [],
    highlights: [],
    pictures: [],
    numbers: defaultNumbers,
    datePattern: '',
    axis: { name: '', interval: null, average: false, targets: [] },
    dress: defaultDress,
    momentWords: defaultMomentWords,
    pace: {
      length: { by: 'whole', sec: 20 },
      holdStartSec: 0.5,
      holdEndSec: 1.5,
      swapSec: 0.5,
      restShare: 0,
      ease: 'even',
      sharing: 'even',
      beats: [],
      slowAtSwaps: 0,
      opening: noBuild,
      closing: noBuild,
    },
    places: 10,
    order: 'largest',
    between: 'monotone',
    gaps: 'bridge',
    swapMode: 'at-crossing',
    domain: { kind: 'following' },
  };
}

/** A project with one table and one chart of it. */
export function defaultProject(id: string, name: string, table: TableEntry, chart: Chart): Project {
  return {
    format: 'plucky-tempo-project',
    version: PROJECT_VERSION,
    id,
    name,
    tables: [table],
    charts: [chart],
    film: {
      stage: {
        widthPx: 1920,
        heightPx: 1080,
        background: { kind: 'plain', colour: '#FFFCF5' },
        margins: { top: 5, right: 5, bottom: 4, left: 5 },
        box: null,
      },
      framesPerSec: 60,
      sequence: [chart.id],
      extras: [],
      captions: [],
      sounds: [],
    },
    pictures: [],
    fonts: [],
  };
}

/**
 * Seconds that a first film of this data lasts: about two thirds of a second a period, from 8 to 60 seconds, with the usual holds.
 */
export function suggestLengthSec(cube: Cube): number {
  return Math.min(60, Math.max(8, Math.round((cube.periods.length - 1) * 0.65 + 2)));
}

/** Places for a first race: all categories up to ten, never more than fit. */
export function suggestPlaces(cube: Cube): number {
  return Math.min(10, Math.max(1, cube.categories.length));
}

/** A title to start with, from the file's name: `ferry_passengers-2020.csv` becomes `Ferry passengers 2020`. */
export function titleFromFileName(fileName: string): string {
  const words = fileName
    .replace(/\.[a-z0-9]{1,8}$/i, '')
    .replace(/[_\-.]+/g, ' ')
    .trim();
  return words.charAt(0).toUpperCase() + words.slice(1);
}

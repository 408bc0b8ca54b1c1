import { noBuild, type Pace } from '../pace/pace';
import { defaultNumbers } from '../scale/number-format';
import type { Cube } from '../shaping/cube';
import type { Fields } from '../shaping/fields';
import { builtPlay, type Chart } from './chart';
import { defaultDress } from './dress';
import type { KnownFamily } from './family-document';
import type { Film, FilmPiece, PieceContent } from './film';
import { usualPanes } from './panes';
import { PROJECT_VERSION, type Project } from './project';
import { usualMix } from './sound';
import type { TableEntry } from './table-entry';
import { cut } from './transition';

/** A piece as it starts out. @param content What it shows; the id of a chart for that chart. */
export function freshPiece(id: string, shown: string | PieceContent): FilmPiece {
  const content: PieceContent = typeof shown === 'string' ? { kind: 'chart', chartId: shown } : shown;
  return {
    id,
    name: '',
    on: true,
    content,
    ownLook: false,
    into: cut,
    onBeat: null,
    notes: null,
    extras: [],
    captions: [],
  };
}

/** The pace of a new chart. */
export const defaultPace: Pace = {
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
};

/** A chart as it starts out, before the person has touched anything. */
export function defaultChart(id: string, tableId: string, fields: Fields, family: KnownFamily): Chart {
  const [kind] = family.plays;
  return {
    id,
    family: family.id,
    familyVersion: family.document.version,
    tableId,
    fields,
    group: '',
    play: kind === 'built' || kind === undefined ? builtPlay : { kind },
    between: 'monotone',
    gaps: 'bridge',
    text: { title: '', subtitle: '', source: '', total: 'Total {total}', leader: '{leader}, in front for {reign}' },
    colours: [],
    highlights: [],
    pictures: [],
    numbers: defaultNumbers,
    datePattern: '',
    focuses: [],
    panes: usualPanes,
    axis: { name: '', interval: null, average: false, targets: [], bands: [] },
    dress: defaultDress,
    pace: defaultPace,
    own: family.document.defaults(null),
    kept: [],
  };
}

/** What tells a fresh project from another: its ids, its words, its values as far as they are known. */
export interface FreshProject {
  readonly ids: { readonly project: string; readonly chart: string; readonly piece: string };
  readonly title: string;
  readonly subtitle?: string;
  readonly source?: string;
  /** What stands behind each value. */
  readonly suffix?: string;
  readonly table: TableEntry;
  readonly fields: Fields;
  readonly family: KnownFamily;
  /** null where the table could not be shaped yet. */
  readonly cube: Cube | null;
}

/** A project with one table and one chart of it, its length and its own part suited to the values. */
export function freshProject({ ids, title, table, fields, family, cube, ...words }: FreshProject): Project {
  const plain = defaultChart(ids.chart, table.id, fields, family);
  const chart: Chart = {
    ...plain,
    text: { ...plain.text, title, subtitle: words.subtitle ?? '', source: words.source ?? '' },
    numbers: { ...plain.numbers, suffix: words.suffix ?? '' },
    pace: cube ? { ...plain.pace, length: { by: 'whole', sec: suggestLengthSec(cube) } } : plain.pace,
    own: family.document.defaults(cube),
  };
  return defaultProject({ id: ids.project, name: title, pieceId: ids.piece }, table, chart);
}

/** A film as it starts out, without its pieces. */
export const freshFilm: Omit<Film, 'pieces'> = {
  stage: {
    widthPx: 1920,
    heightPx: 1080,
    background: { kind: 'plain', colour: '#FFFCF5' },
    margins: { top: 5, right: 5, bottom: 4, left: 5 },
    box: null,
  },
  framesPerSec: 60,
  overlays: [],
  sounds: [],
  mix: usualMix,
  beat: null,
};

/** A project with one table and one chart of it. */
export function defaultProject(
  { id, name, pieceId = 'piece-1' }: { readonly id: string; readonly name: string; readonly pieceId?: string },
  table: TableEntry,
  chart: Chart,
): Project {
  return {
    format: 'plucky-tempo-project',
    version: PROJECT_VERSION,
    id,
    name,
    tables: [table],
    charts: [chart],
    film: { ...freshFilm, pieces: [freshPiece(pieceId, chart.id)] },
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

/** A title to start with, from the file's name: `ferry_passengers-2020.csv` becomes `Ferry passengers 2020`. */
export function titleFromFileName(fileName: string): string {
  const words = fileName
    .replace(/\.[a-z0-9]{1,8}$/i, '')
    .replace(/[_\-.]+/g, ' ')
    .trim();
  return words.charAt(0).toUpperCase() + words.slice(1);
}

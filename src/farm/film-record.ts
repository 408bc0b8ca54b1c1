import type { FilmSpan } from '@/core/film/cut-film';
import type { ExportForm } from '@/core/project/export-form';
import type { Stage } from '@/core/project/farm-job';

/** How a film of a farm is handed over. */
export type FilmForm = Extract<ExportForm, { kind: 'film' }>;

/** A span of a film, and where it lies in the store once it is made. */
export interface FarmSpan extends FilmSpan {
  readonly part: string;
}

/** A film that a farm makes: all that its stages need to know. Keys are those of the store. */
export interface FilmRecord {
  /** The name of the finished file. */
  readonly name: string;
  readonly form: FilmForm;
  readonly frames: number;
  readonly framesPerSec: number;
  /** The document, and the keys of its values and files. */
  readonly pack: string;
  /** Everything that is read to make it, the pack too. */
  readonly needs: readonly string[];
  readonly spans: readonly FarmSpan[];
  /** null where nothing is heard. */
  readonly sound: string | null;
  /** The spans and the sound, put together. */
  readonly joined: string;
}

/** What a worker is given: which stage of which film. */
export interface StageOrder {
  readonly job: number;
  readonly film: number;
  /** The span's number; 0 for other stages. */
  readonly span: number;
}

/** The name of a stage in the queue: the same stage never stands there twice. */
export function stageId({ job, film, span }: StageOrder, stage: Stage): string {
  const letter = { span: `s${span}`, sound: 'sound', join: 'join', 'hand-over': 'hand-over' }[stage];
  return `${job}-${film}-${letter}`;
}

/** Where a finished film is handed over in the store. */
export const handedKey = (job: number, { name }: Pick<FilmRecord, 'name'>) => `films/${job}/${name}`;

/** All that a film has in the store until it is cleaned away, besides what was handed over. */
export function keysOf({ needs, spans, sound, joined }: FilmRecord): string[] {
  return [...needs, ...spans.map(({ part }) => part), ...(sound ? [sound] : []), joined];
}

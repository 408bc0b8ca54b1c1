import type { Cubes } from '@/core/film/prepare-film';
import type { ExportErrorCode } from '@/core/project/export-error-codes';
import type { ExportForm } from '@/core/project/export-form';
import type { FontBytes, ImageBytes, SoundBytes } from '@/core/project/film-media';
import type { Project } from '@/core/project/project';

/** What a film needs beside its document: the pictures and the person's own fonts. */
export interface FilmAssets {
  readonly images: readonly ImageBytes[];
  readonly fonts: readonly FontBytes[];
}

/** What is to be exported, and of what. */
export interface ExportOrder {
  readonly project: Project;
  /** The values of each chart that plays. */
  readonly cubes: Cubes;
  readonly form: ExportForm;
  readonly baseUrl: string;
  readonly fileName: string;
  /** What the person calls the file, where it is written under another name: frames of a sequence are called after it. */
  readonly shownName?: string;
  readonly assets: FilmAssets;
  /** The files of the sounds that are heard. */
  readonly sounds?: readonly SoundBytes[];
}

/** A finished file: on the browser's private disk, in memory, or where the person wanted it. */
export type ExportedFile =
  | { readonly kind: 'private-file'; readonly name: string }
  | { readonly kind: 'bytes'; readonly bytes: ArrayBuffer }
  | { readonly kind: 'picked' };

/** How an export ended. */
export type ExportResult =
  | { readonly ok: true; readonly file: ExportedFile }
  | { readonly ok: false; readonly code: ExportErrorCode; readonly message: string };

/** Exports films in any form. One at a time. */
export interface ExportWorkerApi {
  /** @param handle A place on the person's disk to write to directly; null for the private disk. */
  run(
    order: ExportOrder,
    onProgress: (done: number, count: number) => void,
    handle: FileSystemFileHandle | null,
  ): Promise<ExportResult>;
  pause(paused: boolean): Promise<void>;
  cancel(): Promise<void>;
  zip(files: readonly { readonly privateName: string; readonly name: string }[], name: string): Promise<ExportResult>;
}

/** A stretch of a film, encoded; what is in it only the export's own code looks at. */
interface EncodedSpan {
  readonly chunks: readonly {
    readonly data: ArrayBuffer;
    readonly key: boolean;
    readonly timestampUs: number;
    readonly durationUs: number;
  }[];
  readonly config: VideoDecoderConfig | null;
}

/** Frames of a film and how they are encoded. */
interface SpanJob {
  readonly format: {
    readonly id: FilmFormatName;
    readonly container: 'mp4' | 'webm';
    readonly codec: 'avc' | 'vp9' | 'vp8' | 'av1';
    readonly name: string;
    readonly use: string;
    readonly alpha: boolean;
  };
  readonly widthPx: number;
  readonly heightPx: number;
  readonly framesPerSec: number;
  readonly quality: 'light' | 'good' | 'best';
  readonly from: number;
  readonly to: number;
}

export type FilmFormatName = 'mp4' | 'mp4-av1' | 'mp4-vp9' | 'webm-vp9' | 'webm-av1' | 'webm-vp8' | 'webm-alpha';

/** Draws and encodes spans of a film for the worker that writes it. */
export interface SpanWorkerApi {
  /** @param onFrames Told, now and then, how many frames of the span in work are done. */
  open(order: ExportOrder, job: SpanJob, onFrames: (done: number) => void): Promise<void>;
  encode(
    from: number,
    to: number,
  ): Promise<
    | { readonly ok: true; readonly span: EncodedSpan }
    | { readonly ok: false; readonly code: ExportErrorCode; readonly message: string }
  >;
  pause(paused: boolean): Promise<void>;
}

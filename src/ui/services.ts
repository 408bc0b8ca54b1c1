'use client';

import { createContext, useContext } from 'react';
import type { CuePiece } from '@/core/film/cue-plan';
import type { TakenPiece } from '@/core/film/cue-walk';
import type { Pointed } from '@/core/film/point-at';
import type { CaptionFormat } from '@/core/project/caption-files';
import type { ExportForm } from '@/core/project/export-form';
import type { Picture } from '@/core/project/film-parts';
import type { Look } from '@/core/project/look';
import type { Sound, SoundKind } from '@/core/project/sound';
import type { StageRect } from '@/core/scene/part-box';
import type { PartName } from '@/core/scene/scene';
import type { FoundBeats } from '@/core/sound/beats/find-beats';
import type { Peaks } from '@/core/sound/peaks';
import type { ReadingChoice } from '@/core/table/reader';
import type { WorkCard } from '@/state/keep/kept-work';
import type { Version } from '@/state/keep/versions';
import type { RecordedStretch } from '@/state/narrator';
import type { Remote } from '@/state/remote';
import type { Sample, SampleFilm, Tune } from '@/state/samples';
import type { ExportJob } from '@/state/session';
import type { Studio } from '@/state/studio';
import type { FilmFormatName } from '@/workers/export-protocol';
import type { ChartTableApi } from '@/workers/protocol';
import type { MixMeasure } from '@/workers/sound-protocol';

/** A film format that this browser can encode. */
export interface OfferedFormat {
  readonly id: FilmFormatName;
  readonly name: string;
  readonly use: string;
  readonly alpha: boolean;
}

/** What is to be exported. */
export type ExportRequest = Pick<ExportJob, 'form' | 'group' | 'stage' | 'pattern'>;

/** A file that was chosen or dropped, with the way back to it where the browser gives one. */
export interface OpenedFile {
  readonly file: File;
  readonly handle: FileSystemFileHandle | null;
}

/** Work as the shelf tells of it. */
export interface ShelvedWork extends WorkCard {
  /** Another tab has it open. */
  readonly elsewhere: boolean;
}

/** What can be done with work that is kept and not open. All but `open` throw what the browser throws. */
export interface WorkServices {
  list(): Promise<ShelvedWork[]>;
  /** Puts it in place of the open work, which goes on the shelf; false where it cannot be read. */
  open(id: string): Promise<boolean>;
  copy(id: string): Promise<void>;
  rename(id: string, name: string): Promise<void>;
  /** Into the bin. */
  remove(id: string): Promise<void>;
  bringBack(id: string): Promise<void>;
  /** For good. */
  drop(id: string): Promise<void>;
  /** Takes the open work from the tab that has it, and works on here. */
  takeOver(): Promise<void>;
  /** The next table becomes like this work, the open one for null. */
  startLike(id: string | null): Promise<void>;
  /** Saves how this work looks and moves, the open one for null, without its data. */
  saveTemplate(id: string | null): Promise<void>;
  /** Saves everything on the shelf and in the bin as one file. */
  saveShelf(): Promise<void>;
  /** The browser's space; null where it does not say. `lasting`: it never clears what is kept by itself. */
  space(): Promise<{ readonly usedBytes: number; readonly roomBytes: number; readonly lasting: boolean } | null>;
  /** Asks the browser never to clear by itself what is kept; whether it will. */
  askToKeep(): Promise<boolean>;
}

/** Dated versions of the open work. All throw what the browser throws. */
export interface VersionServices {
  /** The newest first. */
  list(): Promise<Version[]>;
  /** Keeps the work as it is now, under a name. */
  keep(name: string): Promise<void>;
  drop(version: Version): Promise<void>;
  /** Shows it; nothing can be changed meanwhile. False where it cannot be read. */
  look(version: Version): Promise<boolean>;
  /** Back to the work as it is now. */
  leave(): void;
  /** What is looked at takes the place of what there is now, as a step of undo. */
  bringBack(): void;
}

/** Sounds under the film. What cannot be done is told in words in place of what was asked for. */
export interface SoundServices {
  /** @param kind What they are for; guessed by their names where it is left out. */
  add(files: readonly File[], kind?: SoundKind): Promise<void>;
  /** Adds a sound that ships with the app. */
  addShipped(tune: Tune): Promise<void>;
  /** The outline of its wave. */
  peaks(sound: Sound): Promise<Peaks | string>;
  /** When somebody speaks in it: seconds of the file, in order. */
  spoken(sound: Sound): Promise<readonly (readonly [number, number])[] | string>;
  beats(sound: Sound): Promise<FoundBeats | string>;
  /** How loud the film is as it is now; null where nothing is heard. @param onShare Told how much is done, in [0, 1]. */
  measure(onShare: (share: number) => void): Promise<MixMeasure | null>;
  /** How loud it is right now, in [0, 1] of full scale. */
  level(): number;
}

/** A microphone that is open. */
export interface VoiceMicrophone {
  /** The one that ships with the app says something; others do nothing. */
  say(): void;
  /** How loud it is right now, in [0, 1] of full scale. */
  level(): number;
  /** What it heard in some stretches: samples at 48,000 a second. */
  heard(stretches: readonly RecordedStretch[]): Float32Array;
  close(): void;
  /** Tells when the device goes away; returns how to stop that. */
  onLost(tell: () => void): () => void;
}

/** Speaking along the film. */
export interface SpeakServices {
  /** Microphones to choose from; the one that ships with the app is always there. */
  microphones(): Promise<readonly { readonly id: string; readonly label: string }[]>;
  /** @throws Error that says in plain words why it cannot be heard. */
  open(id: string): Promise<VoiceMicrophone>;
  /** The cues of a piece; of the whole film for null. */
  plan(pieceId: string | null): Promise<readonly CuePiece[]>;
  /** Keeps the times and the voice. @throws Error what the browser throws where it cannot keep it. */
  keep(taken: readonly TakenPiece[], voice: Float32Array | null): Promise<void>;
}

/** Films that other machines make. What cannot be done is told in words. */
export interface FarmServices {
  /** Finds out whether there is a farm, and how the jobs there stand. */
  look(): Promise<void>;
  /** Sends films there; whether they were taken. */
  send(requests: readonly ExportRequest[]): Promise<boolean>;
  cancel(job: number): Promise<void>;
  retry(job: number): Promise<void>;
  /** Takes a job that has ended off the list. */
  forget(job: number): Promise<void>;
  /** Where a finished film can be had. */
  filmUrl(job: number, name: string): string;
}

/** What the interface can have done; the app wires it to workers, files and the browser. */
export interface Services {
  readonly studio: Studio;
  readonly sounds: SoundServices;
  readonly speak: SpeakServices;
  /** Gives the canvas to the stage's worker. */
  attachStage(canvas: HTMLCanvasElement): Promise<void>;
  resizeStage(widthPx: number, heightPx: number): void;
  highlight(category: number | null): void;
  hit(x: number, y: number): Promise<Pointed | null>;
  /** The table of the chart that is edited. */
  readonly table: Remote<ChartTableApi>;
  /** Opens files: a project, a template, a shelf, or tables; the first table replaces the one on stage, the others are added to it. */
  openFiles(files: readonly OpenedFile[]): Promise<void>;
  addFiles(files: readonly OpenedFile[]): Promise<void>;
  /** Joins tables by name and period: their values stand beside those of the table. */
  joinFiles(files: readonly OpenedFile[]): Promise<void>;
  /** Makes a table of text that was copied from a spreadsheet. */
  openPasted(text: string): Promise<void>;
  openEmpty(): Promise<void>;
  /** Makes a table of what the catalogue sent. */
  openCatalogue(name: string, csv: string): Promise<void>;
  /** Reads the files whose reading ended with the page of an earlier visit. */
  goOn(): Promise<void>;
  /** Reads the table's file from disk again; false when the browser has no way back to it, and it has to be chosen. */
  refresh(): Promise<boolean>;
  refreshFrom(file: File): Promise<void>;
  /** Does this browser give ways back to files on disk? */
  canFollow(): boolean;
  /** Reads the table's file again whenever it changes on disk, while the tab is open. */
  follow(): Promise<void>;
  unfollow(): void;
  readAs(choice: Partial<ReadingChoice>): Promise<void>;
  cancelReading(): void;
  saveSteps(): Promise<void>;
  loadSteps(file: File): Promise<void>;
  saveShaped(format: 'csv' | 'xlsx' | 'json'): Promise<void>;
  openSample(sample: Sample): Promise<void>;
  openSampleFilm(film: SampleFilm): Promise<void>;
  saveProject(): Promise<void>;
  /** Films as scripts: what one that is opened asks for, and writing the open film as one. */
  readonly scripts: {
    save(): Promise<void>;
    give(files: readonly File[]): Promise<void>;
    cancel(): void;
  };
  /** Work that is kept in this browser and not open. */
  readonly works: WorkServices;
  readonly versions: VersionServices;
  formats(widthPx: number, heightPx: number, framesPerSec: number): Promise<OfferedFormat[]>;
  /** Bits a second at the most. */
  bitsPerSec(quality: 'light' | 'good' | 'best', widthPx: number, heightPx: number, framesPerSec: number): number;
  /** About how many bytes a GIF will have. */
  gifBytes(form: Extract<ExportForm, { kind: 'gif' }>, lengthSec: number): number;
  /** Frames of a film that are made in a second, measured on this film and machine; null where that cannot be told. */
  filmSpeed(formatId: FilmFormatName, widthPx: number, heightPx: number): Promise<number | null>;
  /** @param pick Lets the person choose the place on disk first, where the browser can. */
  exportAll(requests: readonly ExportRequest[], pick: boolean): Promise<void>;
  cancelExports(): void;
  pauseExports(paused: boolean): Promise<void>;
  retryExports(): void;
  clearExports(): void;
  /** Hands over what is done of these exports as one ZIP. */
  zipExports(name: string, ids: readonly string[]): Promise<void>;
  readonly farm: FarmServices;
  /** Adds pictures and gives them to the categories whose names they carry. */
  addCategoryPictures(files: readonly File[]): Promise<void>;
  /** Reads a picture for a piece of the film, null for the whole; null where it cannot be, or that is gone by then. */
  addPicture(file: File, pieceId: string | null): Promise<Picture | null>;
  /** The bytes of a picture of the project; null where they are lost. */
  pictureBytes(picture: Picture): Promise<ArrayBuffer | null>;
  /** A small picture of each piece that plays, by its id. */
  piecePictures(widthPx: number): Promise<ReadonlyMap<string, ImageBitmap>>;
  /** The family's name; null when the file is no font. */
  addFont(file: File): Promise<string | null>;
  thumbnails(looks: readonly Look[], widthPx: number): Promise<ImageBitmap[]>;
  /** The card at the playhead in each design, in their order. */
  designPictures(widthPx: number): Promise<ImageBitmap[]>;
  /** Small pictures of the chart as another family draws it, in order of time. */
  familyPictures(familyId: string, widthPx: number, count: number): Promise<ImageBitmap[]>;
  boxOf(part: PartName, extra?: string): Promise<StageRect | null>;
  plotBox(): Promise<StageRect | null>;
  /** Looks of the person's own, which the browser keeps. */
  ownLooks(): Promise<readonly Look[]>;
  keepLook(look: Look): Promise<void>;
  dropLook(name: string): Promise<void>;
  saveLook(look: Look): Promise<void>;
  /** Reads a look's file and keeps it; null when it is none. */
  loadLook(file: File): Promise<Look | null>;
  saveColours(format: 'json' | 'csv'): Promise<void>;
  loadColours(file: File): Promise<void>;
  saveCaptions(format: CaptionFormat): void;
  loadCaptions(file: File, how: 'add' | 'replace'): Promise<void>;
}

export const ServicesContext = createContext<Services | null>(null);

/** The services of the app. @throws TypeError outside of their provider. */
export function useServices(): Services {
  const services = useContext(ServicesContext);
  if (!services) throw new TypeError('useServices: used outside of ServicesContext');
  return services;
}

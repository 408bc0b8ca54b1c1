'use client';

import { createContext, useContext } from 'react';
import type { Sample } from '@/state/samples';
import type { Studio } from '@/state/studio';
import type { TableWorkerApi } from '@/workers/protocol';

/** A format that this browser can export. */
export interface OfferedFormat {
  readonly id: 'mp4' | 'webm-vp9' | 'webm-vp8';
  readonly name: string;
  readonly use: string;
  readonly ending: string;
}

/** How a film is to be exported. */
export interface FilmChoice {
  readonly formatId: OfferedFormat['id'];
  readonly widthPx: number;
  readonly heightPx: number;
  readonly quality: 'light' | 'good' | 'best';
}

/** What the interface can have done; the app wires it to workers, files and the browser. */
export interface Services {
  readonly studio: Studio;
  /** Gives the canvas to the stage's worker. */
  attachStage(canvas: HTMLCanvasElement): Promise<void>;
  resizeStage(widthPx: number, heightPx: number): void;
  highlight(category: number | null): void;
  hit(x: number, y: number): Promise<{ part: string; category?: number } | null>;
  cells: TableWorkerApi['cells'];
  openFile(file: File): Promise<void>;
  openSample(sample: Sample): Promise<void>;
  saveProject(): Promise<void>;
  formats(widthPx: number, heightPx: number, framesPerSec: number): Promise<OfferedFormat[]>;
  bitsPerSec(choice: FilmChoice, framesPerSec: number): number;
  exportFilm(choice: FilmChoice): Promise<void>;
  cancelExport(): void;
}

export const ServicesContext = createContext<Services | null>(null);

/** The services of the app. */
export function useServices(): Services {
  const services = useContext(ServicesContext);
  if (!services) throw new TypeError('useServices: used outside of ServicesContext');
  return services;
}

import type { DataNote } from '@/core/project/data-notes';
import type { SoundBytes } from '@/core/project/film-media';
import type { Project } from '@/core/project/project';
import { type FoundBeats, findBeats } from '@/core/sound/beats/find-beats';
import { LoudnessMeter } from '@/core/sound/loudness';
import { type Peaks, peaksOf } from '@/core/sound/peaks';
import { MIX_RATE } from '@/core/sound/source';
import { type FilmSound, openFilmSound, SoundShelf } from '@/export/sound/film-sound';
import type { SoundFile } from '@/export/sound/open-sound';
import type { HeardSpan, MixMeasure, SoundOutcome, SoundSummary, SoundWorkerApi } from './sound-protocol';

/** Samples that are measured at once. */
const PIECE = 4 * MIX_RATE;

/** What the worker of sounds does, without its thread. */
export class SoundDesk implements SoundWorkerApi {
  private readonly shelf = new SoundShelf();
  private readonly bytes = new Map<string, { readonly bytes: Blob; readonly name: string }>();
  private readonly outlines = new Map<string, Promise<Peaks>>();
  private film: FilmSound | null = null;
  /** Which film it is: what was begun for another one is given up. */
  private turn = 0;

  open({ assetId, bytes }: SoundBytes, name: string): Promise<SoundOutcome<SoundSummary>> {
    this.bytes.set(assetId, { bytes, name });
    return told(async () => {
      const { sec, rate, channels } = await this.file(assetId);
      return { sec, rate, channels };
    });
  }

  peaks(assetId: string): Promise<SoundOutcome<Peaks>> {
    return told(async () => {
      const file = await this.file(assetId);
      const known = this.outlines.get(assetId) ?? peaksOf(file);
      this.outlines.set(assetId, known);
      return known;
    });
  }

  spoken(assetId: string): Promise<SoundOutcome<[number, number][]>> {
    return told(async () => this.shelf.spokenIn({ assetId }, await this.file(assetId)));
  }

  beats(assetId: string): Promise<SoundOutcome<FoundBeats | null>> {
    return told(async () => findBeats(await this.file(assetId)));
  }

  setFilm(project: Project, filmSec: number, notes: readonly DataNote[]): Promise<SoundOutcome<boolean>> {
    const turn = ++this.turn;
    return told(async () => {
      const bytesOf = (assetId: string) => this.bytes.get(assetId)?.bytes ?? null;
      const film = await openFilmSound(project, { filmSec, notes, bytesOf, shelf: this.shelf }).catch((error) => {
        if (turn === this.turn) this.film = null;
        throw error;
      });
      if (turn === this.turn) this.film = film;
      return film !== null;
    });
  }

  async mix(from: number, to: number): Promise<HeardSpan | null> {
    return this.film ? this.film.mix(from, to) : null;
  }

  measure(onShare: (share: number) => void): Promise<SoundOutcome<MixMeasure | null>> {
    const { film } = this;
    return told(async () => {
      if (!film) return null;
      const meter = new LoudnessMeter();
      let least = 1;
      const { samples } = film.plan;
      for (let at = 0; at < samples; at += PIECE) {
        // What is heard has changed meanwhile: whoever asked asks anew.
        if (film !== this.film) return null;
        const { left, right, limited } = await film.mix(at, Math.min(samples, at + PIECE));
        meter.add(left, right);
        least = Math.min(least, limited);
        onShare(at / samples);
      }
      return { ...meter.result(), limited: least };
    });
  }

  private file(assetId: string): Promise<SoundFile> {
    const known = this.bytes.get(assetId);
    const name = known?.name ?? 'The sound';
    return this.shelf.file({ assetId, name, fileName: name }, () => known?.bytes ?? null);
  }
}

async function told<T>(make: () => Promise<T>): Promise<SoundOutcome<T>> {
  try {
    return { ok: true, value: await make() };
  } catch (error) {
    return { ok: false, message: error instanceof Error ? error.message : String(error) };
  }
}

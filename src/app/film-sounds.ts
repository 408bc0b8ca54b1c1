'use client';

import { toast } from 'sonner';
import type { FilmOverview } from '@/core/film/overview';
import type { SoundBytes } from '@/core/project/film-media';
import type { Project } from '@/core/project/project';
import { type Sound, type SoundKind, soundName, usualSound } from '@/core/project/sound';
import { documentStore } from '@/state/document';
import { addSounds } from '@/state/edit-sounds';
import { freshId } from '@/state/fresh-id';
import { keepAsset, loadAsset } from '@/state/keep/assets';
import { sessionStore, setSession } from '@/state/session';
import { callback, startSoundWorker, type WorkerClient } from '@/workers/client';
import type { MixMeasure, SoundWorkerApi } from '@/workers/sound-protocol';
import { keepOutline, keptOutline } from './kept-outlines';
import { SoundPlayer } from './sound-player';

/** Files that are taken for sounds. */
export const SOUND_ENDINGS = /\.(wav|mp3|ogg|oga|opus|flac|m4a|aac|weba)$/i;

/** Names of files that are taken for a voice. */
const VOICE_WORDS = /voice|narrat|speech|spoken|talk|commentary/i;

/** Seconds within which a tune that ships with the app goes at the end. */
const TUNE_FADE_SEC = 2;

/** Brings sounds into the work, and has them decoded, drawn, mixed, measured and played. */
export class FilmSounds {
  private worker: WorkerClient<SoundWorkerApi> | null = null;
  /** Assets whose bytes the worker has. */
  private readonly given = new Map<string, Promise<string | null>>();
  /** The film that is mixed, and whether anything is heard in it. */
  private mixed: { readonly key: string; readonly heard: Promise<boolean> } | null = null;
  private told = false;
  readonly player: SoundPlayer;

  /** @param onAllowed Told when the browser lets the film be heard that had to play alone. */
  constructor(onAllowed: () => void) {
    this.player = new SoundPlayer(
      {
        ready: () => this.ready(),
        mix: async (from, to) => this.api.mix(from, to),
      },
      () => {
        if (this.told) return;
        this.told = true;
        toast.warning('This computer plays no sound.', {
          description: 'The film plays without it. Sounds are exported all the same.',
        });
      },
      onAllowed,
    );
  }

  /** Follows the document: what is changed while the film plays is heard from the next stretch on. */
  start(): void {
    documentStore.subscribe(({ project }, before) => {
      const [now, then] = [project?.film, before.project?.film];
      if (sessionStore.getState().playing && (now?.sounds !== then?.sounds || now?.mix !== then?.mix))
        void this.ready();
    });
  }

  private get api() {
    this.worker ??= startSoundWorker();
    return this.worker.api;
  }

  /** Adds files as sounds under the film, from the playhead where they are voices. What cannot be read is named. */
  async add(files: readonly File[], kind?: SoundKind, usual: Partial<Sound> = {}): Promise<void> {
    if (!documentStore.getState().project) {
      toast.error('There is no film yet to lay sounds under.', {
        description: 'Open a table first, then add them again.',
      });
      return;
    }
    const sounds: Sound[] = [];
    for (const file of files) {
      const assetId = freshId();
      const opened = await this.api.open({ assetId, bytes: file }, file.name);
      if (!opened.ok) {
        toast.error(`${file.name} was not added.`, { description: opened.message });
        continue;
      }
      try {
        await keepAsset(assetId, await file.arrayBuffer());
      } catch (error) {
        toast.error(`${file.name} was not added.`, {
          description: `The browser could not keep it: ${error instanceof Error ? error.message : error}`,
        });
        continue;
      }
      this.given.set(assetId, Promise.resolve(null));
      const is = kind ?? (VOICE_WORDS.test(file.name) ? 'voice' : 'music');
      const startSec = is === 'voice' ? (sessionStore.getState().overview?.fromSec ?? 0) : 0;
      const base = { ...usualSound, id: freshId(), kind: is, assetId, fileSec: opened.value.sec, startSec };
      sounds.push({ ...base, name: soundName(file.name), fileName: file.name, ...usual });
    }
    const [first] = sounds;
    if (!first) return;
    addSounds(sounds);
    setSession({ pickedSound: first.id, muted: false });
  }

  /** A sound that ships with the app, from its address. */
  async addShipped(url: string, name: string): Promise<void> {
    const response = await fetch(url).catch(() => null);
    if (!response?.ok) {
      toast.error(`“${name}” could not be loaded. Is the app still running?`);
      return;
    }
    // They are made to go round, and end softly with the film.
    const usual = { name, loop: true, fadeOutSec: TUNE_FADE_SEC };
    await this.add([new File([await response.arrayBuffer()], url.replace(/^.*\//, ''))], 'music', usual);
  }

  /** Hands a sound to the worker; why it cannot be heard, or null. */
  private give({ assetId, fileName }: Sound): Promise<string | null> {
    const known = this.given.get(assetId);
    if (known) return known;
    const giving = (async () => {
      const bytes = await loadAsset(assetId);
      if (!bytes) return `${fileName} is no longer in this browser. Add it again, or take it out.`;
      const opened = await this.api.open({ assetId, bytes: new Blob([bytes]) }, fileName);
      return opened.ok ? null : opened.message;
    })();
    this.given.set(assetId, giving);
    void giving.then((trouble) => {
      if (trouble === null) return;
      // What could not be found may be there the next time.
      this.given.delete(assetId);
      setSession({ soundTroubles: new Map(sessionStore.getState().soundTroubles).set(assetId, trouble) });
    });
    return giving;
  }

  /** Has the film as it is now mixed; its length, or null where nothing is heard. */
  private async ready(): Promise<number | null> {
    const { project } = documentStore.getState();
    const { overview } = sessionStore.getState();
    if (!project || !overview || (project.film.sounds.length === 0 && overview.notes.length === 0)) return null;
    const { filmSec, notes } = overview;
    const key = JSON.stringify([project.film.sounds, project.film.mix, filmSec, notes]);
    if (this.mixed?.key !== key) this.mixed = { key, heard: this.open(project, overview) };
    return (await this.mixed.heard) ? filmSec : null;
  }

  private async open(project: Project, { filmSec, notes }: FilmOverview): Promise<boolean> {
    const troubles = await Promise.all(project.film.sounds.map((sound) => this.give(sound)));
    // The others are heard where one cannot be.
    const sounds = project.film.sounds.filter((_, i) => troubles[i] === null);
    const outcome = await this.api.setFilm({ ...project, film: { ...project.film, sounds } }, filmSec, notes);
    return outcome.ok && outcome.value;
  }

  /** The outline of a sound's wave; in words why there is none. */
  async peaks(sound: Sound) {
    const kept = await keptOutline(sound.assetId);
    if (kept) return kept;
    const trouble = await this.give(sound);
    if (trouble !== null) return trouble;
    const outcome = await this.api.peaks(sound.assetId);
    if (!outcome.ok) return outcome.message;
    void keepOutline(sound.assetId, outcome.value);
    return outcome.value;
  }

  /** The beat of a sound; in words why none is found. */
  async beats(sound: Sound) {
    const trouble = await this.give(sound);
    if (trouble !== null) return trouble;
    const outcome = await this.api.beats(sound.assetId);
    if (!outcome.ok) return outcome.message;
    return outcome.value ?? `No beat was found in “${sound.name}”: nothing in it comes again, or it is too short.`;
  }

  /** When somebody speaks in a sound; in words why that is not known. */
  async spoken(sound: Sound) {
    const trouble = await this.give(sound);
    if (trouble !== null) return trouble;
    const outcome = await this.api.spoken(sound.assetId);
    return outcome.ok ? outcome.value : outcome.message;
  }

  /** How loud the film is as it is now; null where nothing is heard. */
  async measure(onShare: (share: number) => void): Promise<MixMeasure | null> {
    if ((await this.ready()) === null) return null;
    const outcome = await this.api.measure(callback(onShare));
    return outcome.ok ? outcome.value : null;
  }

  /** The files of a film's sounds, for an export. Those that are lost are left out, and the export says so. */
  async bytesOf(project: Project): Promise<SoundBytes[]> {
    const ids = new Set(project.film.sounds.filter(({ on }) => on).map(({ assetId }) => assetId));
    const found: SoundBytes[] = [];
    for (const assetId of ids) {
      const bytes = await loadAsset(assetId);
      if (bytes) found.push({ assetId, bytes: new Blob([bytes]) });
    }
    return found;
  }
}

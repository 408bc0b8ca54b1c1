import { createStore } from 'zustand/vanilla';
import { type ExportForm, endingOf } from '@/core/project/export-form';
import type { FilmFormatName } from '@/workers/export-protocol';

export const outputKinds = ['film', 'gif', 'picture', 'page', 'frames', 'data', 'sound'] as const;
export type OutputKind = (typeof outputKinds)[number];

/** What each kind is called. */
export const kindNames: Readonly<Record<OutputKind, string>> = {
  film: 'Film',
  gif: 'GIF',
  picture: 'Picture',
  page: 'Web page',
  frames: 'Image sequence',
  data: 'Numbers',
  sound: 'Sound',
};

/** The size that was typed for the stage, as it is. */
export const STAGE_SIDE = 0;
/** A size that was typed for this film alone. */
export const FREE_SIDE = -1;
/** Pixels that the shorter side may have. */
export const freeRange = [16, 4320] as const;

export const moments = ['last', 'playhead', 'periods'] as const;

/** What the person has chosen in Output; kept while other steps are open. */
export interface OutputChoice {
  readonly kind: OutputKind;
  readonly formatId: FilmFormatName;
  /** Pixels of the shorter side; `STAGE_SIDE` for the stage's own size, `FREE_SIDE` for `freeSide`. */
  readonly side: number;
  readonly freeSide: number;
  readonly quality: 'light' | 'good' | 'best';
  /** Films have what is heard in them. */
  readonly withSound: boolean;
  /** All that is heard, or the notes of the data alone, as sound or as notes. */
  readonly soundForm: 'all' | 'notes' | 'midi';
  readonly gifSide: number;
  readonly gifRate: number;
  readonly gifPalette: 'one' | 'each';
  readonly gifDither: boolean;
  readonly picture: 'png' | 'jpeg' | 'webp' | 'svg' | 'pdf';
  /** Leaves the background out, where the picture can be transparent. */
  readonly clear: boolean;
  readonly times: number;
  readonly moment: (typeof moments)[number];
  readonly table: 'shaped' | 'ranking' | 'frames';
  readonly tableFormat: 'csv' | 'xlsx' | 'json';
  readonly allGroups: boolean;
  /** Ids of further sizes. */
  readonly sizes: readonly string[];
  /** What else is made in one go, each as its own fields say. */
  readonly kinds: readonly OutputKind[];
  readonly pattern: string;
}

export const outputChoice = createStore<OutputChoice>(() => ({
  kind: 'film',
  formatId: 'mp4',
  side: STAGE_SIDE,
  freeSide: 1080,
  quality: 'good',
  withSound: true,
  soundForm: 'all',
  gifSide: 450,
  gifRate: 20,
  gifPalette: 'one',
  gifDither: false,
  picture: 'png',
  clear: false,
  times: 1,
  moment: 'last',
  table: 'shaped',
  tableFormat: 'csv',
  allGroups: false,
  sizes: [],
  kinds: [],
  pattern: '{film}',
}));

/** The kinds that a film can be handed over as: one without sounds cannot be heard. */
export const kindsFor = (heard: boolean): readonly OutputKind[] =>
  heard ? outputKinds : outputKinds.filter((kind) => kind !== 'sound');

export const setChoice = (change: Partial<OutputChoice>) => outputChoice.setState(change);

/** Stages that a film can be made for in one go, beside its own. */
export const furtherSizes = [
  { id: '16:9', widthPx: 1920, heightPx: 1080 },
  { id: '9:16', widthPx: 1080, heightPx: 1920 },
  { id: '1:1', widthPx: 1080, heightPx: 1080 },
  { id: '4:5', widthPx: 1080, heightPx: 1350 },
] as const;

/** A size whose shorter side has so many pixels; even, as most codecs want it. */
export function scaledTo(side: number, widthPx: number, heightPx: number): { widthPx: number; heightPx: number } {
  const shorter = Math.min(widthPx, heightPx);
  const even = (px: number) => Math.max(2, 2 * Math.round((px * side) / shorter / 2));
  return { widthPx: even(widthPx), heightPx: even(heightPx) };
}

/**
 * The size of a film or of the pictures of a sequence.
 *
 * @param even Most codecs want even numbers of pixels: then one more is added where there is an odd one.
 */
export function sizeFor(
  { side, freeSide }: Pick<OutputChoice, 'side' | 'freeSide'>,
  { widthPx, heightPx }: { readonly widthPx: number; readonly heightPx: number },
  even: boolean,
): { widthPx: number; heightPx: number } {
  if (side === STAGE_SIDE)
    return even ? { widthPx: evenPx(widthPx), heightPx: evenPx(heightPx) } : { widthPx, heightPx };
  return scaledTo(side === FREE_SIDE ? freeSide : side, widthPx, heightPx);
}

const evenPx = (px: number) => px + (px % 2);

interface FilmNow {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly timeSec: number;
}

/** The form that the choice comes to for a film. */
export function formOf(choice: OutputChoice, film: FilmNow): ExportForm {
  const { widthPx, heightPx } = film;
  const timeSec = choice.moment === 'playhead' ? film.timeSec : Number.POSITIVE_INFINITY;
  switch (choice.kind) {
    case 'film':
      return {
        kind: 'film',
        formatId: choice.formatId,
        quality: choice.quality,
        ...sizeFor(choice, film, true),
        ...(choice.withSound ? {} : { silent: true }),
      };
    case 'gif':
      return {
        kind: 'gif',
        rate: choice.gifRate,
        palette: choice.gifPalette,
        dither: choice.gifDither,
        ...scaledTo(choice.gifSide, widthPx, heightPx),
      };
    case 'frames':
      return { kind: 'frames', ...sizeFor(choice, film, false) };
    case 'page':
      return { kind: 'page' };
    case 'sound':
      if (choice.soundForm === 'midi') return { kind: 'sound', format: 'mid' };
      return { kind: 'sound', format: 'wav', ...(choice.soundForm === 'notes' ? { notesOnly: true } : {}) };
    case 'data':
      return { kind: 'data', what: choice.table, format: choice.tableFormat };
    default:
      if (choice.picture === 'svg') return { kind: 'svg', timeSec, clear: choice.clear };
      if (choice.picture === 'pdf')
        return { kind: 'pdf', timesSec: choice.moment === 'periods' ? 'periods' : [timeSec] };
      return { kind: choice.picture, timeSec, times: choice.times, clear: choice.clear && choice.picture !== 'jpeg' };
  }
}

/** What the button says. */
export function exportWords(form: ExportForm, count: number): string {
  const word =
    form.kind === 'page'
      ? 'web page'
      : form.kind === 'frames'
        ? 'image sequence'
        : endingOf(form).slice(1).toUpperCase();
  return count > 1 ? `Export ${count} files` : `Export ${word}`;
}

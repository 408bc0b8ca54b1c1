/** What a film can be handed over as, and how: plain data, so that a queue can keep it and threads can pass it on. */
export type ExportForm =
  | {
      readonly kind: 'film';
      readonly formatId: string;
      readonly widthPx: number;
      readonly heightPx: number;
      readonly quality: 'light' | 'good' | 'best';
      /** Frames from and up to, without the end; the whole film when left out. */
      readonly from?: number;
      readonly to?: number;
      /** Without the sounds of the film. */
      readonly silent?: boolean;
      /** Workers that draw and encode at once; as many as the machine and the codec suit when left out. */
      readonly workers?: number;
    }
  | {
      readonly kind: 'gif';
      readonly widthPx: number;
      readonly heightPx: number;
      /** Pictures a second: 10, 20, 25 or 50. */
      readonly rate: number;
      readonly palette: 'one' | 'each';
      readonly dither: boolean;
    }
  | {
      readonly kind: 'frames';
      readonly widthPx: number;
      readonly heightPx: number;
      readonly from?: number;
      readonly to?: number;
    }
  /**
   * A moment, where whatever lies past the end is the end; `times` is pixels of the picture for one of the stage. `clear` leaves the
   * background out, where the form can be transparent (not JPEG).
   */
  | {
      readonly kind: 'png' | 'jpeg' | 'webp';
      readonly timeSec: number;
      readonly times: number;
      readonly clear?: boolean;
    }
  | { readonly kind: 'svg'; readonly timeSec: number; readonly clear?: boolean }
  /** A page for each moment, or for each period as it is reached. */
  | { readonly kind: 'pdf'; readonly timesSec: readonly number[] | 'periods' }
  | { readonly kind: 'page' }
  /** What is heard, alone; or the notes of the data, which MIDI holds as notes. */
  | { readonly kind: 'sound'; readonly format: 'wav' | 'm4a' | 'weba' | 'mid'; readonly notesOnly?: boolean }
  | {
      readonly kind: 'data';
      readonly what: 'shaped' | 'ranking' | 'frames';
      readonly format: 'csv' | 'xlsx' | 'json';
      /** Whose values and ranks; those of the first piece when left out. */
      readonly pieceId?: string;
    };

/** The ending of a form's files, with its point. */
export function endingOf(form: ExportForm): string {
  switch (form.kind) {
    case 'film':
      return form.formatId.startsWith('mp4') ? '.mp4' : '.webm';
    case 'frames':
      return '.zip';
    case 'jpeg':
      return '.jpg';
    case 'page':
      return '.html';
    case 'data':
    case 'sound':
      return `.${form.format}`;
    default:
      return `.${form.kind}`;
  }
}

/**
 * A file name that none of the `taken` has, and takes it: groups may differ only in signs that file names cannot carry.
 *
 * @param name With its ending, and maybe a path.
 */
export function freeName(name: string, taken: Set<string>): string {
  const [, stem = name, ending = ''] = /^(.*?)(\.[^./\\]+)?$/.exec(name) ?? [];
  let free = name;
  for (let i = 2; taken.has(free); i++) free = `${stem}-${i}${ending}`;
  taken.add(free);
  return free;
}

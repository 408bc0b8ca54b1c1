import type { FilmPiece } from '../project/film';
import type { Project } from '../project/project';
import type { FilmSpan } from './cut-film';
import { dataNotes } from './data-notes';
import type { Timeline, ToldPiece } from './tell-film';

/** What files and values are, by what they hold: two with the same name here are the same. */
export interface ContentNames {
  /** @param chartId Of a chart that plays. */
  readonly ofCube: (chartId: string) => string;
  /** @param assetId Of a picture, a font or a sound. */
  readonly ofAsset: (assetId: string) => string;
  /** A short name of plain data: two with the same name are the same. */
  readonly ofData: (data: unknown) => string;
}

/** Times are compared by the microsecond: sums of seconds differ in their last digits. */
const micro = (sec: number) => Math.round(sec * 1e6);

/** Says of spans of one film what decides their pictures. */
export class SpanContents {
  /** What is the same for all spans, by its short name. */
  private readonly shared: string;
  private readonly pieces: readonly (() => string)[];

  constructor(
    private readonly project: Project,
    private readonly film: Timeline,
    private readonly names: ContentNames,
  ) {
    const { stage, framesPerSec, overlays } = project.film;
    const pictures = project.pictures.map(({ assetId, ...picture }) => [picture, names.ofAsset(assetId)]);
    const fonts = project.fonts.map(({ assetId, ...font }) => [font, names.ofAsset(assetId)]);
    this.shared = names.ofData({ stage, framesPerSec, overlays, pictures, fonts });
    this.pieces = film.pieces.map((piece, i) => {
      let known: string | null = null;
      return () => {
        known ??= names.ofData(this.ofPiece(piece, film.pieces[i + 1]));
        return known;
      };
    });
  }

  /**
   * Everything that the pictures of a span are made from, as plain data: spans that have the same say show the same, frame by
   * frame, wherever they lie in whichever film. More may be in it than shows; never less. Only a frame on the very instant at which
   * something changes at once (the name of the period, say) may show the other side of it, since sums of seconds are rounded.
   */
  of({ from, to }: FilmSpan): unknown {
    const { framesPerSec } = this.film;
    // A frame more at either end, since times at the very edge belong to either side.
    const [startSec, endSec] = [(from - 1) / framesPerSec, (to + 1) / framesPerSec];
    const seen = this.film.pieces.flatMap((piece, i) => {
      if (piece.fromSec > endSec || piece.fromSec + piece.lengthSec < startSec) return [];
      return [{ at: micro(piece.fromSec - from / framesPerSec), piece: this.pieces[i]?.() }];
    });
    return { shared: this.shared, frames: to - from, pieces: seen };
  }

  private ofPiece(told: ToldPiece, next: ToldPiece | undefined): unknown {
    const { beat } = this.project.film;
    const { piece, lengthSec, arrival } = told;
    const shown = told.kind === 'chart' ? [told.chart.chart, this.names.ofCube(told.chart.chart.id)] : told.card.card;
    return {
      piece: drawnOf(piece),
      shown,
      lengthSec: micro(lengthSec),
      arrival,
      // A card goes by itself where nothing takes its place.
      leaves: next?.arrival ?? null,
      // By the beat, what is shown depends on where in the film it is.
      beat: beat && piece.onBeat !== null ? [beat, micro(told.fromSec)] : null,
    };
  }
}

/** What of a piece can be seen: not what it is called, nor what is heard. */
function drawnOf({ id: _id, name: _name, notes: _notes, content: _content, ...piece }: FilmPiece): unknown {
  return piece;
}

/**
 * Everything that the sound of a film is made from, as plain data; null where nothing is heard. Films of other sizes and looks
 * have the same sound.
 */
export function soundContent({ film: { sounds, mix } }: Project, film: Timeline, names: ContentNames): unknown {
  const heard = sounds
    .filter(({ on }) => on)
    .map(({ id: _id, name: _name, assetId, ...sound }) => [sound, names.ofAsset(assetId)]);
  const notes = dataNotes(film);
  if (heard.length === 0 && notes.length === 0) return null;
  return { heard, notes, mix, lengthSec: micro(film.lengthSec) };
}

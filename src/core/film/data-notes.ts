import type { DataNote, DataNotes, NoteEvent } from '../project/data-notes';
import { noteScales } from '../project/data-notes';
import type { Timeline, ToldPiece } from './tell-film';

/** Kinds of moments by what they are played as. */
const played: Readonly<Record<string, NoteEvent>> = { lead: 'leads', entry: 'entries', record: 'records' };

/** Places above the lowest note: farther ones are not heard apart. */
const MOST_PLACES = 15;
/** How far to the sides names lie. */
const SIDES = 0.8;

/** The notes of a film's data, in order of time. None of cards, of pieces that do not play, or that have no such moments. */
export function dataNotes({ pieces }: Pick<Timeline, 'pieces'>): DataNote[] {
  return pieces.flatMap(notesOf).sort((a, b) => a.sec - b.sec);
}

function notesOf(piece: ToldPiece): DataNote[] {
  const { notes } = piece.piece;
  if (!notes || piece.kind === 'card') return [];
  const { family, chart, fromSec, lengthSec } = piece;
  const names = Math.max(1, chart.cube.categories.length - 1);
  return family
    .momentsOf(chart)
    .filter(({ kind, timeSec }) => isPlayed(notes, kind) && timeSec >= 0 && timeSec <= lengthSec)
    .map(({ timeSec, rank, category }) => ({
      sec: fromSec + timeSec,
      note: noteAt(notes, rank),
      side: Math.round(SIDES * ((2 * Math.max(0, category)) / names - 1) * 1000) / 1000,
      gainDb: notes.gainDb,
    }));
}

function isPlayed(notes: DataNotes, kind: string): boolean {
  const event = played[kind];
  return event !== undefined && notes[event];
}

/** The note of a place: the first one is the highest. @param rank From 1. */
export function noteAt({ scale, lowest }: Pick<DataNotes, 'scale' | 'lowest'>, rank: number): number {
  const row = noteScales[scale];
  const step = Math.max(0, MOST_PLACES - Math.max(1, Math.round(rank)));
  // Scales with few notes climb as far as the others do.
  const shared = Math.round((step * row.length) / 5);
  return lowest + 12 * Math.floor(shared / row.length) + (row[shared % row.length] ?? 0);
}

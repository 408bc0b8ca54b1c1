import { Midi } from '@tonejs/midi';
import type { DataNote } from '@/core/project/data-notes';

/** Seconds that a note is held, and the steel-string guitar of General MIDI, counted from 0. */
const HELD_SEC = 0.5;
const PROGRAM = 25;
/** Ticks of a quarter: fine enough that times are kept within a millisecond at the tempo below. */
const BPM = 120;

/** Notes as a standard MIDI file, one channel for each side that they come from. */
export function midiOf(notes: readonly DataNote[], name: string, bpm = BPM): Uint8Array<ArrayBuffer> {
  const midi = new Midi();
  midi.name = name;
  midi.header.setTempo(bpm);
  const sides = [...new Set(notes.map(({ side }) => sideOf(side)))].sort((a, b) => a - b);
  for (const [i, side] of sides.entries()) {
    const track = midi.addTrack();
    // The tenth channel is that of drums.
    track.channel = i < 9 ? i : i + 1;
    track.instrument.number = PROGRAM;
    track.addCC({ number: 10, value: (side + 1) / 2, time: 0 });
    for (const note of notes)
      if (sideOf(note.side) === side)
        track.addNote({ midi: note.note, time: note.sec, duration: HELD_SEC, velocity: velocityOf(note.gainDb) });
  }
  return new Uint8Array(midi.toArray());
}

/** Sides are gathered into as many as there are channels for. */
const sideOf = (side: number) => Math.round(side * 5) / 5;

/** How hard a string is plucked: 40 dB below full scale is as soft as can be. */
const velocityOf = (gainDb: number) => Math.min(1, Math.max(0.1, 1 + gainDb / 40));

/** Rows of notes that sound well together, whatever comes after what: half tones above the lowest, within an octave. */
export const noteScales = {
  bright: [0, 2, 4, 7, 9],
  soft: [0, 3, 5, 7, 10],
  hollow: [0, 2, 5, 7, 10],
  wide: [0, 7],
} as const satisfies Readonly<Record<string, readonly number[]>>;
export type NoteScale = keyof typeof noteScales;
export const noteScaleNames = Object.keys(noteScales) as NoteScale[];

/** What of the data is played. */
export const noteEvents = ['leads', 'entries', 'records'] as const;
export type NoteEvent = (typeof noteEvents)[number];

/** How a piece plays its data: plucked notes, whose pitch is the place, and whose side the name. */
export interface DataNotes extends Readonly<Record<NoteEvent, boolean>> {
  readonly scale: NoteScale;
  /** The lowest note, by its MIDI number. */
  readonly lowest: number;
  /** Loudness of each note, in dB below full scale. */
  readonly gainDb: number;
}

/** The data as it is played first: below music. */
export const usualNotes: DataNotes = {
  scale: 'bright',
  lowest: 57,
  gainDb: -18,
  leads: true,
  entries: true,
  records: true,
};

/** Limits of played data, shared by the schemas and the interface. */
export const noteLimits = { lowest: [36, 72], gainDb: [-48, 0] } as const;

/** A note of the film. */
export interface DataNote {
  /** Seconds of the film. */
  readonly sec: number;
  /** MIDI number. */
  readonly note: number;
  /** In [-1, 1], from left to right. */
  readonly side: number;
  /** dB below full scale. */
  readonly gainDb: number;
}

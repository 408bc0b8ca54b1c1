'use client';

import { type DataNotes, type NoteEvent, type NoteScale, noteLimits, usualNotes } from '@/core/project/data-notes';
import { setNotes } from '@/state/edit-sounds';
import { counted } from '../parts/counted';
import { Section } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { PickField } from '../parts/pick-field';
import { SwitchField } from '../parts/switch-field';
import { usePiece, useSession } from '../use-state';

const scales: readonly { readonly value: NoteScale; readonly label: string }[] = [
  { value: 'bright', label: 'Bright' },
  { value: 'soft', label: 'Soft' },
  { value: 'hollow', label: 'Hollow' },
  { value: 'wide', label: 'Wide' },
];
const events: readonly { readonly event: NoteEvent; readonly control: string }[] = [
  { event: 'leads', control: 'notes-leads' },
  { event: 'entries', control: 'notes-entries' },
  { event: 'records', control: 'notes-records' },
];

/** The data as sound: a plucked note for each change of lead, each name that comes, and each record. */
export function NotesSection() {
  const id = usePiece((piece) => piece.id, '');
  const notes = usePiece((piece) => piece.notes, null);
  const count = useSession(({ overview }) =>
    overview
      ? overview.notes.filter(({ sec }) => sec >= overview.fromSec && sec <= overview.fromSec + overview.lengthSec)
          .length
      : 0,
  );
  const set = (change: Partial<DataNotes>, gesture: string | null = null) =>
    setNotes(id, { ...(notes ?? usualNotes), ...change }, gesture);
  return (
    <Section title="Sound of the data" short="Notes">
      <SwitchField control="notes" checked={notes !== null} onChange={(on) => setNotes(id, on ? usualNotes : null)} />
      {notes === null ? (
        <p className="text-[12px] text-quiet">
          Plucked notes tell what happens, also to people who do not see the chart: the higher the place, the higher the
          note.
        </p>
      ) : (
        <>
          <PickField control="notes-scale" value={notes.scale} choices={scales} onChange={(scale) => set({ scale })} />
          {events.map(({ event, control }) => (
            <SwitchField key={event} control={control} checked={notes[event]} onChange={(on) => set({ [event]: on })} />
          ))}
          <NumberField
            control="notes-gain"
            value={notes.gainDb}
            range={noteLimits.gainDb}
            step={1}
            decimals={1}
            unit="dB"
            onChange={(gainDb, gesture) => set({ gainDb }, gesture)}
          />
          <NumberField
            control="notes-lowest"
            value={notes.lowest}
            range={noteLimits.lowest}
            step={1}
            decimals={0}
            unit="MIDI"
            onChange={(lowest, gesture) => set({ lowest }, gesture)}
          />
          <p className="text-[12px] text-quiet">
            {count > 0
              ? `${counted(count, 'note')} in this piece.`
              : 'Nothing of this happens in this piece, so it is silent.'}
          </p>
        </>
      )}
    </Section>
  );
}

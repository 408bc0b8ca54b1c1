'use client';

import { AudioLines, Mic, Music, Scissors, Trash2 } from 'lucide-react';
import { toast } from 'sonner';
import { projectLimits } from '@/core/project/limits';
import { type Sound, type SoundKind, soundLimits, soundSpan } from '@/core/project/sound';
import { changeSound, cutSound, removeSound, stretchTo, trimSilence } from '@/state/edit-sounds';
import { tunes } from '@/state/samples';
import { setSession } from '@/state/session';
import { playheadSec } from '../beats/playhead-line';
import { clockWords } from '../beats/time-words';
import { Button, IconButton } from '../parts/button';
import { cx } from '../parts/class-names';
import { Field, Section } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { NumberField } from '../parts/number-field';
import { PickField } from '../parts/pick-field';
import { SwitchField } from '../parts/switch-field';
import { TextField } from '../parts/text-field';
import { useServices } from '../services';
import { useProject, useSession } from '../use-state';
import { MixControls } from './mix-controls';
import { SOUND_FILES } from './sound-files';
import { addedBeside } from './sound-words';

const none: readonly Sound[] = [];
/** What is heard under the film: music and voices, each with its place, and how they come together. */
export function SoundSection() {
  const { sounds: services } = useServices();
  const sounds = useProject((project) => project.film.sounds, none);
  const picked = useSession((state) => state.pickedSound);
  const chosen = sounds.find(({ id }) => id === picked);
  const played = useSession((state) => (state.overview?.notes.length ?? 0) > 0);
  const add = (kind: SoundKind) => (files: readonly File[]) => void services.add(files, kind);
  return (
    <Section title="Sound">
      <Field control="sounds" bare>
        <div className="flex gap-2">
          <FileButton label="Music from files" accept={SOUND_FILES} multiple className="flex-1" onFiles={add('music')}>
            <Music className="size-4" aria-hidden /> Add music
          </FileButton>
          <FileButton
            label="A voice from files"
            accept={SOUND_FILES}
            multiple
            className="flex-1"
            onFiles={add('voice')}
          >
            <Mic className="size-4" aria-hidden /> Add a voice
          </FileButton>
        </div>
        {sounds.length === 0 && (
          <p className="mt-2 text-[12px] text-quiet">
            WAV, MP3, Ogg, FLAC or M4A, from here or dropped anywhere. They lie under the beats and go into the film.
          </p>
        )}
        {sounds.length > 0 && (
          <ul aria-label="Sounds of the film" className="mt-2 flex flex-col">
            {sounds.map((sound) => (
              <SoundRow key={sound.id} sound={sound} picked={sound.id === chosen?.id} />
            ))}
          </ul>
        )}
      </Field>
      <Field
        control="speak-along"
        hint="Speak while the film waits for you: each step or period comes when you call for it."
      >
        <Button className="w-full" onClick={() => setSession({ speaking: true })}>
          <Mic className="size-4" aria-hidden /> Speak along
        </Button>
      </Field>
      <Field control="tunes">
        <div className="flex flex-wrap gap-1.5">
          {tunes.map((tune) => (
            <Button key={tune.file} title={tune.about} onClick={() => void services.addShipped(tune)}>
              {tune.name}
            </Button>
          ))}
        </div>
      </Field>
      {chosen && <SoundForm sound={chosen} />}
      {(sounds.length > 0 || played) && <MixControls />}
    </Section>
  );
}

function SoundRow({ sound, picked }: { readonly sound: Sound; readonly picked: boolean }) {
  const filmSec = useSession((state) => state.overview?.filmSec ?? 0);
  const trouble = useSession((state) => state.soundTroubles.get(sound.assetId));
  const [start, end] = soundSpan(sound, filmSec);
  const Icon = sound.kind === 'voice' ? Mic : AudioLines;
  const words = trouble ?? (end <= start ? 'Behind the end of the film' : `${clockWords(start)} to ${clockWords(end)}`);
  return (
    <li className={cx('flex items-center gap-1 rounded-md', picked && 'bg-line/50')}>
      <button
        type="button"
        aria-pressed={picked}
        className="flex min-w-0 flex-1 items-center gap-2 px-2 py-1.5 text-left text-[13px]"
        onClick={() => setSession({ pickedSound: picked ? null : sound.id })}
      >
        <Icon className={cx('size-4 shrink-0', sound.kind === 'voice' ? 'text-accent' : 'text-spruce')} aria-hidden />
        <span className="min-w-0 flex-1">
          <span className="block truncate">{sound.name}</span>
          <span
            className={cx('block truncate text-[11.5px]', trouble || end <= start ? 'text-accent-text' : 'text-quiet')}
          >
            {words}
            {sound.on ? '' : ', off'}
          </span>
        </span>
      </button>
      <IconButton label={`Take ${sound.name} out`} onClick={() => removeSound(sound.id)}>
        <Trash2 className="size-4" aria-hidden />
      </IconButton>
    </li>
  );
}

/** Everything about one sound. */
function SoundForm({ sound }: { readonly sound: Sound }) {
  const filmSec = useSession((state) => state.overview?.filmSec ?? 0);
  const set = (change: Parameters<typeof changeSound>[1], gesture: string | null = null) =>
    changeSound(sound.id, change, gesture === null ? null : `${gesture}-${sound.id}`);
  const seconds = { step: 0.1, decimals: 3, unit: 's' };
  const end = sound.toSec ?? sound.fileSec;
  const [start, stop] = soundSpan(sound, filmSec);
  return (
    <div className="flex flex-col gap-3.5 rounded-md border border-line p-3">
      <TextField
        control="sound-name"
        value={sound.name}
        maxLength={projectLimits.textLength}
        onChange={(name, gesture) => set({ name }, gesture)}
      />
      <PickField
        control="sound-kind"
        value={sound.kind}
        choices={[
          { value: 'music', label: 'Music' },
          { value: 'voice', label: 'Voice' },
        ]}
        hint="Music steps back while a voice speaks."
        onChange={(kind) => set({ kind })}
      />
      <SwitchField control="sound-on" checked={sound.on} onChange={(on) => set({ on })} />
      <NumberField
        control="sound-start"
        value={sound.startSec}
        range={[0, Math.max(filmSec, sound.startSec)]}
        {...seconds}
        onChange={(startSec, gesture) => set({ startSec }, gesture)}
      />
      <NumberField
        control="sound-from"
        value={sound.fromSec}
        range={[0, Math.max(0, end - 0.01)]}
        {...seconds}
        onChange={(fromSec, gesture) => set({ fromSec }, gesture)}
      />
      <NumberField
        control="sound-to"
        value={end}
        range={[Math.min(sound.fileSec, sound.fromSec + 0.01), sound.fileSec]}
        {...seconds}
        onChange={(toSec, gesture) => set({ toSec: toSec >= sound.fileSec - 1e-3 ? null : toSec }, gesture)}
      />
      <NumberField
        control="sound-gain"
        value={sound.gainDb}
        range={soundLimits.gainDb}
        step={1}
        decimals={1}
        unit="dB"
        onChange={(gainDb, gesture) => set({ gainDb }, gesture)}
      />
      <NumberField
        control="sound-fade-in"
        value={sound.fadeInSec}
        range={soundLimits.fadeSec}
        {...seconds}
        onChange={(fadeInSec, gesture) => set({ fadeInSec }, gesture)}
      />
      <NumberField
        control="sound-fade-out"
        value={sound.fadeOutSec}
        range={soundLimits.fadeSec}
        {...seconds}
        onChange={(fadeOutSec, gesture) => set({ fadeOutSec }, gesture)}
      />
      <SwitchField
        control="sound-loop"
        checked={sound.loop}
        onChange={(loop) => set(loop ? { loop } : { loop, untilSec: null })}
      />
      <p className="text-[12px] text-quiet">{addedBeside(sound, start, stop, filmSec)}</p>
      <div className="flex flex-wrap gap-1.5">
        <Button
          onClick={() => {
            const second = cutSound(sound.id, playheadSec(), filmSec);
            if (second) setSession({ pickedSound: second });
          }}
        >
          <Scissors className="size-4" aria-hidden /> Cut at the playhead
        </Button>
        {sound.kind === 'voice' && <VoiceTools sound={sound} />}
      </div>
    </div>
  );
}

/** What fits a voice and a piece together. */
function VoiceTools({ sound }: { readonly sound: Sound }) {
  const { sounds: services } = useServices();
  const overview = useSession((state) => state.overview);
  const trim = async () => {
    const spoken = await services.spoken(sound);
    if (typeof spoken === 'string') toast.error('The voice could not be listened to.', { description: spoken });
    else if (!trimSilence(sound, spoken)) toast.warning('Nobody speaks in this sound, so it stays as it is.');
  };
  return (
    <>
      <Button onClick={() => void trim()}>Trim silence</Button>
      {overview && (
        <Button title="The piece lasts until the voice is over" onClick={() => stretchTo(sound, overview)}>
          Stretch the piece to it
        </Button>
      )}
    </>
  );
}

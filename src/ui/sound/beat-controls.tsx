'use client';

import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { projectLimits } from '@/core/project/limits';
import { type Beat, type Sound, soundLimits } from '@/core/project/sound';
import { tappedTempo } from '@/core/sound/beats/tapped-tempo';
import { stepsOntoBeats } from '@/state/edit-play';
import { setBeat, setOnBeat } from '@/state/edit-sounds';
import { Button } from '../parts/button';
import { Field, Section } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { SelectBox } from '../parts/select-field';
import { SwitchField } from '../parts/switch-field';
import { useServices } from '../services';
import { useChart, usePiece, useProject, useSession } from '../use-state';

const none: readonly Sound[] = [];
const USUAL: Beat = { bpm: 100, firstSec: 0, perBar: 4 };
/** Beats a period that are offered at a press. */
const offered = [1, 2, 4, 8];

/** The beat of the film: its tempo, typed, tapped or found in the music, and which pieces go by it. */
export function BeatOfMusicSection() {
  const beat = useProject((project) => project.film.beat, null);
  const set = (change: Partial<Beat>, gesture: string | null = null) =>
    setBeat({ ...(beat ?? USUAL), ...change }, gesture);
  return (
    <Section title="On the beat">
      <FindTempo />
      <NumberField
        control="tempo"
        value={beat?.bpm ?? USUAL.bpm}
        range={soundLimits.bpm}
        step={1}
        decimals={2}
        unit="a minute"
        onChange={(bpm, gesture) => set({ bpm }, gesture)}
      />
      <TapTempo onTempo={(bpm) => set({ bpm }, 'tap')} />
      {beat && (
        <>
          <NumberField
            control="beats-a-bar"
            value={beat.perBar}
            range={soundLimits.perBar}
            step={1}
            decimals={0}
            unit="beats"
            onChange={(perBar, gesture) => set({ perBar }, gesture)}
          />
          <NumberField
            control="first-beat"
            value={beat.firstSec}
            range={soundLimits.atSec}
            step={0.01}
            decimals={3}
            unit="s"
            onChange={(firstSec, gesture) => set({ firstSec }, gesture)}
          />
          <PieceOnBeat beat={beat} />
          <Button onClick={() => setBeat(null)}>Forget the beat</Button>
        </>
      )}
    </Section>
  );
}

/** Whether the piece goes by the beat, and with how many beats a period. */
function PieceOnBeat({ beat }: { readonly beat: Beat }) {
  const id = usePiece((piece) => piece.id, '');
  const onBeat = usePiece((piece) => piece.onBeat, null);
  const pieces = useProject((project) => project.film.pieces.length, 1);
  const moving = useChart((chart) => chart.play.kind !== 'built') ?? false;
  const steps = useSession((state) => state.overview?.steps.length ?? 0);
  const overview = useSession((state) => state.overview);
  return (
    <>
      <SwitchField control="on-beat" checked={onBeat !== null} onChange={(on) => setOnBeat(on ? 1 : null, [id])} />
      {onBeat !== null && moving && (
        <>
          <NumberField
            control="beats-a-period"
            value={onBeat}
            range={projectLimits.beatsAPeriod}
            step={1}
            decimals={2}
            unit="beats"
            onChange={(beats, gesture) => setOnBeat(beats, [id], gesture)}
          />
          <div className="flex gap-1.5">
            {offered.map((beats) => (
              <Button
                key={beats}
                className="flex-1 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
                aria-pressed={onBeat === beats}
                onClick={() => setOnBeat(beats, [id])}
              >
                {beats}
              </Button>
            ))}
          </div>
        </>
      )}
      {onBeat !== null && (
        <p className="text-[12px] text-quiet">
          {moving
            ? 'Each period is reached on a beat; holds are as long as it takes, and the piece ends on a bar.'
            : 'The piece ends on a bar.'}
        </p>
      )}
      {steps > 1 && overview && <Button onClick={() => stepsOntoBeats(overview, beat)}>Put the steps on beats</Button>}
      {pieces > 1 && (
        <Button onClick={() => setOnBeat(onBeat === null ? 1 : null)}>
          {onBeat === null ? 'All pieces go by the beat' : 'No piece goes by the beat'}
        </Button>
      )}
    </>
  );
}

/** The tempo of a sound under the film. */
function FindTempo() {
  const { sounds: services } = useServices();
  const sounds = useProject((project) => project.film.sounds, none);
  const [working, setWorking] = useState(false);
  const [chosen, setChosen] = useState('');
  const music = sounds.filter(({ kind }) => kind === 'music');
  const sound = music.find(({ id }) => id === chosen) ?? music[0];
  if (!sound)
    return (
      <p className="text-[12px] text-quiet">
        With music under the film its tempo can be found. It can be typed or tapped as well.
      </p>
    );
  const find = async () => {
    setWorking(true);
    const found = await services.beats(sound);
    setWorking(false);
    if (typeof found === 'string') {
      toast.error('The tempo was not found.', { description: found });
      return;
    }
    // Where in the film the first beat that is heard falls: the part that is cut off before it does not count.
    const first = found.beats.find((sec) => sec >= sound.fromSec - 1e-3) ?? found.firstBeatSec;
    const bpm = Math.round(found.bpm * 100) / 100;
    const firstSec = Math.max(0, Math.round((sound.startSec + first - sound.fromSec) * 1000) / 1000);
    setBeat({ perBar: USUAL.perBar, bpm, firstSec });
    toast.success(`${bpm} beats a minute, ${Math.round(found.confidence * 100)} % sure.`);
  };
  return (
    <Field control="find-tempo">
      <div className="flex items-center gap-2">
        {music.length > 1 && (
          <SelectBox
            label="Tempo of"
            value={sound.id}
            choices={music.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setChosen}
          />
        )}
        <Button className="flex-1" disabled={working} onClick={() => void find()}>
          {working ? 'Listening …' : `Find the tempo of “${shortened(sound.name)}”`}
        </Button>
      </div>
    </Field>
  );
}

const shortened = (name: string) => (name.length > 24 ? `${name.slice(0, 23)}…` : name);

/** A key that is pressed in time with what is heard. */
function TapTempo({ onTempo }: { readonly onTempo: (bpm: number) => void }) {
  const taps = useRef<number[]>([]);
  const [count, setCount] = useState(0);
  return (
    <Field control="tap-tempo" hint={count > 0 && count < 4 ? 'Go on: four presses are enough.' : undefined}>
      <Button
        className="w-full"
        onClick={(event) => {
          const { kept, bpm } = tappedTempo([...taps.current, event.timeStamp / 1000]);
          taps.current = kept;
          setCount(kept.length);
          if (bpm !== null) onTempo(bpm);
        }}
      >
        Press in time
      </Button>
    </Field>
  );
}

'use client';

import { Mic } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { CuePiece } from '@/core/film/cue-plan';
import { Button } from '../parts/button';
import { SelectBox } from '../parts/select-field';
import { useServices, type VoiceMicrophone } from '../services';
import { useProject, useSession } from '../use-state';

/** Nobody is recorded: only the times are kept. */
const NO_VOICE = 'none';

/** What is spoken along, and with which voice. */
export interface SpeakChoice {
  readonly microphone: string;
  readonly whole: boolean;
}

interface PreparingProps {
  readonly choice: SpeakChoice;
  readonly onChoice: (choice: SpeakChoice) => void;
  readonly onReady: (plan: readonly CuePiece[], microphone: VoiceMicrophone | null) => void;
}

/** Which microphone, and how much of the film. The browser is asked for the microphone at the press of Begin, not before. */
export function SpeakPreparing({ choice, onChoice, onReady }: PreparingProps) {
  const { speak, studio } = useServices();
  const several = useProject((project) => project.film.pieces.filter(({ on }) => on).length > 1, false);
  const pieceId = useSession((state) => state.overview?.pieceId ?? null);
  const [list, setList] = useState<readonly { readonly id: string; readonly label: string }[]>([]);
  const [trouble, setTrouble] = useState('');
  const [opening, setOpening] = useState(false);
  useEffect(() => {
    let gone = false;
    void speak.microphones().then((found) => {
      if (!gone) setList(found);
    });
    return () => {
      gone = true;
    };
  }, [speak]);
  const chosen = choice.microphone || list[0]?.id || NO_VOICE;
  const begin = async () => {
    setOpening(true);
    setTrouble('');
    try {
      await studio.playback.pause();
      const cues = await speak.plan(choice.whole ? null : pieceId);
      const opened = chosen === NO_VOICE ? null : await speak.open(chosen);
      if (cues.length === 0) throw new Error('There is no film to speak along yet.');
      onReady(cues, opened);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
      // Names of devices are told once one of them was allowed.
      setList(await speak.microphones());
    } finally {
      setOpening(false);
    }
  };
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-1.5">
      <div className="flex flex-wrap items-center gap-3">
        <span className="w-64">
          <SelectBox
            label="Voice from"
            value={chosen}
            choices={[
              ...list.map(({ id, label }) => ({ value: id, label })),
              { value: NO_VOICE, label: 'Without a voice: times only' },
            ]}
            onChange={(microphone) => onChoice({ ...choice, microphone })}
          />
        </span>
        {several && (
          <span className="w-44">
            <SelectBox
              label="How much"
              value={choice.whole ? 'film' : 'piece'}
              choices={[
                { value: 'piece', label: 'This piece' },
                { value: 'film', label: 'The whole film' },
              ]}
              onChange={(value) => onChoice({ ...choice, whole: value === 'film' })}
            />
          </span>
        )}
        <Button look="loud" disabled={opening} onClick={() => void begin()}>
          <Mic className="size-4" aria-hidden /> Begin
        </Button>
      </div>
      <p role={trouble ? 'alert' : undefined} className={trouble ? 'text-accent-text' : 'text-[12px] text-quiet'}>
        {trouble ||
          'The film waits at each step or period. Space or a press starts the next one; hold Shift to let it run. What you say, and when, is kept.'}
      </p>
    </div>
  );
}

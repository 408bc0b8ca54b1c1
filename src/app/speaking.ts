'use client';

import { toast } from 'sonner';
import type { TakenPiece } from '@/core/film/cue-walk';
import { withTakenCues } from '@/core/film/take-cues';
import { type Sound, usualSound } from '@/core/project/sound';
import { MIX_RATE } from '@/core/sound/source';
import { wavOf } from '@/core/sound/wav';
import { documentStore, edit, type ProjectDraft } from '@/state/document';
import { freshId } from '@/state/fresh-id';
import { keepAsset } from '@/state/keep/assets';
import { setSession } from '@/state/session';
import type { VoiceMicrophone } from '@/ui/services';
import { VoiceRecorder } from './recorder';

/** Opens a microphone. @throws Error that says in plain words why it cannot be heard. */
export async function openMicrophone(id: string): Promise<VoiceMicrophone> {
  const lost = new Set<() => void>();
  const recorder = await VoiceRecorder.open(id, () => {
    for (const tell of lost) tell();
  });
  return {
    say: () => recorder.say(),
    level: () => recorder.level(),
    heard: (stretches) => recorder.heard(stretches),
    close: () => recorder.close(),
    onLost(tell) {
      lost.add(tell);
      return () => lost.delete(tell);
    },
  };
}

/** Keeps what was spoken along: the times in the pieces, and the voice under the film, in one step. */
export async function keepSpoken(taken: readonly TakenPiece[], voice: Float32Array | null): Promise<void> {
  const { project } = documentStore.getState();
  const [first] = taken;
  if (!project || !first) return;
  const sound = voice && voice.length > 0 ? await keptVoice(voice, first.piece.fromSec, project.film.sounds) : null;
  edit((draft) => {
    const next = withTakenCues(draft as typeof project, taken);
    draft.charts = next.charts as ProjectDraft['charts'];
    draft.film.pieces = next.film.pieces as ProjectDraft['film']['pieces'];
    if (sound) draft.film.sounds.push(sound as ProjectDraft['film']['sounds'][number]);
  });
  if (sound) setSession({ pickedSound: sound.id, muted: false });
  toast.success(
    sound ? 'The voice lies under the film, and the film keeps its times.' : 'The film keeps the times that you took.',
  );
}

async function keptVoice(voice: Float32Array, startSec: number, sounds: readonly Sound[]): Promise<Sound> {
  const assetId = freshId();
  await keepAsset(assetId, wavOf(MIX_RATE, [voice]).buffer);
  const number = sounds.filter(({ kind }) => kind === 'voice').length + 1;
  return {
    ...usualSound,
    id: freshId(),
    kind: 'voice',
    name: `Voice ${number}`,
    fileName: `voice-${number}.wav`,
    assetId,
    fileSec: voice.length / MIX_RATE,
    startSec,
  };
}

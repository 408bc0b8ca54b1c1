'use client';

import { BeatOfMusicSection } from '../sound/beat-controls';
import { NotesSection } from '../sound/notes-section';
import { SoundSection } from '../sound/sound-section';
import { useChart } from '../use-state';
import { BeatSection } from './beat-section';
import { BuildSection } from './build-section';
import { CaptionSection } from './caption-section';
import { FocusSection } from './focus-section';
import { LengthSection } from './length-section';
import { MomentSection } from './moment-section';
import { MovementSection } from './movement-section';
import { PlaySection } from './play-section';

/** Pace: how it moves. */
export function PaceBench() {
  const built = useChart((chart) => chart.play.kind === 'built');
  return (
    <>
      <PlaySection />
      {built && <BuildSection />}
      <LengthSection />
      <MovementSection />
      {!built && <BeatSection />}
      {!built && <MomentSection />}
      <FocusSection />
      <CaptionSection />
      <SoundSection />
      <BeatOfMusicSection />
      <NotesSection />
      {!built && <BuildSection />}
    </>
  );
}

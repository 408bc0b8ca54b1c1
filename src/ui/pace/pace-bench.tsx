'use client';

import { BeatSection } from './beat-section';
import { BuildSection } from './build-section';
import { CaptionSection } from './caption-section';
import { LengthSection } from './length-section';
import { MomentSection } from './moment-section';
import { MovementSection } from './movement-section';

/** Pace: how it moves. */
export function PaceBench() {
  return (
    <>
      <LengthSection />
      <MovementSection />
      <BeatSection />
      <MomentSection />
      <CaptionSection />
      <BuildSection />
    </>
  );
}

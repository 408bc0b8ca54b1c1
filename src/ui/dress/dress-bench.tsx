'use client';

import { useFamily } from '../use-state';
import { AxisSection } from './axis-section';
import { ColoursSection } from './colours-section';
import { ExtrasSection } from './extras-section';
import { FamilySection } from './family-section';
import { LooksSection } from './looks-section';
import { MarksSection } from './marks-section';
import { NumbersSection } from './numbers-section';
import { PanesSection } from './panes-section';
import { PicturesSection } from './pictures-section';
import { StageSection } from './stage-section';
import { WordsSection } from './words-section';

/** Dress: how it looks. */
export function DressBench() {
  const uses = useFamily().uses;
  return (
    <>
      <FamilySection />
      <LooksSection />
      <WordsSection />
      <PanesSection />
      <MarksSection />
      <ColoursSection />
      {uses.has('pictures') && <PicturesSection />}
      <AxisSection />
      <NumbersSection />
      <StageSection />
      <ExtrasSection />
    </>
  );
}

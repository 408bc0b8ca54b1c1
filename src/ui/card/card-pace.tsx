'use client';

import { type CardPart, cardParts } from '@/core/project/card';
import { cardLengthControl, cardMoveControls, cardPartControls } from '@/core/project/controls/card-controls';
import { CaptionSection } from '../pace/caption-section';
import { FrameRate } from '../pace/frame-rate';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { BeatOfMusicSection } from '../sound/beat-controls';
import { SoundSection } from '../sound/sound-section';
import { useCard } from '../use-state';
import { CardControls } from './card-controls';

/** Pace, while a card is edited. */
export function CardPace() {
  const filled = useCard(({ texts, logo }) =>
    cardParts.filter((part) => (part === 'logo' ? logo.pictureId !== '' : texts[part].trim() !== '')).join(' '),
  );
  const parts = (filled ?? '').split(' ').filter(Boolean) as CardPart[];
  const own = cardPartControls.filter(({ id }) => parts.some((part) => id.startsWith(`card-${part}-`)));
  return (
    <>
      <Section title="Length">
        <CardControls of={[cardLengthControl]} />
        <FrameRate />
      </Section>
      <Section title="Coming and going" short="Motion">
        <CardControls of={cardMoveControls} />
        {own.length > 0 && (
          <Fold title="Each part by itself" holds={own.map(({ id }) => id)}>
            <CardControls of={own} />
          </Fold>
        )}
      </Section>
      <CaptionSection />
      <SoundSection />
      <BeatOfMusicSection />
    </>
  );
}

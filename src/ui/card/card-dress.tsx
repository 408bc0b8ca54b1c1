'use client';

import { isEmptyCard } from '@/core/project/card';
import {
  cardFurtherWords,
  cardKindControl,
  cardSizeControl,
  cardWordControls,
} from '@/core/project/controls/card-controls';
import { editCard } from '@/state/current';
import { setSession } from '@/state/session';
import { BackgroundFields } from '../dress/background-fields';
import { ExtrasSection } from '../dress/extras-section';
import { LooksSection } from '../dress/looks-section';
import { StageSection } from '../dress/stage-section';
import { TextStyleForm } from '../dress/text-style-form';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { SelectField } from '../parts/select-field';
import { SwitchField } from '../parts/switch-field';
import { useCard, usePiece, useProject, useSession } from '../use-state';
import { CardControls } from './card-controls';
import { DesignGallery } from './design-gallery';
import { LogoField } from './logo-field';

/** Dress, while a card is edited. */
export function CardDress() {
  const empty = useCard(isEmptyCard) ?? false;
  return (
    <>
      <Section title="Card">
        {empty && (
          <p role="status" className="text-[12px] text-accent-text">
            The card is empty: write a title, or choose a logo.
          </p>
        )}
        <CardControls of={cardWordControls} />
        <LogoField />
        <Fold title="Source, address and credits" holds={cardFurtherWords.map(({ id }) => id)}>
          <CardControls of={cardFurtherWords} />
        </Fold>
        <CardControls of={[cardKindControl]} />
      </Section>
      <Section title="Design">
        <DesignGallery />
        <CardControls of={[cardSizeControl]} />
        <OwnBack />
        <Fold title="Type" holds={['type-part', 'type-family', 'type-weight', 'type-size', 'type-colour', 'type-own']}>
          <CardType />
        </Fold>
      </Section>
      <LooksSection />
      <StageSection />
      <ExtrasSection />
    </>
  );
}

/** The card over the film's background, or over one of its own. */
function OwnBack() {
  const back = useCard((card) => card.back);
  const film = useProject((project) => project.film.stage.background, null);
  const pieceId = usePiece(({ id }) => id, null);
  return (
    <>
      <SwitchField
        control="card-back"
        checked={back !== null}
        onChange={(own) =>
          editCard((card) => {
            card.back = own ? film : null;
          })
        }
      />
      {back && (
        <BackgroundFields
          background={back}
          pieceId={pieceId}
          onChange={(change, gesture) =>
            editCard(
              (card) => {
                if (card.back) card.back = change(card.back);
              },
              gesture,
              pieceId,
            )
          }
        />
      )}
    </>
  );
}

/** What each kind of type sets on a card. */
const typeParts = [
  { value: 'title', label: 'Title' },
  { value: 'subtitle', label: 'Tagline, lines and credits' },
  { value: 'source', label: 'Source and address' },
  { value: 'caption', label: 'Captions' },
] as const;

function CardType() {
  const picked = useSession((state) => state.textPart);
  const part = typeParts.find(({ value }) => value === picked)?.value ?? 'title';
  return (
    <>
      <SelectField
        control="type-part"
        value={part}
        choices={typeParts}
        onChange={(value) => setSession({ textPart: value as (typeof typeParts)[number]['value'] })}
      />
      <TextStyleForm part={part} aligned={false} />
    </>
  );
}

'use client';

import { type CardDesign, cardDesigns } from '@/core/project/card';
import { editCard } from '@/state/current';
import { Field } from '../parts/field';
import { Picture } from '../parts/picture';
import { useInSight } from '../parts/use-in-sight';
import { useSmallPictures } from '../parts/use-small-pictures';
import { useServices } from '../services';
import { useCard, useProject } from '../use-state';

const PICTURE_PX = 200;

const designNames: Readonly<Record<CardDesign, string>> = {
  calm: 'Calm',
  ledger: 'Ledger',
  ribbon: 'Ribbon',
  halves: 'Halves',
  edges: 'Edges',
  strings: 'Strings',
  disc: 'Disc',
};

/** The ways to arrange a card, each shown with its own words. */
export function DesignGallery() {
  const design = useCard((card) => card.design);
  const [place, inSight] = useInSight<HTMLUListElement>();
  const pictures = useDesignPictures(inSight);
  return (
    <Field control="card-design" bare>
      <ul ref={place} aria-label="Designs" className="grid grid-cols-3 gap-2">
        {cardDesigns.map((id, i) => (
          <li key={id}>
            <button
              type="button"
              aria-label={`Design ${designNames[id]}`}
              aria-pressed={design === id}
              className="block w-full rounded-md border border-line bg-card p-1 text-left hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
              onClick={() =>
                editCard((card) => {
                  card.design = id;
                })
              }
            >
              <Picture picture={pictures[i] ?? null} className="h-14 w-full" />
              <span className="block truncate px-0.5 pt-1 text-[12px]">{designNames[id]}</span>
            </button>
          </li>
        ))}
      </ul>
    </Field>
  );
}

/** A small picture of the card in each design. */
function useDesignPictures(inSight: boolean): readonly ImageBitmap[] {
  const { designPictures } = useServices();
  const card = useCard((each) => JSON.stringify({ ...each, design: null }));
  const background = useProject((project) => project.film.stage.background, null);
  return useSmallPictures('designs', () => designPictures(PICTURE_PX), [card, background], inSight);
}

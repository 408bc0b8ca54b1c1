'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import { knownFamilies } from '@/core/families/known';
import { suggestFamily } from '@/core/families/suggest';
import { inFamily } from '@/core/families/switch-family';
import { type KnownFamily, type Story, stories } from '@/core/project/family-document';
import { setFamily } from '@/state/edit-chart';
import { Field, Section } from '../parts/field';
import { Picture } from '../parts/picture';
import { useInSight } from '../parts/use-in-sight';
import { useSmallPictures } from '../parts/use-small-pictures';
import { useServices } from '../services';
import { useChart, useDocument, useSession } from '../use-state';

const PICTURE_PX = 240;
/** Width of a card and space between two: four stand in a row. */
const CARD_PX = 76;
const GAP_PX = 7;
/** Pictures of a card while it is pointed at, and how many a second. */
const MOVING = { count: 24, perSec: 12 } as const;

const storyNames: Readonly<Record<Story, string>> = {
  'who-leads': 'Who leads',
  'how-it-went': 'How it went',
  'who-has-which-share': 'Who has which share',
  'how-far-along': 'How far along',
  'what-stands-out': 'Stands out',
  'what-goes-with-what': 'Compared',
};

/** What should the film tell? Each answer is a small picture of the person's own data, which moves while it is pointed at. */
export function FamilySection() {
  const cube = useSession((state) => state.cube);
  const family = useChart((chart) => chart.family);
  const choices = useSession((state) => state.prepared?.further);
  const value = useChart((chart) => chart.fields.value);
  const suggestion = useMemo(() => {
    const further = (choices ?? []).map(({ name }) => name).filter((name) => name !== value);
    return cube ? suggestFamily(cube, knownFamilies, further) : null;
  }, [cube, choices, value]);
  const suggested = knownFamilies.find(({ id }) => id === suggestion?.id);
  const [place, inSight] = useInSight<HTMLDivElement>();
  const told = stories.filter((story) => knownFamilies.some(({ tells }) => tells === story));
  return (
    <Section title="What should the film tell?" short="Tells">
      <Field control="family" bare>
        {/* Four in a row; short questions share one. */}
        <div ref={place} className="flex flex-wrap gap-x-2 gap-y-2.5">
          {told.map((story) => {
            const answers = knownFamilies.filter(({ tells }) => tells === story);
            return (
              <fieldset key={story} style={{ width: answers.length * CARD_PX + (answers.length - 1) * GAP_PX }}>
                <legend className="mb-1 text-[12px] leading-tight text-quiet">{storyNames[story]}</legend>
                <ul className="flex" style={{ gap: GAP_PX }}>
                  {answers.map((each) => (
                    <li key={each.id} style={{ width: CARD_PX }}>
                      <FamilyCard family={each} chosen={family === each.id} inSight={inSight} />
                    </li>
                  ))}
                </ul>
              </fieldset>
            );
          })}
        </div>
        {suggestion && suggested && (
          <p className="mt-2 text-[12px] leading-snug text-quiet">
            {suggestion.why}{' '}
            {suggested.id !== family && (
              <button type="button" className="text-ink underline" onClick={() => setFamily(suggested.id)}>
                Take {suggested.name.toLowerCase()}
              </button>
            )}
          </p>
        )}
      </Field>
    </Section>
  );
}

interface CardProps {
  readonly family: KnownFamily;
  readonly chosen: boolean;
  readonly inSight: boolean;
}

function FamilyCard({ family, chosen, inSight }: CardProps) {
  const [pointed, setPointed] = useState(false);
  const { familyPictures } = useServices();
  const stamp = usePictureStamp(family);
  const make = () => familyPictures(family.id, PICTURE_PX, 1);
  const still = useSmallPictures(`family ${family.id}`, make, stamp, inSight);
  const moving = useMovingPictures(family.id, stamp, pointed);
  const shown = useMovingPicture(moving, pointed) ?? still[0] ?? null;
  return (
    <button
      type="button"
      aria-label={`Tell it with ${family.name.toLowerCase()}`}
      aria-pressed={chosen}
      className="block w-full rounded-md border border-line bg-card p-0.5 text-left hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
      onClick={() => setFamily(family.id)}
      onPointerEnter={() => setPointed(true)}
      onPointerLeave={() => setPointed(false)}
      onFocus={() => setPointed(true)}
      onBlur={() => setPointed(false)}
    >
      <Picture picture={shown} className="h-11 w-full" />
      <span className="flex h-7 items-center px-0.5 text-[11px] leading-[13px]">{family.name}</span>
    </button>
  );
}

/** What decides how the chart looks in a family: all that it takes along there, and what lies behind it. */
function usePictureStamp(family: KnownFamily): readonly unknown[] {
  const cube = useSession((state) => state.cube);
  const chart = useChart((each) => each);
  const background = useDocument(({ project }) => project?.film.stage.background ?? null);
  return useMemo(() => {
    if (!chart) return [cube, background];
    const { family: _, familyVersion, kept, play, own, ...shown } = inFamily(chart, family, cube);
    return [cube, background, JSON.stringify([play, own]), ...Object.values(shown)];
  }, [cube, chart, background, family]);
}

/** Pictures of the chart in a family over its time, asked for when it is pointed at. Empty until they are there. */
function useMovingPictures(id: string, stamp: readonly unknown[], pointed: boolean): readonly ImageBitmap[] {
  const { familyPictures } = useServices();
  const [made, setMade] = useState(nothing);
  const has = made.stamp === stamp;
  useEffect(() => {
    if (!pointed || has) return;
    let ended = false;
    const timer = setTimeout(() => {
      void familyPictures(id, PICTURE_PX, MOVING.count)
        // A chart that this family cannot draw has no picture; choosing it says why.
        .catch(() => [])
        .then((pictures) => {
          if (!ended && pictures.length > 0) setMade({ stamp, pictures });
        });
    }, 60);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [familyPictures, id, stamp, pointed, has]);
  return has ? made.pictures : nothing.pictures;
}

const nothing: { readonly stamp: unknown; readonly pictures: readonly ImageBitmap[] } = { stamp: null, pictures: [] };

/** One picture after the other, over and over, while pointed at; null while not, and for who wants nothing to move. */
function useMovingPicture(pictures: readonly ImageBitmap[], pointed: boolean): ImageBitmap | null {
  const [at, setAt] = useState(0);
  const moves = pointed && pictures.length > 0;
  const calm = useRef(typeof matchMedia === 'function' && matchMedia('(prefers-reduced-motion: reduce)').matches);
  useEffect(() => {
    if (!moves || calm.current) return;
    setAt(0);
    const timer = setInterval(() => setAt((before) => (before + 1) % pictures.length), 1000 / MOVING.perSec);
    return () => clearInterval(timer);
  }, [moves, pictures]);
  return moves && !calm.current ? (pictures[at] ?? null) : null;
}

'use client';

import { edit } from '@/state/document';
import { ColourButton } from '../parts/colour-button';
import { Field, Section } from '../parts/field';
import { PickField } from '../parts/pick-field';
import { useProject } from '../use-state';

const sizes = {
  wide: { label: '16:9', widthPx: 1920, heightPx: 1080 },
  tall: { label: '9:16', widthPx: 1080, heightPx: 1920 },
  square: { label: '1:1', widthPx: 1080, heightPx: 1080 },
} as const;

type SizeId = keyof typeof sizes;

/** Ratio and background of the stage. */
export function StageFields() {
  const widthPx = useProject((project) => project.film.stage.widthPx, 1920);
  const heightPx = useProject((project) => project.film.stage.heightPx, 1080);
  const current = (Object.keys(sizes) as SizeId[]).find(
    (id) => sizes[id].widthPx * heightPx === sizes[id].heightPx * widthPx,
  );
  return (
    <Section title="Stage">
      <PickField
        control="ratio"
        value={current ?? null}
        choices={(Object.keys(sizes) as SizeId[]).map((id) => ({
          value: id,
          name: `${sizes[id].label}, ${id}`,
          label: (
            <span className="flex items-center gap-2">
              <span
                aria-hidden
                className="border-[1.5px] border-current"
                style={{ width: sizes[id].widthPx / 120, height: sizes[id].heightPx / 120 }}
              />
              {sizes[id].label}
            </span>
          ),
        }))}
        onChange={(id) =>
          edit((draft) => {
            draft.film.stage.widthPx = sizes[id].widthPx;
            draft.film.stage.heightPx = sizes[id].heightPx;
          })
        }
      />
      <BackgroundField />
    </Section>
  );
}

function BackgroundField() {
  const background = useProject((project) => project.film.stage.background, '#FFFCF5');
  const offers = ['#FFFCF5', '#FFFFFF', '#F1E4C9', '#12191E', '#0B3B3A', '#C8401B'];
  const set = (colour: string, gesture: string | null) =>
    edit((draft) => {
      draft.film.stage.background = colour;
    }, gesture);
  return (
    <Field control="background">
      <div className="flex items-center gap-1.5">
        <ColourButton label="Background" value={background} onChange={set} />
        <span className="mx-1 h-5 w-px bg-line" aria-hidden />
        {offers.map((colour) => (
          <button
            key={colour}
            type="button"
            aria-label={`Background ${colour}`}
            title={colour}
            className="size-6 rounded-md border border-line hover:border-ink"
            style={{ background: colour }}
            onClick={() => set(colour, null)}
          />
        ))}
      </div>
    </Field>
  );
}

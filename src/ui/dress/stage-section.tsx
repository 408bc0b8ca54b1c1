'use client';

import type { Stage } from '@/core/project/film';
import { projectLimits } from '@/core/project/limits';
import { editStage } from '@/state/edit-stage';
import { setSession } from '@/state/session';
import type { ControlId } from '../controls';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { NumberField } from '../parts/number-field';
import { PickField } from '../parts/pick-field';
import { useProject, useSession } from '../use-state';
import { BackgroundFields } from './background-fields';
import { BoxFields } from './box-fields';

const sizes = [
  { id: 'wide', label: '16:9', widthPx: 1920, heightPx: 1080 },
  { id: 'tall', label: '9:16', widthPx: 1080, heightPx: 1920 },
  { id: 'square', label: '1:1', widthPx: 1080, heightPx: 1080 },
  { id: 'portrait', label: '4:5', widthPx: 1080, heightPx: 1350 },
  { id: 'photo', label: '3:2', widthPx: 1620, heightPx: 1080 },
  { id: 'tall photo', label: '2:3', widthPx: 1080, heightPx: 1620 },
  { id: 'screen', label: '4:3', widthPx: 1440, heightPx: 1080 },
] as const;

/** Ratio, size, background, margins, the chart's box and guides. */
export function StageSection() {
  const widthPx = useProject((project) => project.film.stage.widthPx, 1920);
  const heightPx = useProject((project) => project.film.stage.heightPx, 1080);
  const current = sizes.find((size) => size.widthPx * heightPx === size.heightPx * widthPx);
  return (
    <Section title="Stage">
      <PickField
        control="ratio"
        value={current?.id ?? null}
        choices={sizes.map((size) => ({
          value: size.id,
          name: `${size.label}, ${size.id}`,
          label: (
            <span className="flex items-center gap-1.5">
              <span
                aria-hidden
                className="border-[1.5px] border-current"
                style={{ width: size.widthPx / 130, height: size.heightPx / 130 }}
              />
              {size.label}
            </span>
          ),
        }))}
        onChange={(id) =>
          editStage((stage) => {
            const size = sizes.find((each) => each.id === id);
            if (size) Object.assign(stage, { widthPx: size.widthPx, heightPx: size.heightPx });
          })
        }
      />
      <BackgroundFields />
      <Fold
        title="Size, margins and guides"
        holds={[
          'stage-width',
          'stage-height',
          'margin-top',
          'margin-right',
          'margin-bottom',
          'margin-left',
          'chart-box',
          'guides',
        ]}
      >
        <SizeField control="stage-width" side="widthPx" />
        <SizeField control="stage-height" side="heightPx" />
        <MarginField control="margin-top" side="top" />
        <MarginField control="margin-right" side="right" />
        <MarginField control="margin-bottom" side="bottom" />
        <MarginField control="margin-left" side="left" />
        <BoxFields />
        <GuideField />
      </Fold>
    </Section>
  );
}

function SizeField({ control, side }: { readonly control: ControlId; readonly side: 'widthPx' | 'heightPx' }) {
  const px = useProject((project) => project.film.stage[side], 1080);
  const [min, max] = projectLimits.stagePx;
  return (
    <NumberField
      control={control}
      value={px}
      min={min}
      max={max}
      step={2}
      decimals={0}
      unit="px"
      onChange={(value, gesture) =>
        editStage((stage) => {
          stage[side] = value;
        }, gesture)
      }
    />
  );
}

function MarginField({ control, side }: { readonly control: ControlId; readonly side: keyof Stage['margins'] }) {
  const value = useProject((project) => project.film.stage.margins[side], 5);
  const [min, max] = projectLimits.margin;
  return (
    <NumberField
      control={control}
      value={value}
      min={min}
      max={max}
      step={0.5}
      decimals={1}
      unit="%"
      onChange={(next, gesture) =>
        editStage((stage) => {
          stage.margins = { ...stage.margins, [side]: next };
        }, gesture)
      }
    />
  );
}

function GuideField() {
  const guides = useSession((state) => state.guides);
  return (
    <PickField
      control="guides"
      value={guides}
      choices={[
        { value: 'none', label: 'None' },
        { value: 'thirds', label: 'Thirds' },
        { value: 'safe', label: 'Safe area' },
      ]}
      hint="Guides are never exported."
      onChange={(value) => setSession({ guides: value })}
    />
  );
}

'use client';

import { guideControl, stageSizeControls } from '@/core/project/controls/stage-controls';
import { editStage } from '@/state/edit-stage';
import { setSession } from '@/state/session';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { PickField } from '../parts/pick-field';
import { SpecInput } from '../parts/spec-input';
import { useCard, useProject, useSession } from '../use-state';
import { FilmBackground } from './background-fields';
import { BoxFields } from './box-fields';
import { StageControls } from './stage-controls';

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
  // A card over a background of its own has that to set, and nothing of the film's to be seen.
  const covered = useCard(({ back }) => back !== null) ?? false;
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
      {!covered && <FilmBackground />}
      <Fold title="Size, margins and guides" holds={[...stageSizeControls.map(({ id }) => id), 'chart-box', 'guides']}>
        <StageControls of={stageSizeControls} />
        <BoxFields />
        <GuideField />
      </Fold>
    </Section>
  );
}

function GuideField() {
  const guides = useSession((state) => state.guides);
  return (
    <SpecInput spec={guideControl} value={guides} write={(next) => setSession({ guides: next as typeof guides })} />
  );
}

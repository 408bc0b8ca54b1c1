'use client';

import { useRef } from 'react';
import { type Background, backgroundKinds } from '@/core/project/background';
import type { Stage } from '@/core/project/film';
import { projectLimits } from '@/core/project/limits';
import { edit } from '@/state/document';
import { setSession } from '@/state/session';
import type { ControlId } from '../controls';
import { Button } from '../parts/button';
import { ColourButton } from '../parts/colour-button';
import { ColourField } from '../parts/colour-field';
import { Field, Section } from '../parts/field';
import { FileChooser } from '../parts/file-chooser';
import { Fold } from '../parts/fold';
import { NumberField } from '../parts/number-field';
import { PickField } from '../parts/pick-field';
import { SelectField } from '../parts/select-field';
import { useServices } from '../services';
import { useProject, useSession } from '../use-state';

const sizes = [
  { id: 'wide', label: '16:9', widthPx: 1920, heightPx: 1080 },
  { id: 'tall', label: '9:16', widthPx: 1080, heightPx: 1920 },
  { id: 'square', label: '1:1', widthPx: 1080, heightPx: 1080 },
  { id: 'portrait', label: '4:5', widthPx: 1080, heightPx: 1350 },
  { id: 'photo', label: '3:2', widthPx: 1620, heightPx: 1080 },
  { id: 'tall photo', label: '2:3', widthPx: 1080, heightPx: 1620 },
  { id: 'screen', label: '4:3', widthPx: 1440, heightPx: 1080 },
] as const;

function editStage(
  change: (stage: { -readonly [K in keyof Stage]: Stage[K] }) => void,
  gesture: string | null = null,
): void {
  edit((draft) => change(draft.film.stage as { -readonly [K in keyof Stage]: Stage[K] }), gesture);
}

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

function BoxFields() {
  const box = useProject((project) => project.film.stage.box, null);
  const moving = useSession((state) => state.boxTool);
  const { plotBox } = useServices();
  const start = async () => {
    const plot = await plotBox();
    if (!plot) return;
    editStage((stage) => {
      const share = (px: number, whole: number) => Math.min(1, Math.max(0, px / whole));
      stage.box ??= {
        x: share(plot.x, stage.widthPx),
        y: share(plot.y, stage.heightPx),
        width: Math.max(0.05, share(plot.widthPx, stage.widthPx)),
        height: Math.max(0.05, share(plot.heightPx, stage.heightPx)),
      };
    });
    setSession({ boxTool: true });
  };
  return (
    <Field
      control="chart-box"
      hint={moving ? 'Drag the box or its corners on stage; arrow keys move it, with Shift they size it.' : undefined}
    >
      <div className="flex flex-wrap gap-2">
        {moving ? (
          <Button onClick={() => setSession({ boxTool: false })}>Done</Button>
        ) : (
          <Button onClick={() => void start()}>Move and size the chart</Button>
        )}
        {box && (
          <Button
            onClick={() => {
              setSession({ boxTool: false });
              editStage((stage) => {
                stage.box = null;
              });
            }}
          >
            All the room again
          </Button>
        )}
      </div>
      {box && (
        <div className="mt-2 grid grid-cols-4 gap-1.5">
          {(['x', 'y', 'width', 'height'] as const).map((side) => (
            <label key={side} className="text-[11px] text-quiet">
              {{ x: 'Left', y: 'Top', width: 'Width', height: 'Height' }[side]} %
              <input
                type="number"
                min={side === 'width' || side === 'height' ? 5 : 0}
                max={100}
                step={1}
                value={Math.round(box[side] * 1000) / 10}
                className="w-full rounded-md border border-line bg-card px-1 py-1 font-mono text-[12px] text-ink outline-none focus:border-ink"
                onChange={(event) => {
                  const wanted = Number(event.target.value) / 100;
                  const least = side === 'width' || side === 'height' ? 0.05 : 0;
                  if (Number.isFinite(wanted))
                    editStage((stage) => {
                      if (stage.box) stage.box = { ...stage.box, [side]: Math.min(1, Math.max(least, wanted)) };
                    }, `box-${side}`);
                }}
              />
            </label>
          ))}
        </div>
      )}
    </Field>
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

const kindWords: Record<Background['kind'], string> = {
  plain: 'One colour',
  linear: 'Gradient',
  radial: 'Gradient from the middle',
  picture: 'Picture',
  clear: 'Transparent',
};
const offers = ['#FFFCF5', '#FFFFFF', '#F1E4C9', '#12191E', '#0B3B3A', '#C8401B'];
const plainPaper: Background = { kind: 'plain', colour: '#FFFCF5' };

function BackgroundFields() {
  const background = useProject((project) => project.film.stage.background, plainPaper);
  const set = (next: Background, gesture: string | null = null) =>
    editStage((stage) => {
      stage.background = next;
    }, gesture);
  const setColour = (colour: string, gesture: string | null) => set({ ...background, colour }, gesture);
  const setKind = (kind: Background['kind']) => {
    const { colour } = background;
    if (kind === 'plain' || kind === 'clear') set({ kind, colour });
    else if (kind === 'linear') set({ kind, colour, to: mixWithDark(colour), angleDeg: 90 });
    else if (kind === 'radial') set({ kind, colour, to: mixWithDark(colour) });
    else set({ kind, colour, pictureId: '', fit: 'fill', dim: 0.4, blur: 0 });
  };
  return (
    <>
      <Field control="background">
        <div className="flex items-center gap-1.5">
          <ColourButton label="Background" value={background.colour} onChange={setColour} />
          <span className="mx-1 h-5 w-px bg-line" aria-hidden />
          {offers.map((colour) => (
            <button
              key={colour}
              type="button"
              aria-label={`Background ${colour}`}
              title={colour}
              className="size-6 rounded-md border border-line hover:border-ink"
              style={{ background: colour }}
              onClick={() => setColour(colour, null)}
            />
          ))}
        </div>
      </Field>
      <SelectField
        control="background-kind"
        value={background.kind}
        choices={backgroundKinds.map((value) => ({ value, label: kindWords[value] }))}
        onChange={(value) => setKind(value as Background['kind'])}
      />
      {(background.kind === 'linear' || background.kind === 'radial') && (
        <ColourField
          control="background-to"
          value={background.to}
          onChange={(to, gesture) => set({ ...background, to }, gesture)}
        />
      )}
      {background.kind === 'linear' && (
        <NumberField
          control="background-angle"
          value={background.angleDeg}
          min={-360}
          max={360}
          step={5}
          decimals={0}
          unit="°"
          onChange={(angleDeg, gesture) => set({ ...background, angleDeg }, gesture)}
        />
      )}
      {background.kind === 'picture' && <PictureFields background={background} set={set} />}
      {background.kind === 'clear' && (
        <p className="text-[12px] leading-snug text-quiet">
          The colour above only decides the ink of the texts. Films keep the transparency in WebM and in image
          sequences.
        </p>
      )}
    </>
  );
}

type PictureBackground = Extract<Background, { kind: 'picture' }>;

function PictureFields({
  background,
  set,
}: {
  readonly background: PictureBackground;
  readonly set: (next: Background, gesture?: string | null) => void;
}) {
  const { addPicture } = useServices();
  const name = useProject(
    (project) => project.pictures.find(({ id }) => id === background.pictureId)?.fileName ?? '',
    '',
  );
  const file = useRef<HTMLInputElement>(null);
  return (
    <>
      <Field control="background-picture" hint={name || 'No picture yet.'}>
        <Button onClick={() => file.current?.click()}>Choose a picture</Button>
        <FileChooser
          ref={file}
          label="Picture for the background"
          accept=".png,.jpg,.jpeg,.webp,.svg"
          onFiles={([chosen]) => {
            if (!chosen) return;
            void addPicture(chosen).then((picture) => {
              if (!picture) return;
              edit((draft) => {
                draft.pictures.push(picture);
                draft.film.stage.background = { ...background, pictureId: picture.id };
              });
            });
          }}
        />
      </Field>
      <PickField
        control="background-fit"
        value={background.fit}
        choices={[
          { value: 'fill', label: 'Fill the stage' },
          { value: 'fit', label: 'Show all of it' },
        ]}
        onChange={(fit) => set({ ...background, fit })}
      />
      <NumberField
        control="background-dim"
        value={background.dim * 100}
        min={0}
        max={100}
        step={5}
        decimals={0}
        unit="%"
        onChange={(dim, gesture) => set({ ...background, dim: dim / 100 }, gesture)}
      />
      <NumberField
        control="background-blur"
        value={background.blur}
        min={0}
        max={10}
        step={0.25}
        unit="%"
        onChange={(blur, gesture) => set({ ...background, blur }, gesture)}
      />
    </>
  );
}

function mixWithDark(colour: string): string {
  const number = Number.parseInt(colour.slice(1), 16);
  const part = (shift: number) =>
    Math.round(((number >> shift) & 255) * 0.82)
      .toString(16)
      .padStart(2, '0');
  return `#${part(16)}${part(8)}${part(0)}`;
}

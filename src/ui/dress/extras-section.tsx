'use client';

import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useRef } from 'react';
import { type Anchor, type Extra, extraKinds, type Moment } from '@/core/project/film-parts';
import { projectLimits } from '@/core/project/limits';
import { shippedFamilies } from '@/core/project/text-style';
import { edit } from '@/state/document';
import { addExtra, changeExtra, momentAt, moveExtra, removeExtra } from '@/state/edit-film';
import { playheadStore } from '@/state/playhead';
import { setSession } from '@/state/session';
import { clockWords } from '../beats/time-words';
import { Button, IconButton } from '../parts/button';
import { cx } from '../parts/class-names';
import { ColourField } from '../parts/colour-field';
import { Field, Section } from '../parts/field';
import { FileChooser } from '../parts/file-chooser';
import { NumberField } from '../parts/number-field';
import { SelectField } from '../parts/select-field';
import { SwitchField } from '../parts/switch-field';
import { TextField } from '../parts/text-field';
import { useServices } from '../services';
import { usePiece, useProject, useSession } from '../use-state';

const kindWords: Record<Extra['kind'], string> = {
  text: 'Text',
  picture: 'Picture',
  box: 'Box',
  line: 'Line',
  arrow: 'Arrow',
};

function fresh(kind: Extra['kind']): Omit<Extra, 'id'> {
  return {
    kind,
    name: kindWords[kind],
    anchor: { kind: 'stage', corner: 'centre', dx: 0, dy: 0 },
    width: kind === 'text' ? 40 : 20,
    height: kind === 'text' ? 5 : kind === 'line' || kind === 'arrow' ? 10 : 14,
    opacity: 1,
    colour: '#C8401B',
    stroke: kind === 'box' ? 0 : 0.5,
    pictureId: '',
    text: kind === 'text' ? 'A note' : '',
    fontFamily: 'Instrument Sans',
    fontWeight: 700,
    behind: false,
    from: null,
    to: null,
    fadeSec: 0.4,
  };
}

/** Logos, notes, lines and boxes, placed freely. */
export function ExtrasSection() {
  const { addPicture } = useServices();
  const extras = usePiece((piece) => piece.extras, none);
  const picked = useSession((state) => state.pickedExtra);
  const file = useRef<HTMLInputElement>(null);
  const extra = extras.find(({ id }) => id === picked);
  const add = (kind: Extra['kind']) => {
    if (kind === 'picture') file.current?.click();
    else setSession({ pickedExtra: addExtra(fresh(kind)) });
  };
  const addPictures = async ([chosen]: readonly File[]) => {
    const picture = chosen ? await addPicture(chosen) : null;
    if (!picture) return;
    const width = 16;
    const height = Math.max(0.5, (width * picture.heightPx) / picture.widthPx);
    edit((draft) => {
      draft.pictures.push(picture);
    }, 'add-picture');
    const base = fresh('picture');
    const id = addExtra({
      ...base,
      name: picture.fileName,
      pictureId: picture.id,
      width,
      height,
      anchor: { kind: 'stage', corner: 'top-right', dx: 4, dy: 4 },
    });
    setSession({ pickedExtra: id });
  };
  return (
    <Section title="Extras">
      <Field control="extras" bare>
        <div className="flex flex-wrap gap-1.5">
          {extraKinds.map((kind) => (
            <Button key={kind} onClick={() => add(kind)}>
              {kindWords[kind]}
            </Button>
          ))}
        </div>
        <FileChooser
          ref={file}
          label="Picture as an extra"
          accept=".png,.jpg,.jpeg,.webp,.svg"
          onFiles={(files) => void addPictures(files)}
        />
        {extras.length > 0 && (
          <ul aria-label="Extras on stage" className="mt-2">
            {extras.map((each, i) => (
              <li key={each.id} className={cx('flex items-center rounded-md', each.id === picked && 'bg-line/60')}>
                <button
                  type="button"
                  className="min-w-0 flex-1 truncate px-2 py-1.5 text-left text-[13px]"
                  aria-pressed={each.id === picked}
                  onClick={() => setSession({ pickedExtra: each.id === picked ? null : each.id })}
                >
                  {each.name}
                  {each.text && <span className="text-quiet"> {each.text.slice(0, 40)}</span>}
                </button>
                <IconButton
                  label={`Draw ${each.name} earlier`}
                  className="size-7!"
                  disabled={i === 0}
                  onClick={() => moveExtra(each.id, -1)}
                >
                  <ArrowUp className="size-3.5" aria-hidden />
                </IconButton>
                <IconButton
                  label={`Draw ${each.name} later`}
                  className="size-7!"
                  disabled={i === extras.length - 1}
                  onClick={() => moveExtra(each.id, 1)}
                >
                  <ArrowDown className="size-3.5" aria-hidden />
                </IconButton>
                <IconButton label={`Remove ${each.name}`} className="size-7!" onClick={() => removeExtra(each.id)}>
                  <Trash2 className="size-3.5" aria-hidden />
                </IconButton>
              </li>
            ))}
          </ul>
        )}
      </Field>
      {extra && <ExtraForm extra={extra} />}
    </Section>
  );
}

const none: readonly Extra[] = [];

const corners = [
  { value: 'top-left', label: 'Upper left corner' },
  { value: 'top-right', label: 'Upper right corner' },
  { value: 'bottom-left', label: 'Lower left corner' },
  { value: 'bottom-right', label: 'Lower right corner' },
  { value: 'centre', label: 'Middle of the stage' },
] as const;

function ExtraForm({ extra }: { readonly extra: Extra }) {
  const cube = useSession((state) => state.cube);
  const fonts = useProject((project) => project.fonts, noFonts);
  const set = (change: Partial<Extra>, gesture: string | null = null) => changeExtra(extra.id, change, gesture);
  const { anchor } = extra;
  const anchorValue = anchor.kind === 'stage' ? anchor.corner : `${MARK}${anchor.category}`;
  const setAnchor = (value: string) => {
    const next: Anchor = value.startsWith(MARK)
      ? { kind: 'mark', category: value.slice(MARK.length), dx: 3, dy: 0 }
      : {
          kind: 'stage',
          corner: value as (typeof corners)[number]['value'],
          dx: value === 'centre' ? 0 : 4,
          dy: value === 'centre' ? 0 : 4,
        };
    set({ anchor: next });
  };
  const number = (
    control: 'extra-width' | 'extra-height' | 'extra-stroke' | 'extra-fade',
    key: 'width' | 'height' | 'stroke' | 'fadeSec',
    range: readonly [number, number],
    step: number,
    unit: string,
  ) => (
    <NumberField
      control={control}
      value={extra[key]}
      min={range[0]}
      max={range[1]}
      step={step}
      unit={unit}
      onChange={(value, gesture) => set({ [key]: value }, gesture)}
    />
  );
  return (
    <>
      {extra.kind === 'text' && (
        <>
          <TextField
            control="extra-text"
            value={extra.text}
            lines={2}
            maxLength={projectLimits.textLength}
            onChange={(text, gesture) => set({ text }, gesture)}
          />
          <SelectField
            control="extra-font"
            value={extra.fontFamily}
            choices={[...fonts, ...shippedFamilies].map(({ family }) => ({ value: family, label: family }))}
            onChange={(fontFamily) => set({ fontFamily })}
          />
          <NumberField
            control="extra-weight"
            value={extra.fontWeight}
            min={100}
            max={900}
            step={100}
            decimals={0}
            unit=""
            onChange={(fontWeight, gesture) => set({ fontWeight }, gesture)}
          />
        </>
      )}
      <SelectField
        control="extra-anchor"
        value={anchorValue}
        choices={[
          ...corners,
          ...(cube?.categories ?? [])
            .slice(0, 400)
            .map((name) => ({ value: `${MARK}${name}`, label: name.slice(0, 60), note: 'travels with its bar' })),
        ]}
        onChange={setAnchor}
      />
      <NumberField
        control="extra-x"
        value={anchor.dx}
        min={-500}
        max={500}
        step={0.5}
        decimals={1}
        unit="%"
        onChange={(dx, gesture) => set({ anchor: { ...anchor, dx } }, gesture)}
      />
      <NumberField
        control="extra-y"
        value={anchor.dy}
        min={-500}
        max={500}
        step={0.5}
        decimals={1}
        unit="%"
        onChange={(dy, gesture) => set({ anchor: { ...anchor, dy } }, gesture)}
      />
      {number('extra-width', 'width', projectLimits.extraSize, 1, '%')}
      {number('extra-height', 'height', projectLimits.extraSize, 0.5, '%')}
      {extra.kind !== 'picture' && (
        <ColourField
          control="extra-colour"
          value={extra.colour}
          onChange={(colour, gesture) => set({ colour }, gesture)}
        />
      )}
      {extra.kind !== 'picture' && extra.kind !== 'text' && number('extra-stroke', 'stroke', [0, 20], 0.1, '%')}
      <NumberField
        control="extra-opacity"
        value={extra.opacity * 100}
        min={0}
        max={100}
        step={5}
        decimals={0}
        unit="%"
        onChange={(value, gesture) => set({ opacity: value / 100 }, gesture)}
      />
      <SwitchField control="extra-behind" checked={extra.behind} onChange={(behind) => set({ behind })} />
      <Field control="extra-time">
        <TimeEnd label="Comes" moment={extra.from} otherwise="at the start" onChange={(from) => set({ from })} />
        <TimeEnd label="Goes" moment={extra.to} otherwise="with the film" onChange={(to) => set({ to })} />
      </Field>
      {number('extra-fade', 'fadeSec', projectLimits.fadeSec, 0.1, 's')}
    </>
  );
}

/** Stands before the name of a category whose mark holds an extra, among the places to choose from. */
const MARK = 'mark:';

const noFonts: readonly { readonly family: string }[] = [];

function TimeEnd({
  label,
  moment,
  otherwise,
  onChange,
}: {
  readonly label: string;
  readonly moment: Moment | null;
  readonly otherwise: string;
  readonly onChange: (moment: Moment | null) => void;
}) {
  const overview = useSession((state) => state.overview);
  const period = overview?.periodKeys.indexOf(moment?.periodKey ?? '') ?? -1;
  const from = overview?.spanStartSec[2 * period] ?? 0;
  const to = overview?.spanStartSec[2 * period + 2] ?? overview?.lengthSec ?? from;
  const words =
    moment === null
      ? otherwise
      : period < 0
        ? 'at a period that is gone'
        : `at ${clockWords(from + (to - from) * moment.share)}`;
  return (
    <div className="mt-1 flex items-center gap-2 text-[13px]">
      <span className="min-w-0 flex-1 truncate">
        {label} {words}
      </span>
      <Button
        className="h-7!"
        onClick={() => {
          const { readout } = playheadStore.getState();
          if (overview && readout) onChange(momentAt(overview, readout.timeSec));
        }}
      >
        At the playhead
      </Button>
      {moment && (
        <button type="button" className="text-[12px] text-quiet underline" onClick={() => onChange(null)}>
          Take back
        </button>
      )}
    </div>
  );
}

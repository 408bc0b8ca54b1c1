'use client';

import { useRef } from 'react';
import { projectLimits } from '@/core/project/project';
import { type LabelPart, labelParts, shippedFamilies, type TextPart, type TextStyle } from '@/core/project/text-style';
import { editChart } from '@/state/edit-chart';
import { BoundColour, BoundNumber, BoundPick, BoundShare, BoundSwitch } from '../parts/bound';
import { Button } from '../parts/button';
import { Field } from '../parts/field';
import { FileChooser } from '../parts/file-chooser';
import type { ChartDraft, Lens } from '../parts/lens';
import { SelectField } from '../parts/select-field';
import { useServices } from '../services';
import { useChart, useProject } from '../use-state';

const isLabel = (part: TextPart | LabelPart): part is LabelPart => labelParts.some((label) => label === part);

/** Family, weight, size and colour of one kind of text. */
export function TextStyleForm({ part }: { readonly part: TextPart | LabelPart }) {
  const label = isLabel(part);
  const draftOf = (chart: ChartDraft) => (isLabel(part) ? chart.dress.labels[part] : chart.dress.texts[part]);
  const of = <K extends keyof TextStyle>(key: K): Lens<TextStyle[K]> => ({
    read: (chart) => (isLabel(part) ? chart.dress.labels[part] : chart.dress.texts[part])[key],
    write: (chart, value) => {
      (draftOf(chart) as Record<K, unknown>)[key] = value;
    },
  });
  const counter = part === 'stamp' || part === 'total' || part === 'leader';
  return (
    <>
      <FamilyField lens={of('family')} />
      <BoundNumber control="type-weight" lens={of('weight')} range={[100, 900]} step={100} decimals={0} unit="" />
      {label ? (
        <BoundNumber control="type-size" lens={of('size')} range={projectLimits.labelSize} step={0.05} unit="times" />
      ) : (
        <BoundNumber
          control="type-size"
          lens={of('size')}
          range={projectLimits.textSize}
          step={0.2}
          decimals={1}
          unit="%"
        />
      )}
      <BoundSwitch control="type-italic" lens={of('italic')} />
      <BoundSwitch control="type-capitals" lens={of('capitals')} />
      <BoundNumber
        control="type-spacing"
        lens={of('spacing')}
        range={projectLimits.spacing}
        times={100}
        step={1}
        decimals={0}
        unit="%"
      />
      <BoundColour control="type-colour" lens={of('colour')} automatic="Follows the background" />
      {!label && !counter && (
        <BoundPick
          control="type-align"
          lens={of('align')}
          choices={[
            { value: 'start', label: 'Left' },
            { value: 'middle', label: 'Middle' },
            { value: 'end', label: 'Right' },
          ]}
        />
      )}
      <BoundShare control="type-shadow" lens={of('shadow')} />
      <Button
        onClick={() =>
          editChart((chart) => {
            const { family } = draftOf(chart);
            for (const style of [...Object.values(chart.dress.texts), ...Object.values(chart.dress.labels)])
              style.family = family;
          })
        }
      >
        Set all texts in this family
      </Button>
    </>
  );
}

function FamilyField({ lens }: { readonly lens: Lens<string> }) {
  const { addFont } = useServices();
  const family = useChart(lens.read);
  const own = useProject((project) => project.fonts, none);
  const file = useRef<HTMLInputElement>(null);
  if (family === null) return null;
  const choices = [
    ...own.map((font) => ({ value: font.family, label: font.family, note: 'yours' })),
    ...shippedFamilies.map((each) => ({ value: each.family, label: each.family, note: each.kind })),
  ];
  const set = (value: string) => editChart((chart) => lens.write(chart, value));
  return (
    <>
      <SelectField control="type-family" value={family} choices={choices} placeholder={family} onChange={set} />
      <Field control="type-own" bare>
        <Button className="w-full" onClick={() => file.current?.click()}>
          Add a font of your own
        </Button>
        <FileChooser
          ref={file}
          label="Font file"
          accept=".woff2,.ttf,.otf,.woff"
          onFiles={([chosen]) => {
            if (chosen) void addFont(chosen).then((name) => name && set(name));
          }}
        />
      </Field>
    </>
  );
}

const none: readonly { readonly family: string }[] = [];

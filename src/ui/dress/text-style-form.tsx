'use client';

import { putAt, valueAt } from '@/core/project/document-value';
import { projectLimits } from '@/core/project/limits';
import { type LabelPart, labelParts, shippedFamilies, type TextPart } from '@/core/project/text-style';
import { editDressed } from '@/state/current';
import { Button } from '../parts/button';
import { Control, Controls } from '../parts/control';
import { Field } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { NumberField } from '../parts/number-field';
import { SelectField } from '../parts/select-field';
import { useServices } from '../services';
import { useDressed, usePiece, useProject } from '../use-state';

const isLabel = (part: TextPart | LabelPart): part is LabelPart => labelParts.some((label) => label === part);

/** Family, weight, size and colour of one kind of text. */
export function TextStyleForm({
  part,
  aligned = true,
}: {
  readonly part: TextPart | LabelPart;
  /** Does its style say to which side it stands? On a card the design does. */
  readonly aligned?: boolean;
}) {
  const label = isLabel(part);
  const at = label ? `dress.labels.${part}` : `dress.texts.${part}`;
  const counter = part === 'stamp' || part === 'total' || part === 'leader';
  return (
    <>
      <FamilyField at={at} />
      <Control id="type-weight" at={at} />
      <SizeField at={at} label={label} />
      <Controls of={['type-italic', 'type-capitals', 'type-spacing', 'type-colour']} at={at} />
      {aligned && !label && !counter && <Control id="type-align" at={at} />}
      <Control id="type-shadow" at={at} />
      <Button
        onClick={() =>
          editDressed(({ dress }) => {
            const family = String(valueAt({ dress }, `${at}.family`));
            for (const style of [...Object.values(dress.texts), ...Object.values(dress.labels)]) style.family = family;
          })
        }
      >
        Set all texts in this family
      </Button>
    </>
  );
}

/** Texts are measured by the stage, labels by the room that they have. */
function SizeField({ at, label }: { readonly at: string; readonly label: boolean }) {
  const size = useDressed((dressed) => Number(valueAt(dressed, `${at}.size`)));
  if (size === null) return null;
  const steps = label ? { step: 0.05, unit: 'times' } : { step: 0.2, decimals: 1, unit: '%' };
  return (
    <NumberField
      control="type-size"
      value={size}
      range={label ? projectLimits.labelSize : projectLimits.textSize}
      {...steps}
      onChange={(value, gesture) => editDressed((dressed) => putAt(dressed, `${at}.size`, value), gesture)}
    />
  );
}

function FamilyField({ at }: { readonly at: string }) {
  const { addFont } = useServices();
  const family = useDressed((dressed) => String(valueAt(dressed, `${at}.family`)));
  const own = useProject((project) => project.fonts, none);
  // A font takes its time to be read: the text that it was chosen for is set in it.
  const pieceId = usePiece(({ id }) => id, null);
  if (family === null) return null;
  const choices = [
    ...own.map((font) => ({ value: font.family, label: font.family, note: 'yours' })),
    ...shippedFamilies.map((each) => ({ value: each.family, label: each.family, note: each.kind })),
  ];
  const set = (value: string) => editDressed((dressed) => putAt(dressed, `${at}.family`, value), null, pieceId);
  return (
    <>
      <SelectField control="type-family" value={family} choices={choices} placeholder={family} onChange={set} />
      <Field control="type-own" bare>
        <FileButton
          className="w-full"
          label="Font file"
          accept=".woff2,.ttf,.otf,.woff"
          onFiles={([chosen]) => {
            if (chosen) void addFont(chosen).then((name) => name && set(name));
          }}
        >
          Add a font of your own
        </FileButton>
      </Field>
    </>
  );
}

const none: readonly { readonly family: string }[] = [];

'use client';

import { useRef } from 'react';
import type { Background } from '@/core/project/background';
import { edit } from '@/state/document';
import { Button } from '../parts/button';
import { Field } from '../parts/field';
import { FileChooser } from '../parts/file-chooser';
import { NumberField } from '../parts/number-field';
import { PickField } from '../parts/pick-field';
import { useServices } from '../services';
import { useProject } from '../use-state';

type PictureBackground = Extract<Background, { kind: 'picture' }>;

/** Which picture lies behind everything, and how. */
export function BackgroundPicture({
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

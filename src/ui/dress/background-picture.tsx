'use client';

import type { Background } from '@/core/project/background';
import { Field } from '../parts/field';
import { PictureButton } from '../parts/picture-button';
import { useProject } from '../use-state';

type PictureBackground = Extract<Background, { kind: 'picture' }>;

interface BackgroundPictureProps {
  readonly background: PictureBackground;
  readonly onChange: (next: PictureBackground, gesture: string) => void;
}

/** Which picture lies behind everything. */
export function BackgroundPicture({ background, onChange }: BackgroundPictureProps) {
  const name = useProject(
    (project) => project.pictures.find(({ id }) => id === background.pictureId)?.fileName ?? '',
    '',
  );
  return (
    <Field control="background-picture" hint={name || 'No picture yet.'}>
      <PictureButton
        label="Picture for the background"
        onPicture={(pictureId, gesture) => onChange({ ...background, pictureId }, gesture)}
      >
        Choose a picture
      </PictureButton>
    </Field>
  );
}

'use client';

import type { Background } from '@/core/project/background';
import { edit, endGesture } from '@/state/document';
import { Field } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { useServices } from '../services';
import { useProject } from '../use-state';

type PictureBackground = Extract<Background, { kind: 'picture' }>;

interface BackgroundPictureProps {
  readonly background: PictureBackground;
  readonly onChange: (next: PictureBackground, gesture: string) => void;
}

/** Which picture lies behind everything. */
export function BackgroundPicture({ background, onChange }: BackgroundPictureProps) {
  const { addPicture } = useServices();
  const name = useProject(
    (project) => project.pictures.find(({ id }) => id === background.pictureId)?.fileName ?? '',
    '',
  );
  return (
    <Field control="background-picture" hint={name || 'No picture yet.'}>
      <FileButton
        label="Picture for the background"
        accept=".png,.jpg,.jpeg,.webp,.svg"
        onFiles={([chosen]) => {
          if (!chosen) return;
          void addPicture(chosen).then((picture) => {
            if (!picture) return;
            // One step of undo: the picture comes, and lies there.
            const gesture = `background ${picture.id}`;
            edit((draft) => {
              draft.pictures.push(picture);
            }, gesture);
            onChange({ ...background, pictureId: picture.id }, gesture);
            endGesture();
          });
        }}
      >
        Choose a picture
      </FileButton>
    </Field>
  );
}

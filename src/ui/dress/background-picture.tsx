'use client';

import type { Background } from '@/core/project/background';
import { backgroundPictureControls } from '@/core/project/controls/stage-controls';
import { edit } from '@/state/document';
import { Field } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { useServices } from '../services';
import { useProject } from '../use-state';
import { StageControls } from './stage-controls';

type PictureBackground = Extract<Background, { kind: 'picture' }>;

/** Which picture lies behind everything, and how. */
export function BackgroundPicture({ background }: { readonly background: PictureBackground }) {
  const { addPicture } = useServices();
  const name = useProject(
    (project) => project.pictures.find(({ id }) => id === background.pictureId)?.fileName ?? '',
    '',
  );
  return (
    <>
      <Field control="background-picture" hint={name || 'No picture yet.'}>
        <FileButton
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
        >
          Choose a picture
        </FileButton>
      </Field>
      <StageControls of={backgroundPictureControls} />
    </>
  );
}

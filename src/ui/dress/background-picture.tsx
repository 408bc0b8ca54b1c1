'use client';

import { Field } from '../parts/field';
import { PictureButton } from '../parts/picture-button';
import { useProject } from '../use-state';

interface BackgroundPictureProps {
  readonly pictureId: string;
  readonly pieceId: string | null;
  readonly onPicture: (pictureId: string, gesture: string) => void;
}

/** Which picture lies behind everything. */
export function BackgroundPicture({ pictureId, pieceId, onPicture }: BackgroundPictureProps) {
  const name = useProject((project) => project.pictures.find(({ id }) => id === pictureId)?.fileName ?? '', '');
  return (
    <Field control="background-picture" hint={name || 'No picture yet.'}>
      <PictureButton label="Picture for the background" pieceId={pieceId} onPicture={onPicture}>
        Choose a picture
      </PictureButton>
    </Field>
  );
}

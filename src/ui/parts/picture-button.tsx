'use client';

import type { ReactNode } from 'react';
import { edit, endGesture } from '@/state/document';
import { useServices } from '../services';
import { FileButton } from './file-button';

interface PictureButtonProps {
  /** What a screen reader calls the chooser. */
  readonly label: string;
  readonly children: ReactNode;
  /** The piece of the film that the picture is for; null where it is for the whole. */
  readonly pieceId: string | null;
  /** Puts the picture to its use, as part of the same gesture: one step of undo takes back both. */
  readonly onPicture: (pictureId: string, gesture: string) => void;
}

/** Chooses a file that becomes a picture of the project, and is put to use at once. */
export function PictureButton({ label, children, pieceId, onPicture }: PictureButtonProps) {
  const { addPicture } = useServices();
  return (
    <FileButton
      label={label}
      accept=".png,.jpg,.jpeg,.webp,.svg"
      onFiles={([chosen]) => {
        if (!chosen) return;
        void addPicture(chosen, pieceId).then((picture) => {
          if (!picture) return;
          const gesture = `picture ${picture.id}`;
          edit((draft) => {
            draft.pictures.push(picture);
          }, gesture);
          onPicture(picture.id, gesture);
          endGesture();
        });
      }}
    >
      {children}
    </FileButton>
  );
}

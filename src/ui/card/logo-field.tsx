'use client';

import { cardLogoSizeControl } from '@/core/project/controls/card-controls';
import { editCard } from '@/state/current';
import { Button } from '../parts/button';
import { Field } from '../parts/field';
import { PictureButton } from '../parts/picture-button';
import { useCard, usePiece, useProject } from '../use-state';
import { CardControls } from './card-controls';

/** The logo of a card: a picture of the project, or a file that becomes one. */
export function LogoField() {
  const pictures = useProject((project) => project.pictures, none);
  const pictureId = useCard((card) => card.logo.pictureId) ?? '';
  // A file takes its time to be read: the logo comes to the card that it was chosen for.
  const pieceId = usePiece(({ id }) => id, null);
  const setLogo = (id: string, gesture: string | null = null) =>
    editCard(
      (card) => {
        card.logo.pictureId = id;
      },
      gesture,
      pieceId,
    );
  return (
    <>
      <Field control="card-logo" hint={pictures.length > 0 ? undefined : 'No logo yet. PNG, JPEG, WebP or SVG.'}>
        <div className="flex flex-wrap gap-2">
          <PictureButton label="Picture for the logo" pieceId={pieceId} onPicture={setLogo}>
            Choose a logo
          </PictureButton>
          {pictureId !== '' && <Button onClick={() => setLogo('')}>Without a logo</Button>}
        </div>
        {pictures.length > 0 && (
          <ul aria-label="Pictures of the project" className="mt-2 flex flex-wrap gap-1.5">
            {pictures.slice(0, MOST).map(({ id, fileName }) => (
              <li key={id}>
                <button
                  type="button"
                  aria-pressed={id === pictureId}
                  className="max-w-40 truncate rounded-md border border-line bg-card px-2 py-1 text-[12px] hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
                  onClick={() => setLogo(id)}
                >
                  {fileName}
                </button>
              </li>
            ))}
          </ul>
        )}
      </Field>
      {pictureId !== '' && <CardControls of={[cardLogoSizeControl]} />}
    </>
  );
}

/** Pictures that are offered; more are found by choosing the file. */
const MOST = 24;
const none: readonly { readonly id: string; readonly fileName: string }[] = [];

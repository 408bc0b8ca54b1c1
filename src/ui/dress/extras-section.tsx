'use client';

import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useRef } from 'react';
import { type Extra, extraKinds } from '@/core/project/film-parts';
import { addExtra, moveExtra, removeExtra } from '@/state/edit-film';
import { setSession } from '@/state/session';
import { Button, IconButton } from '../parts/button';
import { cx } from '../parts/class-names';
import { Field, Section } from '../parts/field';
import { FileChooser } from '../parts/file-chooser';
import { useServices } from '../services';
import { usePiece, useProject, useSession } from '../use-state';
import { ExtraForm } from './extra-form';

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
  const own = usePiece((piece) => piece.extras, none);
  // A picture takes its time to be read: it comes to the piece that it was chosen for.
  const pieceId = usePiece(({ id }) => id, null);
  const overlays = useProject((project) => project.film.overlays, none);
  const extras = [...own, ...overlays];
  const picked = useSession((state) => state.pickedExtra);
  const file = useRef<HTMLInputElement>(null);
  const extra = extras.find(({ id }) => id === picked);
  const add = (kind: Extra['kind']) => {
    if (kind === 'picture') file.current?.click();
    else setSession({ pickedExtra: addExtra(fresh(kind)) });
  };
  const addPictures = async ([chosen]: readonly File[]) => {
    const picture = chosen ? await addPicture(chosen, pieceId) : null;
    if (!picture) return;
    const width = 16;
    const height = Math.max(0.5, (width * picture.heightPx) / picture.widthPx);
    const base = fresh('picture');
    const anchor = { kind: 'stage', corner: 'top-right', dx: 4, dy: 4 } as const;
    const extra = { ...base, name: picture.fileName, pictureId: picture.id, width, height, anchor };
    setSession({ pickedExtra: addExtra(extra, picture, pieceId) });
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
            {[own, overlays].map((list) =>
              list.map((each, i) => (
                <ExtraRow
                  key={each.id}
                  extra={each}
                  whole={list === overlays}
                  first={i === 0}
                  last={i === list.length - 1}
                />
              )),
            )}
          </ul>
        )}
      </Field>
      {extra && <ExtraForm extra={extra} />}
    </Section>
  );
}

interface ExtraRowProps {
  readonly extra: Extra;
  /** Lies over the whole film. */
  readonly whole: boolean;
  readonly first: boolean;
  readonly last: boolean;
}

/** One extra of the list: picked, moved in the order of drawing, or removed. */
function ExtraRow({ extra, whole, first, last }: ExtraRowProps) {
  const picked = useSession((state) => state.pickedExtra === extra.id);
  return (
    <li className={cx('flex items-center rounded-md', picked && 'bg-line/60')}>
      <button
        type="button"
        className="min-w-0 flex-1 truncate px-2 py-1.5 text-left text-[13px]"
        aria-pressed={picked}
        onClick={() => setSession({ pickedExtra: picked ? null : extra.id })}
      >
        {extra.name}
        {extra.text && <span className="text-quiet"> {extra.text.slice(0, 40)}</span>}
        {whole && <span className="text-quiet"> · whole film</span>}
      </button>
      <IconButton
        label={`Draw ${extra.name} earlier`}
        className="size-7!"
        disabled={first}
        onClick={() => moveExtra(extra.id, -1)}
      >
        <ArrowUp className="size-3.5" aria-hidden />
      </IconButton>
      <IconButton
        label={`Draw ${extra.name} later`}
        className="size-7!"
        disabled={last}
        onClick={() => moveExtra(extra.id, 1)}
      >
        <ArrowDown className="size-3.5" aria-hidden />
      </IconButton>
      <IconButton label={`Remove ${extra.name}`} className="size-7!" onClick={() => removeExtra(extra.id)}>
        <Trash2 className="size-3.5" aria-hidden />
      </IconButton>
    </li>
  );
}

const none: readonly Extra[] = [];

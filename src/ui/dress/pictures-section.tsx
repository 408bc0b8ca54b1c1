'use client';

import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { ImageOff, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { plainName } from '@/core/chart/pictures';
import type { Picture } from '@/core/project/film-parts';
import { edit } from '@/state/document';
import { setCategoryPicture } from '@/state/edit-chart';
import { controlsOf } from '../controls';
import { IconButton } from '../parts/button';
import { cx } from '../parts/class-names';
import { Control, Controls } from '../parts/control';
import { Field, Section } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { Fold } from '../parts/fold';
import { useServices } from '../services';
import { useChart, useFamily, useProject, useSession } from '../use-state';

const pictureEndings = '.png,.jpg,.jpeg,.webp,.svg';
const SHOWN = 60;

/** Pictures of categories: many at once by their names, flags, monograms. */
export function PicturesSection() {
  const { addCategoryPictures } = useServices();
  const { id } = useFamily();
  const known = new Set(controlsOf(id).map((control) => control.id));
  const usable = ['picture-at', 'picture-shape', 'picture-size', 'flags', 'monograms'].filter((each) =>
    known.has(each),
  );
  return (
    <Section title="Pictures">
      <Control id="pictures" />
      <Field control="add-pictures" bare>
        <FileButton
          className="w-full"
          label="Pictures of categories"
          accept={pictureEndings}
          multiple
          onFiles={(files) => void addCategoryPictures(files)}
        >
          Choose pictures, or drop them anywhere
        </FileButton>
        <p className="mt-1 text-[12px] leading-snug text-quiet">
          PNG, JPEG, WebP or SVG. A file called like a category goes to it.
        </p>
      </Field>
      <Controls of={usable} />
      <Fold title="Who has which" holds={['picture-matches']}>
        <Field control="picture-matches" bare>
          <Matches />
        </Field>
      </Fold>
    </Section>
  );
}

/** Categories and their pictures; a picture is dragged from one to another, or from those that nobody has. */
function Matches() {
  const cube = useSession((state) => state.cube);
  const lines = useSession((state) => state.overview?.lines ?? none);
  const pictures = useProject((project) => project.pictures, noPictures);
  const given = useChart((chart) => chart.pictures) ?? noGiven;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  if (!cube) return null;
  if (pictures.length === 0)
    return <p className="text-[12px] text-quiet">No pictures yet. Flags and monograms need none.</p>;
  const byId = new Map(pictures.map((picture) => [picture.id, picture]));
  const ofCategory = new Map(given.map(({ category, pictureId }) => [category, byId.get(pictureId)]));
  const used = new Set(given.map(({ pictureId }) => pictureId));
  const onStage = lines.map(({ category }) => cube.categories[category] ?? '');
  const names = [...new Set([...given.map(({ category }) => category), ...onStage])]
    .filter((name) => cube.categories.includes(name))
    .slice(0, SHOWN);
  const free = pictures.filter(({ id }) => !used.has(id));
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over) return;
    const pictureId = String(active.id);
    const from = given.find((each) => each.pictureId === pictureId)?.category;
    const to = String(over.id);
    if (from === to) return;
    if (from !== undefined) setCategoryPicture(from, null);
    setCategoryPicture(to, pictureId);
  };
  return (
    <DndContext sensors={sensors} onDragEnd={onDragEnd}>
      <ul aria-label="Pictures by category" className="max-h-80 overflow-y-auto">
        {names.map((name) => (
          <Row key={name} name={name} picture={ofCategory.get(name) ?? null} pictures={pictures} />
        ))}
      </ul>
      {free.length > 0 && (
        <>
          <p className="mt-2 text-[12px] text-quiet">With no category; drag them to one:</p>
          <div className="mt-1 flex flex-wrap gap-1.5">
            {free.map((picture) => (
              <div key={picture.id} className="flex items-center gap-0.5 rounded-md border border-line bg-card p-1">
                <DragPicture picture={picture} />
                <IconButton
                  label={`Remove ${picture.fileName}`}
                  className="size-6!"
                  onClick={() =>
                    edit((draft) => {
                      draft.pictures = draft.pictures.filter(({ id }) => id !== picture.id);
                    })
                  }
                >
                  <Trash2 className="size-3.5" aria-hidden />
                </IconButton>
              </div>
            ))}
          </div>
        </>
      )}
    </DndContext>
  );
}

const none: readonly { readonly category: number }[] = [];
const noPictures: readonly Picture[] = [];
const noGiven: readonly { readonly category: string; readonly pictureId: string }[] = [];

function Row({
  name,
  picture,
  pictures,
}: {
  readonly name: string;
  readonly picture: Picture | null;
  readonly pictures: readonly Picture[];
}) {
  const { setNodeRef, isOver } = useDroppable({ id: name });
  const exact = picture !== null && plainName(picture.fileName) === plainName(name);
  return (
    <li ref={setNodeRef} className={cx('flex items-center gap-2 rounded-md px-1 py-1', isOver && 'bg-spruce/20')}>
      {picture ? (
        <DragPicture picture={picture} />
      ) : (
        <ImageOff className="m-1.5 size-4 text-quiet" aria-label="no picture" />
      )}
      <span className="min-w-0 flex-1 truncate text-[13px]">{name.slice(0, 80)}</span>
      {picture && <span className="text-[11px] text-quiet">{exact ? 'same name' : 'chosen or similar'}</span>}
      <select
        aria-label={`Picture of ${name.slice(0, 60)}`}
        value={picture?.id ?? ''}
        className="w-20 rounded border border-line bg-card text-[12px]"
        onChange={(event) => setCategoryPicture(name, event.target.value || null)}
      >
        <option value="">none</option>
        {pictures.map(({ id, fileName }) => (
          <option key={id} value={id}>
            {fileName}
          </option>
        ))}
      </select>
    </li>
  );
}

function DragPicture({ picture }: { readonly picture: Picture }) {
  const { attributes, listeners, setNodeRef, transform } = useDraggable({ id: picture.id });
  const url = usePictureUrl(picture);
  const style = transform ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 60 } : {};
  return (
    // biome-ignore lint/performance/noImgElement: the picture comes from the browser's own store, not from a server
    <img
      ref={setNodeRef}
      src={url ?? undefined}
      alt={picture.fileName}
      title={picture.fileName}
      className="relative size-7 cursor-grab touch-none rounded object-contain"
      style={style}
      {...listeners}
      {...attributes}
    />
  );
}

/** An address for a picture of the project while it is on screen. */
export function usePictureUrl(picture: Picture): string | null {
  const { pictureBytes } = useServices();
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let made: string | null = null;
    let ended = false;
    void pictureBytes(picture).then((bytes) => {
      if (ended || !bytes) return;
      made = URL.createObjectURL(new Blob([bytes], { type: picture.mime }));
      setUrl(made);
    });
    return () => {
      ended = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [picture, pictureBytes]);
  return url;
}

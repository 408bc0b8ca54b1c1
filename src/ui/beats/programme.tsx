'use client';

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext, sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import { GalleryHorizontal } from 'lucide-react';
import { Fragment } from 'react';
import type { FilmPiece } from '@/core/project/film';
import { movePiece } from '@/state/edit-programme';
import { setSession } from '@/state/session';
import { useProject, useSession } from '../use-state';
import { AddPiece } from './add-piece';
import { PieceBlock } from './piece-block';
import { Seam } from './seam';
import { usePiecePictures } from './use-piece-pictures';

const none: readonly FilmPiece[] = [];

/** The pieces of the film above the beats: one block each, as wide as its seconds, with what leads from one to the next. */
export function Programme() {
  const pieces = useProject((project) => project.film.pieces, none);
  const blocks = useSession((state) => state.overview?.blocks);
  const whole = useSession((state) => state.wholeFilm);
  const edited = useSession((state) => state.overview?.pieceId);
  const pictures = usePiecePictures(pieces.length > 1);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  if (pieces.length < 2) return null;
  const placed = new Map(blocks?.map((block) => [block.id, block]));
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) movePiece(String(active.id), String(over.id));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext items={pieces.map(({ id }) => id)} strategy={horizontalListSortingStrategy}>
        <div className="flex h-11 items-stretch gap-1 px-3 pb-1">
          <button
            type="button"
            aria-pressed={whole}
            aria-label="Whole film on the strip"
            title={
              whole ? 'The strip shows the whole film. Press for the piece alone.' : 'Show the whole film on the strip'
            }
            className="grid w-7 shrink-0 place-items-center rounded-md border border-line text-quiet hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
            onClick={() => setSession({ wholeFilm: !whole })}
          >
            <GalleryHorizontal className="size-4" aria-hidden />
          </button>
          <ol aria-label="Programme" className="flex min-w-0 flex-1 items-stretch">
            {pieces.map((piece, i) => {
              const next = pieces.slice(i + 1).find(({ on }) => on);
              return (
                <Fragment key={piece.id}>
                  <PieceBlock
                    piece={piece}
                    block={placed.get(piece.id)}
                    edited={piece.id === edited}
                    picture={pictures.get(piece.id)}
                  />
                  {piece.on && next && (
                    <li className="z-10 -mx-2 flex shrink-0">
                      <Seam piece={next} block={placed.get(next.id)} />
                    </li>
                  )}
                </Fragment>
              );
            })}
          </ol>
          <AddPiece compact />
        </div>
      </SortableContext>
    </DndContext>
  );
}

'use client';

import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Copy, EllipsisVertical, Eye, EyeOff, Pencil, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { knownFamilies } from '@/core/families/known';
import type { PieceBlock as Placed } from '@/core/film/overview';
import { cardNames } from '@/core/project/card';
import type { FilmPiece } from '@/core/project/film';
import { pieceName } from '@/core/project/piece-name';
import { cardOf, chartOf, showsChart } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import { doublePiece, removePiece, renamePiece, switchPiece } from '@/state/edit-programme';
import { playheadStore } from '@/state/playhead';
import { setSession } from '@/state/session';
import { cx } from '../parts/class-names';
import { MenuItem } from '../parts/menu';
import { useServices } from '../services';
import { useProject, useSession } from '../use-state';
import { clockWords } from './time-words';

/** What kind of piece it is: the name of the chart's family, or of the card. */
function kindOf(project: Project, piece: FilmPiece): string {
  const card = cardOf(project, piece.id);
  if (card) return cardNames[card.kind];
  const family = chartOf(project, piece.id)?.family;
  return knownFamilies.find(({ id }) => id === family)?.name ?? '';
}

interface PieceBlockProps {
  readonly piece: FilmPiece;
  /** Its place in the film; none while it is off or not yet prepared. */
  readonly block: Placed | undefined;
  readonly edited: boolean;
  readonly picture: ImageBitmap | undefined;
}

/** A piece: a press goes to it, a drag moves it, and its menu does the rest. */
export function PieceBlock({ piece, block, edited, picture }: PieceBlockProps) {
  const { studio } = useServices();
  const name = useProject((project) => pieceName(project, piece), '');
  const kind = useProject((project) => kindOf(project, piece), '');
  const [naming, setNaming] = useState(false);
  const broken = useSession((state) => state.broken.get(piece.id));
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: piece.id });
  const length = block ? clockWords(block.lengthSec) : '…';
  const state = broken !== undefined ? `cannot be shown: ${broken}` : piece.on ? length : 'off';
  const said = `${name}, ${kind}, ${state}`;
  const visit = () => {
    if (!block) {
      // What cannot be shown is edited all the same: that is how it is mended.
      if (broken !== undefined) void studio.playback.pause().then(() => setSession({ pieceId: piece.id }));
      return;
    }
    void studio.playback.pause().then(() => studio.playback.seek(block.lookSec));
  };
  return (
    <li
      ref={setNodeRef}
      className={cx(
        'group relative flex min-w-9 items-stretch overflow-hidden rounded-md border bg-card',
        edited ? 'border-2 border-ink' : 'border-line hover:border-ink',
        !piece.on && 'max-w-28 border-dashed opacity-60',
        broken !== undefined && 'border-dashed border-accent',
        isDragging && 'z-20 shadow-lg',
      )}
      style={{
        transform: CSS.Translate.toString(transform),
        transition,
        flex: block ? `${Math.max(0.01, block.lengthSec - block.arrivalSec)} 1 0` : '0 1 96px',
      }}
    >
      {naming ? (
        <NameInput piece={piece} name={name} onDone={() => setNaming(false)} />
      ) : (
        <button
          type="button"
          {...attributes}
          {...listeners}
          aria-label={said}
          aria-current={edited ? 'true' : undefined}
          title={`${said}. Press to go there, drag to move it.`}
          className="flex min-w-0 flex-1 items-center gap-2 pl-1 text-left"
          onClick={visit}
          onDoubleClick={() => setNaming(true)}
        >
          {picture && <Picture picture={picture} />}
          <span className="min-w-0">
            <span className="block truncate text-[12px] leading-tight font-semibold">{name}</span>
            <span className="block truncate font-mono text-[10px] leading-tight text-quiet">
              {broken !== undefined ? 'cannot be shown' : piece.on ? block && clockWords(block.lengthSec) : 'off'} ·{' '}
              {kind}
            </span>
          </span>
        </button>
      )}
      <PieceMenu piece={piece} name={name} onRename={() => setNaming(true)} />
      {block && <Playhead block={block} />}
    </li>
  );
}

function Picture({ picture }: { readonly picture: ImageBitmap }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    element.width = picture.width;
    element.height = picture.height;
    element.getContext('2d')?.drawImage(picture, 0, 0);
  }, [picture]);
  return <canvas ref={canvas} className="h-8 w-auto shrink-0 rounded-[3px] border border-line" aria-hidden />;
}

/** Where the film stands within the piece. It moves by itself, without React, since it moves with every frame. */
function Playhead({ block: { fromSec, lengthSec } }: { readonly block: Placed }) {
  const line = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const place = () => {
      const element = line.current;
      if (!element) return;
      const share = ((playheadStore.getState().readout?.timeSec ?? 0) - fromSec) / lengthSec;
      element.style.opacity = share >= 0 && share <= 1 ? '1' : '0';
      element.style.left = `${share * 100}%`;
    };
    place();
    return playheadStore.subscribe(place);
  }, [fromSec, lengthSec]);
  return <span ref={line} className="pointer-events-none absolute top-0 bottom-0 -ml-px w-0.5 bg-ink" aria-hidden />;
}

interface NameInputProps {
  readonly piece: FilmPiece;
  readonly name: string;
  readonly onDone: () => void;
}

function NameInput({ piece, name, onDone }: NameInputProps) {
  const [text, setText] = useState(name);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.select(), []);
  const take = () => {
    if (text.trim() !== name) renamePiece(piece.id, text);
    onDone();
  };
  return (
    <input
      ref={input}
      aria-label="Name of the piece"
      value={text}
      className="m-1 min-w-0 flex-1 rounded border border-ink bg-paper px-1 text-[12px]"
      onChange={(event) => setText(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') onDone();
      }}
    />
  );
}

interface PieceMenuProps {
  readonly piece: FilmPiece;
  readonly name: string;
  readonly onRename: () => void;
}

/** A film keeps a piece, and a chart: its table is what the steps before are about. */
const canRemove = ({ film: { pieces } }: Project, id: string) =>
  pieces.filter(showsChart).some((piece) => piece.id !== id);

function PieceMenu({ piece, name, onRename }: PieceMenuProps) {
  const { studio } = useServices();
  const removable = useProject((project) => canRemove(project, piece.id), false);
  const alone = useProject((project) => project.film.pieces.filter(({ on }) => on).length < 2, true);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`More for ${name}`}
        className="w-5 shrink-0 text-quiet hover:text-ink focus-visible:text-ink"
      >
        <EllipsisVertical className="mx-auto size-3.5" aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          side="top"
          align="end"
          // The name is typed where the menu was, so the focus stays there.
          onCloseAutoFocus={(event) => event.preventDefault()}
          className="z-50 w-44 rounded-md border border-line bg-card p-1 text-[13px] text-ink shadow-lg"
        >
          <MenuItem className="items-center gap-2" onSelect={onRename}>
            <Pencil className="size-3.5" aria-hidden /> Rename
          </MenuItem>
          <MenuItem
            className="items-center gap-2"
            onSelect={() => void studio.playback.pause().then(() => doublePiece(piece.id))}
          >
            <Copy className="size-3.5" aria-hidden /> Double
          </MenuItem>
          <MenuItem
            className="items-center gap-2"
            disabled={piece.on && alone}
            onSelect={() => switchPiece(piece.id, !piece.on)}
          >
            {piece.on ? <EyeOff className="size-3.5" aria-hidden /> : <Eye className="size-3.5" aria-hidden />}
            {piece.on ? 'Switch off' : 'Switch on'}
          </MenuItem>
          <MenuItem className="items-center gap-2" disabled={!removable} onSelect={() => removePiece(piece.id)}>
            <Trash2 className="size-3.5" aria-hidden /> Remove
          </MenuItem>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

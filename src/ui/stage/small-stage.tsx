'use client';

import { Maximize2, Minus, Move, Plus } from 'lucide-react';
import { create } from 'zustand';
import { IconButton } from '../parts/button';
import { cx } from '../parts/class-names';

const corners = ['bottom right', 'bottom left', 'top left', 'top right'] as const;
const sizes = ['small', 'middle', 'large'] as const;

/** How the stage floats over the table. */
interface Floating {
  readonly corner: (typeof corners)[number];
  readonly size: (typeof sizes)[number];
  readonly folded: boolean;
}

const NOTE = 'plucky-tempo-small-stage';
const usual: Floating = { corner: 'bottom right', size: 'small', folded: false };

/** What was kept of it; the usual where nothing was, or nothing that can be read. */
export function readFloating(text: string | null): Floating {
  try {
    const kept = JSON.parse(text ?? 'null') as Partial<Floating> | null;
    return {
      corner: corners.find((each) => each === kept?.corner) ?? usual.corner,
      size: sizes.find((each) => each === kept?.size) ?? usual.size,
      folded: kept?.folded === true,
    };
  } catch {
    return usual;
  }
}

/** The floating stage remembers where it was put, over visits too. */
export const useFloating = create<Floating>(() =>
  readFloating(typeof localStorage === 'undefined' ? null : localStorage.getItem(NOTE)),
);
useFloating.subscribe((state) => {
  try {
    localStorage.setItem(NOTE, JSON.stringify(state));
  } catch {
    // Without room for the note it is where it usually is at the next visit.
    localStorage.removeItem(NOTE);
  }
});

const cornerClass: Record<Floating['corner'], string> = {
  'bottom right': 'right-4 bottom-4',
  'bottom left': 'left-4 bottom-4',
  'top left': 'left-4 top-16',
  'top right': 'right-4 top-16',
};
const sizeClass: Record<Floating['size'], string> = {
  small: 'h-[190px] w-[300px]',
  middle: 'h-[270px] w-[440px]',
  large: 'h-[380px] w-[620px]',
};

/** Where the small stage is, as classes of its room. */
export function floatingClass({ corner, size, folded }: Floating): string {
  return cx('absolute z-30', cornerClass[corner], sizeClass[size], folded && 'invisible');
}

const after = <T,>(list: readonly T[], value: T): T => list[(list.indexOf(value) + 1) % list.length] as T;

/** Moves the small stage from corner to corner, sizes and folds it. */
export function FloatingTools() {
  const { corner, size, folded } = useFloating();
  if (folded)
    return (
      <div
        className={cx(
          'visible absolute z-30',
          corner.startsWith('top') ? 'top-0' : 'bottom-0',
          corner.endsWith('left') ? 'left-0' : 'right-0',
        )}
      >
        <IconButton
          label="Show the small stage"
          className="border border-line bg-card shadow"
          onClick={() => useFloating.setState({ folded: false })}
        >
          <Maximize2 className="size-4" aria-hidden />
        </IconButton>
      </div>
    );
  return (
    <div
      role="toolbar"
      aria-label="Small stage"
      className="absolute -top-7 right-0 flex rounded-md border border-line bg-card shadow"
    >
      <IconButton
        label={`Move the small stage to the ${after(corners, corner)}`}
        className="size-7!"
        onClick={() => useFloating.setState({ corner: after(corners, corner) })}
      >
        <Move className="size-3.5" aria-hidden />
      </IconButton>
      <IconButton
        label={size === 'large' ? 'Make the small stage small again' : 'Make the small stage larger'}
        className="size-7!"
        onClick={() => useFloating.setState({ size: after(sizes, size) })}
      >
        <Plus className="size-3.5" aria-hidden />
      </IconButton>
      <IconButton
        label="Fold the small stage"
        className="size-7!"
        onClick={() => useFloating.setState({ folded: true })}
      >
        <Minus className="size-3.5" aria-hidden />
      </IconButton>
    </div>
  );
}

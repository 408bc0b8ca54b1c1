'use client';

import { Copy, LayoutTemplate, PenLine, Repeat2, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button, IconButton } from '../parts/button';
import type { ShelvedWork } from '../services';
import { whenWords } from '../when-words';

interface WorkRowProps {
  readonly work: ShelvedWork;
  readonly onOpen: () => void;
  readonly onCopy: () => void;
  readonly onRename: (name: string) => void;
  readonly onRemove: () => void;
  readonly onStartLike: () => void;
  readonly onSaveTemplate: () => void;
}

/** The person asked to type here: the field takes the keyboard as it comes. */
function focusIt(element: HTMLInputElement | null): void {
  element?.focus();
  element?.select();
}

/** One piece of work on the shelf. */
export function WorkRow({ work, onOpen, onCopy, onRename, onRemove, onStartLike, onSaveTemplate }: WorkRowProps) {
  const [renaming, setRenaming] = useState(false);
  const name = work.name || 'Without a name';
  return (
    <li className="flex items-center gap-3 rounded-md border border-line bg-paper p-2">
      <span
        aria-hidden
        className="h-14 w-24 shrink-0 rounded-sm border border-line bg-card bg-center bg-contain bg-no-repeat"
        style={work.picture ? { backgroundImage: `url(${work.picture})` } : undefined}
      />
      <div className="min-w-0 flex-1">
        {renaming ? (
          <input
            aria-label={`New name of ${name}`}
            defaultValue={work.name}
            maxLength={500}
            ref={focusIt}
            className="w-full rounded-md border border-ink bg-card px-1.5 py-0.5 text-[14px]"
            onBlur={(event) => {
              setRenaming(false);
              if (event.target.value !== work.name) onRename(event.target.value);
            }}
            onKeyDown={(event) => {
              if (event.key === 'Enter') event.currentTarget.blur();
            }}
          />
        ) : (
          <strong className="block truncate text-[14px]">{name}</strong>
        )}
        <span className="block truncate text-[12px] text-quiet">
          {work.tableName}, changed {whenWords(work.changedMs)}
          {work.elsewhere && <span className="text-accent-text"> · open in another tab</span>}
        </span>
      </div>
      <Button onClick={onOpen} aria-label={`Open ${name}`}>
        Open
      </Button>
      <div className="flex">
        <IconButton label={`Start like ${name}, with another table`} onClick={onStartLike}>
          <Repeat2 className="size-4" aria-hidden />
        </IconButton>
        <IconButton label={`Save ${name} as a template, without its data`} onClick={onSaveTemplate}>
          <LayoutTemplate className="size-4" aria-hidden />
        </IconButton>
        <IconButton label={`Copy ${name}`} onClick={onCopy}>
          <Copy className="size-4" aria-hidden />
        </IconButton>
        <IconButton label={`Rename ${name}`} disabled={work.elsewhere} onClick={() => setRenaming(true)}>
          <PenLine className="size-4" aria-hidden />
        </IconButton>
        <IconButton label={`Remove ${name}`} disabled={work.elsewhere} onClick={onRemove}>
          <Trash2 className="size-4" aria-hidden />
        </IconButton>
      </div>
    </li>
  );
}

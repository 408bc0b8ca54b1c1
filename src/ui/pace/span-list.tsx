'use client';

import { Trash2 } from 'lucide-react';
import { clockWords } from '../beats/time-words';
import { IconButton } from '../parts/button';
import { cx } from '../parts/class-names';
import { useServices } from '../services';

/** Something over a span of the film; its time is null while the data lacks its periods. */
export interface SpanItem {
  readonly id: string;
  readonly words: string;
  readonly time: { readonly fromSec: number; readonly toSec: number } | null;
  /** Seconds after its start at which it is wholly there. */
  readonly settledSec: number;
}

interface SpanListProps {
  readonly label: string;
  /** What one of them is called, to be removed. */
  readonly what: string;
  readonly items: readonly SpanItem[];
  readonly picked: string | null;
  /** Null lets go of the one that is picked. */
  readonly onPick: (id: string | null) => void;
  readonly onRemove: (id: string) => void;
}

/** What lies over spans of the film, in order of time: pressing one goes there. */
export function SpanList({ label, what, items, picked, onPick, onRemove }: SpanListProps) {
  const { studio } = useServices();
  const ordered = [...items].sort((a, b) => (a.time?.fromSec ?? 0) - (b.time?.fromSec ?? 0));
  return (
    <ul aria-label={label} className="mt-2 max-h-56 overflow-y-auto">
      {ordered.map(({ id, words, time, settledSec }) => (
        <li key={id} className={cx('flex items-center rounded-md', id === picked && 'bg-line/60')}>
          <button
            type="button"
            aria-pressed={id === picked}
            className="min-w-0 flex-1 px-2 py-1 text-left text-[13px]"
            onClick={() => {
              onPick(id === picked ? null : id);
              if (time) void studio.playback.visit(Math.min(time.toSec, time.fromSec + settledSec));
            }}
          >
            <span className="block truncate">{words}</span>
            <span className="font-mono text-[11px] text-quiet">
              {time ? `${clockWords(time.fromSec)} to ${clockWords(time.toSec)}` : 'its periods are not in the data'}
            </span>
          </button>
          <IconButton
            label={`Remove the ${what} ${words.slice(0, 40)}`}
            className="size-7!"
            onClick={() => onRemove(id)}
          >
            <Trash2 className="size-3.5" aria-hidden />
          </IconButton>
        </li>
      ))}
    </ul>
  );
}

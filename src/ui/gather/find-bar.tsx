'use client';

import { ChevronDown, X } from 'lucide-react';
import { useEffect, useId, useRef, useState } from 'react';
import type { CellPlace } from '@/core/shaping/find-cell';
import type { GridSummary } from '@/workers/protocol';
import { Button, IconButton } from '../parts/button';
import { useServices } from '../services';

interface FindBarProps {
  readonly grid: GridSummary;
  readonly at: CellPlace;
  readonly onShow: (place: CellPlace) => void;
  readonly onReplace: (find: string, put: string, whole: boolean, matchCase: boolean) => void;
  readonly onClose: () => void;
}

const box = 'h-7 min-w-0 rounded-md border border-line bg-card px-2 text-[13px]';

/** Looks for a text in the grid, and puts another one in its place. */
export function FindBar({ grid, at, onShow, onReplace, onClose }: FindBarProps) {
  const { table } = useServices();
  const [find, setFind] = useState('');
  const [put, setPut] = useState('');
  const [whole, setWhole] = useState(false);
  const [matchCase, setMatchCase] = useState(false);
  const [count, setCount] = useState<number | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const status = useId();
  useEffect(() => input.current?.focus(), []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: counts again when the grid has changed
  useEffect(() => {
    let ended = false;
    const timer = setTimeout(async () => {
      const found = find === '' ? null : (await table.find({ text: find, whole, matchCase }, null)).count;
      if (!ended) setCount(found);
    }, 150);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [table, find, whole, matchCase, grid]);
  const next = async () => {
    const found = await table.find({ text: find, whole, matchCase }, at);
    if (found.next) onShow(found.next);
  };
  return (
    <search
      aria-label="Find and replace"
      className="flex flex-wrap items-center gap-2 border-b border-line bg-paper px-3 py-1.5 text-[12px]"
      onKeyDown={(event) => {
        if (event.key === 'Escape') onClose();
        if (event.key === 'Enter' && event.target instanceof HTMLInputElement) void next();
      }}
    >
      <input
        ref={input}
        className={box}
        aria-label="Find"
        placeholder="Find"
        value={find}
        onChange={(event) => setFind(event.target.value)}
        aria-describedby={status}
      />
      <Button onClick={() => void next()} disabled={!count}>
        <ChevronDown className="size-4" aria-hidden /> Next
      </Button>
      <input
        className={box}
        aria-label="Replace with"
        placeholder="Replace with"
        value={put}
        onChange={(event) => setPut(event.target.value)}
      />
      <Button onClick={() => onReplace(find, put, whole, matchCase)} disabled={!count}>
        Replace all
      </Button>
      <label className="flex items-center gap-1">
        <input type="checkbox" checked={whole} onChange={(event) => setWhole(event.target.checked)} /> Whole cells
      </label>
      <label className="flex items-center gap-1">
        <input type="checkbox" checked={matchCase} onChange={(event) => setMatchCase(event.target.checked)} /> Match
        case
      </label>
      <span id={status} role="status" className="text-quiet">
        {count === null ? '' : count === 1 ? '1 cell' : `${count.toLocaleString('en-GB')} cells`}
      </span>
      <IconButton label="Close find and replace" className="ml-auto" onClick={onClose}>
        <X className="size-4" aria-hidden />
      </IconButton>
    </search>
  );
}

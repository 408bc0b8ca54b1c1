'use client';

import { Undo2, X } from 'lucide-react';
import { BIN_DAYS } from '@/state/keep/cards';
import { Button, IconButton } from '../parts/button';
import type { ShelvedWork } from '../services';

interface BinProps {
  readonly works: readonly ShelvedWork[];
  readonly onBringBack: (id: string) => void;
  readonly onDrop: (id: string) => void;
}

/** Work that was removed, for as long as it can be brought back. */
export function Bin({ works, onBringBack, onDrop }: BinProps) {
  if (works.length === 0) return null;
  return (
    <section aria-label="Bin" className="mt-4 border-t border-line pt-3">
      <h3 className="mb-2 font-display text-[14px] font-bold">Bin</h3>
      <p className="mb-2 text-[12px] text-quiet">Kept for {BIN_DAYS} days.</p>
      <ul aria-label="Work in the bin" className="flex flex-col gap-1">
        {works.map((work) => (
          <li key={work.id} className="flex items-center gap-2 text-[13px]">
            <span className="min-w-0 flex-1 truncate">{work.name || 'Without a name'}</span>
            <Button onClick={() => onBringBack(work.id)}>
              <Undo2 className="size-4" aria-hidden /> Bring back
            </Button>
            <IconButton label={`Remove ${work.name} for good`} onClick={() => onDrop(work.id)}>
              <X className="size-4" aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
    </section>
  );
}

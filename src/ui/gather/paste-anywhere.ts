'use client';

import { useEffect } from 'react';
import { toast } from 'sonner';
import { sessionStore } from '@/state/session';
import { useServices } from '../services';

/** Is it several cells rather than a word or two? */
export function isTableText(text: string): boolean {
  const lines = text.trim().split(/\r?\n/);
  return lines.length > 1 && lines.filter((line) => /[\t;,|]/.test(line)).length > lines.length / 2;
}

/** A block of cells pasted anywhere in Gather, but into a field or the grid, becomes a table. */
export function usePasteAnywhere(): void {
  const services = useServices();
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : null;
      if (target?.closest('input, textarea, [contenteditable="true"]') || sessionStore.getState().step !== 'gather')
        return;
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (text === '') return;
      event.preventDefault();
      if (isTableText(text)) void services.openPasted(text);
      else
        toast.info('The clipboard holds no table. Copy several rows and columns, names included, and paste them here.');
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, [services]);
}

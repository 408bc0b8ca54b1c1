'use client';

import { useEffect } from 'react';
import type { Command } from './commands';
import { Dialog, DialogClose } from './parts/dialog';

/** Listens to the keyboard wherever the focus is, but leaves typing alone. */
export function useShortcuts(commands: readonly Command[]): void {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      // Dragging a step by keyboard takes Space and the arrows for itself.
      if (event.defaultPrevented) return;
      const command = commands.find(({ meets }) => meets?.(event));
      if (!command || (!command.whileTyping && keysAreTaken(event))) return;
      event.preventDefault();
      void command.run();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [commands]);
}

/** Where every key without Ctrl means something else: text, and what is searched by typing. */
const OWN_KEYS =
  'input, textarea, select, [contenteditable="true"], [role="dialog"], [role="grid"], [role="menu"], [role="listbox"], [data-radix-popper-content-wrapper]';
/** What is gone through and pressed by keys: the others are free. */
const GROUPS = '[role="radiogroup"], [role="group"]';
const KEYS_OF_GROUPS = /^( |Enter|Home|End|Arrow\w+)$/;
/** What scrolls with the arrows. */
const SCROLLS = 'section[tabindex="0"]';

function keysAreTaken(event: KeyboardEvent): boolean {
  if (event.altKey) return true;
  const target = event.target instanceof Element ? event.target : null;
  if (!target) return false;
  if (target.closest(OWN_KEYS)) return true;
  if (target.closest(GROUPS)) return KEYS_OF_GROUPS.test(event.key);
  return event.key !== '?' && event.key !== ' ' && target.closest(SCROLLS) !== null;
}

interface ShortcutListProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly commands: readonly Command[];
}

/** The list of shortcuts. */
export function ShortcutList({ open, onOpenChange, commands }: ShortcutListProps) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Shortcuts"
      className="top-1/2 max-h-[94vh] w-[420px] -translate-y-1/2 overflow-y-auto p-5"
    >
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5 text-[13px]">
        {commands.map(
          ({ keys, name }) =>
            keys && (
              <div key={name} className="contents">
                <dt className="font-mono whitespace-nowrap">{keys}</dt>
                <dd className="text-quiet">{name}</dd>
              </div>
            ),
        )}
      </dl>
      <p className="mt-4 text-[12px] text-quiet">On a Mac, Cmd does what Ctrl does here.</p>
      <DialogClose className="mt-4 h-8 rounded-md border border-line px-3 text-[13px] hover:border-ink">
        Close
      </DialogClose>
    </Dialog>
  );
}

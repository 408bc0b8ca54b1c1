'use client';

import { Dialog } from 'radix-ui';
import { useEffect } from 'react';
import { redo, undo } from '@/state/document';
import { sessionStore, workSteps } from '@/state/session';
import { goToControl, goToStep } from './go-to';
import { type Services, useServices } from './services';

const rows: readonly (readonly [string, string])[] = [
  ['Space', 'Play or pause'],
  ['← →', 'One frame back or on'],
  ['Shift ← →', 'One period back or on'],
  ['Home, End', 'First or last frame'],
  ['1 to 5', 'The five steps'],
  ['Ctrl Z, Ctrl Shift Z', 'Undo, redo'],
  ['Ctrl S', 'Save a project file'],
  ['Ctrl O', 'Open a table or a project file'],
  ['Ctrl K', 'Find a command or control'],
  ['Ctrl E', 'Output'],
  ['?', 'This list'],
];

interface ShortcutActions {
  readonly onPalette: () => void;
  readonly onHelp: () => void;
  readonly onOpen: () => void;
}

/** Listens to the keyboard wherever the focus is, but leaves typing alone. */
export function useShortcuts({ onPalette, onHelp, onOpen }: ShortcutActions): void {
  const services = useServices();
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      // Dragging a step by keyboard takes Space and the arrows for itself.
      if (event.defaultPrevented) return;
      const done =
        event.ctrlKey || event.metaKey
          ? withCommand(event, services, onPalette, onOpen)
          : alone(event, services, onHelp);
      if (done) event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [services, onPalette, onHelp, onOpen]);
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

function withCommand(event: KeyboardEvent, services: Services, onPalette: () => void, onOpen: () => void): boolean {
  const key = event.key.toLowerCase();
  if (key === 'z') {
    if (event.shiftKey) redo();
    else undo();
  } else if (key === 's') void services.saveProject();
  else if (key === 'o') onOpen();
  else if (key === 'k') onPalette();
  else if (key === 'e') goToControl('film-export');
  else return false;
  return true;
}

function alone(event: KeyboardEvent, { studio }: Services, onHelp: () => void): boolean {
  const target = event.target instanceof HTMLElement ? event.target : null;
  // Menus, lists, pickers and dialogs have keys of their own.
  if (
    isTyping(target) ||
    event.altKey ||
    target?.closest(
      '[role="dialog"], [role="grid"], [role="menu"], [role="listbox"], [role="radiogroup"], [role="group"], [data-radix-popper-content-wrapper]',
    )
  ) {
    return false;
  }
  const scrolls =
    target?.closest('section[tabindex="0"]') !== null && target?.closest('section[tabindex="0"]') !== undefined;
  if (event.key === '?') onHelp();
  else if (event.key === ' ' && !(target instanceof HTMLButtonElement)) void studio.playback.toggle();
  else if (scrolls) return false;
  else if (event.key === 'ArrowRight')
    void (event.shiftKey ? studio.playback.stepPeriods(1) : studio.playback.stepFrames(1));
  else if (event.key === 'ArrowLeft')
    void (event.shiftKey ? studio.playback.stepPeriods(-1) : studio.playback.stepFrames(-1));
  else if (event.key === 'Home') void studio.playback.stepFrames(-1e9);
  else if (event.key === 'End') void studio.playback.stepFrames(1e9);
  else if (/^[1-5]$/.test(event.key)) goToStep(workSteps[Number(event.key) - 1] ?? sessionStore.getState().step);
  else return false;
  return true;
}

/** The list of shortcuts. */
export function ShortcutList({
  open,
  onOpenChange,
}: {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-black/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 w-[420px] -translate-x-1/2 -translate-y-1/2 rounded-md border border-ink bg-card p-5 text-ink"
        >
          <Dialog.Title className="mb-3 font-display text-[18px] font-bold">Shortcuts</Dialog.Title>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-2 text-[13px]">
            {rows.map(([keys, words]) => (
              <div key={keys} className="contents">
                <dt className="font-mono whitespace-nowrap">{keys}</dt>
                <dd className="text-quiet">{words}</dd>
              </div>
            ))}
          </dl>
          <p className="mt-4 text-[12px] text-quiet">On a Mac, Cmd does what Ctrl does here.</p>
          <Dialog.Close className="mt-4 h-8 rounded-md border border-line px-3 text-[13px] hover:border-ink">
            Close
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

'use client';

import { Dialog as RadixDialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { cx } from './class-names';
import { returnFocus } from './focus-return';

interface DialogProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  /** Heads it; with `bare` it is only read aloud. */
  readonly title: string;
  readonly bare?: boolean;
  /** Where it stands and how wide it is. */
  readonly className: string;
  readonly children: ReactNode;
}

/** A sheet over everything; Escape and a press beside it close it. */
export function Dialog({ open, onOpenChange, title, bare = false, className, children }: DialogProps) {
  return (
    <RadixDialog.Root open={open} onOpenChange={onOpenChange}>
      <RadixDialog.Portal>
        <RadixDialog.Overlay className="fixed inset-0 z-50 bg-black/30" />
        <RadixDialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            returnFocus();
          }}
          className={cx(
            'fixed left-1/2 z-50 -translate-x-1/2 overflow-hidden rounded-md border border-ink bg-card text-ink',
            className,
          )}
        >
          <RadixDialog.Title className={bare ? 'sr-only' : 'mb-3 font-display text-[18px] font-bold'}>
            {title}
          </RadixDialog.Title>
          {children}
        </RadixDialog.Content>
      </RadixDialog.Portal>
    </RadixDialog.Root>
  );
}

/** Closes the dialog that it stands in. */
export const DialogClose = RadixDialog.Close;

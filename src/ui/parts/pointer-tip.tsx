'use client';

import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';

interface PointerTipProps {
  /** Where the pointer is, in CSS pixels from the corner of the box that the tip is put into. */
  readonly x: number;
  readonly y: number;
  readonly side: 'top' | 'bottom';
  readonly children: ReactNode;
}

/** A tip beside the pointer, which takes no clicks and stays on the page. */
export function PointerTip({ x, y, side, children }: PointerTipProps) {
  return (
    <Tooltip.Provider>
      <Tooltip.Root open>
        <Tooltip.Trigger asChild>
          <span className="pointer-events-none absolute size-0" style={{ left: x, top: y }} />
        </Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            side={side}
            align="start"
            sideOffset={side === 'top' ? 6 : 14}
            alignOffset={14}
            updatePositionStrategy="always"
            className="pointer-events-none z-30 max-w-60 truncate rounded-md border border-line bg-card px-2 py-1 text-[12px] text-ink shadow-lg"
          >
            {children}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}

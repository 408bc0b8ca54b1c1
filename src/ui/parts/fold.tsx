'use client';

import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import type { ControlId } from '../controls';
import { useSession } from '../use-state';

interface FoldProps {
  readonly title: ReactNode;
  /** Controls inside: asking for one of them from elsewhere opens the fold. */
  readonly holds?: readonly ControlId[];
  readonly children: ReactNode;
}

/** Controls that are rarely needed, behind their title. */
export function Fold({ title, holds = [], children }: FoldProps) {
  const asked = useSession((state) => (holds.some((id) => id === state.focusControl?.id) ? state.focusControl : null));
  const [open, setOpen] = useState(asked !== null);
  const [seen, setSeen] = useState(asked);
  if (asked !== seen) {
    setSeen(asked);
    if (asked) setOpen(true);
  }
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen}>
      <Collapsible.Trigger className="flex w-full items-center gap-1 rounded-md border border-line bg-card px-2 py-1.5 text-left text-[13px] hover:border-ink">
        <ChevronRight className={`size-4 shrink-0 text-quiet ${open ? 'rotate-90' : ''}`} aria-hidden />
        {title}
      </Collapsible.Trigger>
      <Collapsible.Content className="flex flex-col gap-3 pt-3">{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}

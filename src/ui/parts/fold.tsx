'use client';

import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { type ReactNode, useState } from 'react';

interface FoldProps {
  readonly title: ReactNode;
  readonly open?: boolean;
  readonly children: ReactNode;
}

/** Controls that are rarely needed, behind their title. */
export function Fold({ title, open: first = false, children }: FoldProps) {
  const [open, setOpen] = useState(first);
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

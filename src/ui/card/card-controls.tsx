'use client';

import type { ControlSpec } from '@/core/project/control-spec';
import { putAt } from '@/core/project/document-value';
import { editCard } from '@/state/current';
import { SpecControls } from '../parts/spec-input';
import { useCard } from '../use-state';

/** Controls of the card that is edited, as their specifications say. */
export function CardControls({ of }: { readonly of: readonly ControlSpec[] }) {
  const card = useCard((each) => each);
  return (
    card && (
      <SpecControls
        specs={of}
        of={card}
        write={(path, next, gesture) => editCard((draft) => putAt(draft, path, next), gesture)}
      />
    )
  );
}

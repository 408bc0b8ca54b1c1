'use client';

import { FamilyControls } from '../parts/control';
import { Section } from '../parts/field';
import { useSession } from '../use-state';

/** What the family of charts has of its own: how many marks, in what order, how they look. */
export function MarksSection() {
  const count = useSession((state) => state.cube?.categories.length ?? 0);
  return (
    <Section title="Bars">
      <FamilyControls step="dress" units={count > 0 ? { places: `of ${count}` } : {}} />
    </Section>
  );
}

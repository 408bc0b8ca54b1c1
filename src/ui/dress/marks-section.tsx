'use client';

import { FamilyControls } from '../parts/control';
import { Section } from '../parts/field';
import { useFamily, useSession } from '../use-state';

/** What the family of charts has of its own: how many marks, in what order, how they look. */
export function MarksSection() {
  const count = useSession((state) => state.cube?.categories.length ?? 0);
  const { marks } = useFamily();
  return (
    <Section title={marks}>
      <FamilyControls step="dress" units={count > 0 ? { places: `of ${count}`, 'series-most': `of ${count}` } : {}} />
    </Section>
  );
}

'use client';

import { Controls, FamilyControls } from '../parts/control';
import { Section } from '../parts/field';

/** How values and places go from one period to the next. */
export function MovementSection() {
  return (
    <Section title="Movement">
      <FamilyControls step="pace" />
      <Controls of={['between', 'ease', 'rest']} />
    </Section>
  );
}

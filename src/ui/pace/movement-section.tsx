'use client';

import { Controls, FamilyControls } from '../parts/control';
import { Section } from '../parts/field';
import { useChart, useFamily } from '../use-state';

/** How values and places go from one period to the next. */
export function MovementSection() {
  const built = useChart((chart) => chart.play.kind === 'built');
  const { plays } = useFamily();
  // Of one moment only what lies along the periods depends on the way between them.
  if (built && !plays.includes('drawn')) return null;
  if (built)
    return (
      <Section title="Between periods" short="Between">
        <FamilyControls step="pace" />
        <Controls of={['between']} />
      </Section>
    );
  return (
    <Section title="Movement">
      <FamilyControls step="pace" />
      <Controls of={['between', 'ease', 'rest']} />
    </Section>
  );
}

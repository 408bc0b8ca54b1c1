'use client';

import { Controls } from '../parts/control';
import { Section } from '../parts/field';
import { useChart } from '../use-state';

/** How the charts of all groups stand side by side; nothing where a single chart is on stage. */
export function PanesSection() {
  const beside = useChart(({ fields }) => fields.panes && fields.group !== '') ?? false;
  if (!beside) return null;
  return (
    <Section title="Charts side by side" short="Side by side">
      <Controls of={['panes-axes', 'panes-order', 'panes-most']} />
    </Section>
  );
}

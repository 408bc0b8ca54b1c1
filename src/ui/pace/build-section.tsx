'use client';

import { Control, Controls } from '../parts/control';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { useChart } from '../use-state';

type End = 'opening' | 'closing';

/** How the film opens and closes. */
export function BuildSection() {
  return (
    <Section title="Opening and closing" short="Ends">
      <BuildFields end="opening" />
      <BuildFields end="closing" />
    </Section>
  );
}

function BuildFields({ end }: { readonly end: End }) {
  const build = useChart((chart) => chart.pace[end]);
  if (!build) return null;
  const ordered = [`${end}-stagger`, `${end}-order`, `${end}-seed`];
  return (
    <>
      <Controls of={[end, `${end}-words`]} />
      {(build.how !== 'none' || build.words !== 'none') && <Control id={`${end}-sec`} />}
      {build.how !== 'none' && (
        <Fold title={end === 'opening' ? 'In which order they come' : 'In which order they go'} holds={ordered}>
          <Controls of={ordered} />
        </Fold>
      )}
    </>
  );
}

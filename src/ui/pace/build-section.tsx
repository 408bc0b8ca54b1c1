'use client';

import type { Build } from '@/core/pace/pace';
import { paceLimits } from '@/core/pace/pace';
import type { ControlId } from '../controls';
import { BoundNumber, BoundPick, BoundShare } from '../parts/bound';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import type { Lens } from '../parts/lens';
import { useChart } from '../use-state';

type End = 'opening' | 'closing';

/** How the film opens and closes. */
export function BuildSection() {
  return (
    <Section title="Opening and closing">
      <BuildFields end="opening" />
      <BuildFields end="closing" />
    </Section>
  );
}

function BuildFields({ end }: { readonly end: End }) {
  const build = useChart((chart) => chart.pace[end]);
  if (!build) return null;
  const of = <K extends keyof Build>(key: K): Lens<Build[K]> => ({
    read: (chart) => chart.pace[end][key],
    write: (chart, value) => {
      chart.pace[end] = { ...chart.pace[end], [key]: value };
    },
  });
  const id = (part: string) => `${end}-${part}` as ControlId;
  const still = build.how === 'none' && build.words === 'none';
  return (
    <>
      <BoundPick
        control={end}
        lens={of('how')}
        choices={[
          { value: 'none', label: end === 'opening' ? 'Are there' : 'Stay' },
          { value: 'grow', label: end === 'opening' ? 'Grow' : 'Shrink' },
          { value: 'slide', label: 'Slide' },
          { value: 'fade', label: 'Fade' },
          { value: 'spring', label: 'Spring' },
        ]}
      />
      <BoundPick
        control={id('words')}
        lens={of('words')}
        choices={[
          { value: 'none', label: end === 'opening' ? 'Are there' : 'Stay' },
          { value: 'fade', label: 'Fade' },
          { value: 'slide', label: 'Slide' },
        ]}
      />
      {!still && <BoundNumber control={id('sec')} lens={of('sec')} range={paceLimits.buildSec} step={0.1} unit="s" />}
      {build.how !== 'none' && (
        <Fold
          title={end === 'opening' ? 'In which order they come' : 'In which order they go'}
          holds={[id('stagger'), id('order'), id('seed')]}
        >
          <BoundShare control={id('stagger')} lens={of('stagger')} />
          <BoundPick
            control={id('order')}
            lens={of('order')}
            choices={[
              { value: 'place', label: 'By place' },
              { value: 'name', label: 'By name' },
              { value: 'random', label: 'At random' },
            ]}
          />
          {build.order === 'random' && (
            <BoundNumber control={id('seed')} lens={of('seed')} range={[0, 1_000_000]} step={1} decimals={0} unit="" />
          )}
        </Fold>
      )}
    </>
  );
}

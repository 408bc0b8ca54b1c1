'use client';

import { projectLimits } from '@/core/project/project';
import { BoundColour, BoundNumber, BoundPick, BoundSelect, BoundShare, BoundSwitch } from '../parts/bound';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { dress, ofChart } from '../parts/lens';
import { useSession } from '../use-state';

/** Bars: how many, in what order, how they look. */
export function BarsSection() {
  const count = useSession((state) => state.cube?.categories.length ?? 0);
  return (
    <Section title="Bars">
      <BoundNumber
        control="places"
        lens={ofChart('places')}
        range={projectLimits.places}
        step={1}
        decimals={0}
        unit={count > 0 ? `of ${count}` : 'bars'}
      />
      <BoundPick
        control="order"
        lens={ofChart('order')}
        choices={[
          { value: 'largest', label: 'Largest' },
          { value: 'smallest', label: 'Smallest' },
          { value: 'table', label: 'Fixed places' },
        ]}
      />
      <BoundPick
        control="direction"
        lens={dress('bars', 'direction')}
        choices={[
          { value: 'lying', label: 'Lying' },
          { value: 'standing', label: 'Standing' },
        ]}
      />
      <Fold title="Labels" holds={['bar-names', 'bar-values', 'bar-ranks', 'long-names']}>
        <BoundPick
          control="bar-names"
          lens={dress('bars', 'names')}
          choices={[
            { value: 'beside', label: 'Beside' },
            { value: 'inside', label: 'Inside' },
            { value: 'hidden', label: 'Hidden' },
          ]}
        />
        <BoundPick
          control="bar-values"
          lens={dress('bars', 'values')}
          choices={[
            { value: 'outside', label: 'Outside' },
            { value: 'inside', label: 'Inside' },
            { value: 'hidden', label: 'Hidden' },
          ]}
        />
        <BoundSwitch control="bar-ranks" lens={dress('bars', 'ranks')} />
        <BoundSelect
          control="long-names"
          lens={dress('bars', 'longNames')}
          choices={[
            { value: 'cut', label: 'Cut short' },
            { value: 'wrap', label: 'Take two lines' },
            { value: 'shrink', label: 'Get smaller, to a limit' },
          ]}
        />
      </Fold>
      <Fold
        title="Shape"
        holds={['thickness', 'corners', 'bar-gradient', 'bar-outline', 'bar-outline-colour', 'bar-shadow']}
      >
        <BoundShare control="thickness" lens={dress('bars', 'thickness')} range={[0.2, 1]} />
        <BoundShare control="corners" lens={dress('bars', 'corners')} />
        <BoundShare control="bar-gradient" lens={dress('bars', 'gradient')} />
        <BoundNumber control="bar-outline" lens={dress('bars', 'outline')} range={[0, 2]} step={0.05} unit="%" />
        <BoundColour control="bar-outline-colour" lens={dress('bars', 'outlineColour')} automatic="As the ink" />
        <BoundShare control="bar-shadow" lens={dress('bars', 'shadow')} />
      </Fold>
    </Section>
  );
}

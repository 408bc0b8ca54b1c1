'use client';

import { paceLimits } from '@/core/pace/pace';
import { BoundNumber, BoundPick, BoundShare } from '../parts/bound';
import { Section } from '../parts/field';
import { inChart, ofChart } from '../parts/lens';
import { useChart } from '../use-state';

const betweenWords = {
  linear: 'Values go straight from one period to the next.',
  monotone: 'Values flow through the periods and never beyond them.',
  step: 'Values stay until the next period is reached.',
};

/** How values and places go from one period to the next. */
export function MovementSection() {
  const between = useChart((chart) => chart.between);
  const swapMode = useChart((chart) => chart.swapMode);
  if (!between) return null;
  return (
    <Section title="Movement">
      {swapMode === 'at-crossing' && (
        <BoundNumber control="swap" lens={inChart('pace', 'swapSec')} range={paceLimits.swapSec} step={0.05} unit="s" />
      )}
      <BoundPick
        control="swap-mode"
        lens={ofChart('swapMode')}
        choices={[
          { value: 'at-crossing', label: 'Where values cross' },
          { value: 'over-period', label: 'Over the whole period' },
        ]}
      />
      <BoundPick
        control="between"
        lens={ofChart('between')}
        choices={[
          { value: 'linear', label: 'Straight' },
          { value: 'monotone', label: 'Smooth' },
          { value: 'step', label: 'In steps' },
        ]}
        hint={betweenWords[between]}
      />
      <BoundPick
        control="ease"
        lens={inChart('pace', 'ease')}
        choices={[
          { value: 'even', label: 'Even' },
          { value: 'soft', label: 'Soft' },
          { value: 'swift', label: 'Swift' },
        ]}
        hint="How each period starts and stops."
      />
      <BoundShare control="rest" lens={inChart('pace', 'restShare')} range={[0, 0.9]} />
    </Section>
  );
}

'use client';

import { ArrowRight, Plus, Trash2 } from 'lucide-react';
import type { StepOf } from '@/core/shaping/steps/step';
import { Button, IconButton } from '../parts/button';

interface RecodePairsProps {
  readonly step: StepOf<'recode'>;
  readonly onChange: (pairs: StepOf<'recode'>['pairs']) => void;
}

const box = 'h-7 w-full min-w-0 rounded-md border border-line bg-paper px-2 text-[12px]';
const SHOWN = 100;

/** Texts and what they are read as. */
export function RecodePairs({ step, onChange }: RecodePairsProps) {
  const { pairs } = step;
  const set = (place: number, change: Partial<(typeof pairs)[number]>) =>
    onChange(pairs.map((pair, i) => (i === place ? { ...pair, ...change } : pair)));
  return (
    <div className="flex flex-col gap-1">
      {pairs.slice(0, SHOWN).map(({ from, to }, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a pair that is blank on both sides is known by its place
        <div key={`${i}\n${from}\n${to}`} className="flex items-center gap-1">
          <input
            aria-label={`Text ${i + 1}`}
            placeholder="blank"
            className={box}
            defaultValue={from}
            onBlur={(event) => event.target.value !== from && set(i, { from: event.target.value })}
          />
          <ArrowRight className="size-3.5 shrink-0 text-quiet" aria-label="is read as" />
          <input
            aria-label={`Read as ${i + 1}`}
            placeholder="blank"
            className={box}
            defaultValue={to}
            onBlur={(event) => event.target.value !== to && set(i, { to: event.target.value })}
          />
          <IconButton
            label={`Take out pair ${i + 1}`}
            className="size-6!"
            disabled={pairs.length === 1}
            onClick={() => onChange(pairs.filter((_, place) => place !== i))}
          >
            <Trash2 className="size-3.5" aria-hidden />
          </IconButton>
        </div>
      ))}
      {pairs.length > SHOWN && <p className="text-[12px] text-quiet">And {pairs.length - SHOWN} more.</p>}
      <Button className="h-7" onClick={() => onChange([...pairs, { from: '', to: '' }])}>
        <Plus className="size-3.5" aria-hidden /> Another
      </Button>
    </div>
  );
}

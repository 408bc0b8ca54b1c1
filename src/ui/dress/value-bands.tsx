'use client';

import { Plus, X } from 'lucide-react';
import { editChart } from '@/state/current';
import { Button, IconButton } from '../parts/button';
import { NumberBox } from '../parts/number-box';
import { useChart, useRestingPlayhead } from '../use-state';
import { topValue } from './top-value';

/** Bands that a chart may have. */
const MOST = 20;

/** What lies between two values: a name and both ends for each. */
export function ValueBands() {
  const bands = useChart((chart) => chart.axis.bands) ?? [];
  const top = useRestingPlayhead(topValue);
  const set = (i: number, change: { label?: string; from?: number; to?: number }, gesture: string | null = null) =>
    editChart((chart) => {
      Object.assign(chart.axis.bands[i] ?? {}, change);
    }, gesture);
  return (
    <>
      {bands.map((band, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: bands have no name of their own and are never reordered
        <div key={i} className="mb-1.5 grid grid-cols-[1fr_78px_78px_32px] items-center gap-1.5">
          <input
            aria-label={`Name of band ${i + 1}`}
            value={band.label}
            maxLength={60}
            className="min-w-0 rounded-md border border-line bg-card px-2 py-1.5 text-[13px] outline-none focus:border-ink"
            onChange={(event) => set(i, { label: event.target.value }, `band-${i}`)}
          />
          <NumberBox label={`Band ${i + 1} from`} value={band.from} onChange={(from) => set(i, { from })} />
          <NumberBox label={`Band ${i + 1} to`} value={band.to} onChange={(to) => set(i, { to })} />
          <IconButton
            label={`Remove band ${i + 1}`}
            onClick={() =>
              editChart((chart) => {
                chart.axis.bands.splice(i, 1);
              })
            }
          >
            <X className="size-4" aria-hidden />
          </IconButton>
        </div>
      ))}
      <Button
        disabled={bands.length >= MOST}
        onClick={() =>
          editChart((chart) => {
            const round = Number(top.toPrecision(1));
            chart.axis.bands.push({ from: round / 4, to: round / 2, label: 'Usual range' });
          })
        }
      >
        <Plus className="size-4" aria-hidden /> Add a band
      </Button>
    </>
  );
}

'use client';

import { edit } from '@/state/document';
import { PickField } from '../parts/pick-field';
import { useProject } from '../use-state';

/** Whole rates, and those of broadcast: a thousandth less. */
const rates = [
  { label: '24', perSec: 24 },
  { label: '25', perSec: 25 },
  { label: '30', perSec: 30 },
  { label: '50', perSec: 50 },
  { label: '60', perSec: 60 },
  { label: '23.976', perSec: 24_000 / 1001 },
  { label: '29.97', perSec: 30_000 / 1001 },
  { label: '59.94', perSec: 60_000 / 1001 },
];

/** How many frames a second the film has. */
export function FrameRate() {
  const framesPerSec = useProject((project) => project.film.framesPerSec, 30);
  return (
    <PickField
      control="fps"
      value={rates.find(({ perSec }) => Math.abs(perSec - framesPerSec) < 1e-3)?.label ?? null}
      choices={rates.map(({ label }) => ({ value: label, label }))}
      onChange={(label) =>
        edit((draft) => {
          draft.film.framesPerSec = rates.find((rate) => rate.label === label)?.perSec ?? 30;
        })
      }
    />
  );
}

'use client';

import { captionSteps, setStep, spaceStepsEvenly, stepsFromCaptions } from '@/state/edit-play';
import { clockWords } from '../beats/time-words';
import { Button } from '../parts/button';
import { Field } from '../parts/field';
import { NumberBox } from '../parts/number-box';
import { useServices } from '../services';
import { useChart, useSession } from '../use-state';

/** More steps than these are not listed one by one. */
const MOST_LISTED = 40;

/** The groups that come one after the other, each with the time at which it begins. */
export function StepList() {
  const { studio } = useServices();
  const overview = useSession((state) => state.overview);
  const own = useChart((chart) => (chart.play.kind === 'built' ? chart.play.steps : none)) ?? none;
  if (!overview) return null;
  const { steps, captions } = overview;
  if (steps.length === 0)
    return <p className="text-[12px] text-quiet">Nothing comes step by step: choose below how marks come.</p>;
  const dated = new Set(own.map(({ key }) => key));
  return (
    <Field control="steps-times" hint="Drag the flags on the strip, or type when each begins.">
      <ol aria-label="Steps of the opening" className="max-h-64 overflow-y-auto">
        {steps.slice(0, MOST_LISTED).map(({ key, name, atSec, takesSec }) => (
          <li key={key} className="flex items-center gap-2 py-0.5 text-[13px]">
            <button
              type="button"
              className="min-w-0 flex-1 truncate text-left hover:underline"
              title={`Go to ${clockWords(atSec)}`}
              onClick={() => void studio.playback.visit(atSec + takesSec / 2)}
            >
              {name || 'Without a name'}
            </button>
            {dated.has(key) && (
              <span className="text-[11px] text-quiet" title="This step has a time of its own">
                set
              </span>
            )}
            <span className="w-16 shrink-0">
              <NumberBox
                label={`Seconds at which ${name} begins`}
                value={Number(atSec.toFixed(2))}
                onChange={(sec) => setStep(key, sec, takesSec)}
              />
            </span>
            <span className="text-[12px] text-quiet">s</span>
          </li>
        ))}
      </ol>
      {steps.length > MOST_LISTED && (
        <p className="text-[12px] text-quiet">and {steps.length - MOST_LISTED} more, which keep an even pace.</p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button disabled={own.length === 0} onClick={spaceStepsEvenly}>
          Space evenly
        </Button>
        <Button disabled={captions.length === 0} onClick={() => stepsFromCaptions(overview)}>
          Begin with the captions
        </Button>
        <Button onClick={() => captionSteps(overview)}>A caption for each</Button>
      </div>
    </Field>
  );
}

const none: readonly { readonly key: string }[] = [];

'use client';

import { Layers, Plus } from 'lucide-react';
import { stepWords } from '@/core/shaping/steps/step-words';
import { editChart } from '@/state/current';
import { addStep } from '@/state/edit-table';
import { Button } from '../parts/button';
import { Field, Section } from '../parts/field';
import { useSession } from '../use-state';

/** Steps that the data call for, each with its evidence. */
export function Suggestions() {
  const suggestions = useSession((state) => state.prepared?.suggestions);
  if (!suggestions || suggestions.length === 0) return null;
  return (
    <Section title="The data suggest" short="Suggested">
      <Field control="suggestions" bare>
        <ul className="flex flex-col gap-2">
          {suggestions.map(({ step, why, groups }) => (
            <li
              key={JSON.stringify(step).slice(0, 200)}
              className="rounded-md border border-mustard bg-card p-2 text-[12px] leading-snug"
            >
              <strong className="block text-[13px]">{stepWords(step)}</strong>
              <span className="block text-quiet">{why}</span>
              <Button
                className="mt-1.5 h-7 px-2 text-[12px]"
                onClick={() => addStep(step)}
                aria-label={`Apply: ${stepWords(step)}`}
              >
                <Plus className="size-3.5" aria-hidden /> Apply
              </Button>
              {groups !== undefined && (
                <Button
                  className="mt-1.5 ml-1.5 h-7 px-2 text-[12px]"
                  onClick={() =>
                    editChart((chart) => {
                      chart.fields.group = groups;
                      if (chart.fields.parts === groups) chart.fields.parts = '';
                    })
                  }
                  aria-label={`One chart for each value of ${groups}`}
                >
                  <Layers className="size-3.5" aria-hidden /> One chart for each
                </Button>
              )}
            </li>
          ))}
        </ul>
      </Field>
    </Section>
  );
}

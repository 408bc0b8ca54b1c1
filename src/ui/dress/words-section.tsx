'use client';

import type { ContentPart } from '@/core/project/chart';
import { type LabelPart, labelParts, type TextPart, textParts } from '@/core/project/text-style';
import { editChart } from '@/state/current';
import { setSession } from '@/state/session';
import { type ControlId, specApplies, specOf } from '../controls';
import { Control, Controls } from '../parts/control';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { SelectField } from '../parts/select-field';
import { TokenMenu } from '../parts/token-menu';
import { useChart, useSession } from '../use-state';
import { TextStyleForm } from './text-style-form';

/** Title, subtitle, source note, counters, and how all texts are set. */
export function WordsSection() {
  return (
    <Section title="Words">
      <Words part="title" />
      <Words part="subtitle" />
      <Words part="source" />
      <Fold
        title="Period, total and leader"
        holds={[
          'stamp',
          'stamp-at',
          'stamp-rolls',
          'total-shown',
          'total-at',
          'total-text',
          'leader-shown',
          'leader-at',
          'leader-text',
        ]}
      >
        <Controls of={['stamp', 'stamp-at', 'stamp-rolls', 'total-shown']} />
        <Words part="total" control="total-text" />
        <Controls of={['total-at', 'leader-shown']} />
        <Words part="leader" control="leader-text" />
        <Control id="leader-at" />
      </Fold>
      <Fold
        title="Type"
        holds={[
          'type-part',
          'type-family',
          'type-weight',
          'type-size',
          'type-italic',
          'type-capitals',
          'type-spacing',
          'type-colour',
          'type-align',
          'type-shadow',
          'type-own',
        ]}
      >
        <TypeFields />
      </Fold>
    </Section>
  );
}

/** A text with the menu of its tokens. */
function Words({ part, control = part }: { readonly part: ContentPart; readonly control?: ControlId }) {
  const applies = useChart((chart) => specApplies(specOf(control), chart));
  if (!applies) return null;
  return (
    <div className="relative">
      <Control id={control} />
      <TokenMenu
        name={part}
        onPick={(token) =>
          editChart((chart) => {
            const { [part]: before } = chart.text;
            chart.text[part] = `${before}${before === '' || before.endsWith(' ') ? '' : ' '}{${token}}`;
          })
        }
      />
    </div>
  );
}

const partWords: Record<TextPart | LabelPart, string> = {
  title: 'Title',
  subtitle: 'Subtitle',
  source: 'Source note',
  stamp: 'Period',
  total: 'Total',
  leader: 'Leader',
  caption: 'Captions',
  legend: 'Legend',
  name: 'Names of bars',
  value: 'Values of bars',
  rank: 'Rank numbers',
  tick: 'Axis',
};

function TypeFields() {
  const picked = useSession((state) => state.textPart);
  return (
    <>
      <SelectField
        control="type-part"
        value={picked}
        choices={[...textParts, ...labelParts].map((value) => ({ value, label: partWords[value] }))}
        onChange={(value) => setSession({ textPart: value as TextPart | LabelPart })}
      />
      <TextStyleForm part={picked} />
    </>
  );
}

'use client';

import { type ContentPart, projectLimits } from '@/core/project/project';
import {
  type Corner,
  type CounterPart,
  corners,
  type LabelPart,
  labelParts,
  type TextPart,
  textParts,
} from '@/core/project/text-style';
import { editChart } from '@/state/edit-chart';
import { setSession } from '@/state/session';
import type { ControlId } from '../controls';
import { BoundSelect, BoundSwitch, BoundText } from '../parts/bound';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { inChart, type Lens } from '../parts/lens';
import { SelectField } from '../parts/select-field';
import { TokenMenu } from '../parts/token-menu';
import { useChart, useSession } from '../use-state';
import { TextStyleForm } from './text-style-form';

const placeholders: Record<ContentPart, string> = {
  title: 'What the film is about',
  subtitle: 'What is counted, in what unit',
  source: 'Where the numbers come from',
  total: 'Total {total}',
  leader: '{leader}',
};

/** Title, subtitle, source note, counters, and how all texts are set. */
export function WordsSection() {
  return (
    <Section title="Words">
      <Words part="title" lines={2} />
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
        <Counter part="stamp" shown="stamp" at="stamp-at" />
        <BoundSwitch control="stamp-rolls" lens={rolls} />
        <Counter part="total" shown="total-shown" at="total-at" words="total-text" />
        <Counter part="leader" shown="leader-shown" at="leader-at" words="leader-text" />
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

const rolls: Lens<boolean> = {
  read: (chart) => chart.dress.rollingStamp,
  write: (chart, value) => {
    chart.dress.rollingStamp = value;
  },
};

function Words({
  part,
  lines = 1,
  control = part as ControlId,
}: {
  readonly part: ContentPart;
  readonly lines?: number;
  readonly control?: ControlId;
}) {
  return (
    <div className="relative">
      <BoundText
        control={control}
        lens={inChart('text', part)}
        maxLength={projectLimits.textLength}
        placeholder={placeholders[part]}
        lines={lines}
      />
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

const cornerWords: Record<Corner, string> = {
  auto: 'Where there is room',
  'top-start': 'Upper left',
  'top-end': 'Upper right',
  'bottom-start': 'Lower left',
  'bottom-end': 'Lower right',
};

function Counter({
  part,
  shown,
  at,
  words,
}: {
  readonly part: CounterPart;
  readonly shown: ControlId;
  readonly at: ControlId;
  readonly words?: ControlId;
}) {
  const on = useChart((chart) => chart.dress.counters[part].shown);
  const of = <K extends 'shown' | 'at'>(key: K): Lens<K extends 'shown' ? boolean : Corner> => ({
    read: (chart) => chart.dress.counters[part][key] as never,
    write: (chart, value) => {
      chart.dress.counters[part][key] = value as never;
    },
  });
  return (
    <>
      <BoundSwitch control={shown} lens={of('shown')} />
      {on && words && part !== 'stamp' && <Words part={part} control={words} />}
      {on && (
        <BoundSelect
          control={at}
          lens={of('at')}
          choices={corners.map((value) => ({ value, label: cornerWords[value] }))}
        />
      )}
    </>
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

'use client';

import { palettes } from '@/core/project/palettes';
import { projectLimits } from '@/core/project/project';
import { editChart } from '@/state/edit-chart';
import { Field, Section } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { PickField } from '../parts/pick-field';
import { SwitchField } from '../parts/switch-field';
import { TextField } from '../parts/text-field';
import { useChart, useSession } from '../use-state';
import { CategoryColours } from './category-colours';
import { StageFields } from './stage-fields';

/** Dress: how it looks. */
export function DressBench() {
  return (
    <>
      <TextSection />
      <BarSection />
      <ColourSection />
      <NumberSection />
      <StageFields />
    </>
  );
}

function TextSection() {
  const text = useChart((chart) => chart.text);
  if (!text) return null;
  const set = (part: 'title' | 'subtitle' | 'source') => (value: string, gesture: string) =>
    editChart((chart) => {
      chart.text[part] = value;
    }, gesture);
  const shared = { maxLength: projectLimits.textLength };
  return (
    <Section title="Words">
      <TextField
        control="title"
        value={text.title}
        lines={2}
        placeholder="What the film is about"
        onChange={set('title')}
        {...shared}
      />
      <TextField
        control="subtitle"
        value={text.subtitle}
        placeholder="What is counted, in what unit"
        onChange={set('subtitle')}
        {...shared}
      />
      <TextField
        control="source"
        value={text.source}
        placeholder="Where the numbers come from"
        onChange={set('source')}
        {...shared}
      />
    </Section>
  );
}

function BarSection() {
  const places = useChart((chart) => chart.places);
  const order = useChart((chart) => chart.order);
  const count = useSession((state) => state.cube?.categories.length ?? 0);
  if (places === null || order === null) return null;
  return (
    <Section title="Bars">
      <NumberField
        control="places"
        value={places}
        min={projectLimits.places[0]}
        max={projectLimits.places[1]}
        step={1}
        decimals={0}
        unit={count > 0 ? `of ${count}` : 'bars'}
        onChange={(value, gesture) =>
          editChart((chart) => {
            chart.places = value;
          }, gesture)
        }
      />
      <PickField
        control="order"
        value={order}
        choices={[
          { value: 'largest', label: 'Largest' },
          { value: 'smallest', label: 'Smallest' },
        ]}
        onChange={(value) =>
          editChart((chart) => {
            chart.order = value;
          })
        }
      />
    </Section>
  );
}

function ColourSection() {
  const palette = useChart((chart) => chart.palette);
  return (
    <Section title="Colours">
      <PickField
        control="palette"
        value={palette}
        choices={palettes.map(({ id, name, colours }) => ({
          value: id,
          name,
          label: (
            <span className="flex w-full items-center justify-between gap-3 py-1">
              {name}
              <span className="flex overflow-hidden rounded-sm" aria-hidden>
                {colours.slice(0, 6).map((colour) => (
                  <span key={colour} className="h-4 w-3.5" style={{ background: colour }} />
                ))}
              </span>
            </span>
          ),
        }))}
        onChange={(value) =>
          editChart((chart) => {
            chart.palette = value;
          })
        }
      />
      <Field control="colours">
        <CategoryColours />
      </Field>
    </Section>
  );
}

function NumberSection() {
  const numbers = useChart((chart) => chart.numbers);
  const auto = useSession((state) => state.readout?.rows[0]?.valueText ?? '');
  if (!numbers) return null;
  const [least, most] = projectLimits.decimals;
  const affix = (part: 'prefix' | 'suffix') => (value: string, gesture: string) =>
    editChart((chart) => {
      chart.numbers[part] = value;
    }, gesture);
  return (
    <Section title="Numbers">
      <PickField
        control="decimals"
        value={numbers.decimals === null ? 'auto' : String(numbers.decimals)}
        choices={[
          { value: 'auto', label: 'As in data' },
          ...Array.from({ length: Math.min(4, most - least + 1) }, (_, i) => ({ value: String(i), label: String(i) })),
        ]}
        hint={auto ? `The leader reads ${auto}` : undefined}
        onChange={(value) =>
          editChart((chart) => {
            chart.numbers.decimals = value === 'auto' ? null : Number(value);
          })
        }
      />
      <TextField
        control="prefix"
        value={numbers.prefix}
        maxLength={projectLimits.affixLength}
        onChange={affix('prefix')}
        row
      />
      <TextField
        control="suffix"
        value={numbers.suffix}
        maxLength={projectLimits.affixLength}
        onChange={affix('suffix')}
        row
      />
      <SwitchField
        control="compact"
        checked={numbers.compact}
        onChange={(checked) =>
          editChart((chart) => {
            chart.numbers.compact = checked;
          })
        }
      />
    </Section>
  );
}

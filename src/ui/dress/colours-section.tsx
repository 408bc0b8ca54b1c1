'use client';

import { palettes } from '@/core/project/palettes';
import { editChart } from '@/state/current';
import { goToControl } from '../go-to';
import { Button } from '../parts/button';
import { Control, Controls } from '../parts/control';
import { Field, Section } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { Fold } from '../parts/fold';
import { PickField } from '../parts/pick-field';
import { useServices } from '../services';
import { useChart } from '../use-state';
import { CategoryColours } from './category-colours';
import { ColourCheck } from './colour-check';

/** What colours mean, which they are, and whether they can be told apart. */
export function ColoursSection() {
  const services = useServices();
  const by = useChart((chart) => chart.dress.colour.by);
  const grouped = useChart((chart) => chart.fields.colour !== '');
  return (
    <Section title="Colours">
      <Control
        id="colour-by"
        hint={
          by === 'group' && !grouped ? (
            <button type="button" className="underline" onClick={() => goToControl('colour-column')}>
              Choose in Shape which column holds the groups.
            </button>
          ) : undefined
        }
      />
      {(by === 'category' || by === 'group') && <PaletteField />}
      <Controls of={['ramp-low', 'ramp-high', 'one-colour', 'highlight-colour', 'sign-above', 'sign-below']} />
      <Field control="colours">
        <CategoryColours />
      </Field>
      <Fold title="Can they be told apart?" holds={['colour-check']}>
        <Field control="colour-check" bare>
          <ColourCheck />
        </Field>
      </Fold>
      <Fold title="Colour list" holds={['colour-list']}>
        <Field control="colour-list" bare>
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => void services.saveColours('json')}>Save JSON</Button>
            <Button onClick={() => void services.saveColours('csv')}>Save CSV</Button>
            <FileButton
              label="File of colours"
              accept=".json,.csv,.txt"
              onFiles={([chosen]) => chosen && void services.loadColours(chosen)}
            >
              Read a list
            </FileButton>
            <Button
              onClick={() =>
                editChart((chart) => {
                  chart.colours = [];
                })
              }
            >
              Take all own colours back
            </Button>
          </div>
        </Field>
      </Fold>
    </Section>
  );
}

function PaletteField() {
  const palette = useChart((chart) => chart.dress.colour.palette);
  return (
    <PickField
      control="palette"
      value={palette}
      choices={palettes.map(({ id, name, colours }) => ({
        value: id,
        name,
        label: (
          <span className="flex w-full items-center justify-between gap-2 py-1">
            {name}
            <span className="flex overflow-hidden rounded-sm" aria-hidden>
              {colours.slice(0, 6).map((colour) => (
                <span key={colour} className="h-4 w-3" style={{ background: colour }} />
              ))}
            </span>
          </span>
        ),
      }))}
      onChange={(id) =>
        editChart((chart) => {
          chart.dress.colour.palette = id;
        })
      }
    />
  );
}

'use client';

import { Button } from '../parts/button';
import { Field, Section } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { useServices } from '../services';

const formats = ['csv', 'xlsx', 'json'] as const;

/** The steps, and what comes of them, as files. */
export function ShapeFiles() {
  const services = useServices();
  return (
    <Section title="Files">
      <Field control="steps-file" hint="Open JSON; runs on another table with the same columns.">
        <div className="flex gap-2">
          <Button className="grow" onClick={() => void services.saveSteps()}>
            Save the steps
          </Button>
          <FileButton
            className="grow"
            label="Load steps from a file"
            accept=".json"
            onFiles={([file]) => file && void services.loadSteps(file)}
          >
            Load steps
          </FileButton>
        </div>
      </Field>
      <Field control="shaped-file" hint="One row a period, one column a category.">
        <div className="flex gap-2">
          {formats.map((format) => (
            <Button key={format} className="grow" onClick={() => void services.saveShaped(format)}>
              {format.toUpperCase()}
            </Button>
          ))}
        </div>
      </Field>
    </Section>
  );
}

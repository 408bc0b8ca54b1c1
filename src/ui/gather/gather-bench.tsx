'use client';

import { FileUp, ShieldCheck } from 'lucide-react';
import { useRef } from 'react';
import { type Sample, samples } from '@/state/samples';
import { Button } from '../parts/button';
import { Field, Section } from '../parts/field';
import { FileChooser } from '../parts/file-chooser';
import { useServices } from '../services';
import { useProject, useSession } from '../use-state';
import { ProblemList } from './problem-list';

/** Gather: where the data comes from, and what is wrong with it. */
export function GatherBench() {
  const services = useServices();
  const input = useRef<HTMLInputElement>(null);
  const tableName = useProject((project) => project.tables[0]?.name ?? '', '');
  const table = useSession((state) => state.table);
  const status = useSession((state) => state.status);
  return (
    <>
      <Section title="Your table">
        {table && status !== 'failed' && (
          <p className="text-[13px] leading-snug">
            <strong className="break-words">{tableName}</strong>
            <br />
            <span className="text-quiet">
              {table.rowCount.toLocaleString('en-GB')} {table.rowCount === 1 ? 'row' : 'rows'} under a header,{' '}
              {table.columns.length.toLocaleString('en-GB')} columns. Read with {table.readAs}.
            </span>
          </p>
        )}
        <Field control="open-file">
          <Button look="loud" className="w-full" onClick={() => input.current?.click()}>
            <FileUp className="size-4" aria-hidden /> Choose a CSV file
          </Button>
          <FileChooser
            ref={input}
            label="Choose a CSV file from this computer"
            accept=".csv,.tsv,.txt,text/csv,text/plain"
            onFile={(file) => void services.openFile(file)}
          />
          <p className="mt-2 text-[12px] text-quiet">Or drop one anywhere on this window, at any step.</p>
        </Field>
        <p className="flex gap-2 rounded-md bg-spruce/10 p-2 text-[12px] leading-snug">
          <ShieldCheck className="size-4 shrink-0 text-spruce" aria-hidden />
          Your data stays in this browser. Nothing is sent anywhere, and the app works without a network.
        </p>
      </Section>
      <Section title="Problems">
        <Field control="problems">
          <ProblemList />
        </Field>
      </Section>
      <Section title="From the Saltmere Isles">
        <Field control="samples">
          <div className="flex flex-col gap-1.5">
            {samples.map((sample) => (
              <SampleButton key={sample.id} sample={sample} onOpen={() => void services.openSample(sample)} />
            ))}
          </div>
        </Field>
      </Section>
    </>
  );
}

function SampleButton({ sample, onOpen }: { readonly sample: Sample; readonly onOpen: () => void }) {
  return (
    <button
      type="button"
      onClick={onOpen}
      className="rounded-md border border-line bg-card px-3 py-2 text-left hover:border-ink"
    >
      <span className="block text-[13px] font-semibold">{sample.name}</span>
      <span className="block text-[12px] text-quiet">{sample.about}</span>
    </button>
  );
}

'use client';

import { ClipboardPaste, Columns2, FilePlus2, FileUp, Grid3x3, RefreshCw, ShieldCheck } from 'lucide-react';
import { useRef, useState } from 'react';
import { currentTable } from '@/state/current';
import { type Sample, type SampleFilm, sampleFilm, samples } from '@/state/samples';
import { Button } from '../parts/button';
import { counted } from '../parts/counted';
import { Field, Section } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { FileChooser } from '../parts/file-chooser';
import { Fold } from '../parts/fold';
import { useServices } from '../services';
import { tableEndings } from '../table-endings';
import { useCard, useProject, useSession } from '../use-state';
import { CataloguePanel } from './catalogue-panel';
import { FollowFile } from './follow-file';
import { isTableText } from './paste-anywhere';
import { ProblemList } from './problem-list';
import { ReadingChoices, SheetChooser } from './reading-choices';
import { Refreshed } from './refreshed';
import { WorkTables } from './work-tables';

/** Gather: where the data comes from, and what is wrong with it. */
export function GatherBench() {
  const services = useServices();
  const table = useSession((state) => state.table);
  const status = useSession((state) => state.status);
  const readable = table !== null && status !== 'failed';
  return (
    <>
      <Section title="Your table" short="Table">
        <TableWords />
        <WorkTables />
        <Field control="open-file" bare>
          <FileButton
            look="loud"
            className="w-full"
            label="Choose a table from this computer"
            accept={tableEndings}
            multiple
            onFiles={(files) => void services.openFiles(withoutHandle(files))}
          >
            <FileUp className="size-4" aria-hidden /> Choose a file
          </FileButton>
          <p className="mt-2 text-[12px] text-quiet">
            CSV, workbook (XLSX, XLS, ODS), JSON, Parquet, Arrow, SQLite or a web page, packed or not. Or drop one
            anywhere on this window, at any step.
          </p>
        </Field>
        <Refreshed />
        {readable && table.sheets.length > 1 && <SheetChooser table={table} />}
        {table && <MoreFiles />}
        <PrivacyLine />
      </Section>
      <Section title="Problems">
        <Field control="problems" bare>
          <ProblemList />
        </Field>
      </Section>
      {readable && table.delimiter + table.sheet !== '' && (
        <Section title="How it is read" short="Reading">
          <Fold title="Header line and notation" holds={['header-row', 'delimiter', 'encoding']}>
            <ReadingChoices table={table} />
          </Fold>
        </Section>
      )}
      <Section title="Without a file" short="No file">
        <PasteField />
        <Field control="empty-grid" bare>
          <Button className="w-full" onClick={() => void services.openEmpty()}>
            <Grid3x3 className="size-4" aria-hidden /> Start with an empty grid
          </Button>
        </Field>
        <Field control="catalogue" bare>
          <Fold title="Choose from the catalogue" holds={['catalogue']}>
            <CataloguePanel />
          </Fold>
        </Field>
      </Section>
      <Section title="From the Saltmere Isles" short="Samples">
        <Field control="samples" bare>
          <div className="flex flex-col gap-1.5">
            <SampleButton sample={sampleFilm} onOpen={() => void services.openSampleFilm(sampleFilm)} />
            {samples.map((sample) => (
              <SampleButton key={sample.id} sample={sample} onOpen={() => void services.openSample(sample)} />
            ))}
          </div>
        </Field>
      </Section>
    </>
  );
}

/** Files from a chooser: the browser gives no way back to them. */
const withoutHandle = (files: readonly File[]) => files.map((file) => ({ file, handle: null }));

const listWords = (names: readonly string[]) => names.filter((name) => name !== '').join(', ');

function TableWords() {
  const tableName = useProject((project) => currentTable(project).name, '');
  const added = useProject((project) => currentTable(project).added.filter(({ measure }) => measure === '').length, 0);
  const joined = useProject((project) => listWords(currentTable(project).added.map(({ measure }) => measure)), '');
  const table = useSession((state) => state.table);
  const grid = useSession((state) => state.prepared?.grid ?? state.table);
  const onCard = useCard(() => true) ?? false;
  if (!table || !grid) return null;
  return (
    <p className="text-[13px] leading-snug">
      {onCard && (
        <span className="mb-1 block text-quiet">
          A card is on stage, which has no table: this is that of the first chart.
        </span>
      )}
      <strong className="break-words">{tableName}</strong>
      {added > 0 && <span> and {added === 1 ? 'one more file' : `${added} more files`}</span>}
      {joined !== '' && <span className="block">Joined by name and period: {joined}</span>}
      <br />
      <span className="text-quiet">
        {counted(grid.rowCount, 'row')}, {counted(grid.columns.length, 'column')}. Read with {table.readAs}.
      </span>
    </p>
  );
}

/** Adding files to the table, and reading its file again. */
function MoreFiles() {
  const services = useServices();
  const again = useRef<HTMLInputElement>(null);
  const kind = useProject((project) => currentTable(project).source.kind, 'file');
  return (
    <div className="flex flex-col gap-3">
      <Field control="add-file" bare>
        <FileButton
          className="w-full"
          label="Add a file to the table"
          accept={tableEndings}
          multiple
          onFiles={(files) => void services.addFiles(withoutHandle(files))}
        >
          <FilePlus2 className="size-4" aria-hidden /> Add rows or columns from a file
        </FileButton>
      </Field>
      <Field control="join-file" bare>
        <FileButton
          className="w-full"
          label="Join another table by name and period"
          accept={tableEndings}
          onFiles={(files) => void services.joinFiles(withoutHandle(files))}
        >
          <Columns2 className="size-4" aria-hidden /> Join a second value from a file
        </FileButton>
      </Field>
      {kind === 'file' && (
        <Field control="refresh" bare>
          <Button
            className="w-full"
            onClick={() => void services.refresh().then((done) => !done && again.current?.click())}
          >
            <RefreshCw className="size-4" aria-hidden /> The file has changed
          </Button>
          <FileChooser
            ref={again}
            label="Choose the changed file"
            accept={tableEndings}
            onFiles={([file]) => file && void services.refreshFrom(file)}
          />
        </Field>
      )}
      {kind === 'file' && services.canFollow() && <FollowFile />}
    </div>
  );
}

/** A place to paste a block into, for those who do not know that it can be pasted anywhere. */
function PasteField() {
  const services = useServices();
  const [wrong, setWrong] = useState(false);
  return (
    <Field
      control="paste-table"
      bare
      hint={
        wrong ? <span role="alert">That is no table: copy several rows and columns, names included.</span> : undefined
      }
    >
      <label className="flex items-center gap-2 rounded-md border border-dashed border-line bg-card px-2 focus-within:border-ink">
        <ClipboardPaste className="size-4 shrink-0 text-quiet" aria-hidden />
        <textarea
          rows={1}
          value=""
          aria-label="Paste cells here"
          placeholder="Paste cells from a spreadsheet here"
          className="w-full resize-none bg-transparent py-1.5 text-[13px] outline-none"
          onChange={() => {}}
          onPaste={(event) => {
            event.preventDefault();
            const text = event.clipboardData.getData('text/plain');
            setWrong(!isTableText(text));
            if (isTableText(text)) void services.openPasted(text);
          }}
        />
      </label>
    </Field>
  );
}

function SampleButton({ sample, onOpen }: { readonly sample: Sample | SampleFilm; readonly onOpen: () => void }) {
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

/** Where the data is, and what could leave. */
function PrivacyLine() {
  const place = useSession((state) => state.farm);
  return (
    <p className="flex gap-2 rounded-md bg-spruce/10 p-2 text-[12px] leading-snug">
      <ShieldCheck className="size-4 shrink-0 text-spruce" aria-hidden />
      {place
        ? `Your data stays in this browser, unless you send a film to the farm (${place.queue}) in Output. It asks before anything goes.`
        : 'Your data stays in this browser. Nothing is sent anywhere, and the app works without a network.'}
    </p>
  );
}

'use client';

import { Download, FolderOpen, HardDriveDownload, Save } from 'lucide-react';
import { useRef } from 'react';
import { Button } from '../parts/button';
import { Field, Section } from '../parts/field';
import { FileChooser } from '../parts/file-chooser';
import { PickField } from '../parts/pick-field';
import { SelectField } from '../parts/select-field';
import { SwitchField } from '../parts/switch-field';
import { useServices } from '../services';
import { ManySection } from './many-section';
import { exportWords, kindNames, type OutputChoice, outputKinds, scaledTo, setChoice as set } from './output-choice';
import { type Output, useOutput } from './use-output';

const sides = [480, 720, 1080, 2160];
const gifSides = [240, 360, 450, 540, 720];

/** Output: how the film is handed over. What comes of it stands in the centre. */
export function OutputBench() {
  const output = useOutput();
  const { choice, form, requests, formats, ready } = output;
  const services = useServices();
  const canPick = typeof window !== 'undefined' && 'showSaveFilePicker' in window;
  return (
    <>
      <Section title="Hand over">
        <PickField
          control="output-kind"
          value={choice.kind}
          choices={outputKinds.map((value) => ({ value, label: kindNames[value] }))}
          onChange={(kind) => set({ kind })}
        />
        {choice.kind === 'film' && formats?.length === 0 && (
          <p role="alert" className="text-[13px] text-accent-text">
            This browser cannot encode films of this size. Choose a smaller size, or open Plucky Tempo in a current
            Chromium, Edge, Safari or Firefox, at an address that starts with https or on this computer.
          </p>
        )}
        <KindFields output={output} />
        <Field control="film-export">
          <Button
            look="loud"
            className="w-full"
            disabled={!ready}
            onClick={() => void services.exportAll(requests, false)}
          >
            <Download className="size-4" aria-hidden />{' '}
            {form.kind === 'film' && !output.format ? 'Export film' : exportWords(form, requests.length)}
          </Button>
          {canPick && requests.length === 1 && (form.kind === 'film' || form.kind === 'frames') && (
            <Button className="mt-2 w-full" disabled={!ready} onClick={() => void services.exportAll(requests, true)}>
              <HardDriveDownload className="size-4" aria-hidden /> Straight to a place on disk
            </Button>
          )}
        </Field>
      </Section>
      <ManySection output={output} />
      <ProjectSection ready={output.overview !== null} />
    </>
  );
}

function KindFields({ output }: { readonly output: Output }) {
  const { choice, widthPx, heightPx } = output;
  const sizeChoices = (list: readonly number[]) =>
    list.map((px) => {
      const size = scaledTo(px, widthPx, heightPx);
      return { value: String(px), label: `${size.widthPx} × ${size.heightPx} pixels` };
    });
  switch (choice.kind) {
    case 'film':
      return <FilmFields output={output} sizes={sizeChoices(sides)} />;
    case 'frames':
      return <FramesFields choice={choice} sizes={sizeChoices(sides)} />;
    case 'gif':
      return <GifFields choice={choice} sizes={sizeChoices(gifSides)} />;
    case 'picture':
      return <PictureFields choice={choice} />;
    case 'page':
      return (
        <p className="text-[12px] leading-snug text-quiet">
          One HTML file that plays from a folder, without a network: fonts, pictures and values are inside. Readers can
          play, scrub and point at bars.
        </p>
      );
    default:
      return <DataFields choice={choice} />;
  }
}

interface SizedFieldsProps {
  readonly choice: OutputChoice;
  readonly sizes: readonly { value: string; label: string }[];
}

function FramesFields({ choice, sizes }: SizedFieldsProps) {
  return (
    <>
      <SelectField
        control="film-size"
        value={String(choice.side)}
        choices={sizes}
        onChange={(value) => set({ side: Number(value) })}
      />
      <p className="text-[12px] leading-snug text-quiet">
        Every frame as PNG in a ZIP, with numbered names. Transparency is kept.
      </p>
    </>
  );
}

function GifFields({ choice, sizes }: SizedFieldsProps) {
  return (
    <>
      <SelectField
        control="film-size"
        value={String(choice.gifSide)}
        choices={sizes}
        onChange={(value) => set({ gifSide: Number(value) })}
      />
      <PickField
        control="gif-rate"
        value={String(choice.gifRate)}
        choices={['10', '20', '25', '50'].map((value) => ({ value, label: value }))}
        hint="A GIF counts in hundredths of a second, so only these come out even."
        onChange={(value) => set({ gifRate: Number(value) })}
      />
      <PickField
        control="gif-palette"
        value={choice.gifPalette}
        choices={[
          { value: 'one', label: 'One for all' },
          { value: 'each', label: 'One for each picture' },
        ]}
        hint={choice.gifPalette === 'one' ? 'Quick and small.' : 'Truer for photographs, about twice the size.'}
        onChange={(gifPalette) => set({ gifPalette })}
      />
      <SwitchField control="gif-dither" checked={choice.gifDither} onChange={(gifDither) => set({ gifDither })} />
    </>
  );
}

function DataFields({ choice }: { readonly choice: OutputChoice }) {
  return (
    <>
      <PickField
        control="data-table"
        value={choice.table}
        choices={[
          { value: 'shaped', label: 'Shaped table' },
          { value: 'ranking', label: 'Ranking per period' },
          { value: 'frames', label: 'Values per frame' },
        ]}
        onChange={(table) => set({ table })}
      />
      <PickField
        control="data-format"
        value={choice.tableFormat}
        choices={[
          { value: 'csv', label: 'CSV' },
          { value: 'xlsx', label: 'XLSX' },
          { value: 'json', label: 'JSON' },
        ]}
        onChange={(tableFormat) => set({ tableFormat })}
      />
    </>
  );
}

interface FilmFieldsProps {
  readonly output: Output;
  readonly sizes: readonly { value: string; label: string }[];
}

function FilmFields({ output, sizes }: FilmFieldsProps) {
  const { choice, formats, format, form, framesPerSec, clear } = output;
  const services = useServices();
  const rate =
    form.kind === 'film' ? services.bitsPerSec(choice.quality, form.widthPx, form.heightPx, framesPerSec) : 0;
  return (
    <>
      {format && (
        <PickField
          control="film-format"
          value={format.id}
          choices={(formats ?? []).map(({ id, name }) => ({ value: id, label: name }))}
          hint={
            clear && !format.alpha
              ? `${format.use}. It has no transparency: the background’s colour stands behind. ${
                  formats?.some(({ alpha }) => alpha)
                    ? 'Take WebM, transparent, or the image sequence.'
                    : 'This browser cannot encode any either: take the image sequence.'
                }`
              : `${format.use}.`
          }
          onChange={(formatId) => set({ formatId })}
        />
      )}
      <SelectField
        control="film-size"
        value={String(choice.side)}
        choices={sizes}
        onChange={(value) => set({ side: Number(value) })}
      />
      <PickField
        control="film-quality"
        value={choice.quality}
        choices={[
          { value: 'light', label: 'Light' },
          { value: 'good', label: 'Good' },
          { value: 'best', label: 'Best' },
        ]}
        hint={`${(rate / 1e6).toFixed(1)} megabits a second at the most.`}
        onChange={(quality) => set({ quality })}
      />
    </>
  );
}

function PictureFields({ choice }: { readonly choice: OutputChoice }) {
  return (
    <>
      <PickField
        control="picture-type"
        value={choice.picture}
        choices={[
          { value: 'png', label: 'PNG' },
          { value: 'jpeg', label: 'JPEG' },
          { value: 'svg', label: 'SVG' },
          { value: 'pdf', label: 'PDF' },
        ]}
        hint={choice.picture === 'svg' ? 'Text stays text; its fonts are inside the file.' : undefined}
        onChange={(picture) => set({ picture })}
      />
      <PickField
        control="picture-moment"
        value={choice.moment === 'periods' && choice.picture !== 'pdf' ? 'last' : choice.moment}
        choices={[
          { value: 'last', label: 'Last frame' },
          { value: 'playhead', label: 'At the playhead' },
          ...(choice.picture === 'pdf' ? [{ value: 'periods' as const, label: 'A page for each period' }] : []),
        ]}
        onChange={(moment) => set({ moment })}
      />
      {(choice.picture === 'png' || choice.picture === 'jpeg') && (
        <PickField
          control="picture-times"
          value={String(choice.times)}
          choices={['1', '2', '3', '4'].map((value) => ({ value, label: `${value}×` }))}
          onChange={(value) => set({ times: Number(value) })}
        />
      )}
    </>
  );
}

function ProjectSection({ ready }: { readonly ready: boolean }) {
  const services = useServices();
  const input = useRef<HTMLInputElement>(null);
  return (
    <Section title="The project">
      <p className="text-[12px] leading-snug text-quiet">
        A project file holds the data, the look and the pace. Give it to a colleague, or keep it.
      </p>
      <Field control="save-project">
        <Button className="w-full" disabled={!ready} onClick={() => void services.saveProject()}>
          <Save className="size-4" aria-hidden /> Save
        </Button>
      </Field>
      <Field control="open-project">
        <Button className="w-full" onClick={() => input.current?.click()}>
          <FolderOpen className="size-4" aria-hidden /> Open
        </Button>
        <FileChooser
          ref={input}
          label="Choose a project file from this computer"
          accept=".plucky"
          onFiles={(files) => void services.openFiles(files.map((file) => ({ file, handle: null })))}
        />
      </Field>
    </Section>
  );
}

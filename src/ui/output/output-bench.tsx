'use client';

import { Download, FolderOpen, HardDriveDownload, Save, ScrollText } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../parts/button';
import { Field, Section } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { NumberField } from '../parts/number-field';
import { PickField } from '../parts/pick-field';
import { SelectField } from '../parts/select-field';
import { SpecControls, SpecInput } from '../parts/spec-input';
import { SwitchField } from '../parts/switch-field';
import { useServices } from '../services';
import { FarmSection } from './farm-section';
import { ManySection } from './many-section';
import {
  exportWords,
  FREE_SIDE,
  freeRange,
  kindNames,
  kindsFor,
  type OutputChoice,
  STAGE_SIDE,
  scaledTo,
  setChoice as set,
  sizeFor,
} from './output-choice';
import { outputControls, qualityControl } from './output-controls';
import { type Output, useOutput } from './use-output';

/** Pixels of the shorter side to choose from. */
const sides = [480, 720, 1080, 2160] as const;
const gifSides = [240, 360, 450, 540, 720] as const;

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
          choices={kindsFor(output.heard).map((value) => ({ value, label: kindNames[value] }))}
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
      <FarmSection output={output} />
      <ProjectSection ready={output.overview !== null} />
    </>
  );
}

function KindFields({ output }: { readonly output: Output }) {
  const { choice } = output;
  const kindControls = (
    <SpecControls specs={outputControls} of={choice} write={(path, next) => set({ [path]: next })} />
  );
  switch (choice.kind) {
    case 'film':
      return <FilmFields output={output} />;
    case 'frames':
      return (
        <>
          <SizeField output={output} even={false} />
          <Words>Every frame as PNG in a ZIP, with numbered names. Transparency is kept.</Words>
        </>
      );
    case 'gif':
      return (
        <>
          <GifSizeField output={output} />
          {kindControls}
        </>
      );
    case 'picture':
      return (
        <>
          {kindControls}
          <MomentField choice={choice} />
        </>
      );
    case 'page':
      return (
        <Words>
          One HTML file that plays from a folder, without a network: fonts, pictures and values are inside. Readers can
          play, scrub and point at bars.
        </Words>
      );
    case 'sound':
      return <SoundFields output={output} />;
    default:
      return kindControls;
  }
}

function Words({ children }: { readonly children: ReactNode }) {
  return <p className="text-[12px] leading-snug text-quiet">{children}</p>;
}

const pixelWords = ({ widthPx, heightPx }: { readonly widthPx: number; readonly heightPx: number }) =>
  `${widthPx} × ${heightPx} pixels`;

/** Pixels of a GIF, of the film's own shape. */
function GifSizeField({ output: { choice, widthPx, heightPx } }: { readonly output: Output }) {
  return (
    <SelectField
      control="film-size"
      value={String(choice.gifSide)}
      choices={gifSides.map((px) => ({ value: String(px), label: pixelWords(scaledTo(px, widthPx, heightPx)) }))}
      onChange={(value) => set({ gifSide: Number(value) })}
    />
  );
}

/** Pixels of the picture: those of the stage, some that are usual for its shape, or any. @param even Films have even numbers. */
function SizeField({ output, even }: { readonly output: Output; readonly even: boolean }) {
  const { choice, widthPx, heightPx } = output;
  const stage = { widthPx, heightPx };
  const own = sizeFor({ ...choice, side: STAGE_SIDE }, stage, even);
  const rounded = own.widthPx !== widthPx || own.heightPx !== heightPx;
  return (
    <>
      <SelectField
        control="film-size"
        value={String(choice.side)}
        choices={[
          { value: String(STAGE_SIDE), label: `${pixelWords(own)}, as the stage` },
          ...sides.map((px) => ({ value: String(px), label: pixelWords(scaledTo(px, widthPx, heightPx)) })),
          { value: String(FREE_SIDE), label: 'Any other size' },
        ]}
        hint={
          rounded && choice.side === STAGE_SIDE
            ? 'Films have even numbers of pixels, so one more was added.'
            : undefined
        }
        onChange={(value) => set({ side: Number(value) })}
      />
      {choice.side === FREE_SIDE && (
        <>
          <NumberField
            control="film-free-size"
            value={choice.freeSide}
            range={freeRange}
            step={2}
            unit="px"
            decimals={0}
            onChange={(freeSide) => set({ freeSide })}
          />
          <Words>{pixelWords(sizeFor(choice, stage, even))}, in the shape of the stage.</Words>
        </>
      )}
    </>
  );
}

function FilmFields({ output }: { readonly output: Output }) {
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
      <SizeField output={output} even />
      <SpecInput
        spec={qualityControl}
        value={choice.quality}
        hint={`${(rate / 1e6).toFixed(1)} megabits a second at the most.`}
        write={(quality) => set({ quality: quality as OutputChoice['quality'] })}
      />
      {output.heard && (
        <SwitchField control="with-sound" checked={choice.withSound} onChange={(withSound) => set({ withSound })} />
      )}
    </>
  );
}

/** What is heard, alone: as it is mixed, or what the data plays. */
function SoundFields({ output: { choice, played } }: { readonly output: Output }) {
  const form = played ? choice.soundForm : 'all';
  return (
    <>
      {played && (
        <PickField
          control="sound-form"
          value={form}
          choices={[
            { value: 'all', label: 'All, as WAV' },
            { value: 'notes', label: 'Notes, as WAV' },
            { value: 'midi', label: 'Notes, as MIDI' },
          ]}
          onChange={(soundForm) => set({ soundForm })}
        />
      )}
      <Words>
        {form === 'midi'
          ? 'The notes of the data, for a program that plays or prints them.'
          : 'WAV, 16 bits, 48 kHz, as long as the film.'}
      </Words>
    </>
  );
}

/** Which moment a picture shows. Only a PDF has pages for several. */
function MomentField({ choice }: { readonly choice: OutputChoice }) {
  const pages = choice.picture === 'pdf';
  return (
    <PickField
      control="picture-moment"
      value={choice.moment === 'periods' && !pages ? 'last' : choice.moment}
      choices={[
        { value: 'last', label: 'Last frame' },
        { value: 'playhead', label: 'At the playhead' },
        ...(pages ? [{ value: 'periods' as const, label: 'A page for each period' }] : []),
      ]}
      onChange={(moment) => set({ moment })}
    />
  );
}

function ProjectSection({ ready }: { readonly ready: boolean }) {
  const services = useServices();
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
      <Field
        control="save-script"
        hint="A ZIP with film.json, the tables and the pictures: a text to read, change, and render by “tempo render”."
      >
        <Button className="w-full" disabled={!ready} onClick={() => void services.scripts.save()}>
          <ScrollText className="size-4" aria-hidden /> Save as a script
        </Button>
      </Field>
      <Field control="open-project">
        <FileButton
          className="w-full"
          label="Choose a project file or a film script from this computer"
          accept=".plucky,.json,.yaml,.yml,.zip"
          multiple
          onFiles={(files) => void services.openFiles(files.map((file) => ({ file, handle: null })))}
        >
          <FolderOpen className="size-4" aria-hidden /> Open
        </FileButton>
      </Field>
    </Section>
  );
}

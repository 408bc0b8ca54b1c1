'use client';

import { type Background, backgroundKinds } from '@/core/project/background';
import { backgroundControls, backgroundPictureControls } from '@/core/project/controls/stage-controls';
import { putAt } from '@/core/project/document-value';
import { mixColours } from '@/core/scale/colour';
import { editStage } from '@/state/edit-stage';
import { ColourButton } from '../parts/colour-button';
import { Field } from '../parts/field';
import { SelectField } from '../parts/select-field';
import { SpecControls } from '../parts/spec-input';
import { useProject } from '../use-state';
import { BackgroundPicture } from './background-picture';

const kindWords: Record<Background['kind'], string> = {
  plain: 'One colour',
  linear: 'Gradient',
  radial: 'Gradient from the middle',
  picture: 'Picture',
  clear: 'Transparent',
};
const offers = ['#FFFCF5', '#FFFFFF', '#F1E4C9', '#12191E', '#0B3B3A', '#C8401B'];
const plainPaper: Background = { kind: 'plain', colour: '#FFFCF5' };

/** How much darker the second colour of a new gradient is. */
const DARKER = 0.18;

/** A new background of a kind, which keeps the colour. */
function ofKind(kind: Background['kind'], colour: string): Background {
  if (kind === 'plain' || kind === 'clear') return { kind, colour };
  if (kind === 'linear') return { kind, colour, to: mixColours(colour, '#000000', DARKER), angleDeg: 90 };
  if (kind === 'radial') return { kind, colour, to: mixColours(colour, '#000000', DARKER) };
  return { kind, colour, pictureId: '', fit: 'fill', dim: 0.4, blur: 0 };
}

/** The background of the film. */
export function FilmBackground() {
  const background = useProject((project) => project.film.stage.background, plainPaper);
  return (
    <BackgroundFields
      background={background}
      pieceId={null}
      onChange={(change, gesture) =>
        editStage((stage) => {
          stage.background = change(stage.background);
        }, gesture)
      }
    />
  );
}

/** Makes the next background of the one there is by then: a file that is read for a while undoes nothing set meanwhile. */
type BackgroundChange = (now: Background) => Background;

interface BackgroundFieldsProps {
  readonly background: Background;
  /** The card that it lies behind; null where that is the whole film. */
  readonly pieceId: string | null;
  readonly onChange: (change: BackgroundChange, gesture: string | null) => void;
}

/** One colour, a gradient, a picture, or nothing behind everything. */
export function BackgroundFields({ background, pieceId, onChange }: BackgroundFieldsProps) {
  const setColour = (colour: string, gesture: string | null) => onChange((now) => ({ ...now, colour }), gesture);
  const write = (path: string, next: unknown, gesture: string | null) =>
    onChange((now) => {
      const changed = { background: { ...now } };
      putAt(changed, path, next);
      return changed.background;
    }, gesture);
  return (
    <>
      <Field control="background">
        <div className="flex items-center gap-1.5">
          <ColourButton label="Background" value={background.colour} onChange={setColour} />
          <span className="mx-1 h-5 w-px bg-line" aria-hidden />
          {offers.map((colour) => (
            <button
              key={colour}
              type="button"
              aria-label={`Background ${colour}`}
              title={colour}
              className="size-6 rounded-md border border-line hover:border-ink"
              style={{ background: colour }}
              onClick={() => setColour(colour, null)}
            />
          ))}
        </div>
      </Field>
      <SelectField
        control="background-kind"
        value={background.kind}
        choices={backgroundKinds.map((value) => ({ value, label: kindWords[value] }))}
        onChange={(value) => onChange(({ colour }) => ofKind(value as Background['kind'], colour), null)}
      />
      <SpecControls specs={backgroundControls} of={{ background }} write={write} />
      {background.kind === 'picture' && (
        <>
          <BackgroundPicture
            pictureId={background.pictureId}
            pieceId={pieceId}
            onPicture={(pictureId, gesture) =>
              onChange((now) => (now.kind === 'picture' ? { ...now, pictureId } : now), gesture)
            }
          />
          <SpecControls specs={backgroundPictureControls} of={{ background }} write={write} />
        </>
      )}
      {background.kind === 'clear' && (
        <p className="text-[12px] leading-snug text-quiet">
          The colour above only decides the ink of the texts. Films keep the transparency in WebM and in image
          sequences.
        </p>
      )}
    </>
  );
}

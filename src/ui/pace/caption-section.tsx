'use client';

import { Plus } from 'lucide-react';
import { useId, useState } from 'react';
import type { Caption } from '@/core/project/film-parts';
import { projectLimits } from '@/core/project/limits';
import { sharedOver } from '@/core/project/shared-text';
import { addCaptions, changeCaption, momentAt, removeCaption } from '@/state/edit-film';
import { playheadStore } from '@/state/playhead';
import { setSession } from '@/state/session';
import { Button } from '../parts/button';
import { Controls } from '../parts/control';
import { counted } from '../parts/counted';
import { Field, Section } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { Fold } from '../parts/fold';
import { TextField } from '../parts/text-field';
import { TokenMenu } from '../parts/token-menu';
import { pieceSecOf } from '../piece-time';
import { useServices } from '../services';
import { usePiece, useSession } from '../use-state';
import { captionHere } from './caption-here';
import { SpanList } from './span-list';

/** Texts over spans of the film. */
export function CaptionSection() {
  const { saveCaptions } = useServices();
  const captions = usePiece((piece) => piece.captions, none);
  const placed = useSession((state) => state.overview?.captions);
  const picked = useSession((state) => state.pickedCaption);
  const span = useSession((state) => state.span);
  const times = new Map(placed?.map((caption) => [caption.id, caption]));
  const chosen = captions.find(({ id }) => id === picked);
  return (
    <Section title="Captions">
      <Field control="captions" bare>
        <Button className="w-full" onClick={() => captionHere('A caption')}>
          <Plus className="size-4" aria-hidden /> {span ? 'Caption over the selected span' : 'Caption at the playhead'}
        </Button>
        <SpanList
          label="Captions of the film"
          what="caption"
          items={captions.map(({ id, text }) => ({
            id,
            words: text || 'Empty caption',
            time: times.get(id) ?? null,
            settledSec: 0.3,
          }))}
          picked={picked}
          onPick={(pickedCaption) => setSession({ pickedCaption })}
          onRemove={removeCaption}
        />
      </Field>
      {chosen && <CaptionForm caption={chosen} />}
      <SharedTextFold />
      <Fold title="Where captions stand, and files" holds={['caption-at', 'caption-panel', 'caption-files']}>
        <Controls of={['caption-at', 'caption-panel']} />
        <Field control="caption-files">
          <div className="flex flex-wrap gap-2">
            <Button disabled={captions.length === 0} onClick={() => saveCaptions('srt')}>
              Save SubRip
            </Button>
            <Button disabled={captions.length === 0} onClick={() => saveCaptions('vtt')}>
              Save WebVTT
            </Button>
            {captions.length === 0 ? (
              <CaptionFile label="File of captions" words="Read a file" how="add" />
            ) : (
              <>
                <CaptionFile label="File of captions to add" words="Add those of a file" how="add" />
                <CaptionFile label="File of captions instead" words="Take those of a file instead" how="replace" />
              </>
            )}
          </div>
        </Field>
      </Fold>
    </Section>
  );
}

interface CaptionFileProps {
  readonly label: string;
  readonly words: string;
  readonly how: 'add' | 'replace';
}

/** Reads captions from a file, beside those that there are or in their place. */
function CaptionFile({ label, words, how }: CaptionFileProps) {
  const { loadCaptions } = useServices();
  return (
    <FileButton label={label} accept=".srt,.vtt" onFiles={([picked]) => picked && void loadCaptions(picked, how)}>
      {words}
    </FileButton>
  );
}

const none: readonly Caption[] = [];

function CaptionForm({ caption }: { readonly caption: Caption }) {
  const overview = useSession((state) => state.overview);
  const setEnd = (end: 'from' | 'to') => {
    const { readout } = playheadStore.getState();
    if (overview && readout)
      changeCaption(caption.id, { [end]: momentAt(overview, pieceSecOf(overview, readout.timeSec)) });
  };
  return (
    <>
      <div className="relative">
        <TextField
          control="caption-text"
          value={caption.text}
          lines={2}
          maxLength={projectLimits.captionLength}
          onChange={(text, gesture) => changeCaption(caption.id, { text }, gesture)}
        />
        <TokenMenu
          name="caption"
          onPick={(token) => changeCaption(caption.id, { text: `${caption.text}{${token}}` })}
        />
      </div>
      <Field control="caption-time">
        <div className="flex gap-2">
          <Button onClick={() => setEnd('from')}>Comes at the playhead</Button>
          <Button onClick={() => setEnd('to')}>Goes at the playhead</Button>
        </div>
      </Field>
    </>
  );
}

/** A plain text whose sentences become captions at the steps or periods of the piece. */
function SharedTextFold() {
  const overview = useSession((state) => state.overview);
  const [text, setText] = useState('');
  const id = useId();
  if (!overview) return null;
  const cues = overview.steps.length > 1 ? overview.steps.map(({ atSec }) => atSec) : [...overview.periodSec];
  const order = cues.sort((a, b) => a - b);
  const shared = sharedOver(text, order, overview.lengthSec - overview.closingSec);
  return (
    <Fold title="Captions from a text" holds={['caption-share']}>
      <Field control="caption-share" inputId={id} hint="Its sentences are shared over the steps or periods, in order.">
        <textarea
          id={id}
          rows={4}
          value={text}
          className="w-full rounded-md border border-line bg-card px-2 py-1.5 text-[13px] outline-none focus:border-ink"
          onChange={(event) => setText(event.target.value)}
        />
      </Field>
      <Button
        disabled={shared.length === 0}
        onClick={() => {
          addCaptions(shared, overview);
          setText('');
        }}
      >
        {shared.length > 0 ? `Add ${counted(shared.length, 'caption')}` : 'Add captions'}
      </Button>
    </Fold>
  );
}

'use client';

import { Plus, Trash2 } from 'lucide-react';
import type { Caption } from '@/core/project/film-parts';
import { projectLimits } from '@/core/project/limits';
import { changeCaption, momentAt, removeCaption } from '@/state/edit-film';
import { playheadStore } from '@/state/playhead';
import { setSession } from '@/state/session';
import { clockWords } from '../beats/time-words';
import { Button, IconButton } from '../parts/button';
import { cx } from '../parts/class-names';
import { Controls } from '../parts/control';
import { Field, Section } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { Fold } from '../parts/fold';
import { TextField } from '../parts/text-field';
import { TokenMenu } from '../parts/token-menu';
import { useServices } from '../services';
import { usePiece, useSession } from '../use-state';
import { captionHere } from './caption-here';

/** Texts over spans of the film. */
export function CaptionSection() {
  const { studio, saveCaptions, loadCaptions } = useServices();
  const captions = usePiece((piece) => piece.captions, none);
  const placed = useSession((state) => state.overview?.captions);
  const picked = useSession((state) => state.pickedCaption);
  const span = useSession((state) => state.span);
  const times = new Map(placed?.map((caption) => [caption.id, caption]));
  const ordered = [...captions].sort((a, b) => (times.get(a.id)?.fromSec ?? 0) - (times.get(b.id)?.fromSec ?? 0));
  const chosen = captions.find(({ id }) => id === picked);
  return (
    <Section title="Captions">
      <Field control="captions" bare>
        <Button className="w-full" onClick={() => captionHere('A caption')}>
          <Plus className="size-4" aria-hidden /> {span ? 'Caption over the selected span' : 'Caption at the playhead'}
        </Button>
        <ul aria-label="Captions of the film" className="mt-2 max-h-56 overflow-y-auto">
          {ordered.map((caption) => {
            const time = times.get(caption.id);
            return (
              <li
                key={caption.id}
                className={cx('flex items-center rounded-md', caption.id === picked && 'bg-line/60')}
              >
                <button
                  type="button"
                  aria-pressed={caption.id === picked}
                  className="min-w-0 flex-1 px-2 py-1 text-left text-[13px]"
                  onClick={() => {
                    setSession({ pickedCaption: caption.id === picked ? null : caption.id });
                    if (time) void studio.playback.pause().then(() => studio.playback.seek(time.fromSec + 0.3));
                  }}
                >
                  <span className="block truncate">{caption.text || 'Empty caption'}</span>
                  <span className="font-mono text-[11px] text-quiet">
                    {time
                      ? `${clockWords(time.fromSec)} to ${clockWords(time.toSec)}`
                      : 'its periods are not in the data'}
                  </span>
                </button>
                <IconButton
                  label={`Remove the caption ${caption.text.slice(0, 40)}`}
                  className="size-7!"
                  onClick={() => removeCaption(caption.id)}
                >
                  <Trash2 className="size-3.5" aria-hidden />
                </IconButton>
              </li>
            );
          })}
        </ul>
      </Field>
      {chosen && <CaptionForm caption={chosen} />}
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
            <FileButton
              label="File of captions"
              accept=".srt,.vtt"
              onFiles={([picked]) => picked && void loadCaptions(picked)}
            >
              Read a file
            </FileButton>
          </div>
        </Field>
      </Fold>
    </Section>
  );
}

const none: readonly Caption[] = [];

function CaptionForm({ caption }: { readonly caption: Caption }) {
  const overview = useSession((state) => state.overview);
  const setEnd = (end: 'from' | 'to') => {
    const { readout } = playheadStore.getState();
    if (overview && readout) changeCaption(caption.id, { [end]: momentAt(overview, readout.timeSec) });
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

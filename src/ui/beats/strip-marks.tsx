'use client';

import type { FilmOverview } from '@/core/film/overview';
import { setSession } from '@/state/session';
import { goToControl } from '../go-to';
import { useServices } from '../services';
import { clockWords } from './time-words';

interface StripMarksProps {
  readonly overview: FilmOverview;
}

/** What the strip can be pressed on to go there: captions, moments and changes of lead. */
export function StripMarks({ overview }: StripMarksProps) {
  return (
    <>
      <Captions overview={overview} />
      <Moments overview={overview} />
      <Leads overview={overview} />
    </>
  );
}

const percentOf = (overview: FilmOverview) => (timeSec: number) => `${(timeSec / overview.lengthSec) * 100}%`;

/** Stops, then goes to a moment of the film. */
function useVisit(): (timeSec: number) => void {
  const { studio } = useServices();
  return (timeSec) => void studio.playback.pause().then(() => studio.playback.seek(timeSec));
}

function Captions({ overview }: StripMarksProps) {
  const visit = useVisit();
  const percent = percentOf(overview);
  return (
    <>
      {overview.captions.map((caption) => (
        <button
          key={caption.id}
          type="button"
          tabIndex={-1}
          title={caption.text}
          aria-label={`Caption from ${clockWords(caption.fromSec)}: ${caption.text}`}
          className="absolute bottom-[18px] h-3.5 truncate rounded-[3px] border border-spruce bg-card/90 px-1 text-left text-[10px] leading-[12px] text-ink hover:bg-spruce hover:text-card"
          style={{ left: percent(caption.fromSec), width: percent(caption.toSec - caption.fromSec) }}
          onClick={() => {
            setSession({ pickedCaption: caption.id });
            goToControl('caption-text');
            visit(caption.fromSec + 0.3);
          }}
        >
          {caption.text}
        </button>
      ))}
    </>
  );
}

function Moments({ overview }: StripMarksProps) {
  const visit = useVisit();
  const percent = percentOf(overview);
  return (
    <>
      {overview.moments
        .filter(({ kind }) => kind === 'record' || kind === 'climb' || kind === 'fall')
        .map(({ id, kind, timeSec, words }) => (
          <button
            key={id}
            type="button"
            tabIndex={-1}
            title={`${words}, at ${clockWords(timeSec)}`}
            aria-label={`${words}, at ${clockWords(timeSec)}`}
            className="absolute top-0 grid h-4 w-3 -translate-x-1/2 place-items-center font-mono text-[10px] text-spruce"
            style={{ left: percent(timeSec) }}
            onClick={() => visit(timeSec)}
          >
            {kind === 'record' ? '◆' : kind === 'climb' ? '▲' : '▼'}
          </button>
        ))}
    </>
  );
}

function Leads({ overview }: StripMarksProps) {
  const visit = useVisit();
  const percent = percentOf(overview);
  return (
    <>
      {overview.leads.map(({ timeSec, name }) => (
        <button
          key={timeSec}
          type="button"
          tabIndex={-1}
          title={`${name} takes the lead at ${clockWords(timeSec)}`}
          aria-label={`${name} takes the lead at ${clockWords(timeSec)}`}
          className="absolute top-0 h-4 w-3 -translate-x-1/2"
          style={{ left: percent(timeSec) }}
          onClick={() => visit(timeSec)}
        />
      ))}
    </>
  );
}

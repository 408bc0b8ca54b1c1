'use client';

import type { ReactNode } from 'react';
import type { FilmOverview } from '@/core/film/overview';
import { setSession } from '@/state/session';
import { goToControl } from '../go-to';
import { focusWords } from '../pace/focus-words';
import { cx } from '../parts/class-names';
import { useServices } from '../services';
import { useChart } from '../use-state';
import { clockWords } from './time-words';

interface StripMarksProps {
  readonly overview: FilmOverview;
}

/** What the strip can be pressed on to go there: captions, focuses, moments and changes of lead. */
export function StripMarks({ overview }: StripMarksProps) {
  return (
    <>
      <Captions overview={overview} />
      <Focuses overview={overview} />
      <Moments overview={overview} />
      <Leads overview={overview} />
    </>
  );
}

const percentOf = (overview: FilmOverview) => (timeSec: number) => `${(timeSec / overview.lengthSec) * 100}%`;

/** Stops, then goes to a moment of the piece. */
function useVisit(): (pieceSec: number) => void {
  const { studio } = useServices();
  return (pieceSec) => void studio.playback.visit(pieceSec);
}

interface PlaceProps {
  readonly overview: FilmOverview;
  readonly timeSec: number;
  readonly words: string;
  readonly className: string;
  readonly children?: ReactNode;
}

/** A place of the strip to go to. */
function Place({ overview, timeSec, words, className, children }: PlaceProps) {
  const visit = useVisit();
  const said = `${words} at ${clockWords(timeSec)}`;
  return (
    <button
      type="button"
      tabIndex={-1}
      title={said}
      aria-label={said}
      className={cx('absolute top-0 h-4 w-3 -translate-x-1/2', className)}
      style={{ left: percentOf(overview)(timeSec) }}
      onClick={() => visit(timeSec)}
    >
      {children}
    </button>
  );
}

const signs: Readonly<Record<string, string>> = { record: '◆', climb: '▲', fall: '▼' };

function Moments({ overview }: StripMarksProps) {
  return overview.moments.map(
    ({ id, kind, timeSec, words }) =>
      signs[kind] && (
        <Place
          key={id}
          overview={overview}
          timeSec={timeSec}
          words={`${words},`}
          className="grid place-items-center font-mono text-[10px] text-spruce"
        >
          {signs[kind]}
        </Place>
      ),
  );
}

function Leads({ overview }: StripMarksProps) {
  return overview.leads.map(({ timeSec, name }) => (
    <Place key={timeSec} overview={overview} timeSec={timeSec} words={`${name} takes the lead`} className="" />
  ));
}

/** Over the captions: what the film looks at. */
function Focuses({ overview }: StripMarksProps) {
  const visit = useVisit();
  const percent = percentOf(overview);
  const focuses = useChart((chart) => chart.focuses) ?? [];
  const words = new Map(focuses.map((focus) => [focus.id, focusWords(focus)]));
  return (
    <>
      {overview.focuses.map(({ id, fromSec, toSec }) => (
        <button
          key={id}
          type="button"
          tabIndex={-1}
          title={words.get(id) ?? ''}
          aria-label={`Focus from ${clockWords(fromSec)}: ${words.get(id) ?? ''}`}
          className="absolute bottom-[34px] flex h-3.5 items-center gap-1 truncate rounded-[3px] border border-mustard-text bg-card/90 px-1 text-left text-[10px] leading-[12px] text-ink hover:bg-mustard-text hover:text-card"
          style={{ left: percent(fromSec), width: percent(toSec - fromSec) }}
          onClick={() => {
            setSession({ pickedFocus: id });
            goToControl('focus-names');
            visit(Math.min(toSec, fromSec + 0.6));
          }}
        >
          {words.get(id)}
        </button>
      ))}
    </>
  );
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

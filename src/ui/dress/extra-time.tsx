'use client';
import type { Moment } from '@/core/project/film-parts';
import { momentAt } from '@/state/edit-film';
import { playheadStore } from '@/state/playhead';
import { clockWords } from '../beats/time-words';
import { Button } from '../parts/button';
import { pieceSecOf } from '../piece-time';
import { useSession } from '../use-state';

/** When an extra comes or goes. */
export function TimeEnd({
  label,
  moment,
  otherwise,
  onChange,
}: {
  readonly label: string;
  readonly moment: Moment | null;
  readonly otherwise: string;
  readonly onChange: (moment: Moment | null) => void;
}) {
  const overview = useSession((state) => state.overview);
  const period = overview?.periodKeys.indexOf(moment?.periodKey ?? '') ?? -1;
  const from = overview?.spanStartSec[2 * period] ?? 0;
  const to = overview?.spanStartSec[2 * period + 2] ?? overview?.lengthSec ?? from;
  const words =
    moment === null
      ? otherwise
      : period < 0
        ? 'at a period that is gone'
        : `at ${clockWords(from + (to - from) * moment.share)}`;
  return (
    <div className="mt-1 flex items-center gap-2 text-[13px]">
      <span className="min-w-0 flex-1 truncate">
        {label} {words}
      </span>
      <Button
        className="h-7!"
        onClick={() => {
          const { readout } = playheadStore.getState();
          if (overview && readout) onChange(momentAt(overview, pieceSecOf(overview, readout.timeSec)));
        }}
      >
        At the playhead
      </Button>
      {moment && (
        <button type="button" className="text-[12px] text-quiet underline" onClick={() => onChange(null)}>
          Take back
        </button>
      )}
    </div>
  );
}

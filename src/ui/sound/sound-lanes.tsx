'use client';

import { useMemo } from 'react';
import type { Sound } from '@/core/project/sound';
import { soundSpan } from '@/core/project/sound';
import { beatTimes } from '@/core/sound/beats/beat-grid';
import { useProject, useSession } from '../use-state';
import { ROW_PX, SHOWN_ROWS } from './lanes-height';
import { SoundBlock } from './sound-block';
import { soundRows } from './sound-rows';

const none: readonly Sound[] = [];

/** The sounds under the strip, over the same seconds: rows of waves to move and to trim. */
export function SoundLanes() {
  const sounds = useProject((project) => project.film.sounds, none);
  const beat = useProject((project) => project.film.beat, null);
  const overview = useSession((state) => state.overview);
  const wholeFilm = useSession((state) => state.wholeFilm);
  const rows = useMemo(() => soundRows(sounds, overview?.filmSec ?? 0), [sounds, overview?.filmSec]);
  if (!overview || rows.length === 0) return null;
  const { filmSec, blocks } = overview;
  const whole = wholeFilm && blocks.length > 1;
  const shown: [number, number] = whole ? [0, filmSec] : [overview.fromSec, overview.fromSec + overview.lengthSec];
  const stopsFor = (own: Sound) => [
    0,
    filmSec,
    ...blocks.map(({ fromSec }) => fromSec),
    ...sounds.filter(({ id }) => id !== own.id).flatMap((each) => soundSpan(each, filmSec)),
    ...(beat ? beatTimes(beat, shown[0], shown[1]).map(({ sec }) => sec) : []),
  ];
  return (
    <ul
      aria-label="Sounds"
      className="flex shrink-0 flex-col overflow-y-auto px-3"
      style={{ maxHeight: SHOWN_ROWS * ROW_PX }}
    >
      {rows.map((row) => (
        <li
          key={row[0]?.id}
          className="relative w-full shrink-0 overflow-hidden border-t border-line"
          style={{ height: ROW_PX }}
        >
          {row.map((sound) => (
            <SoundBlock key={sound.id} sound={sound} shown={shown} filmSec={filmSec} stops={stopsFor(sound)} />
          ))}
        </li>
      ))}
    </ul>
  );
}

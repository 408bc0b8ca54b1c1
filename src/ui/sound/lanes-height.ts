import { useMemo } from 'react';
import type { Sound } from '@/core/project/sound';
import { useProject, useSession } from '../use-state';
import { soundRows } from './sound-rows';

const none: readonly Sound[] = [];
/** Height of a row, in CSS pixels, and rows that are shown at once; more are scrolled. */
export const ROW_PX = 26;
export const SHOWN_ROWS = 3;

/** Room that the rows of sounds take under the strip, in CSS pixels; none without sounds. */
export function useLanesPx(): number {
  const sounds = useProject((project) => project.film.sounds, none);
  const filmSec = useSession((state) => state.overview?.filmSec ?? 0);
  return useMemo(() => Math.min(SHOWN_ROWS, soundRows(sounds, filmSec).length) * ROW_PX, [sounds, filmSec]);
}

import { type RefObject, useEffect } from 'react';
import type { FilmOverview } from '@/core/film/overview';
import { beatTimes } from '@/core/sound/beats/beat-grid';
import { useProject, useSession } from '../use-state';
import { drawStrip, type StripInks } from './draw-strip';

/** Draws the canvas when the film, the theme, the size or the lit line changes. */
export function useStripDrawing(
  box: RefObject<HTMLDivElement | null>,
  canvas: RefObject<HTMLCanvasElement | null>,
  overview: FilmOverview,
) {
  const hovered = useSession((state) => state.hovered);
  const theme = useSession((state) => state.theme);
  const beat = useProject((project) => project.film.beat, null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme decides the inks that are read from the page
  useEffect(() => {
    const element = canvas.current;
    const room = box.current;
    if (!element || !room) return;
    const draw = () => {
      const ratio = window.devicePixelRatio || 1;
      const [widthPx, heightPx] = [room.clientWidth, room.clientHeight];
      element.width = Math.round(widthPx * ratio);
      element.height = Math.round(heightPx * ratio);
      const context = element.getContext('2d');
      if (!context) return;
      context.scale(ratio, ratio);
      const { fromSec, lengthSec } = overview;
      const grid = beat ? beatTimes(beat, fromSec, fromSec + lengthSec) : [];
      drawStrip({ context, widthPx, heightPx, overview, grid, hovered, inks: readInks(room) });
    };
    // It calls at once too, but after the page has been laid out, so that asking for sizes holds nothing up.
    const observer = new ResizeObserver(draw);
    observer.observe(room);
    return () => observer.disconnect();
  }, [box, canvas, overview, hovered, theme, beat]);
}

function readInks(element: Element): StripInks {
  const style = getComputedStyle(element);
  const read = (name: string) => style.getPropertyValue(name).trim();
  return {
    ink: read('--ink'),
    quiet: read('--quiet'),
    line: read('--line'),
    band: read('--band'),
    mark: read('--accent'),
  };
}

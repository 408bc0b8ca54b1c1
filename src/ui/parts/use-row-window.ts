'use client';

import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';

export const ROW_PX = 28;
/** Browsers cut off elements of more than some 33 million pixels; longer tables scroll by a scaled height. */
const MAX_HEIGHT_PX = 16_000_000;
const OVERSCAN = 10;

/** The rows in sight, and where they stand. */
export interface RowWindow {
  readonly from: number;
  readonly to: number;
  /** Height of all rows, scaled down for very long tables. */
  readonly heightPx: number;
  /** Place of a row, below the head. */
  readonly topOf: (row: number) => number;
  readonly scrollToRow: (row: number, align: 'center' | 'nearest') => void;
  readonly pageRows: number;
}

/**
 * Virtual rows of one height, as many as there may be: of a table that is too long for the browser the scroll position
 * stands for a share of the rows, and the rows in sight are laid out around it.
 */
export function useRowWindow(box: RefObject<HTMLElement | null>, rowCount: number, headPx: number): RowWindow {
  const [view, setView] = useState({ scrollTop: 0, heightPx: 600 });
  const frame = useRef(0);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const measure = () => setView({ scrollTop: element.scrollTop, heightPx: element.clientHeight - headPx });
    const onScroll = () => {
      cancelAnimationFrame(frame.current);
      frame.current = requestAnimationFrame(measure);
    };
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    element.addEventListener('scroll', onScroll, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', onScroll);
      cancelAnimationFrame(frame.current);
    };
  }, [box, headPx]);
  const fullPx = rowCount * ROW_PX;
  const heightPx = Math.min(fullPx, MAX_HEIGHT_PX);
  const travelPx = Math.max(1, heightPx - view.heightPx);
  const fullTravelPx = Math.max(1, fullPx - view.heightPx);
  const scale = heightPx < fullPx ? fullTravelPx / travelPx : 1;
  const topPx = view.scrollTop * scale;
  const from = Math.max(0, Math.floor(topPx / ROW_PX) - OVERSCAN);
  const to = Math.min(rowCount, Math.ceil((topPx + view.heightPx) / ROW_PX) + OVERSCAN);
  const topOf = (row: number) => (scale === 1 ? row * ROW_PX : view.scrollTop + row * ROW_PX - topPx);
  const scrollToRow = useCallback(
    (row: number, align: 'center' | 'nearest') => {
      const element = box.current;
      if (!element) return;
      const height = element.clientHeight - headPx;
      const now = element.scrollTop * scale;
      let wanted = row * ROW_PX - (height - ROW_PX) / 2;
      if (align === 'nearest') {
        if (row * ROW_PX < now) wanted = row * ROW_PX;
        else if ((row + 1) * ROW_PX > now + height - 12) wanted = (row + 1) * ROW_PX - height + 12;
        else return;
      }
      element.scrollTop = Math.max(0, wanted) / scale;
    },
    [box, headPx, scale],
  );
  return { from, to, heightPx, topOf, scrollToRow, pageRows: Math.max(1, Math.floor(view.heightPx / ROW_PX) - 1) };
}

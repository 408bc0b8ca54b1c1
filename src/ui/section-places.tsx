'use client';

import { type RefObject, useEffect, useState } from 'react';
import { cx } from './parts/class-names';

/** With fewer sections than this all of them are in sight anyway. */
const LEAST = 5;

interface Place {
  readonly name: string;
  readonly element: HTMLElement;
}

/** The sections of a bench, always in sight: where one is, and a press to be at another. */
export function SectionPlaces({ of, step }: { readonly of: RefObject<HTMLElement | null>; readonly step: string }) {
  const [places, setPlaces] = useState<readonly Place[]>([]);
  const [current, setCurrent] = useState('');
  useEffect(() => {
    const box = of.current;
    if (!box) return;
    const look = () => {
      const found = Array.from(box.querySelectorAll<HTMLElement>('section[data-section]'), (element) => ({
        name: element.dataset.section ?? '',
        element,
      }));
      setPlaces((before) => (sameNames(before, found) ? before : found));
      setCurrent(nameInView(box, found));
    };
    look();
    const changes = new MutationObserver(look);
    changes.observe(box, { childList: true, subtree: true });
    box.addEventListener('scroll', look, { passive: true });
    return () => {
      changes.disconnect();
      box.removeEventListener('scroll', look);
    };
  }, [of]);
  if (places.length < LEAST) return null;
  return (
    <nav aria-label={`Sections of ${step}`} className="border-b border-line bg-paper px-3 py-1.5">
      <ul className="flex flex-wrap gap-x-0.5 gap-y-0.5">
        {places.map(({ name, element }) => (
          <li key={name}>
            <button
              type="button"
              aria-current={name === current ? 'location' : undefined}
              className={cx(
                'h-6 rounded px-1.5 text-[12px]',
                name === current ? 'bg-ink text-paper' : 'text-quiet hover:bg-line/60 hover:text-ink',
              )}
              onClick={() => goTo(element)}
            >
              {name}
            </button>
          </li>
        ))}
      </ul>
    </nav>
  );
}

const sameNames = (a: readonly Place[], b: readonly Place[]) =>
  a.length === b.length && a.every(({ name, element }, i) => name === b[i]?.name && element === b[i]?.element);

/** The last section that begins at or above the upper edge; at the very end the last one of all. */
function nameInView(box: HTMLElement, places: readonly Place[]): string {
  const top = box.getBoundingClientRect().top + 24;
  const atEnd = box.scrollHeight > box.clientHeight && box.scrollTop + box.clientHeight >= box.scrollHeight - 2;
  if (atEnd) return places.at(-1)?.name ?? '';
  return (places.findLast(({ element }) => element.getBoundingClientRect().top <= top) ?? places[0])?.name ?? '';
}

/** Brings a section into view, and the keyboard to it. */
function goTo(element: HTMLElement): void {
  element.scrollIntoView({ block: 'start' });
  element.querySelector<HTMLElement>('h2')?.focus({ preventScroll: true });
}

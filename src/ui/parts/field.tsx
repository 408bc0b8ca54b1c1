'use client';

import { type ReactNode, useEffect, useRef } from 'react';
import { type ControlId, controlEntry } from '../controls';
import { letGoOfControl } from '../go-to';
import { useSession } from '../use-state';
import { cx } from './class-names';

interface FieldProps {
  readonly control: ControlId;
  /** Id of the element that the label names; without it the label heads a group. */
  readonly inputId?: string;
  readonly hint?: ReactNode;
  readonly children: ReactNode;
  readonly row?: boolean;
  /** The section or the control itself says what it is: the label is only read aloud. */
  readonly bare?: boolean;
}

/** A labelled control of the bench. Comes into view, and is lit for a moment, when asked for from elsewhere. */
export function Field({ control, inputId, hint, children, row = false, bare = false }: FieldProps) {
  const { label } = controlEntry(control);
  const box = useRef<HTMLDivElement>(null);
  const asked = useSession((state) => (state.focusControl?.id === control ? state.focusControl.count : 0));
  useEffect(() => {
    const element = box.current;
    if (asked === 0 || !element) return;
    element.scrollIntoView({ block: 'center' });
    const stopWaiting = focusFirst(element);
    element.dataset.lit = 'true';
    const timer = setTimeout(() => delete element.dataset.lit, 1200);
    return () => {
      clearTimeout(timer);
      stopWaiting();
      if (!element.isConnected) letGoOfControl(asked);
    };
  }, [asked]);
  return (
    <div
      ref={box}
      data-control={control}
      className={cx('control rounded-md', row && 'grid grid-cols-[1fr_132px] items-center gap-3')}
    >
      {inputId ? (
        <label htmlFor={inputId} className={bare ? 'sr-only' : 'block text-[13px] text-quiet'}>
          {label}
        </label>
      ) : (
        <div id={`label-${control}`} className={bare ? 'sr-only' : 'block text-[13px] text-quiet'}>
          {label}
        </div>
      )}
      <div className={row || bare ? '' : 'mt-1'}>{children}</div>
      {hint && <p className={cx('text-[12px] leading-snug text-quiet', row ? 'col-span-2 -mt-2' : 'mt-1')}>{hint}</p>}
    </div>
  );
}

/** Puts the keyboard on what can be set here, as soon as it can be: what is off now may only wait for an answer. */
function focusFirst(element: HTMLElement): () => void {
  const from = document.activeElement;
  const focus = () => {
    // Who has gone elsewhere meanwhile stays there.
    if (document.activeElement !== from && document.activeElement !== document.body) return true;
    const first = element.querySelector<HTMLElement>('input, textarea, button, [tabindex="0"]');
    if (!first || first.matches(':disabled')) return false;
    first.focus({ preventScroll: true });
    return true;
  };
  if (focus()) return () => undefined;
  const changes = new MutationObserver(() => focus() && changes.disconnect());
  changes.observe(element, { subtree: true, childList: true, attributes: true, attributeFilter: ['disabled'] });
  return () => changes.disconnect();
}

interface SectionProps {
  readonly title: string;
  /** What it is called among all sections, where room is short. */
  readonly short?: string;
  readonly children: ReactNode;
}

/** A stretch of the bench under a heading of its own. */
export function Section({ title, short = title, children }: SectionProps) {
  return (
    <section data-section={short} className="border-t border-line px-4 py-4 first:border-t-0">
      <h2 tabIndex={-1} className="mb-3 font-display text-[15px] font-bold outline-none">
        {title}
      </h2>
      <div className="flex flex-col gap-3.5">{children}</div>
    </section>
  );
}

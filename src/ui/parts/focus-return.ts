import { useEffect } from 'react';

/** Where the keyboard was last, outside of all that opens over the page. */
let outside: HTMLElement | null = null;

const OVER = '[role="dialog"], [role="menu"], [role="listbox"], [data-sonner-toaster]';

/** Follows where the keyboard is, so that whatever opens over the page can give it back there. Once, around the page. */
export function useFocusMemory(): void {
  useEffect(() => {
    const onFocus = ({ target }: FocusEvent) => {
      if (target instanceof HTMLElement && !target.closest(OVER)) outside = target;
    };
    document.addEventListener('focusin', onFocus);
    return () => document.removeEventListener('focusin', onFocus);
  }, []);
}

/** Gives the keyboard back to where it was; what opened from something that is gone gives it to the centre. */
export function returnFocus(): void {
  if (outside?.isConnected) outside.focus({ preventScroll: true });
  else document.querySelector<HTMLElement>('[data-centre]')?.focus({ preventScroll: true });
}

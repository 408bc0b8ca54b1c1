import { useEffect, useRef } from 'react';

/** Calls at every picture of the screen. */
export function useFrames(act: () => void): void {
  const latest = useRef(act);
  latest.current = act;
  useEffect(() => {
    let frame = requestAnimationFrame(function again() {
      latest.current();
      frame = requestAnimationFrame(again);
    });
    return () => cancelAnimationFrame(frame);
  }, []);
}

/** Space starts what is next, Shift lets the film run while it is held; whoever is on a button presses that. */
export function useSpeakKeys({
  onPress,
  onRun,
}: {
  readonly onPress: () => void;
  readonly onRun: (running: boolean) => void;
}): void {
  const latest = useRef({ onPress, onRun });
  latest.current = { onPress, onRun };
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.target instanceof Element && event.target.closest('input, textarea, select, [role="listbox"]')) return;
      if (event.key === 'Shift' && !event.repeat) latest.current.onRun(true);
      if (event.key !== ' ' || event.repeat) return;
      event.preventDefault();
      event.stopPropagation();
      latest.current.onPress();
    };
    const onKeyUp = (event: KeyboardEvent) => {
      if (event.key === 'Shift') latest.current.onRun(false);
      // A button would be pressed when the key comes up.
      if (event.key === ' ') event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown, true);
    window.addEventListener('keyup', onKeyUp, true);
    return () => {
      window.removeEventListener('keydown', onKeyDown, true);
      window.removeEventListener('keyup', onKeyUp, true);
    };
  }, []);
}

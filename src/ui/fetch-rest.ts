/**
 * Fetches what a visit does not begin with while the page has nothing else to do, so that it is there at once when it is
 * looked at, and without a connection too. What does not come now is asked for again when it is needed.
 */
export function fetchRest(): () => void {
  if (typeof requestIdleCallback === 'undefined') return () => undefined;
  const waiting = requestIdleCallback(() => {
    void Promise.allSettled([
      import('./gather/gather-bench'),
      import('./gather/grid-editor'),
      import('./shape/shape-bench'),
      import('./shape/shape-centre'),
      import('./pace/pace-bench'),
      import('./output/output-bench'),
      import('./output/output-desk'),
      import('./command-palette'),
    ]);
  });
  return () => cancelIdleCallback(waiting);
}

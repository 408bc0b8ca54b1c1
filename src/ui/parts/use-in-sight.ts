'use client';

import { type RefObject, useEffect, useRef, useState } from 'react';

/**
 * Whether an element is in sight. What only has to be right while somebody looks at it can wait until then.
 *
 * @returns The element's place, and whether it is in sight; where the browser cannot tell, it always is.
 */
export function useInSight<T extends Element>(): readonly [RefObject<T | null>, boolean] {
  const place = useRef<T>(null);
  const [inSight, setInSight] = useState(typeof IntersectionObserver === 'undefined');
  useEffect(() => {
    const element = place.current;
    if (!element || typeof IntersectionObserver === 'undefined') return;
    const watch = new IntersectionObserver((seen) => setInSight(seen.at(-1)?.isIntersecting ?? true));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [place, inSight];
}

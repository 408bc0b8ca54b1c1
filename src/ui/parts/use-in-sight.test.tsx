import { act, cleanup, render } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { useInSight } from './use-in-sight';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function Panel() {
  const [place, inSight] = useInSight<HTMLParagraphElement>();
  return <p ref={place}>{inSight ? 'seen' : 'not seen'}</p>;
}

describe('what is in sight', () => {
  it('is told by the browser, for as long as it stands there', () => {
    const watched: Element[] = [];
    let tell = (_: boolean) => {};
    vi.stubGlobal(
      'IntersectionObserver',
      class {
        constructor(told: (seen: readonly { isIntersecting: boolean }[]) => void) {
          tell = (isIntersecting) => told([{ isIntersecting: !isIntersecting }, { isIntersecting }]);
        }
        observe(element: Element) {
          watched.push(element);
        }
        disconnect() {
          watched.length = 0;
        }
      },
    );
    const { container, unmount } = render(<Panel />);
    expect(container.textContent).toBe('not seen');
    expect(watched).toEqual([container.firstChild]);
    act(() => tell(true));
    expect(container.textContent).toBe('seen');
    act(() => tell(false));
    expect(container.textContent).toBe('not seen');
    unmount();
    expect(watched).toEqual([]);
  });

  it('is everything where the browser cannot tell', () => {
    vi.stubGlobal('IntersectionObserver', undefined);
    expect(render(<Panel />).container.textContent).toBe('seen');
  });
});

import { act, cleanup, render } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { documentStore, edit } from '@/state/document';
import { playheadStore, setReadout } from '@/state/playhead';
import { setSession } from '@/state/session';
import type { Services } from '../services';
import { ServicesContext } from '../services';
import { fakeServices, stageRace } from '../testing/app';
import { useSmallPictures } from './use-small-pictures';

interface PanelProps {
  readonly make: () => Promise<readonly ImageBitmap[]>;
  readonly stamp: readonly unknown[];
  readonly inSight?: boolean;
}

/** A panel that says which pictures it shows. */
function Panel({ make, stamp, inSight = true }: PanelProps) {
  const pictures = useSmallPictures('tests', make, stamp, inSight) as readonly unknown[];
  return <p>{pictures.join(' ')}</p>;
}

let services: Services;
let asked = 0;
beforeEach(() => {
  vi.useFakeTimers();
  ({ services } = fakeServices());
  asked = 0;
  stageRace();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const pictures = (...names: readonly string[]) => names as unknown as readonly ImageBitmap[];
const giving = (answer: () => readonly ImageBitmap[] | Promise<readonly ImageBitmap[]>) => async () => {
  asked++;
  return answer();
};
const panel = (props: PanelProps) => (
  <ServicesContext value={services}>
    <Panel {...props} />
  </ServicesContext>
);
/** Long enough for every pause. */
const rest = () => act(() => vi.advanceTimersByTimeAsync(2000));

/** An edit of the film that decides nothing of the pictures, on its way to the stage. */
function editElsewhere(): void {
  act(() =>
    edit((draft) => {
      draft.name += '!';
    }),
  );
}
const reachStage = () => act(() => setSession({ staged: documentStore.getState().project }));

describe('small pictures', () => {
  it('are there at once for who comes back, and are not made again for what has not changed', async () => {
    const make = giving(() => pictures('one', 'two'));
    const { container, unmount, rerender } = render(panel({ make, stamp: ['blue', 3] }));
    expect(container.textContent).toBe('');
    await rest();
    expect(container.textContent).toBe('one two');
    rerender(panel({ make, stamp: ['blue', 3] }));
    editElsewhere();
    reachStage();
    await rest();
    unmount();
    const again = render(panel({ make, stamp: ['blue', 3] }));
    expect(again.container.textContent).toBe('one two');
    await rest();
    expect(asked).toBe(1);
  });

  it('are made again once the person pauses where what decides them has changed, and stay until then', async () => {
    const { container, rerender } = render(panel({ make: giving(() => pictures('blue')), stamp: ['blue'] }));
    await rest();
    for (const colour of ['red', 'green', 'grey'])
      rerender(panel({ make: giving(() => pictures(colour)), stamp: [colour] }));
    expect(container.textContent).toBe('blue');
    await rest();
    expect(container.textContent).toBe('grey');
    expect(asked).toBe(2);
  });

  it('wait for the film that an edit makes, and are asked for again where it went meanwhile', async () => {
    editElsewhere();
    let gone = true;
    const { container } = render(panel({ make: giving(() => (gone ? [] : pictures('whole'))), stamp: [1] }));
    await rest();
    expect(asked).toBe(0);
    reachStage();
    await rest();
    expect(asked).toBe(1);
    expect(container.textContent).toBe('');
    gone = false;
    editElsewhere();
    reachStage();
    await rest();
    expect(container.textContent).toBe('whole');
  });

  it('wait for the piece that is edited to come on stage', async () => {
    const { readout } = playheadStore.getState();
    act(() => setSession({ pieceId: 'the next one' }));
    render(panel({ make: giving(() => pictures('next')), stamp: [1] }));
    await rest();
    expect(asked).toBe(0);
    act(() => setReadout(readout && { ...readout, pieceId: 'the next one' }));
    await rest();
    expect(asked).toBe(1);
  });

  it('are made again where what stands around has changed, but for what lies behind', async () => {
    render(panel({ make: giving(() => pictures('one')), stamp: [1] }));
    await rest();
    const change = (recipe: Parameters<typeof edit>[0]) => {
      act(() => edit(recipe));
      reachStage();
      return rest();
    };
    await change((draft) => {
      draft.film.stage.background = { kind: 'plain', colour: '#123456' };
    });
    expect(asked).toBe(1);
    await change((draft) => {
      draft.film.stage.widthPx += 2;
    });
    const start = { periodKey: '', share: 0 };
    await change((draft) => {
      draft.film.pieces[0]?.captions.push({ id: 'c', text: 'Look here', from: start, to: start });
    });
    expect(asked).toBe(3);
  });

  it('that come late, of what has changed since, are not shown', async () => {
    let come = (_: readonly ImageBitmap[]) => {};
    const late = new Promise<readonly ImageBitmap[]>((resolve) => {
      come = resolve;
    });
    const { container, rerender } = render(panel({ make: giving(() => late), stamp: ['old'] }));
    await rest();
    rerender(panel({ make: giving(() => pictures('new')), stamp: ['new'] }));
    await rest();
    await act(async () => come(pictures('old')));
    expect(container.textContent).toBe('new');
  });

  it('that cannot be made leave their room empty, and are asked for once', async () => {
    const { container, rerender } = render(panel({ make: giving(() => pictures('first')), stamp: [1] }));
    await rest();
    const refused = giving(() => Promise.reject(new Error('no font')));
    rerender(panel({ make: refused, stamp: [2] }));
    await rest();
    editElsewhere();
    reachStage();
    await rest();
    expect(container.textContent).toBe('');
    expect(asked).toBe(2);
  });

  it('are made only while somebody looks at them', async () => {
    const make = giving(() => pictures('seen'));
    const { container, rerender } = render(panel({ make, stamp: [1], inSight: false }));
    await rest();
    expect(asked).toBe(0);
    rerender(panel({ make, stamp: [1], inSight: true }));
    await rest();
    rerender(panel({ make, stamp: [2], inSight: false }));
    await rest();
    expect(container.textContent).toBe('seen');
    expect(asked).toBe(1);
  });
});

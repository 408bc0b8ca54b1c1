import { act, cleanup, render } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ExportForm } from '@/core/project/export-form';
import { sessionStore, setSession } from '@/state/session';
import { type Services, ServicesContext } from '../services';
import { fakeServices, stageRace } from '../testing/app';
import { useFilmSeconds } from './use-output';

const film = { kind: 'film', formatId: 'webm-vp8', widthPx: 640, heightPx: 360, quality: 'good' } as ExportForm;

function Guess({ form }: { readonly form: ExportForm }) {
  return <p>{useFilmSeconds(form, 240) ?? 'not known'}</p>;
}

let services: Services;
let tries: unknown[] = [];
beforeEach(() => {
  vi.useFakeTimers();
  tries = [];
  ({ services } = fakeServices({
    filmSpeed: async (...given: never[]) => {
      tries.push(given);
      return 24;
    },
  }));
  stageRace();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const draw = (form: ExportForm = film) =>
  render(
    <ServicesContext value={services}>
      <Guess form={form} />
    </ServicesContext>,
  );
const rest = () => act(() => vi.advanceTimersByTimeAsync(2000));

describe('how long a film takes to make', () => {
  it('is known after a short try, and for who comes back without another one', async () => {
    const { container, unmount } = draw();
    expect(container.textContent).toBe('not known');
    await rest();
    expect(container.textContent).toBe('10');
    unmount();
    expect(draw().container.textContent).toBe('10');
    await rest();
    expect(tries).toEqual([['webm-vp8', 640, 360]]);
  });

  it('is tried anew once the film is another one, and meanwhile stays', async () => {
    const { container } = draw();
    await rest();
    act(() => setSession({ filmRevision: sessionStore.getState().filmRevision + 1 }));
    expect(container.textContent).toBe('10');
    await rest();
    expect(tries).toHaveLength(2);
  });

  it('is not tried while a film plays, nor for what is no film', async () => {
    setSession({ playing: true });
    draw();
    await rest();
    act(() => setSession({ playing: false }));
    await rest();
    expect(tries).toHaveLength(1);
    draw({ kind: 'gif' } as ExportForm);
    await rest();
    expect(tries).toHaveLength(1);
  });
});

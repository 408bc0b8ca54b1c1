import { act, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { documentStore } from '@/state/document';
import { type ExportJob, sessionStore, setSession } from '@/state/session';
import { putPrivateDisk } from '../testing/private-disk';
import * as app from '../testing/whole-app';
import { workers } from '../testing/workers';
import { cutOff, noteUnfinished } from '../unfinished-exports';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

let takeDiskOut = (): void => undefined;
beforeEach(() => {
  takeDiskOut = putPrivateDisk();
  return app.openRace('Output');
});
afterEach(async () => {
  await app.closeApp();
  takeDiskOut();
});

const files = () => within(screen.getByRole('list', { name: 'Files' })).getAllByRole('listitem');
const done = (count: number) =>
  waitFor(() => expect(sessionStore.getState().exports.filter(({ phase }) => phase === 'done')).toHaveLength(count));

/** Exports the film as it stands, as a web page. */
async function exportPage(): Promise<void> {
  await app.pick('Web page');
  await app.press(/^Export web page/);
}

describe('what was exported', () => {
  it('goes into a ZIP by the last go, and by ticks', async () => {
    await exportPage();
    await done(1);
    expect(screen.queryByRole('checkbox', { name: /into the ZIP/ })).toBeNull();
    await exportPage();
    await done(2);
    expect(files()).toHaveLength(2);
    const ticks = screen.getAllByRole<HTMLInputElement>('checkbox', { name: /into the ZIP/ });
    expect(ticks.map(({ checked }) => checked)).toEqual([false, true]);
    expect(screen.getByRole('button', { name: 'Save 1 of 2 as ZIP' })).toBeTruthy();
    await app.user.click(ticks[0] as HTMLElement);
    expect(screen.getByRole('button', { name: 'Save all as ZIP' })).toBeTruthy();
    for (const tick of ticks) await app.user.click(tick);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Save 0 of 2 as ZIP' }).disabled).toBe(true);
  });

  it('and was cut off by a reload is listed, and made when it is tried again', async () => {
    const store = new Map<string, string>();
    const storage = {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => void store.set(key, value),
      removeItem: (key: string) => void store.delete(key),
    };
    let end = (): void => undefined;
    workers.exporter.held = new Promise<void>((resolve) => {
      end = () => resolve();
    });
    await exportPage();
    await waitFor(() => expect(sessionStore.getState().exports[0]?.phase).toBe('running'));
    noteUnfinished(storage, sessionStore.getState().exports);
    end();
    workers.exporter.held = Promise.resolve();
    await done(1);
    // The page after it.
    const left = cutOff(storage);
    expect(left).toMatchObject([{ phase: 'cut-off', projectId: documentStore.getState().project?.id }]);
    act(() => setSession({ exports: left.map((job) => ({ ...job, id: 'after the reload' })) }));
    await app.pageSays('Cut off when the page was closed or loaded again');
    await app.press('Try the others again');
    await done(1);
    noteUnfinished(storage, sessionStore.getState().exports);
    expect(store.size).toBe(0);
  });

  it('of work that is not open says so when it is tried again', async () => {
    await exportPage();
    await done(1);
    const [job] = sessionStore.getState().exports;
    const other = { ...job, id: 'other', projectId: 'other work', phase: 'cut-off' } as ExportJob;
    act(() => setSession({ exports: [other] }));
    await app.press('Try the others again');
    await app.pageSays('Open it from the shelf');
  });

  it('has left nothing behind where the note is damaged', () => {
    expect(cutOff({ getItem: () => '{{', setItem: () => undefined, removeItem: () => undefined })).toEqual([]);
    expect(cutOff({ getItem: () => '5', setItem: () => undefined, removeItem: () => undefined })).toEqual([]);
  });
});

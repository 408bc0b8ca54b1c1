import { act, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { FarmNews, JobStatus } from '@/core/project/farm-job';
import { sessionStore } from '@/state/session';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

const place = { queue: 'redis://farm.test:6379/0', store: 's3://films/here/' };
/** What the page asked the server for: path, and the order that it sent. */
const requests: { readonly path: string; readonly order: string | null }[] = [];
let refusal = '';
let listened: FakeEvents[] = [];

class FakeEvents {
  onmessage: (event: { data: string }) => void = () => undefined;
  onerror: () => void = () => undefined;
  closed = false;
  constructor(readonly url: string) {
    listened.push(this);
  }
  close(): void {
    this.closed = true;
  }
}

let answer: unknown = { farm: place };
beforeEach(async () => {
  requests.length = 0;
  refusal = '';
  listened = [];
  answer = { farm: place };
  vi.stubGlobal('EventSource', FakeEvents);
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (url === '/api/farm') return Response.json(answer);
    requests.push({ path: url, order: init?.body instanceof FormData ? String(init.body.get('order')) : null });
    return refusal ? Response.json({ message: refusal }, { status: 503 }) : Response.json({ job: 7 });
  });
});
afterEach(async () => {
  sessionStore.setState({ farm: null, farmJobs: [], farmTrouble: '' });
  await app.closeApp();
  vi.unstubAllGlobals();
});

const status: JobStatus = {
  job: 7,
  name: 'boats',
  state: 'working',
  films: 2,
  filmsDone: 0,
  frames: 2400,
  framesDone: 600,
  framesPerSec: 60,
  leftSec: 30,
  priority: 500,
  submittedMs: 0,
  version: 'v',
  atWork: [{ id: '7-0-s0', worker: 'mill-3', film: 'a.mp4', stage: 'span', done: 300, count: 600, framesPerSec: 60 }],
  failed: [],
  finished: [],
  hint: '',
};
const tell = (change: Partial<JobStatus>, news: Partial<FarmNews> = {}) =>
  act(() =>
    listened
      .at(-1)
      ?.onmessage({ data: JSON.stringify({ jobs: [{ ...status, ...change }], gone: [], trouble: '', ...news }) }),
  );
const jobs = () => within(screen.getByRole('list', { name: 'Jobs' }));

async function send(): Promise<void> {
  await app.press('Send the film to the farm');
  const dialog = within(await screen.findByRole('dialog'));
  expect(dialog.getByText(/Your data leaves this browser/)).toBeTruthy();
  expect(dialog.getByText(place.queue)).toBeTruthy();
  await app.user.click(dialog.getByRole('button', { name: 'Send it' }));
}

describe('without a farm', () => {
  it('nothing of it shows, and data stays in the browser', async () => {
    answer = { farm: null };
    await app.openRace('Output');
    expect(screen.queryByText(/farm/i)).toBeNull();
    await app.goTo('Gather');
    expect(screen.getByText(/Nothing is sent anywhere/)).toBeTruthy();
  });
});

describe('a farm', () => {
  beforeEach(async () => {
    await app.openRace('Output');
    await act(() => app.openedServices().farm.look());
    // One page is open all the time; a fresh visit would ask by itself.
    act(() => sessionStore.setState({ farm: place }));
  });

  it('gets nothing before the person has agreed, and then only what the film shows', async () => {
    await app.press('Send the film to the farm');
    await app.press('Keep it here');
    expect(requests).toEqual([]);
    await send();
    await waitFor(() => expect(requests).toHaveLength(1));
    const order = JSON.parse(requests[0]?.order ?? '{}');
    expect(order).toMatchObject({ name: 'Boats', films: [{ name: 'Boats.mp4', form: { kind: 'film' } }] });
    expect(order.values).toHaveLength(1);
    expect(order.films[0].project.tables).toMatchObject([{ source: { fileName: '' }, steps: [], added: [] }]);
    expect(listened.at(-1)?.url).toBe('/api/farm/events?jobs=7');
    await app.goTo('Gather');
    expect(screen.getByText(/stays in this browser, unless you send a film to the farm/)).toBeTruthy();
  });

  it('says how a job stands, from waiting to its films', async () => {
    await send();
    await waitFor(() => expect(listened).not.toEqual([]));
    tell({ state: 'waiting', atWork: [], framesDone: 0, framesPerSec: 0, leftSec: null, hint: 'No worker is there.' });
    expect(jobs().getByText('boats waits for a worker')).toBeTruthy();
    expect(jobs().getByText('No worker is there.')).toBeTruthy();
    tell({});
    expect(jobs().getByRole('progressbar', { name: 'Made at the farm' }).getAttribute('aria-valuenow')).toBe('25');
    expect(jobs().getByText('60 a second, 30 s left')).toBeTruthy();
    await app.press('Who works on what (1)');
    expect(jobs().getByText('mill-3: span of a.mp4, 50 %')).toBeTruthy();
    tell({
      state: 'done',
      filmsDone: 2,
      framesDone: 2400,
      atWork: [],
      finished: [{ name: 'a ä.mp4', key: 'k', bytes: 2e6, atMs: 0 }],
    });
    const link = jobs().getByRole<HTMLAnchorElement>('link', { name: 'a ä.mp4' });
    expect(link.getAttribute('href')).toBe('/api/farm/jobs/7/films/a%20%C3%A4.mp4');
    expect(listened.at(-1)?.closed).toBe(true);
    await app.press('Off the list');
    expect(screen.queryByRole('list', { name: 'Jobs' })).toBeNull();
  });

  it('names what failed, and takes it up again', async () => {
    await send();
    await waitFor(() => expect(listened).not.toEqual([]));
    tell({
      state: 'failed',
      filmsDone: 1,
      atWork: [],
      failed: [{ film: 'b.mp4', stage: 'span', frames: [0, 600], tries: 3, why: 'No font.' }],
    });
    expect(jobs().getByRole('alert').textContent).toBe('b.mp4, frames 0 to 600: given up after 3 tries. No font.');
    const before = listened.length;
    await app.press('Try again');
    await waitFor(() => expect(listened.length).toBeGreaterThan(before));
    expect(requests.at(-1)?.path).toBe('/api/farm/jobs/7/retry');
    tell({});
    await app.press('Cancel');
    await waitFor(() => expect(requests.at(-1)?.path).toBe('/api/farm/jobs/7/cancel'));
    tell({}, { jobs: [], gone: [7] });
    expect(jobs().getByText('Job 7 was cleaned away at the farm.')).toBeTruthy();
  });

  it('that does not answer is told of, and nothing is lost', async () => {
    refusal = 'The queue cannot be reached.';
    await send();
    await app.pageSays('The queue cannot be reached.');
    // The question stays, to be asked once more.
    refusal = '';
    await app.press('Send it');
    await waitFor(() => expect(listened).not.toEqual([]));
    act(() => listened.at(-1)?.onerror());
    expect(screen.getByText(/The server does not answer/)).toBeTruthy();
    tell({}, { trouble: 'The queue does not answer.' });
    expect(screen.getByText('The queue does not answer.')).toBeTruthy();
  });

  it('makes films only: what else is chosen is made here', async () => {
    await app.pick('GIF');
    const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Send the film to the farm' });
    expect(button.disabled).toBe(true);
    expect(screen.getByText('The farm makes films. Choose Film above.')).toBeTruthy();
  });
});

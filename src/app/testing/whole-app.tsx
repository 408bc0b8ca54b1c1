import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { act, cleanup, configure, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { raceTable } from '@/core/testing/tables';
import { currentChart } from '@/state/current';
import { documentStore } from '@/state/document';
import type { Keeper } from '@/state/keep/keeper';
import { playheadStore } from '@/state/playhead';
import { sessionStore } from '@/state/session';
import { AppFrame } from '@/ui/app-frame';
import { outputChoice } from '@/ui/output/output-choice';
import { type Services, ServicesContext } from '@/ui/services';
import { createKeeper } from '../keeping';
import { createServices } from '../wiring';
import './quick-page';
import { forgetAll } from './memory-forage';
import { workers } from './workers';

// The whole page in words says more than its source.
configure({
  // Only what stands still ends by it, however busy the machine is.
  asyncUtilTimeout: 30_000,
  getElementError: (message) => new Error(`${message?.split('\n')[0]} The page says: ${document.body.textContent}`),
});
// A page is laid out nowhere here, so everything has the same size; a small one, as what is in sight is drawn.
const size = { width: 900, height: 300 };
for (const [name, px] of [
  ['offsetWidth', size.width],
  ['offsetHeight', size.height],
  ['clientWidth', size.width],
  ['clientHeight', size.height],
] as const)
  Object.defineProperty(HTMLElement.prototype, name, { configurable: true, get: () => px });
HTMLElement.prototype.getBoundingClientRect = () => new DOMRect(0, 0, size.width, size.height);
HTMLElement.prototype.scrollIntoView = () => undefined;
HTMLCanvasElement.prototype.transferControlToOffscreen = () => ({}) as OffscreenCanvas;
// Samples come from the folder that the server would send them from.
globalThis.fetch = async (url) => {
  const file = path.join(process.cwd(), 'public', String(url));
  return new Response(new Uint8Array(await readFile(file)));
};

let services: Services | null = null;
/** Keeps the work of the app that is drawn. */
export let keeper: Keeper;

/** The services of the app, made once for a file of tests, as they are made once for a page. */
function started(): Services {
  if (services) return services;
  keeper = createKeeper();
  keeper.start();
  services = createServices(keeper);
  return services;
}

/** What the page that is open can have done. */
export const openedServices = (): Services => started();

/** The person at the page; another one for each test. */
export let user = userEvent.setup({ delay: null, pointerEventsCheck: 0 });

type StepName = 'Gather' | 'Shape' | 'Dress' | 'Pace' | 'Output';

/** Draws the whole app with nothing open, in one of the five steps. Call `closeApp` after each test. */
export async function openApp(step: StepName = 'Dress'): Promise<Services> {
  const ready = started();
  saved.length = 0;
  outputChoice.setState(outputChoice.getInitialState(), true);
  user = userEvent.setup({ delay: null, pointerEventsCheck: 0 });
  documentStore.setState(documentStore.getInitialState(), true);
  const begin = { rankingOpen: false, step: step.toLowerCase() as Lowercase<StepName> };
  sessionStore.setState({ ...sessionStore.getInitialState(), ...begin }, true);
  playheadStore.setState(playheadStore.getInitialState(), true);
  render(
    <ServicesContext value={ready}>
      <AppFrame />
    </ServicesContext>,
  );
  return ready;
}

export async function closeApp(): Promise<void> {
  await services?.studio.film.idle();
  await keeper.close();
  cleanup();
  await forgetAll();
}

/** What was handed over as files since the test began: names, and what is in them. */
export const saved: { readonly name: string; readonly blob: Blob }[] = [];
const blobs = new Map<string, Blob>();
URL.createObjectURL = (blob) => {
  const url = `blob:${blobs.size}`;
  blobs.set(url, blob as Blob);
  return url;
};
HTMLAnchorElement.prototype.click = function click() {
  const blob = blobs.get(this.href);
  if (blob) saved.push({ name: this.download, blob });
};

/** The file that was handed over last. */
export async function lastSaved(): Promise<{
  readonly name: string;
  readonly text: string;
  readonly bytes: Uint8Array;
}> {
  const { name, blob } = await waitFor(() => {
    const found = saved.at(-1);
    if (!found) throw new Error('Nothing was handed over.');
    return found;
  });
  const bytes = new Uint8Array(await blob.arrayBuffer());
  return { name, text: new TextDecoder().decode(bytes), bytes };
}

export const file = (name: string, content: string | Uint8Array) => new File([content as BlobPart], name);

/** A file of the tests, whole. */
export async function fixture(name: string): Promise<File> {
  return file(name, await readFile(path.join(process.cwd(), 'tests/fixtures', name)));
}

/** Gives files to a chooser of the page, and waits until the film follows. */
export async function choose(label: string, ...files: readonly File[]): Promise<void> {
  await user.upload(screen.getByLabelText(label), [...files]);
  await settled();
}

/** Opens a table as the Open command does. */
export async function openTable(name: string, content: string | Uint8Array): Promise<void> {
  await choose('Open a table or a project file', file(name, content));
}

/** Opens the app with a small race in it, in one of the five steps. */
export async function openRace(step: StepName): Promise<void> {
  await openApp(step);
  await openTable('boats.csv', raceTable);
  await saysOnStage('Bravo, 30');
}

/** Opens one of the five steps. */
export async function goTo(step: StepName): Promise<void> {
  const steps = within(screen.getByRole('navigation', { name: 'Steps' }));
  await user.click(steps.getByRole('button', { name: new RegExp(`^${step}`) }));
  await waitFor(() => {
    if (document.querySelector('[data-coming]')) throw new Error(`${step} has not come yet`);
  });
}

/** Waits until nothing is being read, and the film on stage is that of the document or has failed. */
export async function settled(): Promise<void> {
  await waitFor(
    () => {
      const { reading, status } = sessionStore.getState();
      const { project } = documentStore.getState();
      if (reading) throw new Error('still reading');
      if (project && status !== 'failed' && workers.stage.project !== project) throw new Error('the film is behind');
    },
    // The film follows without a word on the page, so that is asked for often.
    { interval: 4 },
  );
  // What was told from outside of React is drawn, and the open step has come.
  await act(async () => undefined);
  await waitFor(() => {
    if (document.querySelector('[data-coming]')) throw new Error('the step has not come yet');
  });
}

/** What the stage shows, in words. */
export const words = () => screen.getByTestId('stage-words').textContent ?? '';

/** Waits for words on the stage. */
export const saysOnStage = (wanted: string | RegExp) =>
  waitFor(() => {
    const said = words();
    if (typeof wanted === 'string' ? !said.includes(wanted) : !wanted.test(said))
      throw new Error(`The stage says “${said}”, not “${wanted}”.`);
  });

/** Waits until a text stands somewhere on the page. */
export const pageSays = (wanted: string | RegExp) =>
  waitFor(() => {
    const text = (document.body.textContent ?? '').replaceAll('\u00a0', ' ');
    if (typeof wanted === 'string' ? !text.includes(wanted) : !wanted.test(text))
      throw new Error(`“${wanted}” is not on the page: ${text}`);
  });

/** Presses a button by its name, and waits until the film follows. */
export async function press(name: string | RegExp): Promise<void> {
  await user.click(screen.getByRole('button', { name }));
  await settled();
}

/** Picks from a list that opens. */
export async function select(label: string | RegExp, option: string | RegExp): Promise<void> {
  await user.click(screen.getByRole('combobox', { name: label }));
  await user.click(await screen.findByRole('option', { name: option }));
  await settled();
}

/** Picks one of a few that are all in sight. */
export async function pick(name: string | RegExp): Promise<void> {
  await user.click(screen.getByRole('radio', { name }));
  await settled();
}

/** Types a number into its field. */
export async function type(name: string, value: string): Promise<void> {
  const field = screen.getByRole('spinbutton', { name });
  await user.clear(field);
  await user.type(field, `${value}{Enter}`);
  await settled();
}

/** The first chart of the open project, as it stands in the document. */
export function firstChart() {
  const { project } = documentStore.getState();
  if (!project) throw new Error('There is no chart.');
  return currentChart(project);
}

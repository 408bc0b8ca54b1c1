import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Card, cardDesigns } from '@/core/project/card';
import { showsCard } from '@/core/project/pieces';
import { scriptOfZip } from '@/export/script-file';
import { documentStore } from '@/state/document';
import { sessionStore } from '@/state/session';
import { CARD, controlsOf } from '@/ui/controls';
import * as app from '../testing/whole-app';
import { workers } from '../testing/workers';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(async () => {
  await app.openRace('Dress');
});
afterEach(app.closeApp);

async function addCard(kind: string): Promise<void> {
  screen.getByRole('button', { name: 'Add a piece' }).focus();
  await app.user.keyboard('{Enter}');
  (await screen.findByRole('menuitem', { name: 'A card' })).focus();
  await app.user.keyboard('{ArrowRight}');
  (await screen.findByRole('menuitem', { name: kind })).focus();
  await app.user.keyboard('{Enter}');
  await app.settled();
}

const project = () => {
  const { project } = documentStore.getState();
  if (!project) throw new Error('nothing is open');
  return project;
};
const cards = (): Card[] =>
  project()
    .film.pieces.filter(showsCard)
    .map(({ content }) => content.card);
const blocks = () =>
  within(screen.getByRole('list', { name: 'Programme' }))
    .getAllByRole('button', { name: /, \d+:\d\d\.\d\d$|, off$/ })
    .map((block) => block.getAttribute('aria-label'));

describe('cards', () => {
  it('open and close the film, with words to start with, in its look', async () => {
    await app.press('Look Night ferry');
    await addCard('Opening card');
    await app.saysOnStage(/^Opening card: /);
    await addCard('Closing card');
    await app.saysOnStage(/^Closing card: Thank you/);
    expect(blocks().map((block) => /Opening|Closing|Ranked/.exec(block ?? '')?.[0])).toEqual([
      'Opening',
      'Ranked',
      'Closing',
    ]);
    const [chart] = project().charts;
    expect(cards().map(({ dress }) => dress)).toEqual([chart?.dress, chart?.dress]);
    // One change of the look restyles every piece and card.
    await app.press('Look Chalk');
    expect(new Set([...cards(), ...project().charts].map(({ dress }) => JSON.stringify(dress))).size).toBe(1);
    expect(screen.getAllByRole('button', { name: /^Into the next piece: Dissolve/ })).toHaveLength(2);
  });

  it('are set in Dress and Pace: words, design, size, background, seconds and how parts come', async () => {
    await addCard('Text card');
    await app.saysOnStage(/^Text card: /);
    const title = await screen.findByRole('textbox', { name: 'Title of the card' });
    await app.user.clear(title);
    await app.user.type(title, 'How it was counted');
    await app.saysOnStage('Text card: How it was counted');
    await app.user.clear(screen.getByRole('textbox', { name: 'Lines of the card' }));
    await app.user.clear(title);
    await screen.findByText(/^The card is empty/);
    await app.user.type(title, 'Again');
    expect(within(screen.getByRole('list', { name: 'Designs' })).getAllByRole('button')).toHaveLength(
      cardDesigns.length,
    );
    await app.press('Design Ribbon');
    await app.user.click(screen.getByRole('switch', { name: 'A background of its own' }));
    await app.press('Background #0B3B3A');
    expect(cards()[0]).toMatchObject({ design: 'ribbon', texts: { title: 'Again' }, back: { colour: '#0B3B3A' } });
    expect(project().film.stage.background).not.toMatchObject({ colour: '#0B3B3A' });
    await app.goTo('Pace');
    const length = await screen.findByRole('spinbutton', { name: 'The card lasts' });
    await app.user.clear(length);
    await app.user.type(length, '7{Enter}');
    await waitFor(() => expect(blocks()[1]).toMatch(/0:07\.00$/));
    await app.press('Each part by itself');
    // Only what the card says has a way to come.
    expect(screen.queryByRole('combobox', { name: 'Lines comes' })).toBeNull();
    await app.user.click(screen.getByRole('combobox', { name: 'Title comes' }));
    await app.user.click(await screen.findByRole('option', { name: 'Letter by letter' }));
    expect(cards()[0]).toMatchObject({ sec: 7, motions: { title: { come: 'letters' } } });
  });

  it('have no columns: Shape leads to the charts, and what belongs to charts says so', async () => {
    await addCard('Opening card');
    await app.goTo('Shape');
    await screen.findByText(/^The piece under the playhead is a card/);
    await app.user.click(screen.getByRole('button', { name: /^Go to / }));
    await screen.findByRole('combobox', { name: 'Layout of the table' });
    // The search finds controls of what is edited alone.
    const find = async (what: string) => {
      const box = screen.getByPlaceholderText('Find a control by name');
      await app.user.clear(box);
      await app.user.type(box, what);
      return within(screen.getByLabelText('Controls found'))
        .queryAllByRole('option')
        .map((option) => option.textContent);
    };
    expect(await find('Title of the card')).toEqual([]);
    expect(await find('Places on stage')).toHaveLength(1);
    await app.user.clear(screen.getByPlaceholderText('Find a control by name'));
    fireEvent.click(screen.getByRole('button', { name: blocks()[0] as string }));
    await screen.findByText(/^The piece under the playhead is a card/);
    expect(await find('Title of the card')).toHaveLength(1);
    expect(await find('Places on stage')).toEqual([]);
  });

  it('list all that their benches have among the controls that can be found, and nothing of charts', async () => {
    await addCard('Text card');
    const known = new Set(controlsOf(CARD).map(({ id }) => id));
    const drawn = new Set<string>();
    for (const step of ['Dress', 'Pace'] as const) {
      await app.goTo(step);
      await waitFor(() => expect(document.querySelector('[data-bench] [data-control^="card-"]')).not.toBeNull());
      if (step === 'Dress') await app.user.click(screen.getByRole('switch', { name: 'A background of its own' }));
      const folds = '[data-bench] button[aria-expanded="false"]:not([role="combobox"]):not([aria-haspopup])';
      for (const fold of document.querySelectorAll(folds)) fireEvent.click(fold);
      for (const each of document.querySelectorAll<HTMLElement>('[data-bench] [data-control]'))
        drawn.add(each.dataset.control ?? '');
    }
    expect([...drawn].filter((id) => !known.has(id) && id !== 'chart-box')).toEqual([]);
    for (const id of ['places', 'palette', 'title', 'length', 'moments', 'type-align'])
      expect(known.has(id)).toBe(false);
  });

  it('go and come with undo; the last chart stays', async () => {
    await addCard('Quote');
    const [chart] = project().film.pieces;
    await app.user.click(screen.getAllByRole('button', { name: /^More for / })[0] as HTMLElement);
    expect((await screen.findByRole('menuitem', { name: 'Remove' })).getAttribute('aria-disabled')).toBe('true');
    await app.user.keyboard('{Escape}');
    await app.user.click(screen.getAllByRole('button', { name: /^More for / })[1] as HTMLElement);
    await app.user.click(await screen.findByRole('menuitem', { name: 'Remove' }));
    await waitFor(() => expect(project().film.pieces).toEqual([chart]));
    await app.press('Undo');
    await waitFor(() => expect(cards()[0]?.kind).toBe('quote'));
  });

  it('and charts can lie under one mark for the whole film', async () => {
    await addCard('Opening card');
    await app.press('Text');
    const whole = await screen.findByRole('switch', { name: 'Over the whole film' });
    expect(project().film.pieces[0]?.extras).toHaveLength(1);
    await app.user.click(whole);
    expect([project().film.pieces[0]?.extras, project().film.overlays]).toMatchObject([[], [{ text: 'A note' }]]);
    expect(screen.queryByText('Time on stage')).toBeNull();
    // It is there, and can be set, whichever piece is looked at.
    fireEvent.click(screen.getByRole('button', { name: blocks()[1] as string }));
    await screen.findByRole('textbox', { name: 'Title' });
    const text = screen.getByRole('textbox', { name: 'Text of the extra' });
    await app.user.clear(text);
    await app.user.type(text, 'Saltmere');
    expect(project().film.overlays[0]?.text).toBe('Saltmere');
    await app.user.click(screen.getByRole('switch', { name: 'Over the whole film' }));
    expect(project().film.pieces.map(({ extras }) => extras.length)).toEqual([0, 1]);
  });
});

const csv = 'Year,Isle,Boats\n2001,Oyle,5\n2001,Quay,7\n2002,Oyle,9\n2002,Quay,4\n';
const script = (pieces: readonly object[]) =>
  JSON.stringify({ format: 'plucky-tempo-film', version: 1, name: 'From a script', pieces });
const two = [
  { card: 'opening', title: 'Boats of the isles', seconds: 2 },
  { table: 'boats.csv', title: 'Boats', seconds: 4 },
];

describe('film scripts', () => {
  it('ask for the files that they name, and become the open work', async () => {
    const before = project().id;
    await app.choose('Open a table or a project file', app.file('film.json', script(two)));
    const dialog = await screen.findByRole('dialog', { name: 'The film needs its files' });
    expect(within(dialog).getByRole('list').textContent).toBe('boats.csv');
    await app.choose('Files of the film', app.file('other.csv', csv));
    expect(within(dialog).getByRole('list').textContent).toBe('boats.csv');
    await app.choose('Files of the film', app.file('boats.csv', csv));
    await waitFor(() => expect(project().name).toBe('From a script'));
    expect(screen.queryByRole('dialog')).toBeNull();
    await app.saysOnStage('Opening card: Boats of the isles');
    expect(project().id).not.toBe(before);
    expect(blocks()).toHaveLength(2);
  });

  it('tell all of their mistakes, and change nothing', async () => {
    const before = project();
    const wrong = [
      { card: 'opening', titel: 'x', title: 'y' },
      { table: 'boats.csv', chart: 'donuts' },
    ];
    await app.choose(
      'Open a table or a project file',
      app.file('film.yaml', script(wrong)),
      app.file('boats.csv', csv),
    );
    const dialog = await screen.findByRole('dialog', { name: 'The film script has mistakes' });
    const lines = within(dialog)
      .getAllByRole('listitem')
      .map((line) => line.textContent);
    expect(lines).toEqual([
      'pieces.0.titel: there is no such key. Did you mean “title”?',
      expect.stringMatching(/^pieces\.1\.chart: must be one of .* Did you mean “donut”\?$/),
    ]);
    await app.user.click(within(dialog).getByRole('button', { name: 'Close' }));
    expect(project()).toBe(before);
    await app.choose('Open a table or a project file', app.file('film.json', script([two[0] as object])));
    await screen.findByText(/has cards alone/);
  });

  it('leave tables that are JSON to be tables', async () => {
    const rows = [1, 2].flatMap((year) =>
      ['Oyle', 'Quay'].map((Isle) => ({ Year: 2000 + year, Isle, Boats: year * 3 })),
    );
    await app.choose('Open a table or a project file', app.file('boats.json', JSON.stringify(rows)));
    await app.saysOnStage(/Quay/);
    expect(sessionStore.getState().script).toBeNull();
  });

  it('are written with their tables, and read back', async () => {
    await addCard('Opening card');
    await app.goTo('Output');
    await app.press('Save as a script');
    const { name, bytes } = await app.lastSaved();
    expect(name).toMatch(/-film\.zip$/);
    const packed = scriptOfZip(bytes);
    expect(JSON.parse(packed?.text ?? '{}')).toMatchObject({ pieces: [{ card: 'opening' }, { chart: 'ranked-bars' }] });
    const before = project();
    await app.choose('Open a table or a project file', app.file(name, bytes));
    await waitFor(() => expect(project().id).not.toBe(before.id));
    expect(project().film.pieces.map(({ content }) => content.kind)).toEqual(['card', 'chart']);
    expect(project().charts[0]?.text).toEqual(before.charts[0]?.text);
  });

  it('come with the app: a whole film among the samples', async () => {
    await app.goTo('Gather');
    await app.user.click(screen.getByRole('button', { name: /^Isles at work/ }));
    await waitFor(() => expect(project().name).toBe('Isles at work'), { timeout: 20_000 });
    await app.saysOnStage(/^Opening card: Isles at work/);
    expect(project().pictures.map(({ fileName }) => fileName)).toEqual(['saltmere-counts.png']);
  });

  it('can be left while their tables are being read', async () => {
    const before = project();
    vi.spyOn(workers.table, 'buildScript').mockReturnValueOnce(new Promise(() => undefined));
    await app.user.upload(screen.getByLabelText('Open a table or a project file'), [
      app.file('film.json', script(two)),
      app.file('boats.csv', csv),
    ]);
    await app.user.click(await screen.findByRole('button', { name: 'Cancel' }));
    await waitFor(() => expect(sessionStore.getState().reading).toBeNull());
    expect(project()).toBe(before);
    await app.saysOnStage(/Bravo/);
  });

  it('that fail for another reason say so', async () => {
    vi.spyOn(workers.table, 'buildScript').mockRejectedValueOnce(new Error('out of memory'));
    await app.choose('Open a table or a project file', app.file('film.json', script(two)), app.file('boats.csv', csv));
    await app.pageSays('out of memory');
    expect(project().name).not.toBe('From a script');
  });
});

import { screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { documentStore } from '@/state/document';
import { sessionStore } from '@/state/session';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));
/** What a picture that is being read waits for. */
let reading: Promise<void> = Promise.resolve();

/** Reading pictures and fonts is the browser's work: here a file says its size, or that it is broken. */
function putReaders(): void {
  vi.stubGlobal('createImageBitmap', async (blob: Blob) => {
    await reading;
    const [width, height] = (await blob.text()).split('x').map(Number);
    if (!width || !height) throw new Error('no picture');
    return { width, height, close: () => undefined };
  });
  vi.stubGlobal(
    'Image',
    class {
      src = '';
      naturalWidth = 400;
      naturalHeight = 200;
      async decode() {}
    },
  );
  vi.spyOn(HTMLCanvasElement.prototype, 'toBlob').mockImplementation((come) => come(new Blob(['pixels'])));
  vi.stubGlobal(
    'FontFace',
    class {
      constructor(
        readonly family: string,
        readonly bytes: ArrayBuffer,
      ) {}
      async load() {
        await reading;
        if (new TextDecoder().decode(this.bytes) === 'nothing') throw new Error('no font');
        return this;
      }
    },
  );
}

const png = (name: string, text: string) => new File([text], name, { type: 'image/png' });
const project = () => {
  const found = documentStore.getState().project;
  if (!found) throw new Error('nothing is open');
  return found;
};

/** Goes elsewhere while the files chosen before are still being read, and lets them come. */
async function meanwhile(choose: () => Promise<void>, go: () => Promise<void>): Promise<void> {
  let come = () => {};
  reading = new Promise((resolve) => {
    come = resolve;
  });
  await choose();
  await go();
  come();
  reading = Promise.resolve();
}

async function addPiece(kind: string, what: string): Promise<void> {
  screen.getByRole('button', { name: 'Add a piece' }).focus();
  await app.user.keyboard('{Enter}');
  (await screen.findByRole('menuitem', { name: kind })).focus();
  await app.user.keyboard('{ArrowRight}');
  (await screen.findByRole('menuitem', { name: what })).focus();
  await app.user.keyboard('{Enter}');
  await app.settled();
}

/** Picks a piece of the film by its place in it. */
async function goToPiece(index: number): Promise<void> {
  const programme = within(screen.getByRole('list', { name: 'Programme' }));
  const blocks = programme.getAllByRole('button', { name: /, \d+:\d\d\.\d\d$/ });
  await app.user.click(blocks[index] as HTMLElement);
  await waitFor(() => expect(sessionStore.getState().overview?.pieceId).toBe(project().film.pieces[index]?.id));
}

beforeEach(() => {
  putReaders();
  return app.openRace('Dress');
});
afterEach(async () => {
  await app.closeApp();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

/** The card of a piece of the film. */
const cardAt = (index: number) => {
  const { content } = project().film.pieces[index] ?? {};
  return content?.kind === 'card' ? content.card : null;
};

describe('pictures of cards', () => {
  it('become the logo and the background, each in one step of undo', async () => {
    await addPiece('A card', 'Opening card');
    await app.saysOnStage(/^Opening card/);
    const card = () => cardAt(0);
    await screen.findByLabelText('Picture for the logo');
    await app.choose('Picture for the logo', png('mark.png', '40x20'));
    await waitFor(() => expect(card()?.logo.pictureId).toBe(project().pictures[0]?.id));
    await app.press('Undo');
    expect([card()?.logo.pictureId, project().pictures]).toEqual(['', []]);
    await app.press('Redo');
    await app.press('Without a logo');
    expect(card()?.logo.pictureId).toBe('');
    await app.press('mark.png');
    expect(card()?.logo.pictureId).not.toBe('');
    await app.user.click(screen.getByRole('switch', { name: 'A background of its own' }));
    await app.user.click(screen.getByRole('combobox', { name: 'Background is' }));
    await app.user.click(await screen.findByRole('option', { name: 'Picture' }));
    await app.choose('Picture for the background', png('sea.png', '80x40'));
    await waitFor(() => expect(card()?.back).toMatchObject({ kind: 'picture', pictureId: project().pictures[1]?.id }));
    await app.press('Undo');
    expect([card()?.back, project().pictures.length]).toMatchObject([{ kind: 'picture', pictureId: '' }, 1]);
  });
});

describe('what takes its time to be read', () => {
  it('comes to the card that it was chosen for, not to the one that is edited by then', async () => {
    await addPiece('A card', 'Closing card');
    await addPiece('A card', 'Opening card');
    await app.saysOnStage(/^Opening card/);
    await meanwhile(
      () => app.choose('Picture for the logo', png('mark.png', '40x20')),
      () => goToPiece(2),
    );
    await waitFor(() => expect(project().pictures).toHaveLength(1));
    expect([cardAt(0)?.logo.pictureId, cardAt(2)?.logo.pictureId]).toEqual([project().pictures[0]?.id, '']);
  });

  it('lies behind the card that it was chosen for', async () => {
    await addPiece('A card', 'Closing card');
    await addPiece('A card', 'Opening card');
    await app.saysOnStage(/^Opening card/);
    await app.user.click(screen.getByRole('switch', { name: 'A background of its own' }));
    await app.select('Background is', 'Picture');
    await meanwhile(
      () => app.choose('Picture for the background', png('sea.png', '80x40')),
      () => goToPiece(2),
    );
    await waitFor(() => expect(project().pictures).toHaveLength(1));
    expect(cardAt(0)?.back).toMatchObject({ kind: 'picture', pictureId: project().pictures[0]?.id });
    expect(cardAt(2)?.back).toBeNull();
  });

  it('is an extra of the piece that it was chosen for', async () => {
    await addPiece('This table as another chart', 'Pie');
    await meanwhile(
      () => app.choose('Picture as an extra', png('flag.png', '40x20')),
      () => goToPiece(0),
    );
    await waitFor(() => expect(project().pictures).toHaveLength(1));
    expect(project().film.pieces.map(({ extras }) => extras.length)).toEqual([0, 1]);
  });

  it('is the type of the chart that it was chosen for', async () => {
    await addPiece('This table as another chart', 'Pie');
    await app.press('Type');
    await meanwhile(
      () => app.choose('Font file', app.file('Letters.woff2', 'letters')),
      () => goToPiece(0),
    );
    await waitFor(() => expect(project().fonts).toHaveLength(1));
    const families = () => project().charts.map(({ dress }) => JSON.stringify(dress).includes('"Letters"'));
    await waitFor(() => expect(families()).toEqual([false, true]));
  });

  it('goes to the categories of the chart that it was chosen for', async () => {
    await addPiece('This table as another chart', 'Pie');
    await meanwhile(
      () => app.choose('Pictures of categories', png('Bravo.png', '40x40')),
      () => goToPiece(0),
    );
    await app.pageSays('1 picture added: 1 by name.');
    expect(project().charts.map(({ pictures }) => pictures.map(({ category }) => category))).toEqual([[], ['Bravo']]);
  });

  it('says so, and changes nothing, where its chart or piece is gone, or another film is open', async () => {
    await addPiece('A card', 'Opening card');
    await meanwhile(
      () => app.choose('Picture for the logo', png('mark.png', '40x20')),
      () => app.press('Undo'),
    );
    await app.pageSays('Not added, since its piece of the film is not open any more: mark.png');
    expect(project().pictures).toEqual([]);
    await addPiece('This table as another chart', 'Pie');
    await meanwhile(
      () => app.choose('Pictures of categories', png('Bravo.png', '40x40')),
      () => app.press('Undo'),
    );
    await app.pageSays('Not added, since their chart is not open any more: Bravo.png');
    const other = { ...project(), id: 'another' };
    await meanwhile(
      () => app.choose('Picture as an extra', png('flag.png', '40x20')),
      async () => documentStore.setState({ project: other }),
    );
    await app.pageSays('Not added, since its film is not open any more: flag.png');
    expect(project()).toBe(other);
    expect(other.pictures).toEqual([]);
  });
});

describe('pictures of categories', () => {
  it('go to those whose names they carry, and can be given to others', async () => {
    await app.choose(
      'Pictures of categories',
      png('Bravo.png', '40x40'),
      png('cirus.png', '40x40'),
      png('nobody.png', '40x40'),
      png('broken.png', 'no'),
    );
    await app.pageSays('3 pictures added: 1 by name, 1 by a similar name, 1 with no category.');
    await app.pageSays('Not read as pictures: broken.png');
    expect(project().charts[0]?.dress.pictures.shown).toBe(true);
    await app.press('Who has which');
    await app.user.selectOptions(screen.getByLabelText('Picture of Alpha'), 'nobody.png');
    await app.settled();
    const given = project().charts[0]?.pictures.map(({ category }) => category);
    expect(given?.sort()).toEqual(['Alpha', 'Bravo', 'Cirrus']);
  });

  it('that come a second time take the place of the first', async () => {
    await app.choose('Pictures of categories', png('Bravo.png', '40x40'));
    await app.choose('Pictures of categories', png('Bravo.png', '80x40'));
    const [chart] = project().charts;
    expect(chart?.pictures).toHaveLength(1);
    const picture = project().pictures.find(({ id }) => id === chart?.pictures[0]?.pictureId);
    expect(picture).toMatchObject({ widthPx: 80, heightPx: 40 });
  });

  it('that are larger than any stage are made smaller, and drawings become pixels', async () => {
    await app.choose(
      'Pictures of categories',
      png('Alpha.png', '8192x100'),
      new File(['<svg/>'], 'Bravo.svg', { type: 'image/svg+xml' }),
    );
    await waitFor(() => expect(project().pictures).toHaveLength(2));
    expect(project().pictures.map(({ widthPx, heightPx, mime }) => [widthPx, heightPx, mime])).toEqual([
      [4096, 50, 'image/png'],
      [1024, 512, 'image/png'],
    ]);
  });

  it('dropped anywhere are taken as such', async () => {
    await app.choose('Open a table or a project file', png('Cirrus.png', '40x40'));
    await app.pageSays('1 picture added: 1 by name.');
  });
});

describe('a font of one’s own', () => {
  it('is added under a name of its own, and a broken one is named', async () => {
    await app.press('Type');
    await app.choose('Font file', app.file('My_Letters.woff2', 'letters'));
    await waitFor(() => expect(project().fonts.map(({ family }) => family)).toEqual(['My Letters']));
    await app.choose('Font file', app.file('My-Letters.ttf', 'other letters'));
    await waitFor(() => expect(project().fonts.map(({ family }) => family)).toEqual(['My Letters', 'My Letters 2']));
    expect(screen.getByRole('combobox', { name: 'Family' }).textContent).toContain('My Letters 2');
    await app.choose('Font file', app.file('broken.woff2', 'nothing'));
    await app.pageSays('broken.woff2 could not be read as a font.');
    expect(project().fonts).toHaveLength(2);
  });
});

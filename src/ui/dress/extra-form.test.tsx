import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Extra } from '@/core/project/film-parts';
import { documentStore, undo } from '@/state/document';
import { addExtra } from '@/state/edit-film';
import { draw, stageRace } from '../testing/app';
import { useProject } from '../use-state';
import { ExtraForm } from './extra-form';

const plain: Omit<Extra, 'id' | 'kind'> = {
  name: 'Mine',
  anchor: { kind: 'stage', corner: 'top-left', dx: 4, dy: 4 },
  width: 20,
  height: 10,
  opacity: 1,
  colour: '#123456',
  stroke: 0.5,
  pictureId: '',
  text: 'Hello',
  fontFamily: 'Archivo',
  fontWeight: 600,
  behind: false,
  from: null,
  to: null,
  fadeSec: 0.5,
};
const extra = () => documentStore.getState().project?.film.pieces[0]?.extras[0] as Extra;

/** The form of the first extra, which follows the document. */
function Picked() {
  const found = useProject((project) => project.film.pieces[0]?.extras[0], undefined);
  return found && <ExtraForm extra={found} />;
}

function shown(kind: Extra['kind']) {
  addExtra({ ...plain, kind });
  draw(<Picked />);
}

async function typeInto(name: string, value: string) {
  const field = screen.getByRole('spinbutton', { name });
  await userEvent.clear(field);
  await userEvent.type(field, `${value}{Enter}`);
}

beforeEach(() => {
  stageRace();
});
afterEach(cleanup);

describe('the form of an extra', () => {
  it('of a text sets its words, its type and its place, each as one step of undo', async () => {
    shown('text');
    await userEvent.type(screen.getByRole('textbox', { name: 'Text of the extra' }), ' there');
    expect(extra().text).toBe('Hello there');
    await typeInto('Weight of the extra', '900');
    await typeInto('Sideways', '-12');
    await typeInto('Opacity', '40');
    expect(extra()).toMatchObject({ fontWeight: 900, opacity: 0.4, anchor: { corner: 'top-left', dx: -12, dy: 4 } });
    undo();
    undo();
    expect(extra()).toMatchObject({ opacity: 1, anchor: { dx: 4 } });
  });

  it('says why it does not go further', async () => {
    shown('box');
    await typeInto('Width of the extra', '9000');
    expect(extra().width).toBe(400);
    expect(screen.getByText('Width of the extra goes from 0.1 to 400 %.')).toBeTruthy();
  });

  it.each([
    ['text', ['Text of the extra', 'Colour of the extra'], ['Line of the extra']],
    ['picture', [], ['Text of the extra', 'Line of the extra', 'Colour of the extra']],
    ['line', ['Line of the extra', 'Colour of the extra'], ['Text of the extra']],
    ['box', ['Line of the extra', 'Colour of the extra'], ['Text of the extra']],
    ['arrow', ['Line of the extra', 'Colour of the extra'], ['Text of the extra']],
  ] as const)('of a %s has only what does something', (kind, has, lacks) => {
    shown(kind);
    for (const name of has) expect(screen.getAllByText(name).length, name).toBeGreaterThan(0);
    for (const name of lacks) expect(screen.queryByText(name), name).toBeNull();
    expect(screen.getByRole('switch', { name: 'Behind the chart' })).toBeTruthy();
  });
});

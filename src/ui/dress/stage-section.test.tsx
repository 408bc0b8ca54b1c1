import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Background } from '@/core/project/background';
import type { Stage } from '@/core/project/film';
import { raceProject } from '@/core/testing/projects';
import { documentStore, undo } from '@/state/document';
import { sessionStore } from '@/state/session';
import { draw, stageRace } from '../testing/app';
import { StageSection } from './stage-section';

const stage = () => documentStore.getState().project?.film.stage as Stage;
const withBackground = (background: Background) => stageRace(raceProject({}, { stage: { background } }));

beforeEach(() => {
  stageRace();
});
afterEach(cleanup);

describe('the stage', () => {
  it('takes a ratio, and sizes and margins by number', async () => {
    draw(<StageSection />);
    await userEvent.click(screen.getByRole('radio', { name: '9:16, tall' }));
    expect(stage()).toMatchObject({ widthPx: 1080, heightPx: 1920 });
    await userEvent.click(screen.getByRole('button', { name: 'Size, margins and guides' }));
    for (const [name, value] of [
      ['Width of the stage', '640'],
      ['Margin above', '7.5'],
    ] as const) {
      const field = screen.getByRole('spinbutton', { name });
      await userEvent.clear(field);
      await userEvent.type(field, `${value}{Enter}`);
    }
    expect(stage()).toMatchObject({ widthPx: 640, heightPx: 1920, margins: { top: 7.5, left: 5 } });
    // No ratio is lit for a size of one's own.
    expect(screen.getAllByRole('radio').filter((each) => each.getAttribute('data-state') === 'on')).toHaveLength(1);
    undo();
    undo();
    expect(stage()).toMatchObject({ widthPx: 1080, margins: { top: 5 } });
  });

  it('shows guides, which are never part of the document', async () => {
    draw(<StageSection />);
    const before = documentStore.getState().project;
    await userEvent.click(screen.getByRole('button', { name: 'Size, margins and guides' }));
    await userEvent.click(screen.getByRole('radio', { name: 'Thirds' }));
    expect(sessionStore.getState().guides).toBe('thirds');
    expect(documentStore.getState().project).toBe(before);
  });

  it('takes a colour that is offered', async () => {
    draw(<StageSection />);
    await userEvent.click(screen.getByRole('button', { name: 'Background #12191E' }));
    expect(stage().background).toEqual({ kind: 'plain', colour: '#12191E' });
  });

  it('asks for the second colour and the angle of a gradient only', async () => {
    withBackground({ kind: 'linear', colour: '#ffffff', to: '#000000', angleDeg: 90 });
    draw(<StageSection />);
    expect(screen.getByText('Second colour')).toBeTruthy();
    const angle = screen.getByRole('spinbutton', { name: 'Angle' });
    await userEvent.clear(angle);
    await userEvent.type(angle, '-45{Enter}');
    expect(stage().background).toMatchObject({ kind: 'linear', angleDeg: -45 });
  });

  it('says what a transparent stage keeps', () => {
    withBackground({ kind: 'clear', colour: '#ffffff' });
    draw(<StageSection />);
    expect(screen.getByText(/Films keep the transparency in WebM/)).toBeTruthy();
    expect(screen.queryByText('Second colour')).toBeNull();
  });

  it('lays a picture behind everything, as dim and as blurred as is wanted', async () => {
    withBackground({ kind: 'picture', colour: '#ffffff', pictureId: '', fit: 'fill', dim: 0.4, blur: 0 });
    const picture = { id: 'q', fileName: 'sea.png', assetId: 'a', mime: 'image/png', widthPx: 4, heightPx: 4 };
    const { asked } = draw(<StageSection />, { addPicture: () => Promise.resolve(picture) });
    expect(screen.getByText('No picture yet.')).toBeTruthy();
    await userEvent.upload(screen.getByLabelText('Picture for the background'), new File(['x'], 'sea.png'));
    expect(asked).toContain('addPicture');
    expect(await screen.findByText('sea.png')).toBeTruthy();
    await userEvent.click(screen.getByRole('radio', { name: 'Show all of it' }));
    const dim = screen.getByRole('spinbutton', { name: 'Dimmed' });
    await userEvent.clear(dim);
    await userEvent.type(dim, '60{Enter}');
    expect(stage().background).toMatchObject({ pictureId: 'q', fit: 'fit', dim: 0.6 });
  });

  it('keeps what is set while a picture is still being read', async () => {
    withBackground({ kind: 'picture', colour: '#ffffff', pictureId: '', fit: 'fill', dim: 0.4, blur: 0 });
    const picture = { id: 'q', fileName: 'sea.png', assetId: 'a', mime: 'image/png', widthPx: 4, heightPx: 4 };
    let read: (of: typeof picture) => void = () => undefined;
    draw(<StageSection />, {
      addPicture: () =>
        new Promise((resolve) => {
          read = resolve;
        }),
    });
    await userEvent.upload(screen.getByLabelText('Picture for the background'), new File(['x'], 'sea.png'));
    const dim = screen.getByRole('spinbutton', { name: 'Dimmed' });
    await userEvent.clear(dim);
    await userEvent.type(dim, '0{Enter}');
    read(picture);
    expect(await screen.findByText('sea.png')).toBeTruthy();
    expect(stage().background).toMatchObject({ pictureId: 'q', dim: 0 });
  });
});

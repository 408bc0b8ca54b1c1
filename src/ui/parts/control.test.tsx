import { act, cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { valueAt } from '@/core/project/document-value';
import type { Project } from '@/core/project/project';
import { currentChart } from '@/state/current';
import { documentStore, undo } from '@/state/document';
import { controlEntry, controls, findControls, specOf } from '../controls';
import { goToControl } from '../go-to';
import { draw, stageRace } from '../testing/app';
import { Control, Controls, FamilyControls } from './control';

const chart = () => currentChart(documentStore.getState().project as Project);
const at = (path: string) => valueAt(chart(), path);

beforeEach(() => {
  stageRace();
});
afterEach(cleanup);

describe('a control that is gone to', () => {
  const shown = () => screen.getByRole('spinbutton', { name: 'Places on stage' });

  it('takes the keyboard, each time that it is asked for', () => {
    draw(<Control id="places" unit="of 3" />);
    for (let i = 0; i < 2; i++) {
      act(() => goToControl('places'));
      expect(document.activeElement).toBe(shown());
      shown().blur();
    }
  });

  it('takes it when it comes later, but not again when the person comes back', () => {
    goToControl('places');
    const first = draw(<Control id="places" unit="of 3" />);
    expect(document.activeElement).toBe(shown());
    first.unmount();
    draw(<Control id="places" unit="of 3" />);
    expect(document.activeElement).toBe(document.body);
    expect(shown().closest<HTMLElement>('[data-control]')?.dataset.lit).toBeUndefined();
  });
});

describe('a control', () => {
  it('of a number is typed, stepped and kept within the schema, with a word of why', async () => {
    draw(<Control id="places" unit="of 3" />);
    const field = screen.getByRole('spinbutton', { name: 'Places on stage' });
    await userEvent.clear(field);
    await userEvent.type(field, '7{Enter}');
    expect(at('own.places')).toBe(7);
    await userEvent.type(field, '{ArrowUp}');
    expect(at('own.places')).toBe(8);
    await userEvent.clear(field);
    await userEvent.type(field, '99{Enter}');
    expect(at('own.places')).toBe(50);
    expect(screen.getByText('Places on stage goes from 1 to 50 of 3.')).toBeTruthy();
    undo();
    expect(at('own.places')).toBe(8);
  });

  it('of a share is shown in percent', async () => {
    draw(<Control id="thickness" />);
    const field = screen.getByRole('spinbutton', { name: 'Thickness' });
    expect((field as HTMLInputElement).value).toBe('76');
    await userEvent.clear(field);
    await userEvent.type(field, '50{Enter}');
    expect(at('dress.bars.thickness')).toBe(0.5);
  });

  it('of few choices shows them side by side, and says what the chosen one means', async () => {
    draw(<Control id="between" />);
    expect(screen.getByText('Values flow through the periods and never beyond them.')).toBeTruthy();
    await userEvent.click(screen.getByRole('radio', { name: 'In steps' }));
    expect(chart().between).toBe('step');
    expect(screen.getByText('Values stay until the next period is reached.')).toBeTruthy();
  });

  it('of yes or no is a switch', async () => {
    draw(<Control id="bar-ranks" />);
    await userEvent.click(screen.getByRole('switch', { name: 'Rank numbers' }));
    expect(at('dress.bars.ranks')).toBe(false);
  });

  it('of a text is one step of undo for a stretch of typing', async () => {
    draw(<Control id="subtitle" />);
    await userEvent.type(screen.getByRole('textbox', { name: 'Subtitle' }), 'Boats');
    expect(chart().text.subtitle).toBe('Boats');
    undo();
    expect(chart().text.subtitle).toBe('');
  });

  it('of a colour goes back to the automatic one', async () => {
    draw(<Control id="bar-outline-colour" />);
    expect(screen.getByText('As the ink')).toBeTruthy();
  });

  it('can look at another place of the chart', async () => {
    draw(<Control id="type-italic" at="dress.labels.name" />);
    await userEvent.click(screen.getByRole('switch', { name: 'Italic' }));
    expect(chart().dress.labels.name.italic).toBe(true);
    expect(chart().dress.texts.title.italic).toBe(false);
  });

  it('is there only while it applies', async () => {
    draw(<Controls of={['swap-mode', 'swap']} />);
    expect(screen.getByRole('spinbutton', { name: 'Changing places takes' })).toBeTruthy();
    await userEvent.click(screen.getByRole('radio', { name: 'Over the whole period' }));
    expect(screen.queryByRole('spinbutton', { name: 'Changing places takes' })).toBeNull();
  });
});

describe('what a family has of its own', () => {
  it('stands in its step, the rest under folds', async () => {
    draw(<FamilyControls step="dress" units={{ places: 'of 3' }} />);
    expect(screen.getByRole('spinbutton', { name: 'Places on stage' })).toBeTruthy();
    expect(screen.queryByRole('spinbutton', { name: 'Thickness' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Shape' }));
    expect(screen.getByRole('spinbutton', { name: 'Thickness' })).toBeTruthy();
    expect(screen.queryByRole('radio', { name: 'Where values cross' })).toBeNull();
  });
});

describe('the list of controls', () => {
  it('has each once, and finds them by their words', () => {
    expect(new Set(controls.map(({ id }) => id)).size).toBe(controls.length);
    expect(findControls('frame rate').map(({ id }) => id)).toContain('fps');
    expect(findControls('number of bars').map(({ id }) => id)).toContain('places');
    expect(findControls('  ')).toEqual([]);
    // A target line has “threshold” among its words; who types “hold” looks for those that are called so.
    expect(
      findControls('hold')
        .map(({ id }) => id)
        .slice(0, 3),
    ).toEqual(['hold-start', 'hold-end', 'targets']);
    expect(controlEntry('places').step).toBe('dress');
  });

  it('refuses names that are not in it', () => {
    expect(() => controlEntry('nothing')).toThrow(RangeError);
    expect(() => specOf('looks')).toThrow(RangeError);
  });
});

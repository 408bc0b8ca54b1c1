import { cleanup, fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import { sessionStore, setSession } from '@/state/session';
import { Bench } from './bench';
import { CommandPalette } from './command-palette';
import { type Command, commandsOf } from './commands';
import { useServices } from './services';
import { ShortcutList, useShortcuts } from './shortcuts';
import { draw } from './testing/app';

afterEach(cleanup);

const nothing = () => undefined;

/** The commands of the drawn app, with what was run by name. */
function useRecorded(ran: string[]): Command[] {
  const frame = { onPalette: nothing, onHelp: nothing, onOpen: nothing, onShelf: nothing };
  return commandsOf(useServices(), frame).map((command) => ({ ...command, run: () => ran.push(command.name) }));
}

function Keyboard({ ran }: { readonly ran: string[] }) {
  useShortcuts(useRecorded(ran));
  return (
    <>
      <input aria-label="Text" />
      <div role="menu">
        <button type="button">Item</button>
      </div>
      <div role="radiogroup" aria-label="Choices">
        <button type="button">Choice</button>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls takes the keyboard */}
      <section tabIndex={0} aria-label="Scrolls" />
    </>
  );
}

describe('shortcuts', () => {
  it.each([
    [{ key: ' ' }, 'Play or pause'],
    [{ key: 'ArrowRight' }, 'Next frame'],
    [{ key: 'ArrowLeft', shiftKey: true }, 'Period before'],
    [{ key: 'End' }, 'Last frame'],
    [{ key: '3' }, 'Go to Dress'],
    [{ key: 'z', ctrlKey: true }, 'Undo'],
    [{ key: 'Z', metaKey: true, shiftKey: true }, 'Redo'],
    [{ key: 'e', ctrlKey: true }, 'Output the film'],
    [{ key: '?', shiftKey: true }, 'Shortcuts'],
  ])('%j does: %s', (press, name) => {
    const ran: string[] = [];
    draw(<Keyboard ran={ran} />);
    expect(fireEvent.keyDown(document.body, press)).toBe(false);
    expect(ran).toEqual([name]);
  });

  it('leave typing, menus and scrolling alone, but for those with Ctrl', () => {
    const ran: string[] = [];
    draw(<Keyboard ran={ran} />);
    fireEvent.keyDown(screen.getByLabelText('Text'), { key: '3' });
    fireEvent.keyDown(screen.getByRole('button', { name: 'Item' }), { key: 'ArrowRight' });
    fireEvent.keyDown(screen.getByLabelText('Scrolls'), { key: 'ArrowRight' });
    fireEvent.keyDown(document.body, { key: '3', altKey: true });
    expect(ran).toEqual([]);
    fireEvent.keyDown(screen.getByLabelText('Text'), { key: 's', ctrlKey: true });
    fireEvent.keyDown(screen.getByLabelText('Scrolls'), { key: ' ' });
    expect(ran).toEqual(['Save a project file', 'Play or pause']);
  });

  it('leave a group its arrows and Space, and nothing else', () => {
    const ran: string[] = [];
    draw(<Keyboard ran={ran} />);
    const choice = screen.getByRole('button', { name: 'Choice' });
    for (const key of ['ArrowRight', ' ', 'Enter', 'Home', 'End']) fireEvent.keyDown(choice, { key });
    expect(ran).toEqual([]);
    for (const key of ['4', '?']) fireEvent.keyDown(choice, { key });
    expect(ran).toEqual(['Go to Pace', 'Shortcuts']);
  });

  it('have one key each, and every key is in the list', () => {
    function List() {
      return <ShortcutList open onOpenChange={nothing} commands={useRecorded([])} />;
    }
    draw(<List />);
    const keys = screen.getAllByRole('term').map(({ textContent }) => textContent);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys).toEqual(expect.arrayContaining(['Space', 'Shift →', '1', '5', 'Ctrl K', '?']));
  });
});

describe('the palette', () => {
  it('runs a command by its name', async () => {
    const ran: string[] = [];
    function Palette() {
      return <CommandPalette open onOpenChange={nothing} commands={useRecorded(ran)} />;
    }
    draw(<Palette />);
    await userEvent.type(screen.getByPlaceholderText('What would you like to do?'), 'fold the rank{Enter}');
    expect(ran).toEqual(['Show or fold the ranking']);
  });
});

describe('the search of the bench', () => {
  it('goes to the control that the arrows chose, and says when none is called that', async () => {
    setSession({ step: 'output' });
    draw(<Bench />);
    const search = screen.getByRole('combobox', { name: 'Find a control' });
    await userEvent.type(search, 'hold{ArrowDown}');
    const chosen = screen.getAllByRole('option')[1]?.textContent ?? '';
    expect(screen.getByRole('option', { selected: true }).textContent).toBe(chosen);
    await userEvent.type(search, '{Enter}');
    expect(sessionStore.getState().step).toBe('pace');
    await userEvent.type(screen.getByRole('combobox', { name: 'Find a control' }), 'zzz');
    expect(screen.getByText('No control is called that.')).toBeTruthy();
    await userEvent.keyboard('{Escape}');
    expect(screen.queryByText('No control is called that.')).toBeNull();
  });
});

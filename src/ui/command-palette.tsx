'use client';

import { Command } from 'cmdk';
import type { Command as AppCommand } from './commands';
import { controlsOf } from './controls';
import { goToControl } from './go-to';
import { Dialog } from './parts/dialog';
import { useFamily } from './use-state';

interface CommandPaletteProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly commands: readonly AppCommand[];
}

/** Every command and control by name. */
export function CommandPalette({ open, onOpenChange, commands }: CommandPaletteProps) {
  const family = useFamily();
  const run = (action: () => unknown) => () => {
    onOpenChange(false);
    void action();
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Find a command or control" bare className="top-24 w-[520px]">
      <Command label="Commands and controls">
        <Command.Input
          placeholder="What would you like to do?"
          className="h-12 w-full border-b border-line bg-transparent px-4 text-[15px] outline-none"
        />
        <Command.List className="max-h-80 overflow-y-auto p-1.5 text-[13px]">
          <Command.Empty className="px-3 py-2 text-quiet">Nothing is called that.</Command.Empty>
          <Command.Group heading="Do">
            {commands.map(
              ({ name, keys, keyOnly, run: action }) =>
                !keyOnly && <Item key={name} name={name} note={keys} onSelect={run(action)} />,
            )}
          </Command.Group>
          <Command.Group heading="Go to">
            {controlsOf(family.id).map(({ id, label, step, words }) => (
              <Item key={id} name={label} note={step} words={words} onSelect={run(() => goToControl(id))} />
            ))}
          </Command.Group>
        </Command.List>
      </Command>
    </Dialog>
  );
}

interface ItemProps {
  readonly name: string;
  readonly note?: string;
  readonly words?: string;
  readonly onSelect: () => void;
}

function Item({ name, note, words, onSelect }: ItemProps) {
  return (
    <Command.Item
      value={`${name} ${note ?? ''}`}
      keywords={words?.split(' ')}
      onSelect={onSelect}
      className="flex cursor-default justify-between rounded px-2.5 py-1.5 data-[selected=true]:bg-line/60"
    >
      {name}
      {note && <span className="text-quiet capitalize">{note}</span>}
    </Command.Item>
  );
}

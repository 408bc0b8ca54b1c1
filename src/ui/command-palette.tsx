'use client';

import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import type { Command as AppCommand } from './commands';
import { controls } from './controls';
import { goToControl } from './go-to';

interface CommandPaletteProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly commands: readonly AppCommand[];
}

/** Every command and control by name. */
export function CommandPalette({ open, onOpenChange, commands }: CommandPaletteProps) {
  const run = (action: () => unknown) => () => {
    onOpenChange(false);
    void action();
  };
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-black/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-24 left-1/2 z-50 w-[520px] -translate-x-1/2 overflow-hidden rounded-md border border-ink bg-card text-ink"
        >
          <Dialog.Title className="sr-only">Find a command or control</Dialog.Title>
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
                {controls.map(({ id, label, step, words }) => (
                  <Item key={id} name={label} note={step} words={words} onSelect={run(() => goToControl(id))} />
                ))}
              </Command.Group>
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
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

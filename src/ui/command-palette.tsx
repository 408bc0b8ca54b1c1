'use client';

import { Command } from 'cmdk';
import { useMemo, useState } from 'react';
import type { Command as AppCommand } from './commands';
import { controlsOf, searchWords } from './controls';
import { type Findable, found } from './find';
import { goToControl } from './go-to';
import { Dialog } from './parts/dialog';
import { useEditedKind } from './use-state';

interface CommandPaletteProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly commands: readonly AppCommand[];
}

/** Something in the palette: a command that is done, or a control that is gone to. */
interface Entry extends Findable {
  readonly id: string;
  readonly note?: string;
  /** It takes the place of the open work: one press arms it, the next one does it. */
  readonly replaces?: boolean;
  readonly run: () => unknown;
}

/** Every command and control by name; what is called so comes before what only sounds like it. */
export function CommandPalette({ open, onOpenChange, commands }: CommandPaletteProps) {
  const kind = useEditedKind();
  const [query, setQuery] = useState('');
  const [armed, setArmed] = useState('');
  const entries = useMemo<readonly Entry[]>(
    () => [
      ...commands
        .filter(({ keyOnly }) => !keyOnly)
        .map(({ name, keys, words, replaces, run }) => ({ id: `do ${name}`, name, words, note: keys, replaces, run })),
      ...controlsOf(kind).map((control) => ({
        id: `go ${control.id}`,
        name: control.label,
        words: searchWords(control),
        note: control.step,
        run: () => goToControl(control.id),
      })),
    ],
    [commands, kind],
  );
  const hits = found(query, entries);
  const choose = ({ id, replaces, run }: Entry) => {
    if (replaces && armed !== id) {
      setArmed(id);
      return;
    }
    onOpenChange(false);
    void run();
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Find a command or control" bare className="top-24 w-[520px]">
      <Command label="Commands and controls" shouldFilter={false}>
        <Command.Input
          placeholder="What would you like to do?"
          className="h-12 w-full border-b border-line bg-transparent px-4 text-[15px] outline-none"
          value={query}
          onValueChange={(text) => {
            setQuery(text);
            setArmed('');
          }}
        />
        <Command.List className="max-h-80 overflow-y-auto p-1.5 text-[13px]">
          <Command.Empty className="px-3 py-2 text-quiet">Nothing is called that.</Command.Empty>
          {hits.map((entry) => (
            <Command.Item
              key={entry.id}
              value={entry.id}
              onSelect={() => choose(entry)}
              className="flex cursor-default justify-between gap-3 rounded px-2.5 py-1.5 data-[selected=true]:bg-line/60"
            >
              {entry.name}
              {armed === entry.id ? (
                <span role="alert" className="font-semibold text-accent-text">
                  Press again: it takes the place of your work
                </span>
              ) : (
                entry.note && <span className="text-quiet capitalize">{entry.note}</span>
              )}
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Dialog>
  );
}

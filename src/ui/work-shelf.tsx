'use client';

import { Copy, PenLine, Search, Trash2, Undo2, X } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { BIN_DAYS } from '@/state/keep/cards';
import { Button, IconButton } from './parts/button';
import { Dialog } from './parts/dialog';
import { SelectBox } from './parts/select-field';
import { type ShelvedWork, useServices } from './services';

const orders = [
  { value: 'changed', label: 'Changed last' },
  { value: 'name', label: 'By name' },
  { value: 'table', label: 'By table' },
] as const;
type Order = (typeof orders)[number]['value'];

interface WorkShelfProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** All work that is kept in this browser and not open: opened, copied, renamed, removed and brought back here. */
export function WorkShelf({ open, onOpenChange }: WorkShelfProps) {
  const { works } = useServices();
  const [list, setList] = useState<readonly ShelvedWork[] | null>(null);
  const [failed, setFailed] = useState('');
  const [search, setSearch] = useState('');
  const [order, setOrder] = useState<Order>('changed');
  const refresh = useCallback(
    () =>
      works.list().then(
        (found) => {
          setList(found);
          setFailed('');
        },
        (error: unknown) => setFailed(error instanceof Error ? error.message : String(error)),
      ),
    [works],
  );
  useEffect(() => {
    if (open) void refresh();
  }, [open, refresh]);
  const after = async (done: Promise<unknown>) => {
    try {
      await done;
    } catch (error) {
      setFailed(error instanceof Error ? error.message : String(error));
      return;
    }
    await refresh();
  };
  const wanted = search.trim().toLowerCase();
  const found = (list ?? [])
    .filter(({ name, tableName }) => `${name} ${tableName}`.toLowerCase().includes(wanted))
    .sort(comparing[order]);
  const [shelf, bin] = [
    found.filter((work) => work.removedMs === null),
    found.filter((work) => work.removedMs !== null),
  ];
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Shelf" className="top-[8vh] w-[760px] max-w-[94vw] p-5">
      <div className="mb-3 flex items-center gap-2">
        <label className="flex flex-1 items-center gap-2 rounded-md border border-line bg-paper px-2">
          <Search className="size-4 text-quiet" aria-hidden />
          <input
            type="search"
            aria-label="Find work by name or table"
            placeholder="Find by name or table"
            value={search}
            className="w-full bg-transparent py-1.5 text-[13px] outline-none"
            onChange={(event) => setSearch(event.target.value)}
          />
        </label>
        <div className="w-40">
          <SelectBox
            label="Order of the shelf"
            value={order}
            choices={[...orders]}
            onChange={(next) => setOrder(next as Order)}
          />
        </div>
      </div>
      {failed !== '' && (
        <p role="alert" className="mb-3 rounded-md border border-accent p-2 text-[13px]">
          The browser does not give out the shelf: {failed}. Work goes on; save it as a project file.
        </p>
      )}
      <div className="max-h-[64vh] overflow-y-auto">
        {list && shelf.length === 0 && (
          <p className="py-6 text-center text-[13px] text-quiet">
            {wanted === ''
              ? 'Nothing stands here yet. What is open goes on the shelf as soon as you open something else.'
              : 'Nothing on the shelf is called that.'}
          </p>
        )}
        <ul aria-label="Work on the shelf" className="flex flex-col gap-2">
          {shelf.map((work) => (
            <WorkRow
              key={work.id}
              work={work}
              onOpen={() => void works.open(work.id).then((opened) => opened && onOpenChange(false))}
              onCopy={() => void after(works.copy(work.id))}
              onRename={(name) => void after(works.rename(work.id, name))}
              onRemove={() => void after(works.remove(work.id))}
            />
          ))}
        </ul>
        {bin.length > 0 && (
          <section aria-label="Bin" className="mt-4 border-t border-line pt-3">
            <h3 className="mb-2 font-display text-[14px] font-bold">Bin</h3>
            <p className="mb-2 text-[12px] text-quiet">Kept for {BIN_DAYS} days.</p>
            <ul aria-label="Work in the bin" className="flex flex-col gap-1">
              {bin.map((work) => (
                <li key={work.id} className="flex items-center gap-2 text-[13px]">
                  <span className="min-w-0 flex-1 truncate">{work.name || 'Without a name'}</span>
                  <Button onClick={() => void after(works.bringBack(work.id))}>
                    <Undo2 className="size-4" aria-hidden /> Bring back
                  </Button>
                  <IconButton label={`Remove ${work.name} for good`} onClick={() => void after(works.drop(work.id))}>
                    <X className="size-4" aria-hidden />
                  </IconButton>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </Dialog>
  );
}

const comparing: Readonly<Record<Order, (a: ShelvedWork, b: ShelvedWork) => number>> = {
  changed: (a, b) => b.changedMs - a.changedMs,
  name: (a, b) => a.name.localeCompare(b.name, 'en'),
  table: (a, b) => a.tableName.localeCompare(b.tableName, 'en') || b.changedMs - a.changedMs,
};

interface WorkRowProps {
  readonly work: ShelvedWork;
  readonly onOpen: () => void;
  readonly onCopy: () => void;
  readonly onRename: (name: string) => void;
  readonly onRemove: () => void;
}

/** The person asked to type here: the field takes the keyboard as it comes. */
function focusIt(element: HTMLInputElement | null): void {
  element?.focus();
  element?.select();
}

function WorkRow({ work, onOpen, onCopy, onRename, onRemove }: WorkRowProps) {
  const [renaming, setRenaming] = useState(false);
  const name = work.name || 'Without a name';
  return (
    <li className="flex items-center gap-3 rounded-md border border-line bg-paper p-2">
      <span
        aria-hidden
        className="h-14 w-24 shrink-0 rounded-sm border border-line bg-card bg-center bg-contain bg-no-repeat"
        style={work.picture ? { backgroundImage: `url(${work.picture})` } : undefined}
      />
      <div className="min-w-0 flex-1">
        {renaming ? (
          <input
            aria-label={`New name of ${name}`}
            defaultValue={work.name}
            maxLength={500}
            ref={focusIt}
            className="w-full rounded-md border border-ink bg-card px-1.5 py-0.5 text-[14px]"
            onBlur={(event) => {
              setRenaming(false);
              if (event.target.value !== work.name) onRename(event.target.value);
            }}
            onKeyDown={(event) => {
              if (event.key === 'Enter') event.currentTarget.blur();
            }}
          />
        ) : (
          <strong className="block truncate text-[14px]">{name}</strong>
        )}
        <span className="block truncate text-[12px] text-quiet">
          {work.tableName}, changed {whenWords(work.changedMs)}
        </span>
      </div>
      <Button onClick={onOpen} aria-label={`Open ${name}`}>
        Open
      </Button>
      <IconButton label={`Copy ${name}`} onClick={onCopy}>
        <Copy className="size-4" aria-hidden />
      </IconButton>
      <IconButton label={`Rename ${name}`} onClick={() => setRenaming(true)}>
        <PenLine className="size-4" aria-hidden />
      </IconButton>
      <IconButton label={`Remove ${name}`} onClick={onRemove}>
        <Trash2 className="size-4" aria-hidden />
      </IconButton>
    </li>
  );
}

const whenWords = (ms: number) =>
  new Date(ms).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });

'use client';

import { Search } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { Dialog } from '../parts/dialog';
import { SelectBox } from '../parts/select-field';
import { type ShelvedWork, useServices } from '../services';
import { Bin } from './bin';
import { OpenRow } from './open-row';
import { ShelfSpace } from './shelf-space';
import { WorkRow } from './work-row';

const orders = [
  { value: 'changed', label: 'Changed last' },
  { value: 'name', label: 'By name' },
  { value: 'table', label: 'By table' },
] as const;
type Order = (typeof orders)[number]['value'];

const comparing: Readonly<Record<Order, (a: ShelvedWork, b: ShelvedWork) => number>> = {
  changed: (a, b) => b.changedMs - a.changedMs,
  name: (a, b) => a.name.localeCompare(b.name, 'en'),
  table: (a, b) => a.tableName.localeCompare(b.tableName, 'en') || b.changedMs - a.changedMs,
};

interface WorkShelfProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** All work that is kept in this browser: the open one with its versions, the others to open, copy and use again, and the bin. */
export function WorkShelf({ open, onOpenChange }: WorkShelfProps) {
  const { works } = useServices();
  const [list, setList] = useState<readonly ShelvedWork[] | null>(null);
  const [failed, setFailed] = useState('');
  const [search, setSearch] = useState('');
  const [order, setOrder] = useState<Order>('changed');
  const fail = useCallback((error: unknown) => setFailed(error instanceof Error ? error.message : String(error)), []);
  const refresh = useCallback(() => works.list().then(setList, fail), [works, fail]);
  useEffect(() => {
    if (open) void refresh();
  }, [open, refresh]);
  const after = (done: Promise<unknown>) => {
    setFailed('');
    return done.then(refresh, fail);
  };
  const close = () => onOpenChange(false);
  const startLike = (id: string | null) => void works.startLike(id).then(close, fail);
  const saveTemplate = (id: string | null) => void works.saveTemplate(id).catch(fail);
  const wanted = search.trim().toLowerCase();
  const found = (list ?? [])
    .filter(({ name, tableName }) => `${name} ${tableName}`.toLowerCase().includes(wanted))
    .sort(comparing[order]);
  const shelf = found.filter(({ removedMs }) => removedMs === null);
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Shelf" className="top-[6vh] w-[820px] max-w-[94vw] p-5">
      {failed !== '' && (
        <p role="alert" className="mb-3 rounded-md border border-accent p-2 text-[13px]">
          That could not be done: {failed}. Nothing else has changed, and your open work goes on.
        </p>
      )}
      <OpenRow
        onClose={close}
        onFail={fail}
        onStartLike={() => startLike(null)}
        onSaveTemplate={() => saveTemplate(null)}
      />
      <div className="my-3 flex items-center gap-2">
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
      <div className="max-h-[44vh] overflow-y-auto">
        {list === null && failed === '' && (
          <p className="py-6 text-center text-[13px] text-quiet">Looking at the shelf</p>
        )}
        {list && shelf.length === 0 && (
          <p className="py-6 text-center text-[13px] text-quiet">
            {wanted === ''
              ? 'Nothing else stands here yet. What is open goes on the shelf as soon as you open something else.'
              : 'Nothing on the shelf is called that.'}
          </p>
        )}
        <ul aria-label="Work on the shelf" className="flex flex-col gap-2">
          {shelf.map((work) => (
            <WorkRow
              key={work.id}
              work={work}
              onOpen={() => void works.open(work.id).then((opened) => opened && close(), fail)}
              onCopy={() => void after(works.copy(work.id))}
              onRename={(name) => void after(works.rename(work.id, name))}
              onRemove={() => void after(works.remove(work.id))}
              onStartLike={() => startLike(work.id)}
              onSaveTemplate={() => saveTemplate(work.id)}
            />
          ))}
        </ul>
        <Bin
          works={found.filter(({ removedMs }) => removedMs !== null)}
          onBringBack={(id) => void after(works.bringBack(id))}
          onDrop={(id) => void after(works.drop(id))}
        />
      </div>
      <ShelfSpace onChanged={() => void refresh()} onFail={fail} />
    </Dialog>
  );
}

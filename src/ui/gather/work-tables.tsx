'use client';

import { Trash2 } from 'lucide-react';
import { currentTable } from '@/state/current';
import { edit } from '@/state/document';
import { Button, IconButton } from '../parts/button';
import { useServices } from '../services';
import { useDocument } from '../use-state';

/** The tables of this work, where there are several: which one the chart is made of, and which may go. */
export function WorkTables() {
  const { studio } = useServices();
  const project = useDocument((state) => state.project);
  if (!project || project.tables.length < 2) return null;
  const used = new Set(project.charts.map(({ tableId }) => tableId));
  const open = currentTable(project).id;
  const remove = (id: string) =>
    edit((draft) => {
      draft.tables = draft.tables.filter((table) => table.id !== id);
    });
  return (
    <ul
      aria-label="Tables of this work"
      className="flex flex-col gap-1 rounded-md border border-line p-1.5 text-[13px]"
    >
      {project.tables.map(({ id, name }) => (
        <li key={id} className="flex min-h-8 items-center gap-2 pl-1">
          <span className="min-w-0 flex-1 truncate">{name}</span>
          {id === open ? (
            <span className="px-2 text-[12px] text-spruce">on stage</span>
          ) : (
            <>
              <Button aria-label={`Make the chart of ${name}`} onClick={() => void studio.chooseTable(id)}>
                Use
              </Button>
              {!used.has(id) && (
                <IconButton label={`Take ${name} out of this work`} onClick={() => remove(id)}>
                  <Trash2 className="size-4" aria-hidden />
                </IconButton>
              )}
            </>
          )}
        </li>
      ))}
    </ul>
  );
}

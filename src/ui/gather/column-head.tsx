'use client';

import { CellInput } from './cell-input';
import { ColumnMenu } from './column-menu';
import { WidthHandle, type Widths } from './grid-widths';
import type { GridWork } from './use-grid-work';

const kindWords = { number: 'numbers', period: 'periods', text: 'text', blank: 'blank' };

interface ColumnHeadProps {
  readonly work: GridWork;
  readonly column: number;
  readonly widths: Widths;
}

/** The head of a column: its name, what it holds, its menu, and the edge that makes it wider. */
export function ColumnHead({ work, column, widths }: ColumnHeadProps) {
  const { actions, block, renaming, setRenaming } = work;
  const summary = work.grid.columns[column];
  const name = summary?.name ?? '';
  if (renaming === column) {
    return <CellInput label="Name of the column" text={name} onEnd={(text) => work.rename(column, text)} />;
  }
  return (
    <>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: renaming is in the column's menu too */}
      <span
        className="truncate pr-5 text-[13px] font-semibold"
        title={name.slice(0, 300)}
        onDoubleClick={() => setRenaming(column)}
      >
        {name.slice(0, 80)}
      </span>
      <span className="truncate text-[11px] text-quiet" title={summary?.why}>
        {kindWords[summary?.kind ?? 'blank']}
      </span>
      <ColumnMenu
        name={name.slice(0, 80)}
        canMove={{ left: column > 0, right: column < work.size.columnCount - 1 }}
        onRename={() => setTimeout(() => setRenaming(column), 0)}
        onSort={(direction) => actions.sort(column, direction)}
        onMove={(by) => actions.moveColumn(column, by)}
        onAdd={(place) => actions.addColumn(column + place)}
        onRemove={() => actions.removeColumns({ ...block, left: column, right: column })}
      />
      <WidthHandle column={column} widths={widths} />
    </>
  );
}

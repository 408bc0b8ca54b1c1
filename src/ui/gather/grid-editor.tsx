'use client';

import { sourceRowOf } from '@/core/shaping/add-table';
import { isAddedRow } from '@/core/table/table';
import type { GridSummary } from '@/workers/protocol';
import { type GridCell, VirtualGrid } from '../parts/virtual-grid';
import { useSession } from '../use-state';
import { CellInput } from './cell-input';
import { ColumnHead } from './column-head';
import { FindBar } from './find-bar';
import { gridKeyDown } from './grid-keys';
import { GridToolbar } from './grid-toolbar';
import { useWidths } from './grid-widths';
import { oneCell } from './selection';
import { useMarks } from './use-grid-marks';
import { gridClipboard, useGridPointer } from './use-grid-pointer';
import { type GridWork, useGridWork } from './use-grid-work';

/** The table of Gather: every cell can be edited; each edit is a step that stays with the table. */
export function GridEditor() {
  const grid = useSession((state) => state.prepared?.grid ?? state.table);
  if (!grid) return null;
  return <Grid grid={grid} />;
}

function Grid({ grid }: { readonly grid: GridSummary }) {
  const work = useGridWork(grid);
  const pointer = useGridPointer(work);
  const widths = useWidths(grid);
  const marks = useMarks();
  const { actions, block, cells, finding, size } = work;
  return (
    <div className="flex h-full flex-col">
      <GridToolbar
        grid={grid}
        block={block}
        onAddRow={() => void actions.addRows(block.bottom + 1, 1)}
        onRemoveRows={() => void actions.removeRows(block)}
        onAddColumn={() => actions.addColumn(block.right + 1)}
        onFillDown={() => void actions.fillDown(block)}
        onFind={() => work.setFinding(!finding)}
      />
      {finding && <Finder work={work} />}
      <div className="min-h-0 flex-1">
        <VirtualGrid
          editable
          handle={work.handle}
          label="Table to edit"
          activeId={work.activeId}
          rowCount={size.rowCount}
          columnCount={size.columnCount}
          columnWidth={(column) => widths.table.getColumn(String(column))?.getSize() ?? 120}
          widthKey={widths.key}
          headHeight={44}
          headOf={(column) => <ColumnHead work={work} column={column} widths={widths} />}
          rowHeadWidth={76}
          rowHeadLabel="Row of the file"
          rowHeadOf={(row) => rowName(cells.numberAt(row))}
          cellOf={(row, column) => cellOf(work, marks, row, column)}
          focus={work.focus}
          onWindow={cells.onWindow}
          sectionProps={{ ...pointer, ...gridClipboard(work), onKeyDown: (event) => gridKeyDown(work, event) }}
        />
      </div>
    </div>
  );
}

function Finder({ work }: { readonly work: GridWork }) {
  const { actions, grid, handle, selection, setFinding, setSelection } = work;
  return (
    <FindBar
      grid={grid}
      at={selection.head}
      onShow={({ row, column }) => {
        setSelection(oneCell(row, column));
        handle.current?.show(row, column, 'center');
      }}
      onReplace={(find, put, whole, matchCase) => actions.replaceAll({ column: '', find, put, whole, matchCase })}
      onClose={() => {
        setFinding(false);
        handle.current?.focus();
      }}
    />
  );
}

function cellOf(work: GridWork, marks: ReadonlySet<string>, row: number, column: number): GridCell {
  const { block, cells, editing, selection } = work;
  const summary = work.grid.columns[column];
  const number = cells.numberAt(row);
  const open = editing?.row === row && editing.column === column;
  return {
    text: open ? (
      <CellInput
        label={`${summary?.name}, row ${rowName(number)}`}
        text={editing.text}
        onEnd={(text, move) => (text === null ? work.stopEditing() : void work.commit(text, move))}
      />
    ) : (
      cells.textAt(row, column)
    ),
    number: summary?.kind === 'number',
    mark: number !== undefined && marks.has(`${number}\n${summary?.name}`),
    selected: row >= block.top && row <= block.bottom && column >= block.left && column <= block.right,
    active: selection.head.row === row && selection.head.column === column,
  };
}

function rowName(number: number | undefined): string {
  if (number === undefined) return '';
  if (isAddedRow(number)) return 'new';
  const added = sourceRowOf(number);
  return added ? `+${added.row}` : String(number);
}

'use client';

import Papa from 'papaparse';
import { toast } from 'sonner';
import { MAX_PASTED_CELLS } from '@/core/shaping/plan-edits';
import type { StepPlan } from '@/core/shaping/steps/step';
import { addHandSteps } from '@/state/edit-table';
import type { GridSummary } from '@/workers/protocol';
import type { Services } from '../services';
import type { Block } from './selection';

/** What can be done to the cells of the grid. Everything becomes a step that undo takes back. */
export class GridActions {
  constructor(
    private readonly table: Services['table'],
    private readonly grid: GridSummary,
  ) {}

  /** Puts texts into the grid; rows and columns that are missing are added. */
  async put(top: number, left: number, texts: readonly (readonly string[])[]): Promise<void> {
    const count = texts.reduce((sum, row) => sum + row.length, 0);
    if (count > MAX_PASTED_CELLS) {
      const limit = MAX_PASTED_CELLS.toLocaleString('en-GB');
      toast.error(
        `That is ${count.toLocaleString('en-GB')} cells; the grid takes ${limit} at once. Save them as a file and drop it.`,
      );
      return;
    }
    const { plans } = await this.table.planBlock(top, left, texts);
    addHandSteps(plans);
  }

  /** Pastes a block that was copied from here or from a spreadsheet; one cell fills the whole selection. */
  async paste(block: Block, text: string): Promise<void> {
    const { data } = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' });
    const one = data.length === 1 && data[0]?.length === 1 ? data[0][0] : undefined;
    if (one !== undefined) return this.fill(block, () => one);
    await this.put(block.top, block.left, data);
  }

  async copy(block: Block): Promise<string> {
    const texts = await this.table.blockTexts(
      { row: block.top, column: block.left },
      { row: block.bottom, column: block.right },
    );
    return Papa.unparse(texts as string[][], { delimiter: '\t', newline: '\n' });
  }

  async clear(block: Block): Promise<void> {
    await this.fill(block, () => '');
  }

  /** Repeats the first row of the selection down to its last. */
  async fillDown(block: Block): Promise<void> {
    const first = { row: block.top, column: block.left };
    const [top = []] = await this.table.blockTexts(first, { row: block.top, column: block.right });
    await this.fill(block, (_, column) => top[column] ?? '');
  }

  private async fill(block: Block, textOf: (row: number, column: number) => string): Promise<void> {
    const rows = Array.from({ length: block.bottom - block.top + 1 }, (_, row) =>
      Array.from({ length: block.right - block.left + 1 }, (__, column) => textOf(row, column)),
    );
    await this.put(block.top, block.left, rows);
  }

  private nameOf(column: number): string {
    return this.grid.columns[column]?.name ?? '';
  }

  async addRows(at: number, count: number): Promise<void> {
    const [before] = await this.table.rowNumbers(at, at + 1);
    const first = await this.table.nextAddedNumber();
    const numbers = Array.from({ length: count }, (_, i) => first + i);
    addHandSteps([{ kind: 'add-rows', before: before ?? null, numbers }]);
  }

  async removeRows(block: Block): Promise<void> {
    const rows = await this.table.rowNumbers(block.top, block.bottom + 1);
    if (rows.length === this.grid.rowCount) {
      toast.error('A table needs at least one row. Delete fewer of them.');
      return;
    }
    addHandSteps([{ kind: 'remove-rows', rows }]);
  }

  /** Moves the selected rows up or down by one; returns how far they went. */
  async moveRows(block: Block, by: 1 | -1): Promise<number> {
    if (by < 0 ? block.top === 0 : block.bottom >= this.grid.rowCount - 1) return 0;
    const rows = await this.table.rowNumbers(block.top, block.bottom + 1);
    const at = by < 0 ? block.top - 1 : block.bottom + 2;
    const [before] = await this.table.rowNumbers(at, at + 1);
    addHandSteps([{ kind: 'move-rows', rows, before: before ?? null }]);
    return by;
  }

  addColumn(at: number): void {
    addHandSteps([{ kind: 'add-column', column: 'New column', before: this.nameOf(at) }]);
  }

  removeColumns(block: Block): void {
    const columns = this.grid.columns.slice(block.left, block.right + 1).map(({ name }) => name);
    if (columns.length === this.grid.columns.length) {
      toast.error('A table needs at least one column. Delete fewer of them.');
      return;
    }
    addHandSteps([{ kind: 'remove-columns', columns }]);
  }

  renameColumn(column: number, to: string): void {
    const name = to.trim();
    if (name === '' || name === this.nameOf(column)) return;
    if (this.grid.columns.some((each) => each.name === name)) {
      toast.error(`There already is a column called “${name}”. Names are told apart; choose another one.`);
      return;
    }
    addHandSteps([{ kind: 'rename-column', column: this.nameOf(column), to: name }]);
  }

  moveColumn(column: number, by: 1 | -1): number {
    const to = column + by;
    if (to < 0 || to >= this.grid.columns.length) return 0;
    const before = this.nameOf(by < 0 ? to : to + 1);
    addHandSteps([{ kind: 'move-column', column: this.nameOf(column), before }]);
    return by;
  }

  sort(column: number, direction: 'up' | 'down'): void {
    addHandSteps([{ kind: 'sort-rows', column: this.nameOf(column), direction }]);
  }

  replaceAll(plan: Omit<Extract<StepPlan, { kind: 'replace-text' }>, 'kind'>): void {
    addHandSteps([{ kind: 'replace-text', ...plan }]);
  }
}

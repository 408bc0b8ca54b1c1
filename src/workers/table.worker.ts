import * as Comlink from 'comlink';
import { recogniseShapes } from '@/core/shaping/recognise-shape';
import { shapeCube } from '@/core/shaping/shape-cube';
import { cellText } from '@/core/table/column';
import { refuse } from '@/core/table/issue';
import { profileColumn } from '@/core/table/profile';
import { readTable } from '@/core/table/read-table';
import type { Table } from '@/core/table/table';
import type { TableWorkerApi } from './protocol';

const SHOWN_CHARACTERS = 200;

let table: Table | null = null;

const api: TableWorkerApi = {
  async open(bytes, fileName) {
    const outcome = readTable(new Uint8Array(bytes), { fileName });
    if (!outcome.ok) return outcome;
    table = outcome.value.table;
    const columns = table.columns.map((column) => {
      const { kind, distinctCount, blankCount } = profileColumn(column);
      const longest = column.texts.slice(0, 400).reduce((most, text) => Math.max(most, text.length), 0);
      return { name: column.name, kind, distinctCount, blankCount, longest };
    });
    const { readAs } = outcome.value;
    const guesses = recogniseShapes(table);
    return {
      ok: true,
      value: { columns, rowCount: table.rowCount, readAs, issues: outcome.issues, guesses },
      issues: [],
    };
  },

  async cells([rowFrom, rowTo], [columnFrom, columnTo]) {
    const shown = table?.columns.slice(columnFrom, columnTo) ?? [];
    const rows = Array.from({ length: Math.max(0, rowTo - rowFrom) }, (_, i) => rowFrom + i);
    return {
      cells: rows.map((row) => shown.map((column) => cellText(column, row).slice(0, SHOWN_CHARACTERS))),
      rowNumbers: rows.map((row) => table?.rowNumbers[row] ?? 0),
    };
  },

  async shape(fields) {
    if (!table) return refuse('no-table', 'There is no table yet. Drop a file, or choose a sample in Gather.');
    const outcome = shapeCube(table, fields);
    return outcome.ok ? Comlink.transfer(outcome, [outcome.value.values.buffer as ArrayBuffer]) : outcome;
  },
};

Comlink.expose(api);

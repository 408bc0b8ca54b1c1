import type { TableEntry } from '@/core/project/table-entry';
import type { Fields } from '@/core/shaping/fields';
import type { TableSummary } from '@/workers/protocol';
import { draftChart } from './current';
import { edit } from './document';
import { fits } from './project-tables';

/**
 * Takes a table into the open work: its chart is made of it from now on, and looks and moves as before. The table that it was
 * made of stays in the work.
 *
 * @param fields What the columns tell, where those of the chart are not in the table.
 */
export function takeTable(entry: TableEntry, fields: Fields, summary: TableSummary): void {
  edit((draft) => {
    if (!draft.tables.some(({ id }) => id === entry.id)) draft.tables.push(entry as (typeof draft.tables)[number]);
    const chart = draftChart(draft);
    chart.tableId = entry.id;
    if (!fits(chart.fields, summary, entry.steps)) chart.fields = fields;
  });
}

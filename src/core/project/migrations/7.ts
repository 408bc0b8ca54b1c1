import { type Migration, objectOf, objectsOf } from './migration';

/** Version 8 has further values beside the first ones, from columns and from joined tables, what the film looks at, and charts side by side. */
export const from7: Migration = (document) => ({
  ...document,
  version: 8,
  charts: objectsOf(document.charts).map((chart) => ({
    ...chart,
    focuses: [],
    panes: { axes: 'common', order: 'table', most: 36 },
    fields: { ...objectOf(chart.fields), second: '', third: '', panes: false },
  })),
  tables: objectsOf(document.tables).map((table) => ({
    ...table,
    added: objectsOf(table.added).map((added) => ({ ...added, measure: '' })),
  })),
});

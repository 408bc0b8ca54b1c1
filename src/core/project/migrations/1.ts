import { type Migration, objectOf, objectsOf } from './migration';

// Literals, not the defaults of today: what version 1 means never changes again.
const reading = { sheet: '', encoding: '', delimiter: '', headerRow: null };
const fields = {
  period: '',
  category: '',
  value: '',
  group: '',
  colour: '',
  picture: '',
  periodsAs: 'auto',
  decimal: 'auto',
  shape: 'long',
};

/** Version 2 keeps how a file is read, what was added to it, the steps of its preparation, and groups. */
export const from1: Migration = (document) => ({
  ...document,
  version: 2,
  tables: objectsOf(document.tables).map((table) => ({
    ...table,
    source: { ...objectOf(table.source), reading },
    added: [],
    steps: [],
  })),
  charts: objectsOf(document.charts).map((chart) => ({
    ...chart,
    fields: { ...fields, ...objectOf(chart.fields) },
    group: '',
  })),
});

import { layouts } from './awkward/layouts';
import { lines } from './awkward/lines';
import { numbers } from './awkward/numbers';
import { periodColumns } from './awkward/period-columns';
import { periodHeaders } from './awkward/period-headers';
import { sheets } from './awkward/sheets';
import type { AwkwardTable } from './awkward/table';

/** Tables as people have them. */
export const awkwardTables: readonly AwkwardTable[] = [
  ...periodHeaders,
  ...periodColumns,
  ...numbers,
  ...lines,
  ...sheets,
  ...layouts,
];

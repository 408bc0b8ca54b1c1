import { parseDelimited } from '../table/delimited';
import type { Table } from '../table/table';

/** A table as it is read from delimited text. @throws Error that says why it cannot be. */
export function tableOf(text: string): Table {
  const outcome = parseDelimited(text);
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  return outcome.value.table;
}

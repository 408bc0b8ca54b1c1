import type { DataType, Vector } from 'apache-arrow';
import { recogniseFileKind } from './file-kind';
import type { Outcome } from './issue';
import type { Reader, ReadTable } from './reader';
import { readOrRefuse, tableOfRecords } from './typed-records';

/** Reads Apache Arrow files and streams, as far as they are not packed. */
export const arrowReader: Reader = {
  id: 'arrow',
  claims: (bytes) => recogniseFileKind(bytes) === 'arrow',
  read: (bytes) => readOrRefuse('Arrow table', () => tableOf(bytes)),
};

type Arrow = typeof import('apache-arrow');

async function tableOf(bytes: Uint8Array): Promise<Outcome<ReadTable>> {
  const arrow = await import('apache-arrow');
  const table = arrow.tableFromIPC(bytes);
  const columns = table.schema.fields.map(({ type }, at) => valuesOf(arrow, table.getChildAt(at), type));
  function* rows() {
    for (let row = 0; row < table.numRows; row++) yield columns.map((value) => value(row));
  }
  return tableOfRecords({ names: table.schema.fields.map(({ name }) => name), rows: rows(), readAs: 'Arrow' });
}

/** How the values of a column are got: moments come as milliseconds, decimals as whole numbers without their point. */
function valuesOf(arrow: Arrow, vector: Vector | null, type: DataType): (row: number) => unknown {
  const { DataType: is } = arrow;
  const get = (row: number): unknown => vector?.get(row);
  if (is.isDate(type) || is.isTimestamp(type)) {
    return (row) => {
      const ms = get(row);
      return typeof ms === 'number' || typeof ms === 'bigint' ? new Date(Number(ms)) : ms;
    };
  }
  if (!is.isDecimal(type)) return get;
  const { scale } = type;
  return (row) => {
    const whole = get(row);
    return whole === null || whole === undefined ? null : withPoint(String(whole), scale);
  };
}

/** The digits of a decimal with their point: 12345 of two places is 123.45. */
function withPoint(whole: string, places: number): string {
  if (places <= 0) return whole + '0'.repeat(-places);
  const digits = whole.replace('-', '').padStart(places + 1, '0');
  return `${whole.startsWith('-') ? '-' : ''}${digits.slice(0, -places)}.${digits.slice(-places)}`;
}

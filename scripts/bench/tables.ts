import Papa from 'papaparse';
import { Preparer } from '@/core/shaping/preparation';
import { understand } from '@/core/shaping/understand';
import { readTable } from '@/core/table/read-table';
import { noReadingChoice } from '@/core/table/reader';

const ROUNDS = 3;
const CATEGORIES = 2000;

/** A long CSV: a row for each period and category, with a value of two decimals. About 33 bytes a row. */
function longCsv(periods: number): Uint8Array {
  const lines = ['period,category,value'];
  let state = 1;
  for (let p = 0; p < periods; p++) {
    const day = new Date(Date.UTC(2001, 0, 1 + p)).toISOString().slice(0, 10);
    for (let c = 0; c < CATEGORIES; c++) {
      state = (Math.imul(state, 1103515245) + 12345) & 0x7fffffff;
      lines.push(`${day},Category ${c},${(state / 21474.83647).toFixed(2)}`);
    }
  }
  return new TextEncoder().encode(`${lines.join('\n')}\n`);
}

/** What Papa Parse alone needs: the same bytes to arrays. */
function papaAlone(bytes: Uint8Array): number {
  const startedMs = performance.now();
  const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  const { data } = Papa.parse<string[]>(text);
  if (data.length < 2) throw new Error('papa read nothing');
  return performance.now() - startedMs;
}

/** From bytes to a shaped cube. */
async function toCube(bytes: Uint8Array): Promise<number> {
  const startedMs = performance.now();
  const outcome = await readTable(bytes, { fileName: 'long.csv', choice: noReadingChoice });
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  const { fields, steps } = understand(outcome.value);
  const { outcome: shaped } = new Preparer(outcome.value.table, null).prepare(steps, fields, '');
  if (!shaped.ok) throw new Error(shaped.issues[0]?.message);
  return performance.now() - startedMs;
}

const collect = (globalThis as { gc?: () => void }).gc ?? (() => undefined);

/** What the open table and its cube hold beside the file's own bytes, in bytes. */
async function held(bytes: Uint8Array): Promise<number> {
  const used = () => {
    collect();
    const { heapUsed, arrayBuffers } = process.memoryUsage();
    return heapUsed + arrayBuffers;
  };
  const before = used();
  const outcome = await readTable(bytes, { fileName: 'long.csv', choice: noReadingChoice });
  if (!outcome.ok) throw new Error('refused');
  const { fields, steps } = understand(outcome.value);
  const preparer = new Preparer(outcome.value.table, null);
  const prepared = preparer.prepare(steps, fields, '');
  const after = used();
  if (!prepared.outcome.ok || preparer.source.rowCount === 0) throw new Error('refused');
  return after - before + bytes.length;
}

async function main(): Promise<void> {
  const once = longCsv(500);
  const twice = longCsv(1000);
  const memory = (await held(twice)) / twice.length;
  const papa: number[] = [];
  const cube: number[] = [];
  const half: number[] = [];
  await toCube(once);
  for (let round = 0; round < ROUNDS; round++) {
    collect();
    papa.push(papaAlone(twice));
    collect();
    cube.push(await toCube(twice));
    collect();
    half.push(await toCube(once));
  }
  console.log(JSON.stringify({ papa, cube, half, memory: [memory], megabytes: twice.length / 1e6 }));
}

await main();

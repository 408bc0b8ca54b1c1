import { readFileSync } from 'node:fs';
import type { Cube } from '../shaping/cube';

/** The values of the demo table, read without any of the code under test. */
export function demoCube(): Cube {
  const [, ...lines] = readFileSync('public/samples/ferry-passengers.csv', 'utf8').trim().split('\n');
  const cells = lines.map((line) => line.split(',') as [string, string, string]);
  const years = [...new Set(cells.map(([year]) => year))].sort();
  const categories = [...new Set(cells.map(([, harbour]) => harbour))];
  const values = new Float64Array(years.length * categories.length).fill(Number.NaN);
  for (const [year, harbour, people] of cells)
    values[years.indexOf(year) * categories.length + categories.indexOf(harbour)] = Number(people);
  const periods = years.map((key) => ({ key, instantMs: Date.UTC(Number(key)), spacing: Number(key) }));
  return { kind: 'year', periods, categories, values };
}

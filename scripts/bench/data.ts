import type { RankedBarsOwn } from '@/core/families/ranked-bars/document';
import { firstFamily } from '@/core/families/registry';
import type { Chart } from '@/core/project/chart';
import { defaultChart, defaultProject } from '@/core/project/defaults';
import type { Project } from '@/core/project/project';
import type { Cube } from '@/core/shaping/cube';
import { fieldsOf } from '@/core/shaping/fields';
import { noReadingChoice } from '@/core/table/reader';
import { random } from '../lib/random.mjs';

/** A table of random walks. */
export function walkCube(periodCount: number, categoryCount: number): Cube {
  const next = random(periodCount * 31 + categoryCount);
  const values = new Float64Array(periodCount * categoryCount);
  for (let c = 0; c < categoryCount; c++) {
    let value = 1000 * (1 + 9 * next() ** 3);
    for (let p = 0; p < periodCount; p++) {
      values[p * categoryCount + c] = value;
      value = Math.max(1, value * (1 + (next() - 0.48) * 0.08));
    }
  }
  const periods = Array.from({ length: periodCount }, (_, p) => ({
    key: `${1000 + p}`,
    instantMs: Date.UTC(1000 + p),
    spacing: 1000 + p,
  }));
  const categories = Array.from({ length: categoryCount }, (_, c) => `Category ${c}`);
  return { kind: 'year', periods, categories, values };
}

/** Id of the chart in `benchProject`. */
export const BENCH_CHART = 'c';

/** A project of a cube with so many places, at `secPerPeriod` a period. */
export function benchProject(places: number, secPerPeriod: number, change: Partial<Chart> = {}): Project {
  const fields = fieldsOf({ shape: 'long', period: 'Year', category: 'Name', value: 'Value' });
  const source = { kind: 'file', fileName: 'bench.csv', assetId: 'a', reading: noReadingChoice } as const;
  const chart = defaultChart(BENCH_CHART, 't', fields, firstFamily);
  const text = {
    ...chart.text,
    title: 'A title of the usual length',
    subtitle: 'What is counted, in what unit',
    source: 'Source: made up',
  };
  const pace = { ...chart.pace, length: { by: 'period' as const, sec: secPerPeriod } };
  return defaultProject(
    { id: 'p', name: 'Bench' },
    { id: 't', name: 'Bench', source, added: [], steps: [] },
    { ...chart, text, pace, own: { ...(chart.own as RankedBarsOwn), places }, ...change },
  );
}

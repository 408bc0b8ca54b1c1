import { screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(async () => {
  await app.openApp();
});
afterEach(app.closeApp);

const rows = (...lines: string[]) => `${lines.join('\n')}\n`;
const long = 'x'.repeat(10_000_000);

/** Files that end in a drawn chart, and what the stage says of it. */
const drawn: [string, string, RegExp][] = [
  ['one row', rows('Year,Name,Value', '2001,A,5'), /^2001: 1\. A, 5\.$/],
  ['headers that stand twice', rows('Year,A,A', '2001,1,2', '2002,3,2'), /1\. A \(2\), 2; 2\. A, 1/],
  ['ragged rows', rows('Year,A,B', '2001,1', '2002,3,2,9', '2003,1,2'), /^2001: 1\. A, 1\.$/],
  ['a BOM', `\uFEFF${rows('Year,Name,Value', '2001,A,5', '2002,A,7')}`, /1\. A, 5/],
  [
    'only negative values',
    rows('Year,Name,Value', '2001,A,-5', '2001,B,-15', '2002,A,-7', '2002,B,-1'),
    /1\. A, −5; 2\. B, −15/,
  ],
  ['all equal values', rows('Year,Name,Value', '2001,A,5', '2001,B,5', '2002,A,5', '2002,B,5'), /1\. A, 5; 2\. B, 5/],
  [
    'names that look like code',
    rows(
      'Year,Name,Value',
      '2001,__proto__,5',
      '2001,<img onerror=alert(1) src=x>,8',
      '2002,__proto__,9',
      '2002,constructor,1',
    ),
    /1\. <img onerror=alert\(1\) src=x>, 8; 2\. __proto__, 5/,
  ],
  [
    'NaN and 1e308 as text',
    rows('Year,Name,Value', '2001,A,NaN', '2001,B,1e308', '2002,A,1e307', '2002,B,5'),
    /1\. B, 100 × 10³⁰⁶/,
  ],
  [
    'a line of 10 MB',
    rows('Year,Name,Value', `2001,${long},5`, `2002,${long},9`, '2001,B,7', '2002,B,1'),
    /1\. B, 7; 2\. x+/,
  ],
];

describe('a chart comes of', () => {
  it.each(drawn)('%s, and every step can be opened', async (_, content, said) => {
    await app.openTable('odd.csv', content);
    await app.saysOnStage(said);
    for (const step of ['Gather', 'Shape', 'Pace', 'Output', 'Dress'] as const) {
      await app.goTo(step);
      expect(screen.getByRole('combobox', { name: 'Find a control' })).toBeTruthy();
    }
    await app.saysOnStage(said);
  });
});

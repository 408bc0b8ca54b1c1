import { describe, expect, it } from 'vitest';
import { byFolder, fallen } from './coverage.mjs';

const lines = (covered: number, total: number) => ({ lines: { covered, total } });

describe('coverage by folder', () => {
  const folders = byFolder(
    {
      total: lines(1, 2),
      '/p/src/core/motion/race.ts': lines(8, 10),
      '/p/src/core/motion/slots.ts': lines(10, 10),
      '/p/src/core/project/schema/parts.ts': lines(1, 4),
      '/p/src/app/wiring.ts': lines(0, 0),
    },
    '/p',
  );

  it('adds up the files of a folder and of those below it', () => {
    expect([...folders]).toEqual([
      ['src/app', { covered: 0, total: 0 }],
      ['src/core/motion', { covered: 18, total: 20 }],
      ['src/core/project', { covered: 1, total: 4 }],
    ]);
  });

  it('names what has fallen, and nothing that is new, as it was, better, or off by a hair', () => {
    expect(fallen(folders, { 'src/core/motion': 91, 'src/core/project': 24 })).toEqual([]);
    expect(fallen(folders, { 'src/core/motion': 92, 'src/app': 100 })).toEqual(['src/core/motion: 90 %, was 92 %']);
  });
});

import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { raceTable } from '@/core/testing/tables';
import { TestRedis } from '@/farm/testing/redis';
import { run } from './testing/run';

const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-refused-'));
const at = (name: string) => path.join(folder, name);
const boats = at('boats.csv');

beforeAll(() => {
  writeFileSync(boats, raceTable);
  writeFileSync(at('empty.csv'), 'season,boat,points\n');
  writeFileSync(at('words.csv'), 'boat,port\nAlpha,North\nBravo,South\n');
  writeFileSync(at('bad.plucky'), 'no project');
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What a command says that does nothing: one line on the way for errors, and a status of its own. */
async function refused(...args: string[]): Promise<string> {
  const { status, stdout, stderr } = await run(...args);
  expect(status, stderr).toBe(2);
  expect(stdout).toBe('');
  return stderr;
}

describe('tempo render and join', () => {
  afterEach(() => expect(readdirSync(folder).filter((name) => /^x\.|part$/.test(name))).toEqual([]));

  it.each([
    [['render', at('empty.csv')], /^There is a header line and nothing under it/],
    [['render', at('words.csv')], /numbers/],
    [['render', at('none.csv')], /no such file/],
    [['render', at('bad.plucky')], /^This is not a project of Plucky Tempo/],
    [['render', boats, '--size', '1x1'], /from 16 to 3840/],
    [['join', boats], /no film/],
  ])('refuse %j in one line', async (args, said) => {
    expect(await refused(...args, '--out', at('x.mp4'))).toMatch(said);
  });

  it('name the formats where an ending is none', async () => {
    expect(await refused('render', boats, '--out', at('x.doc'))).toMatch(/--format/);
  });
});

describe('tempo farm', () => {
  let redis: TestRedis;
  beforeAll(async () => {
    redis = await TestRedis.start();
    vi.stubEnv('TEMPO_QUEUE', redis.url);
    vi.stubEnv('TEMPO_STORE', at('store'));
  });
  afterAll(async () => {
    vi.unstubAllEnvs();
    await redis.stop();
  });

  it.each([
    [
      ['submit', boats, '--queue', 'redis://127.0.0.1:1/0'],
      /^The queue redis:\/\/127\.0\.0\.1:1\/0 cannot be reached: ECONNREFUSED/,
    ],
    [['submit', boats, '--queue', 'nowhere'], /must read like redis:/],
    [['submit', boats, '--sizes', '641x359'], /even numbers of pixels/],
    [['submit', boats, '--sizes', '12'], /must read like 1920x1080/],
    [['submit', boats, '--formats', 'mp4,avi'], /--formats must be one of/],
    [['submit', boats, '--groups', 'Isle'], /no column “Isle” to make groups of/],
    [['submit', boats, '--priority', '0'], /--priority must be a number from 1 to 1000/],
    [['submit', at('none.csv')], /there is no such file/],
    [['submit', boats, '--store', boats], /must be a folder/],
    [['status', '4711'], /^There is no job 4711/],
    [['cancel', 'x'], /The job must be a number/],
    [['work', '--store', 'ftp://x/y'], /neither a folder nor s3/],
  ])('refuses %j in one line', async (args, said) => {
    expect(await refused('farm', ...args)).toMatch(said);
  });
});

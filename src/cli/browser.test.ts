import { EventEmitter } from 'node:events';
import { chromium } from 'playwright-core';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { borrowBrowser, findChromium, keepBrowser } from './browser';
import { Refusal } from './refusal';

vi.mock('playwright-core', () => ({ chromium: { launchPersistentContext: vi.fn() } }));

/** Stands in for a browser that runs. */
class Running extends EventEmitter {
  closed = 0;

  close(): Promise<void> {
    this.closed++;
    this.emit('close');
    return Promise.resolve();
  }
}

const launch = vi.mocked(chromium.launchPersistentContext);
let started: Running[] = [];

beforeEach(() => {
  vi.stubEnv('CHROMIUM_PATH', process.execPath);
  started = [];
  launch.mockReset().mockImplementation(() => {
    const running = new Running();
    started.push(running);
    return Promise.resolve(running as never);
  });
});
afterEach(() => vi.unstubAllEnvs());

it('is one of its own for each who asks, and ends with them', async () => {
  const [one, other] = [await borrowBrowser(), await borrowBrowser()];
  expect(one.context).not.toBe(other.context);
  await one.release();
  expect(started.map(({ closed }) => closed)).toEqual([1, 0]);
  await other.release();
});

it('is shared while one is kept, started when it is first needed, and ends once nobody needs it', async () => {
  const end = keepBrowser();
  expect(started).toHaveLength(0);
  const both = await Promise.all([borrowBrowser(), borrowBrowser()]);
  expect(started).toHaveLength(1);
  await Promise.all(both.map((lent) => lent.release()));
  expect((await borrowBrowser()).context).toBe(both[0].context);
  expect(started[0]?.closed).toBe(0);
  await end();
  expect(started[0]?.closed).toBe(1);
  const own = await borrowBrowser();
  expect(own.context).not.toBe(both[0].context);
  await own.release();
});

it('is another one after it has crashed, or has not started', async () => {
  const end = keepBrowser();
  const { context } = await borrowBrowser();
  started[0]?.emit('close');
  expect((await borrowBrowser()).context).not.toBe(context);
  started[1]?.emit('close');
  launch.mockRejectedValueOnce(new Error('No memory\nAnd more.'));
  await expect(borrowBrowser()).rejects.toThrow(`${process.execPath} did not start: No memory.`);
  expect((await borrowBrowser()).context).toBe(started[2]);
  await end();
});

it('ends without a word where none was needed', async () => {
  await keepBrowser()();
  expect(started).toHaveLength(0);
});

it('is named where it should be, and told how to come by where there is none', () => {
  vi.stubEnv('CHROMIUM_PATH', '/nowhere/chromium');
  expect(() => findChromium()).toThrow('CHROMIUM_PATH names /nowhere/chromium, and there is no such file.');
  vi.stubEnv('CHROMIUM_PATH', '');
  vi.stubEnv('PATH', '/nowhere');
  expect(() => findChromium()).toThrow(Refusal);
});

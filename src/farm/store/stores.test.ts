import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import os from 'node:os';
import path from 'node:path';
import S3rver from 's3rver';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { freePort } from '../testing/redis';
import { FolderStore } from './folder-store';
import { openStore } from './open-store';
import { S3Store } from './s3-store';
import { checkStore, type FarmStore } from './store';
import { storeMark } from './store-mark';

const bytes = (text: string) => new TextEncoder().encode(text);
const text = (read: Uint8Array | null) => (read ? new TextDecoder().decode(read) : null);
async function keys(store: FarmStore, prefix = ''): Promise<string[]> {
  const all: string[] = [];
  for await (const { key } of store.list(prefix)) all.push(key);
  return all.sort();
}

let folder = '';
let s3: S3rver;
const environment = { ...process.env };
beforeAll(async () => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-store-'));
  const port = await freePort();
  s3 = new S3rver({
    address: '127.0.0.1',
    port,
    silent: true,
    directory: path.join(folder, 's3'),
    configureBuckets: [{ name: 'films', configs: [] }],
  });
  await s3.run();
  process.env.AWS_ENDPOINT_URL_S3 = `http://127.0.0.1:${port}`;
  process.env.AWS_ACCESS_KEY_ID = 'S3RVER';
  process.env.AWS_SECRET_ACCESS_KEY = 'S3RVER';
});
afterAll(async () => {
  await s3.close();
  process.env = environment;
  rmSync(folder, { recursive: true, force: true });
});

describe.each(['a folder', 'an object store'])('a store in %s', (kind) => {
  let store: FarmStore;
  let count = 0;
  beforeEach(async () => {
    const name = `test-${++count}`;
    store = await openStore(kind === 'a folder' ? path.join(folder, name) : `s3://films/${name}/`, 'writer');
  });

  it('keeps bytes and files under their keys', async () => {
    await checkStore(store, 'writer');
    expect(await keys(store)).toEqual([]);
    expect(await store.has('a/b')).toBe(false);
    expect(await store.read('a/b')).toBeNull();
    expect(await store.readInto('a/b', path.join(folder, 'none'))).toBe(false);
    await store.write('a/b', bytes('Quay'));
    await store.write('a/b', bytes('Oyle'));
    const file = path.join(folder, 'file');
    writeFileSync(file, 'from a file');
    await store.writeFile('a/c d.mp4', file);
    expect(readFileSync(file, 'utf8')).toBe('from a file');
    expect(await store.has('a/b')).toBe(true);
    expect(text(await store.read('a/b'))).toBe('Oyle');
    expect(await store.readInto('a/c d.mp4', path.join(folder, 'back'))).toBe(true);
    expect(readFileSync(path.join(folder, 'back'), 'utf8')).toBe('from a file');
    await store.copy('a/c d.mp4', 'films/1/Über Isle.mp4');
    expect(text(await store.read('films/1/Über Isle.mp4'))).toBe('from a file');
  });

  it('lists by the beginning of keys, and removes what there is', async () => {
    for (const key of ['spans/aa/1', 'spans/ab/2', 'sounds/3', 'span']) await store.write(key, bytes(key));
    expect(await keys(store, 'spans/')).toEqual(['spans/aa/1', 'spans/ab/2']);
    expect(await keys(store, 'spans/a')).toEqual(['spans/aa/1', 'spans/ab/2']);
    expect(await keys(store, 'spans/ab/2')).toEqual(['spans/ab/2']);
    expect(await keys(store, 'none/')).toEqual([]);
    for await (const thing of store.list('sounds/')) {
      expect(thing.bytes).toBe(8);
      expect(Math.abs(thing.writtenMs - Date.now())).toBeLessThan(3_600_000);
    }
    await store.remove(['spans/aa/1', 'sounds/3', 'never there']);
    expect(await keys(store)).toEqual(['span', 'spans/ab/2']);
  });

  it('has a mark, the same for all who ask', async () => {
    const mark = await storeMark(store);
    expect(mark).toMatch(/^[0-9a-f]{8}$/);
    expect(await storeMark(store)).toBe(mark);
  });

  it('says so where what is to be copied is gone', async () => {
    await expect(store.copy('gone', 'films/1/x.mp4')).rejects.toMatchObject({
      name: 'FarmError',
      code: 'store-missing',
    });
    expect(await keys(store)).toEqual([]);
  });

  it('takes what is larger than one part', async () => {
    const large = new Uint8Array(9 * 2 ** 20).map((_, i) => i % 251);
    const file = path.join(folder, 'large');
    writeFileSync(file, large);
    await store.writeFile('large.mp4', file);
    const read = await store.read('large.mp4');
    expect(read?.length).toBe(large.length);
    expect(Buffer.compare(Buffer.from(read ?? []), Buffer.from(large))).toBe(0);
    expect(await store.sweep(() => false)).toBe(0);
  });
});

describe('a store in a folder', () => {
  it('gets one mark, however many ask at once', async () => {
    const place = path.join(folder, 'marked');
    const stores = Array.from({ length: 12 }, (_, i) => new FolderStore(place, `w${i}`));
    expect(new Set(await Promise.all(stores.map(storeMark))).size).toBe(1);
    expect(await keys(new FolderStore(place, 'w'))).toEqual(['store-mark.txt']);
    expect(await new FolderStore(place, 'w').sweep(() => false)).toBe(0);
  });

  it('is refused where nobody may write, with what to do', async () => {
    // No user may make folders among what the kernel shows.
    await expect(checkStore(new FolderStore('/sys/tempo-store', 'w'), 'w')).rejects.toMatchObject({
      code: 'store-refused',
      message: expect.stringContaining('mount it for writing'),
    });
  });

  it('is never seen half-written, and what a dead writer left goes', async () => {
    const place = path.join(folder, 'drafts');
    const [dead, alive] = [new FolderStore(place, 'dead'), new FolderStore(place, 'alive')];
    await dead.write('x', bytes('x'));
    for (const name of ['dead~1-7', 'alive~1-7']) writeFileSync(path.join(place, '.drafts', name), 'half');
    expect(await keys(alive)).toEqual(['x']);
    expect(await alive.sweep((writer) => writer === 'alive')).toBe(1);
    expect(await alive.sweep(() => false)).toBe(1);
  });

  it('says what stands in the way: a file, a folder that is read only, a full disk', async () => {
    const file = path.join(folder, 'a-file');
    writeFileSync(file, '');
    await expect(checkStore(new FolderStore(file, 'w'), 'w')).rejects.toThrow(/must be a folder/);
    const full = new FolderStore(path.join(folder, 'full'), 'w');
    const trouble = (full as unknown as { trouble(error: unknown): Error }).trouble;
    for (const [code, said] of [
      ['ENOSPC', 'store-full'],
      ['EDQUOT', 'store-full'],
      ['EROFS', 'store-refused'],
      ['EACCES', 'store-refused'],
      ['EIO', 'store-unreachable'],
    ])
      expect(trouble.call(full, Object.assign(new Error('no'), { code }))).toMatchObject({ code: said, ofStore: true });
    if (process.getuid?.() !== 0) {
      const locked = mkdtempSync(path.join(folder, 'locked-'));
      chmodSync(locked, 0o500);
      await expect(checkStore(new FolderStore(locked, 'w'), 'w')).rejects.toMatchObject({ code: 'store-refused' });
    }
  });
});

describe('a store in an object store', () => {
  it('names the bucket that is not there, keys that are refused, and a server that is away', async () => {
    await expect(checkStore(new S3Store('nowhere', ''), 'w')).rejects.toThrow(/no bucket “nowhere”/);
    const [port, here] = [await freePort(), process.env.AWS_ENDPOINT_URL_S3];
    // A server that refuses, and one that is full.
    const answers = [
      [403, 'AccessDenied', 'store-refused'],
      [507, 'InsufficientStorage', 'store-full'],
    ] as const;
    try {
      for (const [status, code, said] of answers) {
        const server = createServer((_request, response) => {
          response.statusCode = status;
          response.setHeader('content-type', 'application/xml');
          response.end(`<?xml version="1.0"?><Error><Code>${code}</Code><Message>No.</Message></Error>`);
        });
        await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
        process.env.AWS_ENDPOINT_URL_S3 = `http://127.0.0.1:${port}`;
        await expect(checkStore(new S3Store('films', ''), 'w')).rejects.toMatchObject({ code: said });
        await new Promise((resolve) => {
          server.closeAllConnections();
          server.close(resolve);
        });
      }
      await expect(checkStore(new S3Store('films', ''), 'w')).rejects.toMatchObject({ code: 'store-unreachable' });
    } finally {
      process.env.AWS_ENDPOINT_URL_S3 = here;
    }
  });
});

describe('places of stores', () => {
  it('are folders or buckets, and nothing else', async () => {
    expect((await openStore('s3://films/a/b/', 'w')).place).toBe('s3://films/a/b/');
    expect((await openStore('some/folder', 'w')).place).toBe(path.resolve('some/folder'));
    for (const bad of ['', ' ', 's3://', 'ftp://host/x'])
      await expect(openStore(bad, 'w')).rejects.toMatchObject({ code: 'bad-place' });
  });
});

import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { Refusal } from './refusal';
import { filesOf, watchFilm } from './watch';

let folder = '';
const at = (name: string) => path.join(folder, name);
const film = (table: string) =>
  JSON.stringify({ format: 'plucky-tempo-film', version: 1, pieces: [{ table, seconds: 2 }] });

beforeEach(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-watch-'));
  writeFileSync(at('a.csv'), 'Year,Name,Value\n2001,A,1\n2002,A,2\n');
  writeFileSync(at('b.csv'), 'Year,Name,Value\n2001,B,1\n2002,B,2\n');
  writeFileSync(at('film.json'), film('a.csv'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

it('a film is made of its script and of what that names; of anything else alone', () => {
  expect(filesOf(at('film.json'))).toEqual([at('film.json'), at('a.csv')]);
  expect(filesOf(at('a.csv'))).toEqual([at('a.csv')]);
  writeFileSync(at('film.json'), '{"format": "plucky-tempo-film", ');
  expect(filesOf(at('film.json'))).toEqual([at('film.json')]);
});

it('a film is made again whenever one of its files changes, and a mistake only waits for its mending', async () => {
  const ending = new AbortController();
  const told: string[] = [];
  let made = 0;
  let fails = false;
  let waits: () => void = () => undefined;
  const waiting = () =>
    new Promise<void>((resolve) => {
      waits = resolve;
    });
  let next = waiting();
  const done = watchFilm(at('film.json'), {
    async make() {
      made++;
      if (fails) throw new Refusal('pieces.0.table: is not there.');
    },
    tell: (line) => told.push(line),
    signal: ending.signal,
    onWaiting: () => waits(),
  });
  /** Changes something, and waits until all that follows is made. */
  const after = async (change: () => void) => {
    next = waiting();
    change();
    await next;
  };
  await next;
  expect(made).toBe(1);
  await after(() => writeFileSync(at('a.csv'), 'Year,Name,Value\n2001,A,1\n2002,A,3\n'));
  expect(made).toBe(2);
  // What the script names from now on is followed too.
  await after(() => writeFileSync(at('film.json'), film('b.csv')));
  expect(made).toBe(3);
  fails = true;
  await after(() => writeFileSync(at('b.csv'), 'Year,Name,Value\n2001,B,1\n2002,B,4\n'));
  expect([made, told.at(-2)]).toEqual([4, 'pieces.0.table: is not there.']);
  fails = false;
  await after(() => writeFileSync(at('b.csv'), 'Year,Name,Value\n2001,B,1\n2002,B,5\n'));
  expect(made).toBe(5);
  ending.abort();
  await done;
}, 60_000);

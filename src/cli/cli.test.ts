import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { read, utils, write } from '@e965/xlsx';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { run } from './testing/run';

const root = path.join(import.meta.dirname, '../..');
const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-'));
const script = path.join(root, 'scripts/tempo.mjs');
const put = (name: string, text: string) => {
  writeFileSync(path.join(folder, name), text);
  return name;
};

/** What a command printed that went well. */
async function printed(...args: string[]): Promise<string> {
  const { status, stdout, stderr } = await run(...args);
  expect(status, stderr).toBe(0);
  return stdout;
}

beforeAll(() => {
  process.chdir(folder);
  put(
    'long.csv',
    'Day,Harbour,People\n01/03/2004,Oyle,"1,200"\n27/03/2004,Oyle,300\n01/04/2004,Oyle,400\n01/03/2004,=Pell,wet\n01/04/2004,=Pell,-7\n',
  );
});

afterAll(() => {
  process.chdir(root);
  rmSync(folder, { recursive: true });
});

describe('tempo inspect', () => {
  it('prints what was understood, as JSON', async () => {
    const found = JSON.parse(await printed('inspect', 'long.csv', '--json'));
    expect(found).toMatchObject({
      shape: 'long',
      period: { column: 'Day', kind: 'day', first: '2004-03-01', last: '2004-04-01', count: 3, regular: false },
      category: { column: 'Harbour', count: 2, names: ['Oyle', '=Pell'] },
      value: { column: 'People' },
      rows: 5,
      suggestions: [],
    });
    expect(found.issues).toMatchObject([{ code: 'unreadable-number', row: 5, column: 'People', raw: 'wet' }]);
  });

  it('prints the same in words, and help', async () => {
    expect(await printed('inspect', 'long.csv')).toContain('day first, because 27 stands in first place in row 3');
    for (const args of [['--help'], ['inspect', '--help'], ['prepare', '--help']])
      expect(await printed(...args)).toContain('Usage');
  });
});

describe('tempo and tables of which nothing comes', () => {
  it('inspect tells what it found, and its status tells that no film can come of it', async () => {
    put('words.csv', 'a,b\nx,y\nz,w');
    const { status, stdout } = await run('inspect', 'words.csv');
    expect(status).toBe(2);
    expect(stdout).toContain('2 of 6 cells are in the film');
    expect(JSON.parse((await run('inspect', 'words.csv', '--json')).stdout).account).toMatchObject({
      cells: 6,
      used: 2,
    });
  });

  it('inspect says a kind of problem once, with its count, and one thing as one', async () => {
    const wet = Array.from({ length: 9 }, (_, i) => `2001,N${i},wet`).join('\n');
    put('wet.csv', `Year,Name,Value\n${wet}\n2001,A,5`);
    const words = await printed('inspect', 'wet.csv');
    expect(words).toContain(
      '9 times: a value could not be read and counts as missing. First: row 2, Value; row 3, Value',
    );
    expect(words.match(/cannot be read as a number,/g) ?? []).toHaveLength(0);
    put('one.csv', 'Year,Name,Value\n2001,A,5');
    expect(await printed('inspect', 'one.csv')).toContain('1 row.');
  });

  it('prepare names the other sheets of a workbook', async () => {
    const book = utils.book_new();
    utils.book_append_sheet(book, utils.aoa_to_sheet([['words'], ['only'], ['here']]), 'Words');
    utils.book_append_sheet(
      book,
      utils.aoa_to_sheet([
        ['Year', 'Oyle'],
        [2001, 1],
        [2002, 2],
      ]),
      'Counts',
    );
    writeFileSync(path.join(folder, 'book.xlsx'), write(book, { type: 'buffer', bookType: 'xlsx' }));
    const { status, stderr } = await run('prepare', 'book.xlsx', '--sheet', 'Words');
    expect(status).toBe(2);
    expect(stderr).toContain('The sheet “Counts” has rows too: choose one with --sheet.');
    expect(await printed('inspect', 'book.xlsx')).toContain('the sheet “Counts”');
  });

  it('columns that are asked for by name are not joined away', async () => {
    put('parts.csv', 'Year,Month,Name,Value\n2001,1,A,5\n2001,2,A,6\n2002,1,A,7');
    expect(await printed('prepare', 'parts.csv')).toBe('period,A\n2001-01,5\n2001-02,6\n2002-01,7\n');
    expect(await printed('prepare', 'parts.csv', '--period', 'Year', '--category', 'Name', '--value', 'Value')).toBe(
      'period,A\n2001,11\n2002,7\n',
    );
  });
});

describe('tempo prepare', () => {
  it('writes CSV with formulas made harmless, and missing cells empty', async () => {
    expect(await printed('prepare', 'long.csv')).toBe(
      'period,Oyle,"\'=Pell"\n2004-03-01,1200,\n2004-03-27,300,\n2004-04-01,400,-7\n',
    );
  });

  it('follows its options', async () => {
    expect(
      await printed('prepare', 'long.csv', '--every', 'month', '--combine', 'mean', '--where', 'Harbour=Oyle'),
    ).toBe('period,Oyle\n2004-03,750\n2004-04,400\n');
    expect(
      await printed('prepare', 'long.csv', '--period', 'Harbour', '--category', 'Day', '--value', 'People'),
    ).toContain('Oyle,');
  });

  it('writes workbooks and JSON that come back with the same values', async () => {
    await printed('prepare', 'long.csv', '--out', 'out.xlsx');
    const sheet = read(readFileSync(path.join(folder, 'out.xlsx'))).Sheets.Shaped ?? {};
    expect(utils.sheet_to_json(sheet, { header: 1 })[1]).toEqual(['2004-03-01', 1200]);
    expect(sheet.C1).toMatchObject({ t: 's', v: '=Pell' });
    await printed('prepare', 'long.csv', '--out', 'out.json');
    expect(JSON.parse(readFileSync(path.join(folder, 'out.json'), 'utf8'))[2]).toEqual({
      period: '2004-04-01',
      Oyle: 400,
      '=Pell': -7,
    });
  });

  it('runs steps on new data and says what no longer fits', async () => {
    const fields = {
      shape: 'long',
      period: 'Day',
      category: 'Harbour',
      value: 'People',
      group: '',
      colour: '',
      periodsAs: 'auto',
      decimal: 'auto',
    };
    const recode = {
      kind: 'recode',
      id: 'a',
      name: '',
      on: true,
      column: 'Harbour',
      pairs: [{ from: 'Gone', to: 'Here' }],
    };
    put('steps.json', JSON.stringify({ format: 'plucky-tempo-steps', version: 1, fields, steps: [recode] }));
    const { status, stdout, stderr } = await run('prepare', 'long.csv', '--steps', 'steps.json');
    expect([status, stdout.split('\n')[1]]).toEqual([0, '2004-03-01,1200,']);
    expect(stderr).toContain('“Gone”');
  });

  it.each([
    [['inspect', 'none.csv'], 'no such file'],
    [['inspect'], 'missing required argument'],
    [['prepare', 'long.csv', '--combine', 'guess'], 'must be one of'],
    [['prepare', 'long.csv', '--where', 'Harbour'], 'COLUMN=VALUE'],
    [['prepare', 'long.csv', '--where', 'Gone=1'], 'Gone'],
    [['prepare', 'long.csv', '--value', 'Gone'], 'no column called “Gone”'],
    [['prepare', 'long.csv', '--out', 'out.doc'], 'csv, xlsx, json'],
    [['prepare', 'long.csv', '--steps', 'long.csv'], 'not valid JSON'],
    [['dance'], 'unknown command'],
  ])('ends %j with status 2, a plain message, and nothing half-written', async (args, message) => {
    const before = readdirSync(folder);
    const { status, stdout, stderr } = await run(...args);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toContain(message);
    expect(stderr).not.toContain('    at ');
    expect(readdirSync(folder)).toEqual(before);
    expect(existsSync(path.join(folder, 'out.doc'))).toBe(false);
  });
});

describe('the settings of a film', () => {
  it('are listed with range, unit and meaning, and taken by their paths', async () => {
    put('race.csv', 'Year,Name,Value\n2001,A,1\n2001,B,5\n2002,A,9\n2002,B,4\n');
    const paths = JSON.parse(await printed('controls', '--chart', 'ranked-bars', '--json'));
    expect(paths).toContainEqual({
      path: 'own.places',
      type: 'number',
      range: [1, 50],
      whole: true,
      meaning: 'Places on stage',
    });
    const [line = ''] = (await printed('frames', 'race.csv', '--set', 'own.places=1', '--at', '0')).split('\n');
    expect(JSON.parse(line).rows).toHaveLength(1);
    const { status, stdout, stderr } = await run('render', 'race.csv', '--set', 'own.place=1', '--out', 'x.mp4');
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toContain('Did you mean own.places?');
    expect((await run('frames')).stderr).toContain('Name a table or a project file');
    expect((await run('render', 'race.csv')).stderr).toContain('Say with --out where to write');
    expect(await printed('render', '--list', 'looks')).toContain('Night ferry\n');
  });
});

describe('the program', () => {
  it('is started by its script, from where the person stands, and ends with its status', () => {
    const env = { ...process.env, INIT_CWD: folder };
    const start = (...args: string[]) => spawnSync('node', [script, ...args], { cwd: root, encoding: 'utf8', env });
    expect(start('inspect', 'long.csv')).toMatchObject({ status: 0, stdout: expect.stringContaining('5 rows') });
    const { status, stdout, stderr } = start('dance');
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toContain('unknown command');
    expect(stderr).not.toContain('    at ');
  });
});

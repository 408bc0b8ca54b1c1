import { describe, expect, it } from 'vitest';
import type { TableSource } from '@/core/project/table-entry';
import { fieldsOf } from '@/core/shaping/fields';
import type { Step } from '@/core/shaping/steps/step';
import { noReadingChoice } from '@/core/table/reader';
import { TableDesk } from './table-desk';

const long = fieldsOf({ shape: 'long', period: 'Year', category: 'Name', value: 'Value' });
const boats = 'Year,Name,Value,Coast\n2001,A,1,North\n2001,B,2,South\n2002,A,3,North\n2002,B,4,South\n';
const fish = 'Year,Name,Value\n1999,Cod,7\n2000,Cod,9\n';

function source(text: string) {
  const made: TableSource = { kind: 'file', fileName: 'x.csv', assetId: 'a', reading: noReadingChoice };
  return [{ source: made, bytes: new TextEncoder().encode(text).buffer as ArrayBuffer, keys: [], measure: '' }];
}

/** A desk with two tables on it, each with a chart. */
async function deskOf() {
  const desk = new TableDesk();
  await desk.open('boats', source(boats), () => undefined);
  await desk.open('fish', source(fish), () => undefined);
  const [boatChart, fishChart] = [
    { tableId: 'boats', chartId: 'c1' },
    { tableId: 'fish', chartId: 'c2' },
  ];
  await desk.prepare(boatChart, [], long, '');
  await desk.prepare(fishChart, [], long, '');
  return { desk, boatChart, fishChart };
}

describe('tables side by side', () => {
  it('keep their cells apart', async () => {
    const { desk, boatChart, fishChart } = await deskOf();
    const first = async (place: typeof boatChart) => (await desk.cells(place, { kind: 'grid' }, [0, 1], [0, 2])).cells;
    expect(await first(boatChart)).toEqual([['2001', 'A']]);
    expect(await first(fishChart)).toEqual([['1999', 'Cod']]);
  });

  it('lose only the one that is not kept', async () => {
    const { desk, boatChart, fishChart } = await deskOf();
    await desk.keep(['fish']);
    expect((await desk.summary(boatChart, { kind: 'grid' })).rowCount).toBe(0);
    expect((await desk.summary(fishChart, { kind: 'grid' })).rowCount).toBe(2);
    await expect(desk.prepare(boatChart, [], long, '')).rejects.toThrow('not open');
  });

  it('are read anew one at a time', async () => {
    const { desk, boatChart, fishChart } = await deskOf();
    await desk.open('fish', source(`${fish}2001,Cod,11\n`), () => undefined);
    await desk.prepare(fishChart, [], long, '');
    expect((await desk.summary(fishChart, { kind: 'grid' })).rowCount).toBe(3);
    expect((await desk.summary(boatChart, { kind: 'grid' })).rowCount).toBe(4);
  });
});

describe('two charts of one table', () => {
  const leaveOut: Step = {
    id: 's',
    name: '',
    on: true,
    kind: 'filter-rows',
    column: 'Name',
    test: 'is',
    values: ['B'],
  };

  it('each have their own steps and values', async () => {
    const { desk, boatChart } = await deskOf();
    const other = { tableId: 'boats', chartId: 'c3' };
    await desk.prepare(other, [leaveOut], long, '');
    const csv = async (place: typeof other) =>
      new TextDecoder().decode((await desk.writeShaped(place, 'csv')) ?? new Uint8Array());
    expect(await csv(boatChart)).toBe('period,A,B\n2001,1,2\n2002,3,4\n');
    expect(await csv(other)).toBe('period,B\n2001,2\n2002,4\n');
  });

  it('give the values of a group without changing what they show', async () => {
    const { desk, boatChart } = await deskOf();
    const outcome = await desk.valuesOfGroup(boatChart, [], { ...long, group: 'Coast' }, 'South');
    expect(outcome.ok && outcome.value.categories).toEqual(['B']);
    const shown = await desk.writeShaped(boatChart, 'json');
    expect(new TextDecoder().decode(shown ?? new Uint8Array())).toContain('"A":1');
  });

  it('hand out values that the receiver may take away', async () => {
    const { desk, boatChart } = await deskOf();
    const { outcome } = await desk.prepare(boatChart, [], long, '');
    if (outcome.ok) outcome.value.values.fill(99);
    const again = await desk.writeShaped(boatChart, 'csv');
    expect(new TextDecoder().decode(again ?? new Uint8Array())).not.toContain('99');
  });
});

describe('a chart and its table', () => {
  it('tell what a refresh has changed', async () => {
    const { desk, fishChart } = await deskOf();
    await desk.remember(fishChart);
    await desk.open('fish', source('Year,Name,Value\n1999,Cod,7\n2000,Cod,10\n2000,Hake,1\n'), () => undefined);
    await desk.prepare(fishChart, [], long, '');
    expect(JSON.stringify(await desk.changes(fishChart))).toContain('Hake');
    await desk.remember({ tableId: 'fish', chartId: 'never shaped' });
    expect(await desk.changes({ tableId: 'fish', chartId: 'never shaped' })).toBeNull();
  });

  it('look at ranks in any order, and at gaps', async () => {
    const { desk, boatChart } = await deskOf();
    const up = await desk.look(boatChart, 'largest', 'value', false);
    const down = await desk.look(boatChart, 'largest', 'value', true);
    expect(Array.from(up?.ranks.value ?? [])).toEqual([1, 2, 3, 4]);
    expect(Array.from(down?.ranks.value ?? [])).toEqual([4, 3, 2, 1]);
    const named = await desk.look(boatChart, 'largest', 'category', true);
    expect(Array.from(named?.ranks.category ?? [])).toEqual([1, 1, 0, 0]);
    expect(await desk.gapStates(boatChart, 'bridge', [0, 1])).toEqual(['kk', 'kk']);
    expect(await desk.look({ tableId: 'gone', chartId: 'c9' }, 'largest', 'period', false)).toBeNull();
  });

  it('find cells and values, and plan what is pasted', async () => {
    const { desk, boatChart } = await deskOf();
    expect(await desk.valuesOf(boatChart, 'Name', null)).toEqual([
      { text: 'A', count: 2 },
      { text: 'B', count: 2 },
    ]);
    const search = { text: 'south', matchCase: false, whole: true, column: '' };
    expect((await desk.find(boatChart, search as never, null)).count).toBe(2);
    expect((await desk.planBlock(boatChart, 0, 2, [['8']])).cellCount).toBe(1);
    expect(await desk.rowNumbers(boatChart, 0, 2)).toHaveLength(2);
    expect(await desk.valuesOf({ tableId: 'gone', chartId: 'c1' }, 'Name', null)).toEqual([]);
  });

  it('refuse what is no table, and keep what was there', async () => {
    const { desk, fishChart } = await deskOf();
    const outcome = await desk.open('fish', source(''), () => undefined);
    expect(outcome.ok).toBe(false);
    expect((await desk.summary(fishChart, { kind: 'grid' })).rowCount).toBe(2);
  });
});

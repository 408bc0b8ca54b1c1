import Papa from 'papaparse';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { GET as getAreas } from './areas/route';
import { GET as getData } from './data/route';
import { areas, countedValue, measures } from './made-up-data';
import { GET as getMeasures } from './measures/route';

// The stand-in is as slow as a service far away; tests do not wait for it.
beforeEach(() => {
  vi.stubGlobal('setTimeout', (act: () => void) => queueMicrotask(act));
});

const ask = (get: (request: Request) => Promise<Response>, query = '') => get(new Request(`http://app/api?${query}`));
const order = 'measures=POP.TOT,FER.PAS&from=1990&to=1992';

describe('the catalogue', () => {
  it('tells its measures, and its areas page by page', async () => {
    expect(await (await ask(getMeasures)).json()).toEqual({ measures });
    const pages = [];
    for (let page = 1; ; page++) {
      const answer = await (await ask(getAreas, `page=${page}`)).json();
      pages.push(...answer.areas);
      if (page === answer.pages) break;
    }
    expect(pages).toEqual(areas);
    expect((await (await ask(getAreas, 'page=none')).json()).page).toBe(1);
  });

  it('hands out values page by page, with gaps as two points and notes under the last page', async () => {
    const ids = areas.map(({ id }) => id).join(',');
    const first = await ask(getData, `${order}&areas=${ids}&page=1`);
    const count = Number(first.headers.get('x-pages'));
    expect(count).toBe(Math.ceil((2 * areas.length) / 25));
    const texts = [await first.text()];
    for (let page = 2; page <= count; page++)
      texts.push(await (await ask(getData, `${order}&areas=${ids}&page=${page}`)).text());
    expect(texts.map((text) => text.includes('Note: two points'))).toEqual([...Array(count - 1).fill(false), true]);
    const rows = Papa.parse<string[]>(texts.join('').split('\n\n')[0] ?? '').data;
    expect(rows[0]).toEqual(['Area name', 'Area code', 'Measure name', 'Measure code', 'Unit', '1990', '1991', '1992']);
    expect(rows).toHaveLength(1 + 2 * areas.length);
    const [measure] = measures;
    const area = areas[3];
    if (!measure || !area) throw new Error('no such area');
    const row = rows.find((each) => each[1] === area.id && each[3] === measure.id);
    expect(row?.slice(5)).toEqual(
      [1990, 1991, 1992].map((year) => countedValue(measure, area, year)?.toFixed(1) ?? '..'),
    );
  });

  it.each([
    ['no area', `${order}&areas=`],
    ['an area that is not there', `${order}&areas=X99`],
    ['a measure that is not there', 'measures=NO&areas=I01&from=1990&to=1991'],
    ['years the wrong way round', 'measures=POP.TOT&areas=I01&from=1999&to=1990'],
    ['years that are none', 'measures=POP.TOT&areas=I01&from=now&to=then'],
  ])('refuses %s with words', async (_, query) => {
    const answer = await ask(getData, query);
    expect(answer.status).toBe(400);
    expect((await answer.json()).message).toMatch(/must|not/);
  });

  it('fails as it is told to, for tests of what happens then', async () => {
    for (const get of [getMeasures, getAreas, getData]) expect((await ask(get, 'trouble=down')).status).toBe(503);
    expect((await ask(getMeasures, 'trouble=flaky&attempt=1')).status).toBe(503);
    expect((await ask(getMeasures, 'trouble=flaky&attempt=2')).status).toBe(200);
    expect((await ask(getMeasures, 'trouble=slow')).status).toBe(200);
  });
});

describe('its values', () => {
  it('are the same each time, never negative, and end where the measure does', () => {
    for (const measure of measures)
      for (const area of areas.slice(0, 12)) {
        const years = Array.from({ length: 80 }, (_, i) => 1948 + i);
        const values = years.map((year) => countedValue(measure, area, year));
        expect(values).toEqual(years.map((year) => countedValue(measure, area, year)));
        expect(values.every((value) => value === null || value >= 0)).toBe(true);
        expect(countedValue(measure, area, measure.from - 1)).toBeNull();
        expect(countedValue(measure, area, measure.to + 1)).toBeNull();
      }
  });
});

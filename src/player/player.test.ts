// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { filmJson } from '@/core/film/film-data';
import { cubeOf } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import { FakeCanvas } from '@/render/testing/fake-canvas';

vi.stubGlobal('OffscreenCanvas', FakeCanvas);
HTMLCanvasElement.prototype.getContext = function getContext(this: HTMLCanvasElement) {
  this.dataset.painted ??= '';
  const fake = fakes.get(this) ?? new FakeCanvas(1, 1);
  fakes.set(this, fake);
  return fake.getContext();
} as never;
const fakes = new WeakMap<HTMLCanvasElement, FakeCanvas>();

const reduced = { matches: true };
const cube = cubeOf([
  [10, 30],
  [40, null],
]);

/** A page as the export writes it, with its player started. */
async function openPage(moves = false): Promise<void> {
  vi.resetModules();
  reduced.matches = !moves;
  vi.stubGlobal('matchMedia', () => reduced);
  Object.defineProperty(document, 'fonts', { configurable: true, value: [{ load: async () => undefined }] });
  document.body.innerHTML = `
    <div id="room"><canvas id="stage"></canvas></div>
    <button id="play">Play</button><button id="back"></button><button id="on"></button>
    <input id="seek" type="range"><span id="period"></span>
    <div id="tip" hidden></div><p id="words"></p><table id="table"></table>
    <script id="film" type="application/json">${filmJson(raceProject(), new Map([['c1', cube]]), new Map())}</script>`;
  const canvas = byId('stage');
  canvas.getBoundingClientRect = () => new DOMRect(0, 0, 960, 540);
  await import('./player');
  await vi.waitFor(() => expect(byId('period').textContent).not.toBe(''), { timeout: 30_000 });
}
const byId = (id: string) => document.getElementById(id) as HTMLElement;
const key = (name: string) => document.dispatchEvent(new KeyboardEvent('keydown', { key: name, cancelable: true }));
const seek = () => Number((byId('seek') as HTMLInputElement).value);

beforeEach(() => {
  vi.unstubAllGlobals();
  vi.stubGlobal('OffscreenCanvas', FakeCanvas);
});

describe('the player of a web page', () => {
  it('shows the last picture, in words too, to whoever wants nothing to move', async () => {
    await openPage();
    expect(byId('words').textContent).toContain('1. ');
    expect(byId('play').textContent).toBe('Play');
    expect(seek()).toBeGreaterThan(10);
  });

  it('plays by itself otherwise, and stops at a press', async () => {
    await openPage(true);
    expect(byId('play').textContent).toBe('Pause');
    expect(byId('words').getAttribute('aria-live')).toBe('off');
    byId('play').click();
    expect(byId('play').textContent).toBe('Play');
    expect(byId('words').getAttribute('aria-live')).toBe('polite');
    byId('stage').click();
    expect(byId('play').textContent).toBe('Pause');
    key(' ');
    expect(byId('play').textContent).toBe('Play');
  });

  it('is moved through by keys, by buttons and by its slider', async () => {
    await openPage();
    key('Home');
    expect(seek()).toBe(0);
    const first = byId('period').textContent;
    byId('on').click();
    expect(byId('period').textContent).not.toBe(first);
    byId('back').click();
    expect(byId('period').textContent).toBe(first);
    key('End');
    const end = seek();
    key('ArrowLeft');
    expect(seek()).toBeLessThan(end);
    const slider = byId('seek') as HTMLInputElement;
    slider.value = '1';
    slider.dispatchEvent(new Event('input'));
    expect(seek()).toBe(1);
  });

  it('has its values in a table, absent ones empty', async () => {
    await openPage();
    const rows = Array.from((byId('table') as HTMLTableElement).rows, (row) =>
      Array.from(row.cells, ({ textContent }) => textContent),
    );
    expect(rows).toHaveLength(3);
    expect(rows[0]?.slice(1).sort()).toEqual([...cube.categories].sort());
    expect(
      rows
        .slice(1)
        .flatMap((row) => row.slice(1))
        .sort(),
    ).toEqual(['', '10', '30', '40']);
  });

  it('tells the value under the pointer', async () => {
    await openPage();
    key('Home');
    const move = (x: number, y: number) =>
      byId('stage').dispatchEvent(Object.assign(new Event('pointermove'), { clientX: x, clientY: y }));
    let found = '';
    for (let y = 60; y < 520 && found === ''; y += 10) {
      move(400, y);
      if (!byId('tip').hidden) found = byId('tip').textContent ?? '';
    }
    expect(found).toMatch(/^1\. .*: 30$/);
    byId('stage').dispatchEvent(new Event('pointerleave'));
    expect(byId('tip').hidden).toBe(true);
  });
});

import { createHash } from 'node:crypto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { cubeOf } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import { roomOf } from '../testing/room';
import { playerFor, webPage } from './web-page';

const player = 'play()';
const served: string[] = [];
let missing = '';
beforeEach(() => {
  served.length = 0;
  missing = '';
  vi.stubGlobal('fetch', async (url: string) => {
    served.push(url);
    if (missing !== '' && url.includes(missing)) return new Response('', { status: 404 });
    return new Response(/player\/[\w-]+\.js$/.test(url) ? player : new Uint8Array([1, 2, 3]));
  });
});

const nasty = '</script><script>alert(1)</script>';
const page = async (title = 'Boats') => {
  const text = { title, subtitle: '', source: '', total: '', leader: '' };
  const cube = { ...cubeOf([[1, 2]]), categories: [nasty, 'B'] };
  return new TextDecoder().decode(await webPage(roomOf(raceProject({ text }), cube)));
};
const hash = (text: string) => createHash('sha256').update(text).digest('base64');
function between(html: string, start: string, end: string): string {
  const from = html.indexOf(start) + start.length;
  return html.slice(from, html.indexOf(end, from));
}

describe('a web page of a film', () => {
  it('lets only its own script and style run, and nothing from anywhere else', async () => {
    const html = await page();
    const policy = between(html, 'http-equiv="Content-Security-Policy" content="', '"');
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain(`script-src 'sha256-${hash(player)}'`);
    expect(policy).toContain(`style-src 'sha256-${hash(between(html, '<style>', '</style>'))}'`);
    expect(html).not.toMatch(/(src|href)="http/);
  });

  it('holds the film so that no name can end the script that it stands in', async () => {
    const html = await page();
    expect(html).not.toContain(nasty);
    const data = JSON.parse(between(html, '<script id="film" type="application/json">', '</script>'));
    expect(JSON.stringify(data)).toContain(JSON.stringify(nasty).slice(1, -1));
  });

  it('is called as the chart is, in letters that are no marks', async () => {
    expect(await page('Fish & <chips>')).toContain('<title>Fish &amp; &lt;chips&gt;</title>');
    expect(await page('')).toContain('<title>Test</title>');
  });

  it('has only the fonts that it needs inside', async () => {
    const html = await page();
    const fonts = served.filter((url) => url.includes('/fonts/'));
    expect(fonts.length).toBeGreaterThan(0);
    expect(html.match(/@font-face/g)).toHaveLength(fonts.length);
    expect(html).toContain('data:font/woff2;base64,AQID');
  });

  it('carries the player of the one family that plays, or the one for all where several do', async () => {
    await page();
    expect(served.filter((url) => url.includes('/player/'))).toEqual([
      expect.stringMatching(/\/player\/ranked-bars\.js$/),
    ]);
    const project = raceProject();
    const [chart] = project.charts;
    const [piece] = project.film.pieces;
    if (!chart || !piece) throw new Error('The project has no piece.');
    const second = { ...piece, id: 'p2', content: { kind: 'chart' as const, chartId: 'c2' } };
    const of = (family: string) => ({
      ...project,
      charts: [chart, { ...chart, id: 'c2', family }],
      film: { ...project.film, pieces: [piece, second] as const },
    });
    expect(playerFor(of('lines'))).toBe('player');
    expect(playerFor(of(chart.family))).toBe('ranked-bars');
  });

  it('says what did not load', async () => {
    missing = 'player';
    await expect(page()).rejects.toThrow('The player did not load');
    missing = 'woff2';
    await expect(page()).rejects.toThrow(/The font file .* did not load/);
  });

  it('holds what is heard, and lets it be heard from nowhere else', async () => {
    expect(await page()).not.toContain('<audio');
    const sound = new Uint8Array(70_000).fill(7).buffer;
    const html = new TextDecoder().decode(await webPage(roomOf(raceProject(), cubeOf([[1, 2]])), sound));
    const data = between(html, 'src="data:audio/mp4;base64,', '"');
    expect(Buffer.from(data, 'base64').equals(Buffer.from(sound))).toBe(true);
    expect(between(html, 'Content-Security-Policy" content="', '"')).toContain('media-src data:');
    expect(html).toContain('>Sound on</button>');
  });
});

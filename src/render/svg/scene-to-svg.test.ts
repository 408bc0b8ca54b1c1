import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { polyline } from '@/core/scene/path';
import type { Scene, SceneNode, TextNode } from '@/core/scene/scene';
import { measureBySize } from '@/core/testing/films';
import { sceneToSvg } from './scene-to-svg';

const font = { family: 'Archivo', weight: 600, sizePx: 20 };
const text = (words: string, more: Partial<TextNode> = {}): TextNode => ({
  kind: 'text',
  id: 't',
  x: 10,
  y: 30,
  text: words,
  font,
  fill: '#112233',
  align: 'start',
  ...more,
});
const sceneOf = (nodes: readonly SceneNode[], background: string | null = '#ffffff'): Scene => ({
  widthPx: 200,
  heightPx: 100,
  background,
  nodes,
});
const images = new Map([['p', 'data:image/png;base64,AA==']]);
const svg = (scene: Scene, css?: string) =>
  sceneToSvg(scene, { measure: measureBySize, images, ...(css === undefined ? {} : { css }) });

const entities: Readonly<Record<string, string>> = { lt: '<', gt: '>', amp: '&', quot: '"', apos: "'", '#39': "'" };
const plain = (xml: string) => xml.replace(/&([^;]+);/g, (_, name: string) => entities[name] ?? `?${name}?`);

/** What stands open or is closed wrongly in a text of XML; empty when it is well formed. */
function faultsOf(xml: string): string[] {
  const open: string[] = [];
  const faults: string[] = [];
  const rest = xml.replace(/<(\/?)([a-zA-Z]+)((?:\s+[\w:-]+="[^"<]*")*)\s*(\/?)>/g, (_, end, name, __, alone) => {
    if (end) {
      const last = open.pop();
      if (last !== name) faults.push(`</${name}> closes <${last}>`);
    } else if (!alone) open.push(name);
    return '';
  });
  if (/[<>]/.test(rest)) faults.push(`left over: ${rest.slice(0, 80)}`);
  return [...faults, ...open.map((name) => `<${name}> stays open`)];
}

describe('a scene as SVG', () => {
  it('has the size of the stage, its background, and rules in front', () => {
    const found = svg(sceneOf([]), '@font-face{src:url(x)}</style>');
    expect(found).toMatch(
      /^<svg xmlns="http:\/\/www.w3.org\/2000\/svg" width="200" height="100" viewBox="0 0 200 100">/,
    );
    expect(found).toContain('<rect width="200" height="100" fill="#ffffff"/>');
    // What is embedded cannot end the style that it stands in.
    expect(found).toContain('<style>@font-face{src:url(x)}<\\/style></style>');
    expect(svg(sceneOf([], null))).not.toContain('<rect');
  });

  it('leaves out what cannot be seen', () => {
    const rect: SceneNode = { kind: 'rect', id: 'r', x: 0, y: 0, widthPx: 9, heightPx: 9, fill: '#aaaaaa', opacity: 0 };
    expect(svg(sceneOf([rect]))).not.toContain('#aaaaaa');
    expect(svg(sceneOf([{ ...rect, opacity: 0.5 }]))).toMatch(/opacity="0?\.5"/);
  });

  it('clips, moves and fades groups as a whole, each clip with a name of its own', () => {
    const clip = { x: 1, y: 2, widthPx: 3, heightPx: 4 };
    const group = (id: string): SceneNode => ({
      kind: 'group',
      id,
      clip,
      shift: { dx: 5, dy: -6 },
      opacity: 0.25,
      children: [text('inside')],
    });
    const found = svg(sceneOf([group('a'), group('b')]));
    const names = [...found.matchAll(/<clipPath id="([^"]+)">/g)].map(([, name]) => name);
    expect(new Set(names).size).toBe(2);
    for (const name of names) expect(found).toContain(`clip-path="url(#${name})"`);
    expect(found).toContain('translate(5 -6)');
    expect(faultsOf(found)).toEqual([]);
  });

  it('draws gradients, lines, pictures and turned text', () => {
    const ramp = { kind: 'linear' as const, x0: 0, y0: 0, x1: 9, y1: 0, from: '#000000', to: '#ffffff' };
    const found = svg(
      sceneOf([
        { kind: 'rect', id: 'r', x: 0, y: 0, widthPx: 9, heightPx: 9, radiusPx: 2, fill: ramp },
        { kind: 'path', id: 'l', path: polyline(Float64Array.of(0, 0, 9, 9)), stroke: '#123456', dashPx: 3 },
        { kind: 'image', id: 'i', x: 0, y: 0, widthPx: 8, heightPx: 8, imageId: 'p', radiusPx: 4 },
        { kind: 'image', id: 'gone', x: 0, y: 0, widthPx: 8, heightPx: 8, imageId: 'nobody' },
        text('turned', { turnRad: Math.PI / 2 }),
      ]),
    );
    expect(found).toContain('<linearGradient');
    expect(found).toContain('stroke-dasharray');
    expect(found.match(/data:image\/png;base64,AA==/g)).toHaveLength(1);
    expect(found).toMatch(/rotate\(90/);
    expect(faultsOf(found)).toEqual([]);
  });

  it('is well formed whatever is written, and says it letter for letter', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', minLength: 1, maxLength: 30 }), fc.boolean(), (words, tabular) => {
        // Control signs and lone halves of pairs are no XML; the app takes them out of texts before.
        fc.pre(!/[\p{Cc}\p{Cs}\uFFFE\uFFFF]/u.test(words));
        const found = svg(sceneOf([text(words, { tabular })]));
        expect(faultsOf(found)).toEqual([]);
        const said = [...found.matchAll(/<(?:text|tspan)[^>]*>([^<]*)/g)].map(([, each]) => plain(each ?? '')).join('');
        expect(said).toBe(words);
      }),
    );
  });
});

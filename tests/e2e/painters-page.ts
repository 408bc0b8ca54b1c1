import { PathSink, polyline } from '@/core/scene/path';
import type { PathNode, RectNode, Scene } from '@/core/scene/scene';
import { createMeasure } from '@/render/canvas/measure-text';
import { paintScene } from '@/render/canvas/paint-scene';
import { FontLoader, fontFilesFor } from '@/render/fonts';
import { sceneToSvg } from '@/render/svg/scene-to-svg';

/** Scenes that between them use every primitive. */
const font = { family: 'Instrument Sans', weight: 600, sizePx: 24 };
const scenes: Scene[] = [
  {
    widthPx: 400,
    heightPx: 240,
    background: '#FFFCF5',
    nodes: [
      { kind: 'rect', id: 'a', x: 20, y: 20, widthPx: 200.5, heightPx: 40, radiusPx: 6, fill: '#C8401B' },
      { kind: 'rect', id: 'b', x: 60, y: 40, widthPx: 200, heightPx: 40, fill: '#0B6B5D', opacity: 0.5 },
      {
        kind: 'path',
        id: 'c',
        path: polyline(Float64Array.of(20, 120, 120, 100, 220, 140)),
        stroke: '#1C2B33',
        strokeWidthPx: 3,
      },
      { kind: 'path', id: 'd', path: polyline(Float64Array.of(250, 100, 300, 100, 275, 150), true), fill: '#D99A00' },
      {
        kind: 'group',
        id: 'e',
        opacity: 0.6,
        clip: { x: 20, y: 160, widthPx: 120, heightPx: 40 },
        children: [{ kind: 'rect', id: 'f', x: 0, y: 150, widthPx: 400, heightPx: 30, fill: '#2F5D8A' }],
      },
      { kind: 'image', id: 'g', x: 330, y: 20, widthPx: 50, heightPx: 50, imageId: 'dot' },
    ],
  },
  {
    widthPx: 400,
    heightPx: 240,
    background: '#12191E',
    nodes: (['start', 'middle', 'end'] as const).flatMap((align, i) => [
      { kind: 'text', id: `t${i}`, x: 200, y: 50 + i * 60, text: 'Gullhaven & <b>Öyle', font, fill: '#F1EBDD', align },
      {
        kind: 'text',
        id: `n${i}`,
        x: 200,
        y: 80 + i * 60,
        text: '1,117,711.40',
        font,
        fill: '#FF6A3D',
        align,
        tabular: true,
        opacity: 0.9,
      },
    ]),
  },
];

/** Curves, gradients on paths, joins and caps, dashes, crops, turned text, and marks that overlap in groups which show through. */
function shapes(): Scene {
  const slice = new PathSink();
  slice.moveTo(90, 90);
  slice.arc(90, 90, 70, -0.6, 2.4);
  slice.closePath();
  const wave = new PathSink();
  wave.moveTo(190, 110);
  wave.bezierCurveTo(230, 10, 260, 210, 300, 60);
  wave.quadraticCurveTo(330, 10, 370, 60);
  const zigzag = (x: number, more: Partial<PathNode>): PathNode => ({
    kind: 'path',
    id: `z${x}`,
    path: polyline(Float64Array.of(x, 230, x + 14, 180, x + 28, 230, x + 40, 200)),
    stroke: '#1C2B33',
    strokeWidthPx: 7,
    ...more,
  });
  const linear = { kind: 'linear', x0: 20, y0: 0, x1: 160, y1: 0, from: '#C8401B', to: '#D99A00' } as const;
  const radial = { kind: 'radial', x: 280, y: 80, radiusPx: 90, from: '#0B6B5D', to: '#9CCFC4' } as const;
  const overlap = (id: string, x: number): RectNode => ({
    kind: 'rect',
    id,
    x,
    y: 0,
    widthPx: 50,
    heightPx: 40,
    fill: '#2F5D8A',
    stroke: '#12191E',
    strokeWidthPx: 4,
  });
  return {
    widthPx: 400,
    heightPx: 240,
    background: '#FFFCF5',
    nodes: [
      { kind: 'path', id: 'slice', path: slice.path(), fill: linear, stroke: '#1C2B33', strokeWidthPx: 3 },
      { kind: 'path', id: 'wave', path: wave.path(), stroke: radial, strokeWidthPx: 8, cap: 'round' },
      zigzag(10, {}),
      zigzag(70, { join: 'round', cap: 'round' }),
      zigzag(130, { join: 'bevel', cap: 'square' }),
      zigzag(190, { dashPx: 9 }),
      {
        kind: 'group',
        id: 'through',
        opacity: 0.5,
        shift: { dx: 260, dy: 130 },
        clip: { x: -4, y: -4, widthPx: 90, heightPx: 40 },
        children: [
          overlap('o1', 0),
          overlap('o2', 25),
          { kind: 'group', id: 'inner', opacity: 0.6, children: [overlap('o3', 50), overlap('o4', 60)] },
        ],
      },
      {
        kind: 'image',
        id: 'cropped',
        x: 340,
        y: 170,
        widthPx: 50,
        heightPx: 50,
        imageId: 'dot',
        radiusPx: 25,
        crop: { x: 0.1, y: 0.1, width: 0.8, height: 0.8 },
      },
      {
        kind: 'text',
        id: 'turned',
        x: 260,
        y: 228,
        text: 'Turned 12.5',
        font,
        fill: '#12191E',
        align: 'start',
        tabular: true,
        turnRad: -0.35,
      },
    ],
  };
}
scenes.push(shapes());

async function toDataUrl(url: string): Promise<string> {
  const blob = await (await fetch(url)).blob();
  return new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.readAsDataURL(blob);
  });
}

const families = ['Bricolage Grotesque', 'Instrument Sans'];
const letters = new Set(Array.from('AZŽaz', (letter) => letter.codePointAt(0) ?? 0));

async function compare(scene: Scene): Promise<{ mean: number; share: number }> {
  const paint = new OffscreenCanvas(scene.widthPx, scene.heightPx).getContext('2d');
  const other = new OffscreenCanvas(scene.widthPx, scene.heightPx).getContext('2d');
  const dot = new OffscreenCanvas(50, 50);
  const dotContext = dot.getContext('2d');
  if (!paint || !other || !dotContext) throw new Error('no canvas');
  dotContext.fillStyle = '#8C3B63';
  dotContext.fillRect(10, 10, 30, 30);
  const measure = createMeasure(paint);
  paintScene(paint, scene, 1, { measure, images: new Map([['dot', await createImageBitmap(dot)]]) });
  const dotUrl = await toDataUrl(URL.createObjectURL(await dot.convertToBlob()));
  const faces = await Promise.all(
    fontFilesFor(families, letters).map(async ({ family, file, weights, unicodeRange }) => {
      const url = await toDataUrl(`/fonts/${file}`);
      return `@font-face{font-family:'${family}';font-weight:${weights};unicode-range:${unicodeRange};src:url(${url})}`;
    }),
  );
  const svg = sceneToSvg(scene, { measure, images: new Map([['dot', dotUrl]]), css: faces.join('') });
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  // Fonts inside an SVG picture are decoded after the picture itself; the second drawing has them.
  other.drawImage(image, 0, 0);
  await new Promise((resolve) => setTimeout(resolve, 300));
  other.drawImage(image, 0, 0);
  const [a, b] = [paint, other].map((context) => context.getImageData(0, 0, scene.widthPx, scene.heightPx).data);
  let sum = 0;
  let far = 0;
  for (let i = 0; i < (a?.length ?? 0); i++) {
    const difference = Math.abs((a?.[i] ?? 0) - (b?.[i] ?? 0));
    sum += difference;
    if (difference > 48) far++;
  }
  return { mean: sum / (a?.length ?? 1), share: far / (a?.length ?? 1) };
}

Object.assign(window, {
  async comparePainters() {
    await new FontLoader(document.fonts, location.origin).ensure(families, letters);
    return Promise.all(scenes.map(compare));
  },
});

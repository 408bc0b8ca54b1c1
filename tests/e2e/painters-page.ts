import { polyline } from '@/core/scene/path';
import type { Scene } from '@/core/scene/scene';
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

import { labelNode } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import type { SceneNode } from '../../scene/scene';
import { onCircle } from '../shared/round/sector';
import type { RadialPlan } from './plan';
import type { RingAt } from './rings';

/** The name of a ring letter by letter along it, from where it begins; nothing where it is too short or too thin. */
export function letterNodes({ x, y, nameFont, names, measure }: RadialPlan, ring: RingAt, ink: string): SceneNode[] {
  const { category, radiusPx, thickPx, from, to, opacity } = ring;
  const name = names[category] ?? '';
  const baselinePx = radiusPx - nameFont.sizePx * 0.34;
  if (name === '' || baselinePx <= 0) return [];
  const lengthPx = (to - from) * 2 * Math.PI * baselinePx;
  const padPx = thickPx * 0.5;
  const widthPx = measure(name, nameFont);
  const fits = Math.min(
    smoothStep((lengthPx - widthPx - 2 * padPx) / nameFont.sizePx),
    smoothStep((thickPx / nameFont.sizePx - 1.1) / 0.08),
  );
  if (fits * opacity <= 0) return [];
  // Where each letter begins is measured with those before it, so that pairs keep their distances.
  const letters = Array.from(name);
  let before = '';
  return letters.flatMap((letter, i): SceneNode[] => {
    const start = measure(before, nameFont);
    before += letter;
    const middle = start + (measure(before, nameFont) - start) / 2;
    if (letter.trim() === '') return [];
    const turn = from + (padPx + middle) / (2 * Math.PI * baselinePx);
    const [letterX, letterY] = onCircle(x, y, baselinePx, turn);
    const node = labelNode({
      id: `name:${category}:${i}`,
      subject: { part: 'name', category },
      text: letter,
      x: letterX,
      y: letterY,
      font: nameFont,
      fill: ink,
      align: 'middle',
      opacity: opacity * fits,
      tabular: false,
    });
    return [{ ...node, turnRad: turn * 2 * Math.PI }];
  });
}

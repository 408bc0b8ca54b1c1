import { layoutText } from '@/core/scene/layout-text';
import type { ImageNode, Paint, PathNode, RectNode, Scene, SceneNode, TextNode } from '@/core/scene/scene';
import type { MeasureText } from '@/core/scene/text-fit';
import { cssFamily } from '../canvas/canvas-font';

/** What the SVG painter needs besides the scene. */
export interface SvgResources {
  readonly measure: MeasureText;
  /** Data addresses of pictures, by image id. */
  readonly images: ReadonlyMap<string, string>;
  /** CSS put in front, such as `@font-face` rules with embedded fonts. */
  readonly css?: string;
}

/** Writes a scene as SVG: the same marks at the same places as on the canvas; text stays text. */
export function sceneToSvg(scene: Scene, resources: SvgResources): string {
  const { widthPx: width, heightPx: height } = scene;
  const parts: string[] = [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">`,
  ];
  if (resources.css) parts.push(`<style>${resources.css.replaceAll('</', '<\\/')}</style>`);
  if (scene.background !== null)
    parts.push(`<rect width="${width}" height="${height}" fill="${escapeXml(scene.background)}"/>`);
  writeNodes(parts, scene.nodes, resources, new Ids());
  parts.push('</svg>');
  return parts.join('');
}

class Ids {
  private count = 0;
  next(): string {
    return `d${++this.count}`;
  }
}

function writeNodes(parts: string[], nodes: readonly SceneNode[], resources: SvgResources, ids: Ids): void {
  for (const node of nodes) {
    if (node.opacity === 0) continue;
    if (node.kind === 'rect') parts.push(rect(node, ids));
    else if (node.kind === 'text') parts.push(text(node, resources.measure));
    else if (node.kind === 'path') parts.push(path(node));
    else if (node.kind === 'image') {
      const href = resources.images.get(node.imageId);
      if (href) parts.push(image(node, href, ids));
    } else {
      const id = ids.next();
      const box = node.clip;
      if (box) {
        const size = `x="${round(box.x)}" y="${round(box.y)}" width="${round(box.widthPx)}" height="${round(box.heightPx)}"`;
        parts.push(`<clipPath id="${id}"><rect ${size}/></clipPath>`);
      }
      parts.push(`<g${box ? ` clip-path="url(#${id})"` : ''}${opacity(node)}>`);
      writeNodes(parts, node.children, resources, ids);
      parts.push('</g>');
    }
  }
}

const boxOf = (node: RectNode | ImageNode) =>
  `x="${round(node.x)}" y="${round(node.y)}" width="${round(Math.max(0, node.widthPx))}" height="${round(Math.max(0, node.heightPx))}"`;

function roundness(node: RectNode | ImageNode): string {
  const radius = Math.max(0, Math.min(node.radiusPx ?? 0, node.widthPx / 2, node.heightPx / 2));
  return radius > 0 ? ` rx="${round(radius)}"` : '';
}

function rect(node: RectNode, ids: Ids): string {
  const { definition, fill } = paint(node.fill, ids);
  const stroke = node.stroke
    ? ` stroke="${escapeXml(node.stroke)}" stroke-width="${round(node.strokeWidthPx ?? 1)}"`
    : '';
  return `${definition}<rect ${boxOf(node)}${roundness(node)} fill="${fill}"${stroke}${opacity(node)}/>`;
}

/** A fill, with the gradient that it refers to. */
function paint(value: Paint | undefined, ids: Ids): { definition: string; fill: string } {
  if (value === undefined) return { definition: '', fill: 'none' };
  if (typeof value === 'string') return { definition: '', fill: escapeXml(value) };
  const id = ids.next();
  const stops = `<stop offset="0" stop-color="${escapeXml(value.from)}"/><stop offset="1" stop-color="${escapeXml(value.to)}"/>`;
  const space = `id="${id}" gradientUnits="userSpaceOnUse"`;
  const definition =
    value.kind === 'linear'
      ? `<linearGradient ${space} x1="${round(value.x0)}" y1="${round(value.y0)}" x2="${round(value.x1)}" y2="${round(value.y1)}">${stops}</linearGradient>`
      : `<radialGradient ${space} cx="${round(value.x)}" cy="${round(value.y)}" r="${round(value.radiusPx)}">${stops}</radialGradient>`;
  return { definition, fill: `url(#${id})` };
}

/** The picture stands in a space of its own, one wide and one high, of which the crop is the window. */
function image(node: ImageNode, href: string, ids: Ids): string {
  const { x, y, width, height } = node.crop ?? { x: 0, y: 0, width: 1, height: 1 };
  const window = `<svg ${boxOf(node)} viewBox="${x} ${y} ${width} ${height}" preserveAspectRatio="none"><image width="1" height="1" preserveAspectRatio="none" href="${escapeXml(href)}"/></svg>`;
  if (!node.radiusPx) return `<g${opacity(node)}>${window}</g>`;
  const id = ids.next();
  return `<clipPath id="${id}"><rect ${boxOf(node)}${roundness(node)}/></clipPath><g clip-path="url(#${id})"${opacity(node)}>${window}</g>`;
}

function text(node: TextNode, measure: MeasureText): string {
  const font = `font-family="${escapeXml(cssFamily(node.font.family))}" font-weight="${node.font.weight}" font-size="${round(node.font.sizePx)}"${node.font.italic ? ' font-style="italic"' : ''}${node.font.spacing ? ` letter-spacing="${round(node.font.spacing * node.font.sizePx)}"` : ''}`;
  const spans = layoutText(node, measure).map((run) => `<tspan x="${round(run.x)}">${escapeXml(run.text)}</tspan>`);
  return `<text y="${round(node.y)}" ${font} fill="${escapeXml(node.fill)}" xml:space="preserve"${opacity(node)}>${spans.join('')}</text>`;
}

function path(node: PathNode): string {
  const pairs: string[] = [];
  for (let i = 0; i < node.points.length; i += 2)
    pairs.push(`${round(node.points[i] ?? 0)} ${round(node.points[i + 1] ?? 0)}`);
  const data = `M${pairs.join('L')}${node.fill ? 'Z' : ''}`;
  const stroke = node.stroke
    ? ` stroke="${escapeXml(node.stroke)}" stroke-width="${round(node.strokeWidthPx ?? 1)}"${node.dashPx ? ` stroke-dasharray="${round(node.dashPx)}"` : ''}`
    : '';
  return `<path d="${data}" fill="${escapeXml(node.fill ?? 'none')}"${stroke}${opacity(node)}/>`;
}

function opacity(node: SceneNode): string {
  return node.opacity === undefined || node.opacity >= 1 ? '' : ` opacity="${round(node.opacity)}"`;
}

function round(value: number): string {
  return String(Math.round(value * 1000) / 1000);
}

/** Escapes text for SVG; characters that XML cannot hold are dropped. */
export function escapeXml(value: string): string {
  return value
    .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');
}

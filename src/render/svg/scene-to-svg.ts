import { primitiveOf } from '@/core/scene/primitives';
import { svgBox } from '@/core/scene/primitives/box-shape';
import type { GroupNode, Scene, SceneNode } from '@/core/scene/scene';
import { escapeXml, SvgWriter, svgNumber, svgOpacity } from '@/core/scene/svg-writer';
import type { MeasureText } from '@/core/scene/text-fit';

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
  writeNodes(parts, scene.nodes, new SvgWriter(resources.measure, resources.images));
  parts.push('</svg>');
  return parts.join('');
}

function writeNodes(parts: string[], nodes: readonly SceneNode[], writer: SvgWriter): void {
  for (const node of nodes) {
    if (node.opacity === 0) continue;
    if (node.kind === 'group') writeGroup(parts, node, writer);
    else parts.push(primitiveOf(node).svg(node, writer));
  }
}

/** SVG groups show through as a whole by themselves. */
function writeGroup(parts: string[], { clip, shift, opacity, children }: GroupNode, writer: SvgWriter): void {
  const id = writer.id();
  if (clip) parts.push(`<clipPath id="${id}"><rect ${svgBox(clip)}/></clipPath>`);
  const moved = shift ? ` transform="translate(${svgNumber(shift.dx)} ${svgNumber(shift.dy)})"` : '';
  parts.push(`<g${moved}${clip ? ` clip-path="url(#${id})"` : ''}${svgOpacity(opacity)}>`);
  writeNodes(parts, children, writer);
  parts.push('</g>');
}

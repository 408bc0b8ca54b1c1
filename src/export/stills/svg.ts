import type { Scene, SceneNode } from '@/core/scene/scene';
import { fontFilesFor } from '@/render/fonts';
import { sceneToSvg } from '@/render/svg/scene-to-svg';
import { exportedScene, isTransparent, type Room } from '../room';

/** The families and characters of a scene, so that only what is used is embedded. */
export function usedIn(scene: Scene): { families: string[]; characters: Set<number> } {
  const families = new Set<string>();
  const characters = new Set<number>();
  const visit = (nodes: readonly SceneNode[]) => {
    for (const node of nodes) {
      if (node.kind === 'group') visit(node.children);
      if (node.kind !== 'text') continue;
      families.add(node.font.family);
      for (const letter of node.text) characters.add(letter.codePointAt(0) ?? 0);
    }
  };
  visit(scene.nodes);
  return { families: [...families], characters };
}

/** Bytes as a data address. */
export async function dataUrl(bytes: ArrayBuffer, mime: string): Promise<string> {
  const list = new Uint8Array(bytes);
  let text = '';
  for (let i = 0; i < list.length; i += 0x8000) text += String.fromCharCode(...list.subarray(i, i + 0x8000));
  return `data:${mime};base64,${btoa(text)}`;
}

/** `@font-face` rules with the fonts inside, for files that stand alone. @throws Error if a font cannot be loaded. */
export async function embeddedFonts(
  room: Room,
  families: readonly string[],
  characters: ReadonlySet<number>,
): Promise<string> {
  const { baseUrl, assets } = room.order;
  const shipped = fontFilesFor(families, characters).map(async ({ family, file, weights, unicodeRange }) => {
    const response = await fetch(`${baseUrl}/fonts/${file}`);
    if (!response.ok) throw new Error(`The font file ${file} did not load.`);
    const url = await dataUrl(await response.arrayBuffer(), 'font/woff2');
    return `@font-face{font-family:'${family}';font-weight:${weights};unicode-range:${unicodeRange};src:url(${url})}`;
  });
  const own = assets.fonts
    .filter(({ family }) => families.includes(family))
    .map(
      async ({ family, bytes }) =>
        `@font-face{font-family:'${family.replaceAll("'", '')}';src:url(${await dataUrl(bytes, 'font/woff2')})}`,
    );
  return (await Promise.all([...shipped, ...own])).join('\n');
}

/** Pictures of a scene as data addresses, by their id. */
export async function embeddedImages(room: Room): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  for (const [id, bitmap] of room.resources.images) {
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0);
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    found.set(id, await dataUrl(await blob.arrayBuffer(), 'image/png'));
  }
  return found;
}

/** A moment as SVG: text stays text, with its fonts inside the file. @param clear Leaves the background out. */
export async function stillSvg(room: Room, timeSec: number, clear = false): Promise<Uint8Array<ArrayBuffer>> {
  const scene = exportedScene(room.film, timeSec, clear || isTransparent(room.order.project));
  const { families, characters } = usedIn(scene);
  const css = await embeddedFonts(room, families, characters);
  const text = sceneToSvg(scene, { measure: room.resources.measure, images: await embeddedImages(room), css });
  return new TextEncoder().encode(text) as Uint8Array<ArrayBuffer>;
}

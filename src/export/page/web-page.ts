import { filmJson } from '@/core/film/film-data';
import { chartOf, playedCharts } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import { escapeXml } from '@/core/scene/svg-writer';
import { charactersOf, familiesOf, fontFilesFor } from '@/render/fonts';
import type { Room } from '../room';
import { embeddedFonts, embeddedImages } from '../stills/svg';

const style = `
:root{color-scheme:light dark}
*{box-sizing:border-box}
body{margin:0;height:100vh;display:flex;flex-direction:column;font:15px system-ui,sans-serif;background:#f6f1e7;color:#1c2b33}
#room{flex:1;min-height:0;display:grid;place-items:center;padding:12px}
canvas{display:block;cursor:pointer}
nav{display:flex;gap:8px;align-items:center;padding:0 16px 14px}
button{font:inherit;color:inherit;min-width:44px;min-height:36px;padding:0 12px;border:1px solid #b9ae9b;border-radius:6px;background:#fffcf5}
button:hover{border-color:currentColor}
#seek{flex:1;accent-color:#c8401b;min-width:60px}
#tip{position:fixed;pointer-events:none;padding:4px 8px;border-radius:6px;background:#1c2b33;color:#f6f1e7;font-size:13px}
.away{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}
@media (prefers-color-scheme:dark){body{background:#12191e;color:#f1ebdd}button{background:#1a242b;border-color:#3d4a52}#tip{background:#f1ebdd;color:#12191e}}
`;

/**
 * The film as one HTML file that plays from a folder: core, painter, fonts, pictures and values inside it, and a policy
 * that lets nothing else in.
 *
 *
 * @param sound What is heard, as AAC in MP4.
 * @throws Error if the player cannot be loaded.
 */
export async function webPage(room: Room, sound: ArrayBuffer | null = null): Promise<Uint8Array<ArrayBuffer>> {
  const { project, cubes, baseUrl } = room.order;
  const response = await fetch(`${baseUrl}/player/${playerFor(project)}.js`);
  if (!response.ok) throw new Error('The player did not load. Is the app still running?');
  const script = await response.text();
  const characters = charactersOf(project, cubes.values());
  for (const letter of '0123456789.,%+-−–…') characters.add(letter.codePointAt(0) ?? 0);
  const families = familiesOf(project).filter(
    (family) => fontFilesFor([family], characters).length > 0 || project.fonts.some((font) => font.family === family),
  );
  const css = `${await embeddedFonts(room, families, characters)}\n${style}`;
  const policy = [
    "default-src 'none'",
    `script-src 'sha256-${await hashOf(script)}'`,
    `style-src 'sha256-${await hashOf(css)}'`,
    'font-src data:',
    'img-src data: blob:',
    'media-src data:',
    "base-uri 'none'",
    "form-action 'none'",
  ].join('; ');
  const title = escapeXml(chartOf(project, null)?.text.title || project.name);
  const html = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="${policy}">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${title}</title>
<style>${css}</style>
</head>
<body>
<div id="room"><canvas id="stage" role="img" aria-label="${title}" aria-describedby="words"></canvas></div>
<nav aria-label="Playing">
<button id="play" type="button">Play</button>
<button id="back" type="button" aria-label="Last period">◂</button>
<button id="on" type="button" aria-label="Next period">▸</button>
<input id="seek" type="range" min="0" max="1" step="0.01" value="0" aria-label="Time">
<span id="period"></span>
${sound ? `<button id="hear" type="button" aria-pressed="true">Sound on</button>\n<audio id="sound" preload="auto" src="data:audio/mp4;base64,${base64Of(sound)}"></audio>\n` : ''}</nav>
<div id="tip" role="tooltip" hidden></div>
<p id="words" class="away"></p>
<div class="away"><table id="table"><caption>${title}</caption></table></div>
<script id="film" type="application/json">${filmJson(project, cubes, await embeddedImages(room))}</script>
<script>${script}</script>
</body>
</html>
`;
  return new TextEncoder().encode(html) as Uint8Array<ArrayBuffer>;
}

/** The player that a film needs: one that draws a single family, or, where several play, the one that draws all. */
export function playerFor(project: Project): string {
  const ids = new Set(playedCharts(project).map(({ chart }) => chart.family));
  const [only = 'player'] = ids;
  return ids.size === 1 ? only : 'player';
}

/** Bytes in base 64, in pieces that calls can take. */
function base64Of(bytes: ArrayBuffer): string {
  const all = new Uint8Array(bytes);
  let text = '';
  for (let i = 0; i < all.length; i += PIECE) text += String.fromCharCode(...all.subarray(i, i + PIECE));
  return btoa(text);
}
const PIECE = 0x8000;

/** SHA-256 in base 64, as policies name what may run. */
async function hashOf(text: string): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return btoa(String.fromCharCode(...new Uint8Array(digest)));
}

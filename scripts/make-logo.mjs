// npm run samples, third part: draws the mark of the made-up Office of Counts, as a PNG with transparency, for the film among
// the samples: five tally strokes over a wave.
import { chromium } from 'playwright-core';
import { chromiumPath } from './lib/chromium.mjs';

const SIZE_PX = 480;
const strokes = [-90, -45, 0, 45].map((x) => `<path d="M${x} -112V36"/>`).join('');
const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-200 -200 400 400" width="${SIZE_PX}" height="${SIZE_PX}">
  <circle r="196" fill="#d99a00"/>
  <g fill="none" stroke="#12191e" stroke-width="22" stroke-linecap="round">
    ${strokes}
    <path d="M-124 4 82 -84"/>
    <path d="M-136 96q34 -40 68 0t68 0 68 0 68 0"/>
  </g>
</svg>`;

const browser = await chromium.launch({ executablePath: chromiumPath(), args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: SIZE_PX, height: SIZE_PX } });
await page.setContent(`<style>body{margin:0}svg{display:block}</style>${svg}`);
await page.screenshot({ path: 'public/samples/saltmere-counts.png', omitBackground: true });
await browser.close();

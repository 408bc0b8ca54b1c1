// npm run samples, second part: draws an emblem for each harbour of the ferry sample, as SVG, under public/samples/emblems.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';

const folder = 'public/samples/emblems';
mkdirSync(folder, { recursive: true });
const harbours = [
  ...new Set(
    readFileSync('public/samples/ferry-passengers.csv', 'utf8')
      .trim()
      .split('\n')
      .slice(1)
      .map((line) => line.split(',')[1]),
  ),
];

const signs = [
  '<path d="M50 18 62 82H38z"/><path d="M40 34h20v8H40z"/>',
  '<circle cx="50" cy="30" r="9" fill="none" stroke-width="6" stroke="#fff"/><path d="M47 38h6v42h-6z"/><path d="M26 58q4 24 24 24t24-24l-8 3q-3 12-16 12T34 61z"/>',
  '<path d="M18 52q20-26 44 0l18-14v28L62 52q-24 26-44 0z"/>',
  '<path d="M22 62h56l-10 16H32z"/><path d="M48 18h4v40h-4z"/><path d="M54 22 74 54H54z"/>',
  '<path d="M16 46q11-14 22 0t22 0 24 0v10q-12 14-24 0t-22 0-22 0zM16 64q11-14 22 0t22 0 24 0v10q-12 14-24 0t-22 0-22 0z"/>',
  '<path d="M50 16 59 41h26L64 57l8 26-22-16-22 16 8-26L15 41h26z"/>',
  '<path d="M20 74V44h12v30zm24 0V26h12v48zm24 0V38h12v36z"/>',
  '<path d="M50 20a30 30 0 1 0 .1 0zm0 14a16 16 0 1 1-.1 0z"/>',
  '<path d="M18 70 40 30l14 24 10-14 18 30z"/>',
  '<path d="M24 40h52v10H24zm6 16h40v10H30zm6 16h28v10H36zM46 18h8v18h-8z"/>',
  '<path d="M50 16c18 24 24 34 24 44a24 24 0 0 1-48 0c0-10 6-20 24-44z"/>',
  '<path d="M20 50 50 20l30 30-30 30z"/>',
  '<path d="M30 22h40v8H54v22h20v8H54v22h-8V60H26v-8h20V30H30z"/>',
  '<path d="M22 30q28 14 56 0v24q0 20-28 30-28-10-28-30z"/>',
];
const grounds = [
  '#c8401b',
  '#1d5c6b',
  '#a67800',
  '#2d7f95',
  '#5d7366',
  '#790918',
  '#6f4fa0',
  '#7d7a45',
  '#6d4543',
  '#955f7e',
];

for (const [i, name] of harbours.entries()) {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><rect width="100" height="100" fill="${grounds[i % grounds.length]}"/><g fill="#fff">${signs[i % signs.length]}</g></svg>\n`;
  writeFileSync(`${folder}/${name}.svg`, svg);
}
console.log(`${harbours.length} emblems in ${folder}`);

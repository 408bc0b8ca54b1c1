// Puts the font files of the registry's packages where the app serves them from, for page and workers alike.
import { copyFileSync, mkdirSync } from 'node:fs';

const files = {
  'bricolage-grotesque': ['latin', 'latin-ext'],
  'instrument-sans': ['latin', 'latin-ext'],
  'spline-sans-mono': ['latin', 'latin-ext'],
};

mkdirSync('public/fonts', { recursive: true });
for (const [slug, subsets] of Object.entries(files)) {
  for (const subset of subsets) {
    const file = `${slug}-${subset}-wght-normal.woff2`;
    copyFileSync(`node_modules/@fontsource-variable/${slug}/files/${file}`, `public/fonts/${file}`);
  }
  copyFileSync(`node_modules/@fontsource-variable/${slug}/LICENSE`, `public/fonts/${slug}-LICENSE.txt`);
}

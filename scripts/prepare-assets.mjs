// Builds the player of web pages, and puts the font files and flags of the registry's packages where the app serves them from, for page and workers alike.

import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { build } from 'esbuild';

// The app's own list says which files there are, so that the two cannot differ.
const list = readFileSync('src/render/font-files.ts', 'utf8');
const families = [...list.matchAll(/slug: '([a-z-]+)'[\s\S]*?subsets: \[([^\]]*)\]/g)];
if (families.length !== [...list.matchAll(/family: '/g)].length)
  throw new Error('src/render/font-files.ts: not every family could be read.');

mkdirSync('public/fonts', { recursive: true });
for (const [, slug, subsets] of families) {
  for (const [, subset] of subsets.matchAll(/['"]([a-z-]+)['"]/g)) {
    const file = `${slug}-${subset}-wght-normal.woff2`;
    copyFileSync(`node_modules/@fontsource-variable/${slug}/files/${file}`, `public/fonts/${file}`);
  }
  copyFileSync(`node_modules/@fontsource-variable/${slug}/LICENSE`, `public/fonts/${slug}-LICENSE.txt`);
}

// What cuts fonts down for PDF.
copyFileSync('node_modules/harfbuzzjs/dist/harfbuzz-subset.wasm', 'public/fonts/harfbuzz-subset.wasm');
copyFileSync('node_modules/harfbuzzjs/LICENSE', 'public/fonts/harfbuzz-LICENSE.txt');

const flags = 'node_modules/country-flag-icons';
mkdirSync('public/flags', { recursive: true });
for (const file of readdirSync(`${flags}/3x2`)) {
  if (/^[A-Z]{2}\.svg$/.test(file)) copyFileSync(`${flags}/3x2/${file}`, `public/flags/${file}`);
}
if (existsSync(`${flags}/LICENSE`)) copyFileSync(`${flags}/LICENSE`, 'public/flags/LICENSE.txt');

/** What draws each family: the name under which the registry imports it, and its folder. */
const registry = readFileSync('src/core/families/registry.ts', 'utf8');
const drawn = [...registry.matchAll(/^import \{ (\w+) \} from '\.\/([\w-]+)';$/gm)].map(([, name, folder]) => ({
  name,
  folder,
}));

/** The registry with a single family: a page that plays no other carries no other. */
const only = ({ name, folder }) => ({
  name: 'only-one-family',
  setup(build) {
    build.onLoad({ filter: /families[\\/]registry\.ts$/ }, ({ path }) => ({
      contents: registry
        .replace(/^import \{ \w+ \} from '\.\/[\w-]+';$/gm, '')
        .replace(/= \[[^\]]*\];/, `= [${name}];`)
        .replace(/firstFamily: Family = \w+;/, `firstFamily: Family = ${name};`)
        .concat(`\nimport { ${name} } from './${folder}';\n`),
      loader: 'ts',
      resolveDir: dirname(path),
    }));
  },
});

/** The player of web pages: one for each family, and one that draws all of them, for films of several. */
const playerOf = (file, plugins) =>
  build({
    entryPoints: ['src/player/player.ts'],
    outfile: `public/player/${file}.js`,
    alias: { '@': './src' },
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    legalComments: 'none',
    logLevel: 'error',
    plugins,
  });
await Promise.all([playerOf('player', []), ...drawn.map((family) => playerOf(family.folder, [only(family)]))]);

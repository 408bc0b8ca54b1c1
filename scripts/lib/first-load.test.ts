import path from 'node:path';
import { build } from 'esbuild';
import { describe, expect, it } from 'vitest';

const root = path.join(import.meta.dirname, '../..');

/** Files that the page has to have before it shows anything: what its two beginnings import, without what they fetch later. */
async function firstLoad(): Promise<string[]> {
  const entries = ['src/app/start.ts', 'src/ui/shown-app.tsx'];
  const { metafile } = await build({
    absWorkingDir: root,
    entryPoints: entries,
    outdir: 'nowhere',
    write: false,
    metafile: true,
    bundle: true,
    splitting: true,
    minify: true,
    format: 'esm',
    platform: 'browser',
    jsx: 'automatic',
    define: { 'process.env.NODE_ENV': '"production"' },
    loader: { '.wasm': 'empty' },
    external: ['node:*', 'module'],
    logLevel: 'error',
  });
  const needed = new Set(
    Object.entries(metafile.outputs).flatMap(([name, { entryPoint }]) =>
      entryPoint && entries.includes(entryPoint) ? [name] : [],
    ),
  );
  for (const name of needed)
    for (const { path: other, kind } of metafile.outputs[name]?.imports ?? [])
      if (kind === 'import-statement' && metafile.outputs[other]) needed.add(other);
  return [...needed].flatMap((name) =>
    Object.entries(metafile.outputs[name]?.inputs ?? {}).flatMap(([file, { bytesInOutput }]) =>
      bytesInOutput > 0 ? [file] : [],
    ),
  );
}

describe('what the page waits for', () => {
  it('draws no charts, and holds nothing that only some visits need', async () => {
    const files = await firstLoad();
    expect(files).toContain('src/ui/stage/stage.tsx');
    const foreign = [
      // Charts are worked out and drawn by workers; the page has their settings.
      /^src\/core\/families\/(registry|[^/]+\/(index|plan|picture|scene|course))\.ts$/,
      /^src\/core\/motion\/(race|series|rank-events)\.ts$/,
      /^src\/render\//,
      /^src\/export\/(page|stills|sequence|data)\//,
      /^src\/ui\/(dress|pace|output|shelf|card)\/[a-z-]+-(bench|desk|shelf|dress)\.tsx$/,
      /^src\/ui\/beats\/programme\.tsx$/,
      /node_modules\/(@dnd-kit|joi|recharts|culori\/src\/(hsl|jab|itp))/,
    ];
    expect(files.filter((file) => foreign.some((pattern) => pattern.test(file)))).toEqual([]);
  });
});

import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';
import { build } from 'esbuild';

test.use({ bypassCSP: true });

test('canvas and SVG show the same picture of the same scene', async ({ page }) => {
  const here = (file: string) => fileURLToPath(new URL(file, import.meta.url));
  const { outputFiles } = await build({
    entryPoints: [here('./painters-page.ts')],
    alias: { '@': here('../../src') },
    bundle: true,
    write: false,
    format: 'iife',
  });
  await page.route('**/blank', (route) =>
    route.fulfill({ contentType: 'text/html', body: '<!doctype html><title>Painters</title>' }),
  );
  await page.goto('/blank');
  await page.addScriptTag({ content: outputFiles[0]?.text ?? '' });
  const found = await page.evaluate(() =>
    (window as unknown as { comparePainters(): Promise<{ mean: number; share: number }[]> }).comparePainters(),
  );
  expect(found).toHaveLength(3);
  for (const { mean, share } of found) {
    expect(mean).toBeLessThan(1.5);
    expect(share).toBeLessThan(0.01);
  }
});

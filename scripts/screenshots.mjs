// npm run screenshots: makes docs/screenshots/ anew from the demo data.
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromiumArgs, chromiumPath } from './lib/chromium.mjs';
import { freePort, startServer } from './lib/server.mjs';
import { ensureBuild, ensurePackages, ensurePrograms, root } from './lib/set-up.mjs';

ensurePackages();
ensurePrograms();
ensureBuild();
const { chromium } = await import('@playwright/test');
const folder = path.join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const server = await startServer(await freePort(3400));
const browser = await chromium.launch({
  executablePath: chromiumPath(),
  args: chromiumArgs,
});

async function open(colorScheme) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme, reducedMotion: 'reduce' });
  await page.goto(server.url);
  await page.getByTestId('stage-words').filter({ hasText: '1. ' }).waitFor({ state: 'attached' });
  return page;
}

const step = (page, name) => page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name }).click();

/** Puts the playhead at a part of the film. */
async function seek(page, share) {
  const strip = page.getByRole('slider', { name: 'Playhead' });
  const box = await strip.boundingBox();
  await page.mouse.click(box.x + box.width * share, box.y + box.height / 2);
  await page.mouse.move(640, 20);
}

async function shoot(page, name) {
  await page.waitForTimeout(500);
  await page.screenshot({ path: path.join(folder, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
}

try {
  const light = await open('light');
  await seek(light, 0.56);
  await shoot(light, 'dress');
  await step(light, 'Pace');
  await shoot(light, 'pace');
  await step(light, 'Output');
  await shoot(light, 'output');
  await step(light, 'Gather');
  await light.getByRole('button', { name: /A workbook of harbours/ }).click();
  await light.getByRole('radio', { name: /^Passengers/ }).waitFor();
  await seek(light, 0.4);
  await light.getByRole('heading', { name: 'Your table' }).scrollIntoViewIfNeeded();
  await shoot(light, 'gather');
  await light.getByRole('button', { name: /Market turnover/ }).click();
  await light.getByTestId('stage-words').filter({ hasText: 'All districts' }).waitFor({ state: 'attached' });
  await step(light, 'Shape');
  for (const apply of ['Leave out', 'Roll', 'Combine']) {
    await light.getByRole('button', { name: new RegExp(`Apply: ${apply}`) }).click();
  }
  await light.getByRole('button', { name: /^Show the table after: Roll/ }).click();
  await light.getByRole('heading', { name: 'Steps', exact: true }).scrollIntoViewIfNeeded();
  await seek(light, 0.4);
  await shoot(light, 'shape');
  await step(light, 'Gather');
  await light.getByRole('button', { name: /Tide power/ }).click();
  await light.getByText('sensor wet').first().waitFor();
  await step(light, 'Shape');
  await light.getByRole('radio', { name: 'Ranks and findings' }).click();
  await light.getByRole('region', { name: 'Ranks and values' }).waitFor();
  await light.waitForTimeout(500);
  await seek(light, 0.4);
  await shoot(light, 'ranks');
  await light.getByRole('radio', { name: 'Gaps', exact: true }).click();
  await light.getByRole('region', { name: /^Gaps/ }).waitFor();
  await light.getByRole('region', { name: /^Gaps/ }).evaluate((map) => map.scrollTo(330, 0));
  await shoot(light, 'gaps');
  const dark = await open('dark');
  await dark.getByRole('button', { name: 'Background #12191E' }).click();
  await dark.getByRole('radio', { name: '9:16, tall' }).click();
  await seek(dark, 0.7);
  await shoot(dark, 'dress-dark-tall');
} finally {
  await browser.close();
  await server.stop();
}

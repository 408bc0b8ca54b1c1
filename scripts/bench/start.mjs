// Measures how much script the page starts with, and how soon a dropped table is on stage.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { chromiumArgs, chromiumPath } from '../lib/chromium.mjs';
import { freePort, startServer } from '../lib/server.mjs';

const ROUNDS = 5;

/** A CSV of about a million bytes: forty years of a thousand names. */
function table(round) {
  const lines = ['year,name,value'];
  for (let year = 1980; year < 2020; year++)
    for (let c = 0; c < 1000; c++)
      lines.push(`${year},Round ${round} name ${c},${((year * 7919 + c * 104729) % 99991) / 10}`);
  return `${lines.join('\n')}\n`;
}

/**
 * Milliseconds from a file being chosen to its race being on stage; bytes, packed, of the scripts that stand in the page, and
 * of all that have come when the first picture is there.
 */
export async function measureStart() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-'));
  const server = await startServer(await freePort(3360));
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: chromiumArgs });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
    let allBytes = 0;
    const arrivals = [];
    page.on('requestfinished', (request) => {
      if (request.resourceType() === 'script' || /\.js$/.test(request.url()))
        arrivals.push(request.sizes().then(({ responseBodySize }) => (allBytes += Math.max(0, responseBodySize))));
    });
    const html = await page.goto(server.url);
    // The page waits for those that stand in it; others come when they are asked for.
    const tags = [...(await html.text()).matchAll(/<script[^>]+src="([^"]+)"[^>]*>/g)];
    // What is only for browsers without modules no browser of today asks for.
    const named = tags.filter(([tag]) => !/nomodule/i.test(tag)).map(([, src]) => src);
    let scriptBytes = 0;
    for (const src of new Set(named)) {
      const response = await page.request.get(new URL(src, server.url).href);
      scriptBytes += gzipSync(await response.body()).length;
    }
    await page.getByTestId('stage-words').filter({ hasText: '1. ' }).waitFor({ state: 'attached' });
    await Promise.allSettled(arrivals);
    const bytesToPicture = allBytes;
    const dropMs = [];
    for (let round = 0; round < ROUNDS; round++) {
      const file = path.join(folder, `drop-${round}.csv`);
      writeFileSync(file, table(round));
      // From the moment that the page has the file, to the first picture whose ranking it tells.
      await page.evaluate((name) => {
        window.dropped = new Promise((resolve) => {
          document.addEventListener(
            'change',
            () => {
              const startedMs = performance.now();
              const look = () => {
                const told = document.querySelector('section[aria-label="Ranking"]')?.textContent ?? '';
                if (told.includes(name)) resolve(performance.now() - startedMs);
                else requestAnimationFrame(look);
              };
              look();
            },
            { once: true, capture: true },
          );
        });
      }, `Round ${round} name`);
      await page.getByLabel('Open a table or a project file').setInputFiles(file);
      dropMs.push(await page.evaluate(() => window.dropped));
    }
    return { scriptBytes, bytesToPicture, dropMs };
  } finally {
    await browser.close();
    await server.stop();
    rmSync(folder, { recursive: true });
  }
}

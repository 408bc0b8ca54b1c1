// Measures the app itself with a long table.
import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { chromiumArgs, chromiumPath } from '../lib/chromium.mjs';
import { freePort, startServer } from '../lib/server.mjs';

/** Opens a CSV of two million rows in the app, and watches how long the page is held up meanwhile. */
export async function measurePage() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-'));
  const server = await startServer(await freePort(3350));
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: chromiumArgs });
  try {
    const file = path.join(folder, 'long.csv');
    const stream = createWriteStream(file);
    stream.write('period,category,value\n');
    for (let p = 0; p < 1000; p++) {
      const day = new Date(Date.UTC(2001, 0, 1 + p)).toISOString().slice(0, 10);
      let lines = '';
      for (let c = 0; c < 2000; c++)
        lines += `${day},Category ${c},${(((p * 7919 + c * 104729) % 9999991) / 100).toFixed(2)}\n`;
      stream.write(lines);
    }
    await new Promise((resolve) => stream.end(resolve));
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
    await page.goto(server.url);
    await page.getByTestId('stage-words').filter({ hasText: '1. ' }).waitFor({ state: 'attached' });
    await page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name: 'Gather' }).click();
    await page.evaluate(() => {
      window.longTasks = [];
      new PerformanceObserver((list) =>
        window.longTasks.push(...list.getEntries().map(({ duration }) => duration)),
      ).observe({
        type: 'longtask',
      });
    });
    const startedMs = Date.now();
    await page.getByLabel('Choose a table from this computer').setInputFiles(file);
    await page.getByText('2,000,000 rows').waitFor({ timeout: 300_000 });
    const readMs = Date.now() - startedMs;
    await page
      .getByTestId('stage-words')
      .filter({ hasText: 'Category' })
      .waitFor({ state: 'attached', timeout: 300_000 });
    const drawnMs = Date.now() - startedMs;
    const grid = page.getByRole('grid', { name: 'Table to edit' });
    await grid.focus();
    const longTasks = await page.evaluate(() => window.longTasks);
    // Scrolling: pictures a second while the wheel turns through the whole table.
    const gapsMs = await grid.evaluate(async (element) => {
      const gaps = [];
      let before = performance.now();
      for (let i = 0; i <= 120; i++) {
        element.scrollTop = (element.scrollHeight * i) / 120;
        await new Promise(requestAnimationFrame);
        gaps.push(performance.now() - before);
        before = performance.now();
      }
      return gaps;
    });
    return { longTasks, readMs, drawnMs, gapsMs };
  } finally {
    await browser.close();
    await server.stop();
    rmSync(folder, { recursive: true });
  }
}

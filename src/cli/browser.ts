import { existsSync } from 'node:fs';
import path from 'node:path';
import { type BrowserContext, chromium } from 'playwright-core';
import { Refusal } from './refusal';

// The shell is the same engine without a window: it starts sooner and paints the same.
const names = [
  'chromium-headless-shell',
  'chromium',
  'chromium-browser',
  'google-chrome',
  'google-chrome-stable',
  'chrome',
  'msedge',
];

/**
 * A Chromium: the one that CHROMIUM_PATH names, or the first on the PATH; ends the command where there is none.
 *
 * @throws Refusal if there is none.
 */
export function findChromium(): string {
  const given = process.env.CHROMIUM_PATH;
  if (given) {
    if (existsSync(given)) return given;
    throw new Refusal(`CHROMIUM_PATH names ${given}, and there is no such file.`);
  }
  for (const folder of (process.env.PATH ?? '').split(path.delimiter)) {
    for (const name of names) {
      const file = path.join(folder, name);
      if (folder !== '' && existsSync(file)) return file;
    }
  }
  throw new Refusal(
    'Rendering needs Chromium, and there is none on the PATH. Install it (on Debian: apt-get install chromium-headless-shell), or set CHROMIUM_PATH to its program.',
  );
}

/**
 * Starts it without a screen. Its profile lies in a folder of its own for as long as it runs: without one, the browser would
 * keep films in memory until they are handed over.
 *
 * @throws Refusal if it does not start.
 */
async function startBrowser(): Promise<BrowserContext> {
  const executablePath = findChromium();
  try {
    return await chromium.launchPersistentContext('', {
      executablePath,
      handleSIGINT: false,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-dev-shm-usage',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        // Heard by the shell alone: letters as the whole browser draws them, in the app too.
        '--font-render-hinting=slight',
      ],
    });
  } catch (error) {
    throw new Refusal(
      `${executablePath} did not start: ${error instanceof Error ? error.message.split('\n')[0] : error}.`,
    );
  }
}

/** One browser for many things: started when it is first needed, and anew after it has crashed. */
export class KeptBrowser {
  private browser: Promise<BrowserContext> | null = null;

  /** The browser, started where it is not there. @throws Refusal if there is none, or it does not start. */
  async opened(): Promise<BrowserContext> {
    if (!this.browser) {
      const starting = startBrowser();
      this.browser = starting;
      const forget = () => {
        if (this.browser === starting) this.browser = null;
      };
      starting.then((context) => context.once('close', forget), forget);
    }
    return this.browser;
  }

  /** Ends it, if it was needed. */
  async close(): Promise<void> {
    const browser = this.browser;
    this.browser = null;
    // One that did not start has been told of by whoever needed it.
    await browser?.then((context) => context.close()).catch(() => undefined);
  }
}

/** A browser for as long as it is wanted. */
export interface LentBrowser {
  readonly context: BrowserContext;
  /** Ends it, unless it is kept for others. */
  release(): Promise<void>;
}

let kept: KeptBrowser | null = null;

/**
 * From now on all that is rendered is so in one browser: to start one takes longer than a short film.
 *
 * @returns Ends it.
 */
export function keepBrowser(): () => Promise<void> {
  const own = new KeptBrowser();
  kept = own;
  return () => {
    if (kept === own) kept = null;
    return own.close();
  };
}

/** The browser that is kept, or one of its own. @throws Refusal if there is none, or it does not start. */
export async function borrowBrowser(): Promise<LentBrowser> {
  if (kept) return { context: await kept.opened(), release: () => Promise.resolve() };
  const context = await startBrowser();
  return { context, release: () => context.close() };
}

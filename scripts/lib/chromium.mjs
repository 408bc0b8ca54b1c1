// The browser of tests, bench and screenshots.
import { existsSync } from 'node:fs';

/** Chromium as Debian has it, or where CHROMIUM_PATH says; null where there is none. */
export function chromiumPath() {
  const places = [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser'];
  return places.find((place) => place && existsSync(place)) ?? null;
}

/** For a machine without a screen, a graphics card or a way to the network. */
export const chromiumArgs = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-dev-shm-usage',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

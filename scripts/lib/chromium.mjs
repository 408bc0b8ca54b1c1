// The browsers of tests, bench and screenshots.
import { existsSync } from 'node:fs';

/** Chromium as Debian has it, or where CHROMIUM_PATH says, as people have it; null where there is none. */
export function chromiumPath() {
  const places = [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser'];
  return places.find((place) => place && existsSync(place)) ?? null;
}

/**
 * The same engine without a window around the page, for tests: a page opens in half the time and paints the same pixels.
 * The whole Chromium where it is absent, or where CHROMIUM_PATH says so; null where there is none.
 */
export function shellPath() {
  const places = [process.env.CHROMIUM_PATH, '/usr/bin/chromium-headless-shell'];
  return places.find((place) => place && existsSync(place)) ?? chromiumPath();
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
  // Heard by the shell alone: letters as the whole browser draws them.
  '--font-render-hinting=slight',
];

import { execFileSync } from 'node:child_process';
import { findChromium } from '../browser';
import { Refusal } from '../refusal';

/** The version of this machine's Chromium, such as `140.0.7339.80`. @throws Refusal where there is none, or it does not say. */
export function chromiumVersion(): string {
  const program = findChromium();
  try {
    const told = execFileSync(program, ['--version'], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] });
    const [version] = /\d+(\.\d+)+/.exec(told) ?? [];
    if (version) return version;
  } catch {
    // Said below: it is there and does not say.
  }
  throw new Refusal(`${program} does not say which version it is (--version). Name its Chromium with --chromium.`);
}

/** The same, or null where this machine has none. */
export function chromiumVersionIfAny(): string | null {
  try {
    return chromiumVersion();
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
}

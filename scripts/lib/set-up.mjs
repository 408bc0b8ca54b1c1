// What every command needs before it can run: packages, Debian's programs and a build that is up to date.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromiumPath, shellPath } from './chromium.mjs';

/** The project's folder. */
export const root = fileURLToPath(new URL('../../', import.meta.url));

const BUILT_FROM = path.join(root, '.next', 'built-from.json');
const SOURCES = [
  'src',
  'public/samples',
  'next.config.ts',
  'postcss.config.mjs',
  'tsconfig.json',
  'package-lock.json',
  '.env',
];

/** Runs a command in the project's folder with its output on ours; throws when it fails. */
function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (result.error) throw result.error;
  if (result.status !== 0)
    throw new Error(`${[command, ...args].join(' ')} ended with ${result.status ?? result.signal}`);
}

/** Installs the packages when there are none, or when the lock file is newer than they are. */
export function ensurePackages() {
  const installed = path.join(root, 'node_modules', '.package-lock.json');
  const lock = path.join(root, 'package-lock.json');
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return;
  console.log('Installing packages (npm ci)');
  run('npm', ['ci', '--no-audit', '--no-fund']);
}

/**
 * Runs a program in the project's folder beside whatever else goes on, with its output on ours.
 *
 * @returns {Promise<boolean>} Whether it ended well.
 */
export function runBeside(program, args) {
  return new Promise((resolve, reject) => {
    spawn(program, args, { cwd: root, stdio: 'inherit' })
      .on('error', reject)
      .on('close', (code) => resolve(code === 0));
  });
}

/** Builds when a source file has changed since the last build. */
export async function ensureBuild() {
  const now = fingerprint();
  if (
    existsSync(path.join(root, '.next', 'BUILD_ID')) &&
    existsSync(BUILT_FROM) &&
    readFileSync(BUILT_FROM, 'utf8') === now
  )
    return;
  console.log('Building');
  if (!(await runBeside('npm', ['run', '--silent', 'build']))) throw new Error('The build failed.');
  writeFileSync(BUILT_FROM, now);
}

function fingerprint() {
  const files = [];
  const walk = (place) => {
    const full = path.join(root, place);
    if (!existsSync(full)) return;
    const stat = statSync(full);
    if (stat.isDirectory()) for (const name of readdirSync(full).sort()) walk(path.join(place, name));
    else if (!/\.test\.tsx?$/.test(place)) files.push([place, stat.size, Math.round(stat.mtimeMs)]);
  };
  for (const place of SOURCES) walk(place);
  return JSON.stringify(files);
}

const has = (program) => spawnSync('sh', ['-c', `command -v ${program}`]).status === 0;

/**
 * Installs chromium, ffmpeg and poppler from Debian when they are absent; says what to install where that is not possible.
 * `tests` need Redis too, and take the browser without a window where it can be had.
 */
export function ensurePrograms({ tests = false } = {}) {
  const canInstall = process.getuid?.() === 0 && has('apt-get');
  const missing = [];
  if (!chromiumPath()) missing.push('chromium');
  if (tests && canInstall && !process.env.CHROMIUM_PATH && shellPath() === chromiumPath())
    missing.push('chromium-headless-shell');
  if (!has('ffmpeg') || !has('ffprobe')) missing.push('ffmpeg');
  if (!has('pdftoppm') || !has('pdfinfo')) missing.push('poppler-utils');
  if (tests && !has('redis-server')) missing.push('redis-server');
  if (missing.length === 0) return;
  if (!canInstall) {
    throw new Error(
      `Please install ${missing.join(' and ')} (on Debian: sudo apt-get install ${missing.join(' ')}) and start again.`,
    );
  }
  console.log(`Installing ${missing.join(' and ')} from Debian`);
  // At this run level what is installed is not started: tests start their own.
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive', RUNLEVEL: '1' };
  run('apt-get', ['update', '-qq'], { env });
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...missing, 'fonts-liberation'], { env });
}

/** The version of a program, for the first line of measurements. */
export function versionOf(program, args = ['--version']) {
  try {
    return execFileSync(program, args, { encoding: 'utf8' }).split('\n')[0].trim();
  } catch {
    return `${program}: none`;
  }
}

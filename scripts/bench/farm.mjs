// Measures two workers of a farm, one core each, against one command with two workers, on ten films of a minute.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { freePort } from '../lib/server.mjs';
import { root } from '../lib/set-up.mjs';

const FILMS = 10;
const SEC = 60;
const FPS = 30;
const SPAN_SEC = 30;
const ROUNDS = 2;
const tempo = path.join(root, 'scripts/tempo.mjs');

function table() {
  const lines = ['Year,Isle,Boats,Region'];
  for (let year = 2000; year < 2020; year++)
    for (let region = 0; region < FILMS; region++)
      for (let isle = 0; isle < 12; isle++)
        lines.push(
          `${year},Isle ${isle},${100 + ((isle * 37 + year * 11 + region * 53) % 90) * (1 + isle / 9)},Region ${region}`,
        );
  return `${lines.join('\n')}\n`;
}

/** Seconds of a command. */
async function seconds(args, env = process.env) {
  const startedMs = performance.now();
  const child = spawn('node', [tempo, ...args], { stdio: ['ignore', 'ignore', 'inherit'], env });
  const status = await new Promise((resolve) => child.on('close', resolve));
  if (status !== 0) throw new Error(`tempo ${args[0]} failed`);
  return (performance.now() - startedMs) / 1000;
}

/** A worker that is held to one core; resolves once it waits for work. */
async function worker(core, env) {
  const args = ['-c', String(core), 'node', tempo, 'farm', 'work', '--at-once', '1', '--name', `core-${core}`];
  const child = spawn('taskset', args, { stdio: ['ignore', 'ignore', 'pipe'], env });
  await new Promise((resolve, reject) => {
    child.stderr.on('data', (text) => String(text).includes('works:') && resolve());
    child.once('exit', () => reject(new Error('A worker ended at once.')));
  });
  return child;
}

/** A queue and a store of their own, with what the command line needs to find them. */
async function openFarm() {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-bench-farm-'));
  const port = await freePort(6400);
  const args = ['--port', String(port), '--bind', '127.0.0.1', '--dir', folder, '--appendonly', 'yes'];
  const redis = spawn('redis-server', args, { stdio: 'ignore' });
  const env = { ...process.env, TEMPO_QUEUE: `redis://127.0.0.1:${port}/0`, TEMPO_STORE: path.join(folder, 'store') };
  const file = path.join(folder, 'boats.csv');
  writeFileSync(file, table());
  const farm = (...options) => execFileSync('node', [tempo, 'farm', ...options], { encoding: 'utf8', env });
  const close = () => {
    redis.kill('SIGKILL');
    rmSync(folder, { recursive: true, force: true });
  };
  return { folder, env, file, farm, close };
}

/** Ends a worker, and waits until it has. */
async function end(worker) {
  const ended = new Promise((resolve) => worker.once('exit', resolve));
  worker.kill('SIGTERM');
  await ended;
}

const mapping = ['--period', 'Year', '--category', 'Isle', '--value', 'Boats'];
/** Seconds that one worker encodes at once in any case: a span of as much has the same key frames as a long one. */
const SHORT_SEC = 4;
const LONG_SEC = 240;

/** Milliseconds that a span costs besides its frames: the same film in many short spans and in a single one, in turns. */
export async function measureSpans() {
  const { env, file, farm, close } = await openFarm();
  const film = [
    file,
    ...mapping,
    '--where',
    'Region=Region 1',
    '--size',
    '320x180',
    '--length',
    String(LONG_SEC),
    '--fps',
    '25',
  ];
  let at = null;
  try {
    at = await worker(0, env);
    const msOf = (spanSec, title) => {
      const job = farm('submit', ...film, '--title', title, '--span-sec', String(spanSec)).trim();
      farm('status', job, '--watch');
      const { submittedMs, finished } = JSON.parse(farm('status', job, '--json'));
      return finished[0].atMs - submittedMs;
    };
    msOf(LONG_SEC, 'Warm');
    const overheads = [];
    for (let round = 0; round < 3; round++) {
      const whole = msOf(LONG_SEC, `Whole ${round}`);
      const spans = LONG_SEC / SHORT_SEC;
      overheads.push((msOf(SHORT_SEC, `Short ${round}`) - whole) / (spans - 1));
    }
    return overheads;
  } finally {
    at?.kill('SIGKILL');
    close();
  }
}

/**
 * Seconds that ten films take with one command and with two workers of a farm, in turns.
 *
 * @returns {Promise<{ command: number[], farm: number[] }>}
 */
export async function measureFarm() {
  const { folder, env, file, farm, close } = await openFarm();
  const size = ['--size', '1280x720', '--length', String(SEC), '--fps', String(FPS)];
  const [command, farmed] = [[], []];
  let workers = [];
  try {
    await seconds(['render', file, ...mapping, ...size, '--length', '2', '--out', path.join(folder, 'warm.mp4')]);
    for (let round = 0; round < ROUNDS; round++) {
      const made = ['render', file, ...mapping, ...size, '--group', 'Region', '--format', 'mp4', '--workers', '2'];
      command.push(await seconds([...made, '--out', path.join(folder, `films-${round}`)]));
      workers = [await worker(0, env), await worker(1, env)];
      const startedMs = performance.now();
      // Another title each round, so that nothing is there already.
      const job = farm(
        'submit',
        file,
        ...mapping,
        ...size,
        '--groups',
        'Region',
        '--title',
        `Round ${round}`,
        '--span-sec',
        String(SPAN_SEC),
      ).trim();
      // One command that waits: asking over and over would take the time that is measured.
      farm('status', job, '--watch');
      farmed.push((performance.now() - startedMs) / 1000);
      for (const each of workers) await end(each);
      workers = [];
    }
    return { command, farm: farmed };
  } finally {
    for (const each of workers) each.kill('SIGKILL');
    close();
  }
}

// Starts and stops the production server.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import path from 'node:path';
import { root } from './set-up.mjs';

/** The first free port from `from` on. */
export async function freePort(from) {
  for (let port = from; port < from + 1000; port++) if (await isFree(port)) return port;
  throw new Error(`No free port from ${from} to ${from + 999}. Name one with PORT=...`);
}

function isFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.once('listening', () => server.close(() => resolve(true)));
    server.listen(port);
  });
}

/** Starts the production server; resolves once it answers. `stop` ends it and all that it started. */
export async function startServer(port, { quiet = true } = {}) {
  const next = path.join(root, 'node_modules/next/dist/bin/next');
  const child = spawn(process.execPath, [next, 'start', '-p', String(port)], {
    cwd: root,
    stdio: quiet ? ['ignore', 'ignore', 'inherit'] : 'inherit',
    detached: true,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const url = `http://localhost:${port}`;
  let code = null;
  void ended.then((status) => {
    code = status ?? 1;
  });
  const stop = async () => {
    if (code === null) process.kill(-child.pid, 'SIGTERM');
    await ended;
  };
  for (let i = 0; i < 300 && code === null; i++) {
    const answer = await fetch(url).catch(() => null);
    if (answer?.ok) return { url, stop, ended };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  await stop();
  throw new Error(`The server did not start on port ${port}.`);
}

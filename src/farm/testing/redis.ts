import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { Redis } from 'ioredis';

/** A port that nobody uses. */
export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() =>
        typeof address === 'object' && address ? resolve(address.port) : reject(new Error('no port')),
      );
    });
  });
}

/** A Redis of a test's own, on this computer alone, with what it keeps in a temporary folder. */
export class TestRedis {
  private process: ChildProcess | null = null;
  private readonly folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-redis-'));

  private constructor(
    private readonly port: number,
    private readonly password: string,
  ) {}

  static async start(password = ''): Promise<TestRedis> {
    const redis = new TestRedis(await freePort(), password);
    await redis.go();
    return redis;
  }

  get url(): string {
    return `redis://${this.password === '' ? '' : `:${this.password}@`}127.0.0.1:${this.port}/0`;
  }

  /** Starts it, with everything that it had. */
  async go(): Promise<void> {
    const args = ['--port', String(this.port), '--bind', '127.0.0.1', '--dir', this.folder];
    const kept = ['--appendonly', 'yes', '--save', '', '--daemonize', 'no'];
    const pass = this.password === '' ? [] : ['--requirepass', this.password];
    this.process = spawn('redis-server', [...args, ...kept, ...pass], { stdio: 'ignore' });
    this.process.once('error', (error) => {
      throw error;
    });
    const client = new Redis(this.url, { retryStrategy: () => 50, maxRetriesPerRequest: null });
    client.on('error', () => undefined);
    // While it reads what it had, it answers nothing else.
    for (let answer = ''; answer !== 'PONG'; ) answer = await client.ping().catch(() => '');
    client.disconnect();
  }

  /** Ends it as a power cut would, or in peace. */
  async halt(signal: NodeJS.Signals = 'SIGKILL'): Promise<void> {
    const { process: running } = this;
    if (!running || running.exitCode !== null || running.signalCode !== null) return;
    const ended = new Promise((resolve) => running.once('exit', resolve));
    running.kill(signal);
    await ended;
  }

  async stop(): Promise<void> {
    await this.halt();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

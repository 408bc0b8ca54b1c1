import os from 'node:os';
import { Farm } from '@/farm/farm';
import { productVersion } from '@/farm/own-version';
import { openStore } from '@/farm/store/open-store';
import { storeMark } from '@/farm/store/store-mark';
import { versionWords } from '@/farm/version';
import { FarmWorker } from '@/farm/worker/farm-worker';
import { ChromiumRenderer } from './chromium-renderer';
import { chromiumVersion } from './chromium-version';
import type { FarmSetting } from './submit-films';

/** How a worker works. */
export interface WorkOptions extends FarmSetting {
  /** null for one for each core. */
  readonly slots: number | null;
  readonly graceSec: number;
  /** '' for the machine's name. */
  readonly name: string;
}

/** Signals so soon after another are the same: a terminal and a parent may both hand one on. */
const SAME_MS = 500;

/**
 * Works until the process is told to stop: once, and it ends what is in work, if that is soon; twice, and it gives that back.
 *
 * @throws FarmError where queue or store cannot be used; Refusal where there is no Chromium.
 */
export async function work({ root, queue, store: place, slots, graceSec, name }: WorkOptions): Promise<void> {
  const tell = (line: string) => process.stderr.write(`${line}\n`);
  const [product, chromium] = [productVersion(root), chromiumVersion()];
  const farm = await Farm.open(queue);
  try {
    const id = `${os.hostname()}-${process.pid}-${Date.now().toString(36)}`;
    const store = await openStore(place, id);
    const version = { product, chromium, store: await storeMark(store) };
    const count = slots ?? Math.max(1, os.availableParallelism());
    const renderer = new ChromiumRenderer(version, root, count);
    const setting = { name: name || `${os.hostname()}-${process.pid}`, id, slots: count, tell };
    const worker = await FarmWorker.start(farm, store, renderer, setting);
    tell(
      `${setting.name} works: ${count} at once, ${versionWords(version)}, queue ${farm.place}, store ${store.place}.`,
    );
    await stopped(async (hurry) => worker.stop(graceSec * 1000, hurry), tell);
    tell(`${setting.name} has stopped.`);
  } finally {
    await farm.close();
  }
  // Whatever did not stop when it was told to ends with the process.
  process.exit();
}

/** Waits for a signal, and stops; a second one hurries. */
async function stopped(stop: (hurry: AbortSignal) => Promise<void>, tell: (line: string) => void): Promise<void> {
  const hurry = new AbortController();
  let firstMs = 0;
  await new Promise<void>((resolve, reject) => {
    const onSignal = () => {
      if (firstMs === 0) {
        firstMs = Date.now();
        tell('Ends what is in work; once more gives it back at once.');
        stop(hurry.signal).then(resolve, reject);
      } else if (Date.now() - firstMs > SAME_MS) hurry.abort();
    };
    process.on('SIGINT', onSignal);
    process.on('SIGTERM', onSignal);
  });
}

'use client';

import type { Remote } from '@/state/remote';
import { callback, startTableWorker, transfer } from '@/workers/client';
import type { TableWorkerApi } from '@/workers/protocol';

/** The worker that reads tables, which can be ended and started anew behind the same face. */
export interface TableClient {
  readonly api: Remote<TableWorkerApi>;
  restart(): void;
}

/** Starts the worker that reads tables. Files are handed over rather than copied. */
export function createTableClient(): TableClient {
  let client = startTableWorker();
  const api = new Proxy({} as Remote<TableWorkerApi>, {
    get: (_, name: keyof TableWorkerApi) => {
      if (name === 'open') {
        return (...[sources, onProgress]: Parameters<TableWorkerApi['open']>) => {
          const buffers = sources.map(({ bytes }) => bytes);
          return client.api.open(transfer([...sources], buffers), callback(onProgress));
        };
      }
      return (...args: unknown[]) => (client.api[name] as (...args: unknown[]) => Promise<unknown>)(...args);
    },
  });
  return {
    api,
    restart() {
      client.end();
      client = startTableWorker();
    },
  };
}

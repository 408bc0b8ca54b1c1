'use client';

import { currentPlace } from '@/state/current';
import { documentStore } from '@/state/document';
import type { Remote } from '@/state/remote';
import { callback, startTableWorker, transfer } from '@/workers/client';
import type { ChartTableApi, TableWorkerApi } from '@/workers/protocol';

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
        return (...[tableId, sources, onProgress]: Parameters<TableWorkerApi['open']>) => {
          const buffers = sources.map(({ bytes }) => bytes);
          return client.api.open(tableId, transfer([...sources], buffers), callback(onProgress));
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

/** The worker as seen from the chart that is edited: what is asked is asked of its table. */
export function ofCurrentChart(api: Remote<TableWorkerApi>): Remote<ChartTableApi> {
  return new Proxy({} as Remote<ChartTableApi>, {
    get:
      (_, name: keyof ChartTableApi) =>
      (...args: unknown[]) => {
        const { project } = documentStore.getState();
        if (!project) return Promise.reject(new Error('There is no table yet.'));
        return (api[name] as (...all: unknown[]) => Promise<unknown>)(currentPlace(project), ...args);
      },
  });
}

import { createReadStream, createWriteStream, existsSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';

const types: Record<string, string> = {
  '.html': 'text/html; charset=utf-8',
  '.js': 'text/javascript; charset=utf-8',
  '.ts': 'text/javascript; charset=utf-8',
  '.json': 'application/json',
  '.svg': 'image/svg+xml',
  '.woff2': 'font/woff2',
  '.wasm': 'application/wasm',
};

/** Serves what a page needs to render, to this computer alone, and takes the finished file. */
export interface RenderServer {
  readonly url: string;
  close(): void;
}

/**
 * @param root The project's folder.
 * @param orderOf What is to be rendered, as JSON.
 * @param resultTo Where the finished file is written.
 * @param soundOf The bytes of a sound, by its asset.
 */
export async function startRenderServer(
  root: string,
  orderOf: () => string,
  resultTo: () => string,
  soundOf: (assetId: string) => Uint8Array | undefined = () => undefined,
): Promise<RenderServer> {
  const built = path.join(root, 'node_modules/.cache/tempo/page');
  const files: Record<string, string> = {
    '/render-page.js': path.join(built, 'render-page.js'),
    '/export.worker.js': path.join(built, 'export.worker.js'),
    // The worker asks for the other one by the name of its source.
    '/span.worker.ts': path.join(built, 'span.worker.js'),
    '/harfbuzz.wasm': path.join(built, 'harfbuzz.wasm'),
  };
  const answer = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const { pathname } = new URL(request.url ?? '/', 'http://localhost');
    if (request.method === 'POST' && pathname === '/result') {
      await pipeline(request, createWriteStream(resultTo()));
      response.end();
      return;
    }
    if (pathname === '/') {
      response.setHeader('content-type', types['.html'] ?? '');
      response.end('<!doctype html><meta charset="utf-8"><script src="/render-page.js"></script>');
      return;
    }
    if (pathname === '/order.json') {
      response.setHeader('content-type', types['.json'] ?? '');
      response.end(orderOf());
      return;
    }
    if (pathname.startsWith('/sounds/')) {
      const bytes = soundOf(decodeURIComponent(pathname.slice('/sounds/'.length)));
      response.statusCode = bytes ? 200 : 404;
      response.end(bytes);
      return;
    }
    const asset = /^\/(fonts|flags|player)\/[\w.-]+$/.test(pathname)
      ? path.join(root, 'public', pathname)
      : files[pathname];
    if (!asset || !existsSync(asset)) {
      response.statusCode = 404;
      response.end();
      return;
    }
    response.setHeader('content-type', types[path.extname(pathname)] ?? 'application/octet-stream');
    await pipeline(createReadStream(asset), response);
  };
  const server = createServer((request, response) => {
    answer(request, response).catch((error: unknown) => {
      response.statusCode = 500;
      response.end(error instanceof Error ? error.message : String(error));
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  return {
    url: `http://localhost:${port}`,
    close() {
      server.closeAllConnections();
      server.close();
    },
  };
}

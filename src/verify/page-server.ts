import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';

const TYPES: Record<string, string> = {
  html: 'text/html; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
  json: 'application/json',
  css: 'text/css; charset=utf-8',
};

/** Serves files from memory to the browsers of this machine, on the loopback address only. */
export class PageServer {
  readonly #files = new Map<string, string | Uint8Array>();
  #server: Server | undefined;
  #origin = '';

  /** `headers` go with every answer. */
  constructor(readonly headers: Record<string, string> = {}) {}

  /** Puts a file at a path that begins with a slash. */
  put(path: string, content: string | Uint8Array): void {
    this.#files.set(path, content);
  }

  /** `http://127.0.0.1:PORT`, once it has started. */
  get origin(): string {
    return this.#origin;
  }

  async start(): Promise<void> {
    const server = createServer(({ url, headers }, response) => {
      // A name that somebody's page gave to this address is not ours.
      if (headers.host !== this.#origin.slice('http://'.length)) {
        response.writeHead(421).end();
        return;
      }
      const path = (url ?? '/').split('?')[0]!;
      const content = this.#files.get(path);
      const type = TYPES[path.split('.').pop()!] ?? 'application/octet-stream';
      response.writeHead(content === undefined ? 404 : 200, {
        'content-type': type,
        'cache-control': 'max-age=3600',
        ...this.headers,
      });
      response.end(content ?? '');
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    this.#server = server;
    this.#origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  }

  async stop(): Promise<void> {
    this.#server?.closeAllConnections();
    await new Promise((resolve) => (this.#server ? this.#server.close(resolve) : resolve(undefined)));
  }
}

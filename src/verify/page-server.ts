import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';

const TYPES: Record<string, string> = {
  html: 'text/html; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
  json: 'application/json',
  css: 'text/css; charset=utf-8',
};

/** What is served is for its own pages, and is what it says it is. */
const GUARDS = {
  'cross-origin-resource-policy': 'same-origin',
  'x-content-type-options': 'nosniff',
} as const;

/** Serves files from memory: to the browsers of this machine, on the loopback address; to others only where it is told to. */
export class PageServer {
  readonly #files = new Map<string, string | Uint8Array>();
  readonly #servers: Server[] = [];
  /** Names of this server that it answers to. */
  readonly #hosts = new Set<string>();
  readonly #base: string;
  #origin = '';

  /** `headers` go with every answer. With a secret, all addresses begin with it, and nobody gets anything without it. */
  constructor(
    readonly headers: Record<string, string> = {},
    secret = '',
  ) {
    this.#base = secret && `/${secret}`;
  }

  /** Puts a file at a path that begins with a slash. */
  put(path: string, content: string | Uint8Array): void {
    this.#files.set(path, content);
  }

  /** `http://127.0.0.1:PORT`, once it has started; with the secret, if there is one. */
  get origin(): string {
    return this.#origin;
  }

  /** Where a page finds what was put at a path. */
  address(path: string): string {
    return this.#base + path;
  }

  /** Begins to listen on the loopback address. */
  async start(): Promise<void> {
    this.#origin = await this.listen('127.0.0.1', 0);
  }

  /** Listens at one more address; gives the origin, with the secret if there is one. Port 0 is any that is free. */
  async listen(hostname: string, port: number): Promise<string> {
    const server = createServer(({ url, headers }, response) => {
      // A name that somebody's page gave to this address is not ours.
      if (!this.#hosts.has(headers.host ?? '')) {
        response.writeHead(421, GUARDS).end();
        return;
      }
      // Nor is a page of another site, which a person may have open in a browser of their own.
      if (headers['sec-fetch-site'] === 'cross-site') {
        response.writeHead(403, GUARDS).end();
        return;
      }
      const path = (url ?? '/').split('?')[0]!;
      const content = path.startsWith(`${this.#base}/`)
        ? this.#files.get(path.slice(this.#base.length))
        : undefined;
      const type = TYPES[path.split('.').pop()!] ?? 'application/octet-stream';
      response.writeHead(content === undefined ? 404 : 200, {
        'content-type': type,
        'cache-control': 'max-age=3600',
        ...GUARDS,
        ...this.headers,
      });
      response.end(content ?? '');
    });
    await new Promise<void>((resolve, reject) => {
      server.once('error', reject);
      server.listen(port, hostname, resolve);
    });
    this.#servers.push(server);
    const host = `${hostname}:${(server.address() as AddressInfo).port}`;
    this.#hosts.add(host);
    return `http://${host}${this.#base}`;
  }

  async stop(): Promise<void> {
    await Promise.all(
      this.#servers.map((server) => {
        server.closeAllConnections();
        return new Promise((resolve) => server.close(resolve));
      }),
    );
  }
}

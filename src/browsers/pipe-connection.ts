import type { Readable, Writable } from 'node:stream';
import { PageCrashed } from './browser.js';

type Handler = (params: Record<string, unknown>, sessionId: string | undefined) => void;

interface Reply {
  id?: number;
  method?: string;
  params?: Record<string, unknown>;
  sessionId?: string;
  result?: Record<string, unknown>;
  error?: { message: string };
}

/**
 * A connection to a browser's devtools protocol over a pair of pipes: JSON messages, each ended by a zero
 * byte. No port is opened.
 */
export class PipeConnection {
  #lastId = 0;
  #rest: Buffer[] = [];
  readonly #waiting = new Map<
    number,
    { resolve(result: Record<string, unknown>): void; reject(error: Error): void }
  >();
  readonly #handlers = new Map<string, Set<Handler>>();
  #closed: Error | undefined;

  constructor(
    readonly toBrowser: Writable,
    fromBrowser: Readable,
  ) {
    fromBrowser.on('data', (chunk: Buffer) => this.#read(chunk));
    fromBrowser.on('close', () => this.#end(new PageCrashed('The browser ended by itself.')));
    toBrowser.on('error', () => this.#end(new PageCrashed('The browser ended by itself.')));
  }

  /** True once the browser has ended. */
  get closed(): boolean {
    return this.#closed !== undefined;
  }

  /** Sends a command and waits for its result. */
  send(method: string, params: object = {}, sessionId?: string): Promise<Record<string, unknown>> {
    if (this.#closed) return Promise.reject(this.#closed);
    const id = ++this.#lastId;
    return new Promise((resolve, reject) => {
      this.#waiting.set(id, { resolve, reject });
      this.toBrowser.write(`${JSON.stringify({ id, method, params, sessionId })}\0`);
    });
  }

  /** Calls back at each event of a name; gives a function that ends it. */
  on(method: string, handler: Handler): () => void {
    const handlers = this.#handlers.get(method) ?? new Set();
    this.#handlers.set(method, handlers.add(handler));
    return () => handlers.delete(handler);
  }

  /** Resolves at the next event of a name in a session. */
  next(method: string, sessionId: string): Promise<Record<string, unknown>> {
    return new Promise((resolve) => {
      const off = this.on(method, (params, from) => {
        if (from !== sessionId) return;
        off();
        resolve(params);
      });
    });
  }

  #read(chunk: Buffer): void {
    let start = 0;
    for (let end = chunk.indexOf(0); end !== -1; end = chunk.indexOf(0, start)) {
      const message = Buffer.concat([...this.#rest, chunk.subarray(start, end)]).toString('utf8');
      this.#rest = [];
      start = end + 1;
      this.#take(JSON.parse(message) as Reply);
    }
    if (start < chunk.length) this.#rest.push(chunk.subarray(start));
  }

  #take({ id, method, params, sessionId, result, error }: Reply): void {
    if (id === undefined) {
      for (const handler of this.#handlers.get(method!) ?? []) handler(params ?? {}, sessionId);
      return;
    }
    const waiting = this.#waiting.get(id);
    this.#waiting.delete(id);
    if (error) waiting?.reject(new Error(error.message));
    else waiting?.resolve(result ?? {});
  }

  #end(reason: Error): void {
    this.#closed = reason;
    for (const { reject } of this.#waiting.values()) reject(reason);
    this.#waiting.clear();
  }
}

import { PageCrashed } from './browser.js';

type Handler = (params: Record<string, unknown>) => void;

interface Message {
  type?: 'success' | 'error' | 'event';
  id?: number | null;
  method?: string;
  params?: Record<string, unknown>;
  result?: Record<string, unknown>;
  error?: string;
  message?: string;
}

/** A command that the browser refused, by the standard's error code. */
export class BidiError extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/** A connection to a browser by WebDriver BiDi: commands with results, and events. */
export class BidiConnection {
  #lastId = 0;
  readonly #waiting = new Map<
    number,
    { resolve(result: Record<string, unknown>): void; reject(error: Error): void }
  >();
  readonly #handlers = new Map<string, Set<Handler>>();
  #closed: Error | undefined;

  private constructor(readonly socket: import('ws').WebSocket) {
    socket.on('message', (data) => this.#take(JSON.parse(String(data as Buffer)) as Message));
    socket.on('close', () => this.#end(new PageCrashed('The browser ended by itself.')));
    socket.on('error', (error) =>
      this.#end(new PageCrashed(`The browser cannot be reached: ${error.message}`)),
    );
  }

  /** Connects to an address; rejects if nobody answers there. */
  static async open(address: string): Promise<BidiConnection> {
    const { WebSocket } = await import('ws');
    // What pages say can be long; what comes from a browser that was started here is trusted.
    const socket = new WebSocket(address, { maxPayload: 2 ** 28, perMessageDeflate: false });
    await new Promise<void>((resolve, reject) => {
      socket.once('open', () => resolve());
      socket.once('error', reject);
    });
    return new BidiConnection(socket);
  }

  /** True once the browser has ended. */
  get closed(): boolean {
    return this.#closed !== undefined;
  }

  /** Sends a command and waits for its result. */
  send(method: string, params: object = {}): Promise<Record<string, unknown>> {
    if (this.#closed) return Promise.reject(this.#closed);
    const id = ++this.#lastId;
    return new Promise((resolve, reject) => {
      this.#waiting.set(id, { resolve, reject });
      this.socket.send(JSON.stringify({ id, method, params }));
    });
  }

  /** Calls back at each event of a name; gives a function that ends it. */
  on(method: string, handler: Handler): () => void {
    const handlers = this.#handlers.get(method) ?? new Set();
    this.#handlers.set(method, handlers.add(handler));
    return () => handlers.delete(handler);
  }

  close(): void {
    this.socket.terminate();
  }

  #take({ id, method, params, result, error, message }: Message): void {
    if (id === undefined || id === null) {
      for (const handler of this.#handlers.get(method ?? '') ?? []) handler(params ?? {});
      return;
    }
    const waiting = this.#waiting.get(id);
    this.#waiting.delete(id);
    if (error !== undefined) waiting?.reject(new BidiError(error, message ?? error));
    else waiting?.resolve(result ?? {});
  }

  #end(reason: Error): void {
    this.#closed ??= reason;
    for (const { reject } of this.#waiting.values()) reject(reason);
    this.#waiting.clear();
  }
}

import { Agent, request } from 'node:http';
import { PageCrashed } from './browser.js';

/** A command that the driver refused, by the standard's error code. */
export class WebDriverError extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/** Sends a command to a WebDriver endpoint and gives its value. `address` ends without a slash. */
export async function command(
  address: string,
  method: 'GET' | 'POST' | 'DELETE',
  path: string,
  body?: object,
  options: { agent?: Agent; signal?: AbortSignal | undefined } = {},
): Promise<unknown> {
  const payload = method === 'POST' ? JSON.stringify(body ?? {}) : undefined;
  const text = await new Promise<string>((resolve, reject) => {
    const sent = request(
      address + path,
      {
        method,
        ...options,
        headers: payload
          ? {
              'content-type': 'application/json; charset=utf-8',
              'content-length': Buffer.byteLength(payload),
            }
          : {},
      },
      (response) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () => resolve(Buffer.concat(chunks).toString()));
        response.on('error', reject);
      },
    );
    sent.on('error', reject);
    sent.end(payload);
  });
  let value: unknown;
  try {
    ({ value } = JSON.parse(text) as { value: unknown });
  } catch {
    throw new WebDriverError('unknown error', `No WebDriver endpoint is at ${new URL(address).origin}.`);
  }
  const failed = value as { error?: string; message?: string } | null;
  if (typeof failed === 'object' && typeof failed?.error === 'string')
    throw new WebDriverError(failed.error, failed.message || failed.error);
  return value;
}

/** A session of a WebDriver endpoint (the classic protocol: HTTP, a request for each command). */
export class WebDriverSession {
  readonly #agent = new Agent({ keepAlive: true });
  #dead = false;

  constructor(
    readonly address: string,
    readonly id: string,
  ) {}

  /** True once the endpoint knows nothing of the session any more. */
  get dead(): boolean {
    return this.#dead;
  }

  /** Marks it as ended: the driver or the browser is gone. */
  end(): void {
    this.#dead = true;
    this.#agent.destroy();
  }

  /** Sends a command; a signal gives up waiting for it, whatever the browser does. */
  async send(
    method: 'GET' | 'POST' | 'DELETE',
    path: string,
    body?: object,
    signal?: AbortSignal,
  ): Promise<unknown> {
    try {
      return await command(this.address, method, `/session/${this.id}${path}`, body, {
        agent: this.#agent,
        signal,
      });
    } catch (error) {
      const { code } = error as { code?: string };
      // A process of the browser that crashes takes the whole session with it.
      if (code === 'invalid session id' || code === 'ECONNREFUSED' || code === 'ECONNRESET') {
        this.end();
        throw new PageCrashed('The browser ended by itself.');
      }
      throw error;
    }
  }
}

import { BidiConnection } from './bidi-connection.js';
import { BidiPage, DIALOGS_LEFT, PAGE_EVENTS } from './bidi-page.js';
import type { Elsewhere } from './elsewhere.js';
import { BrowserMissing, type RunningBrowser, type Browser, type Page, type Size } from './browser.js';
import { PATIENCE, within } from './patience.js';
import { SCRIPT_LIMIT } from './script-limit.js';
import { WebDriverPage } from './webdriver-page.js';
import { command, WebDriverError, WebDriverSession } from './webdriver-session.js';

/** What an endpoint calls a browser; WebKit has a name of its own at each of them. */
const BROWSER_NAMES: Readonly<Record<string, string>> = { chromium: 'chrome', firefox: 'firefox' };

interface Granted {
  sessionId: string;
  capabilities: { browserName?: string; browserVersion?: string; webSocketUrl?: string | boolean };
}

/** A browser behind a WebDriver endpoint: a session for each page, as many at once as it grants. */
export function remoteBrowser({ name, title }: Browser, elsewhere: Elsewhere): Browser {
  const address = elsewhere.at.replace(/\/+$/, '');
  const open = async (): Promise<Granted> => {
    const asked = {
      ...(BROWSER_NAMES[name] ? { browserName: BROWSER_NAMES[name] } : {}),
      ...elsewhere.capabilities,
    };
    // The newer protocol tells of dialogs and keeps control of a page that hangs; not every endpoint has it.
    try {
      return await ask(address, {
        ...asked,
        webSocketUrl: true,
        unhandledPromptBehavior: DIALOGS_LEFT,
      });
    } catch (error) {
      if (!(error instanceof WebDriverError)) throw error;
      return ask(address, {
        ...asked,
        unhandledPromptBehavior: 'dismiss',
        timeouts: { script: SCRIPT_LIMIT, pageLoad: PATIENCE, implicit: 0 },
      });
    }
  };
  const launch = async (): Promise<RemoteBrowser> => {
    try {
      const first = await open();
      const { browserName = title, browserVersion = '' } = first.capabilities;
      return new RemoteBrowser(address, `${title} ${browserVersion} (${browserName})`, open, first);
    } catch (error) {
      throw new BrowserMissing(
        `${title} at ${address} gives no session: ${(error as Error).message.split('\n')[0]}`,
        'Check the address and the capabilities in lastwright.yaml, and that the endpoint runs.',
      );
    }
  };
  return {
    name,
    title,
    elsewhere,
    async identify() {
      const running = await launch();
      await running.close();
      return `${address} ${running.version}`;
    },
    launch,
  };
}

async function ask(address: string, alwaysMatch: object): Promise<Granted> {
  const granted = command(address, 'POST', '/session', { capabilities: { alwaysMatch } });
  return (await within(granted, PATIENCE)) as Granted;
}

/** Sessions of an endpoint: each page has one to itself, and so the focus of a whole browser. */
class RemoteBrowser implements RunningBrowser {
  /** A session that was granted and has no page yet. */
  #spare: Granted | undefined;
  #open = 0;
  readonly #waiting: (() => void)[] = [];
  readonly #closing = new Set<() => Promise<void>>();

  constructor(
    readonly address: string,
    readonly version: string,
    readonly grant: () => Promise<Granted>,
    first: Granted,
  ) {
    this.#spare = first;
  }

  /** Its sessions end one by one; whoever asks for a page gets a new one. */
  readonly dead = false;

  async newPage(size?: Size): Promise<Page> {
    for (;;) {
      this.#open++;
      try {
        const spare = this.#spare;
        this.#spare = undefined;
        return await this.#pageOf(spare ?? (await this.grant()), size);
      } catch (error) {
        this.#open--;
        // As many as it grants: whoever gets none waits until another one is done.
        if (this.#open === 0) throw error;
        await new Promise<void>((resolve) => this.#waiting.push(resolve));
      }
    }
  }

  async #pageOf({ sessionId, capabilities }: Granted, size: Size | undefined): Promise<Page> {
    const session = new WebDriverSession(this.address, sessionId);
    const { webSocketUrl } = capabilities;
    const connection =
      typeof webSocketUrl === 'string'
        ? await BidiConnection.open(reachable(webSocketUrl, this.address))
        : undefined;
    let ended = false;
    const end = async (): Promise<void> => {
      if (ended) return;
      ended = true;
      this.#closing.delete(end);
      connection?.close();
      await within(session.send('DELETE', ''), 5000).catch(() => {});
      session.end();
      this.#open--;
      this.#waiting.shift()?.();
    };
    this.#closing.add(end);
    if (connection) await connection.send('session.subscribe', { events: PAGE_EVENTS });
    const page = connection
      ? await BidiPage.first(connection, size)
      : await WebDriverPage.first(session, size);
    page.close = end;
    return page;
  }

  async close(): Promise<void> {
    const spare = this.#spare;
    this.#spare = undefined;
    if (spare) {
      const session = new WebDriverSession(this.address, spare.sessionId);
      await within(session.send('DELETE', ''), 5000).catch(() => {});
      session.end();
    }
    await Promise.all([...this.#closing].map((end) => end()));
  }
}

/** The endpoint may name itself by an address that only its own machine knows: host and port are those that were given. */
function reachable(webSocketUrl: string, address: string): string {
  const url = new URL(webSocketUrl);
  const given = new URL(address);
  url.protocol = given.protocol === 'https:' ? 'wss:' : 'ws:';
  url.host = given.host;
  return url.href;
}

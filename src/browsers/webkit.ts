import { watchMemory } from './memory-watch.js';
import { spawn } from 'node:child_process';
import { createServer, type AddressInfo } from 'node:net';
import { atEnd } from '../system/at-exit.js';
import { BrowserMissing, type RunningBrowser, type Browser, type Page, type Size } from './browser.js';
import { endGroup, Guard, killGroup } from './guard.js';
import { exists, findNamed, identityOf } from './installed.js';
import { PATIENCE, within } from './patience.js';
import { SCRIPT_LIMIT } from './script-limit.js';
import { startDisplay, type VirtualDisplay } from './virtual-display.js';
import { WebDriverPage } from './webdriver-page.js';
import { command, WebDriverSession } from './webdriver-session.js';

/** Where distributions put the browser that the driver drives. */
const BROWSERS = [
  '/usr/lib/x86_64-linux-gnu/webkit2gtk-4.1/MiniBrowser',
  '/usr/lib/aarch64-linux-gnu/webkit2gtk-4.1/MiniBrowser',
  '/usr/libexec/webkit2gtk-4.1/MiniBrowser',
  '/usr/lib/webkit2gtk-4.1/MiniBrowser',
];

/**
 * WebKit by the driver of WebKitGTK, under a display of its own. `LASTWRIGHT_WEBKIT` names a driver; otherwise it is looked for
 * on the machine.
 */
export const webkit: Browser = {
  name: 'webkit',
  title: 'WebKit',
  // A driver has one session, and only one window of it has the focus.
  onePageEach: true,
  async identify() {
    return identityOf(await find());
  },
  async launch() {
    return start(await find());
  },
};

function find(): Promise<string> {
  return findNamed('LASTWRIGHT_WEBKIT', ['WebKitWebDriver'], 'There is no WebKit driver on this machine.', {
    apt: 'webkit2gtk-driver',
    dnf: 'webkit2gtk-driver',
  });
}

async function start(driver: string): Promise<RunningBrowser> {
  const guard = new Guard();
  let display: VirtualDisplay | undefined;
  try {
    display = await startDisplay(guard);
    return await startDriver(driver, guard, display);
  } catch (error) {
    await display?.close();
    guard.release();
    throw error;
  }
}

async function startDriver(path: string, guard: Guard, display: VirtualDisplay): Promise<RunningBrowser> {
  const port = await freePort();
  const child = spawn(path, [`--host=127.0.0.1`, `--port=${port}`], {
    detached: true,
    stdio: 'ignore',
    env: {
      ...process.env,
      DISPLAY: display.name,
      GDK_BACKEND: 'x11',
      NO_AT_BRIDGE: '1',
      // Without a graphics card this is the faster way to pictures; the ways that are often advised make them hang.
      WEBKIT_SKIA_ENABLE_CPU_RENDERING: '1',
      LANGUAGE: 'en',
    },
  });
  watchMemory(child);
  guard.group(child);
  const ended = new Promise<never>((_, reject) => {
    child.on('error', (error) =>
      reject(new BrowserMissing(`${path} cannot be started: ${error.message}.`, 'Check the path.')),
    );
    child.on('exit', (code) => reject(new Error(`${path} ended at once (${code}).`)));
  });
  ended.catch(() => {});
  const forget = atEnd(() => killGroup(child));
  const stop = async (): Promise<void> => {
    await endGroup(child);
    forget();
  };
  try {
    const address = `http://127.0.0.1:${port}`;
    await within(Promise.race([isReady(address), ended]), PATIENCE);
    const binary = await firstThere(BROWSERS);
    const { sessionId, capabilities } = (await within(
      command(address, 'POST', '/session', {
        capabilities: {
          alwaysMatch: {
            ...(binary ? { 'webkitgtk:browserOptions': { binary, args: ['--automation'] } } : {}),
            // Scripts end when whoever asked for them has waited long enough.
            timeouts: { script: SCRIPT_LIMIT, pageLoad: PATIENCE, implicit: 0 },
            unhandledPromptBehavior: 'dismiss',
          },
        },
      }),
      PATIENCE,
    )) as { sessionId: string; capabilities: { browserVersion?: string } };
    const session = new WebDriverSession(address, sessionId);
    child.on('exit', () => session.end());
    const first = (await session.send('GET', '/window')) as string;
    return new WebKitBrowser(
      session,
      `WebKit ${capabilities.browserVersion ?? ''}`.trim(),
      first,
      async () => {
        await stop();
        await display.close();
        guard.release();
      },
    );
  } catch (error) {
    await stop();
    throw error;
  }
}

/** A port of the loopback address that is free now. */
function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });
}

async function isReady(address: string): Promise<void> {
  for (;;) {
    const status = await command(address, 'GET', '/status').catch(() => undefined);
    if (status !== undefined) return;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

async function firstThere(paths: readonly string[]): Promise<string | undefined> {
  for (const path of paths) if (await exists(path)) return path;
  return undefined;
}

class WebKitBrowser implements RunningBrowser {
  constructor(
    readonly session: WebDriverSession,
    readonly version: string,
    /** A window that nothing happens in: commands go there when a page is closed. */
    readonly idle: string,
    readonly stop: () => Promise<void>,
  ) {}

  get dead(): boolean {
    return this.session.dead;
  }

  async newPage(size?: Size): Promise<Page> {
    await within(this.session.send('POST', '/window', { handle: this.idle }), PATIENCE);
    return WebDriverPage.open(this.session, size);
  }

  async close(): Promise<void> {
    if (!this.dead) await within(this.session.send('DELETE', ''), 2000).catch(() => {});
    this.session.end();
    await this.stop();
  }
}

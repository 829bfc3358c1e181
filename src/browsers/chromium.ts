import { spawn, type ChildProcess } from 'node:child_process';
import { delimiter } from 'node:path';
import type { Readable, Writable } from 'node:stream';
import { atEnd } from '../system/at-exit.js';
import {
  BrowserMissing,
  PageCrashed,
  VIEWPORT,
  type Clip,
  type RunningBrowser,
  type Browser,
  type KeyName,
  type Page,
  type Size,
} from './browser.js';
import { endGroup, killGroup } from './guard.js';
import { findInstalled, identityOf } from './installed.js';
import { hearText } from '../system/hear-text.js';
import { packagedChromium, type PackagedBrowser } from './packaged-chromium.js';
import { PATIENCE, within, unlessItHangs } from './patience.js';
import { watchMemory } from './memory-watch.js';
import { PipeConnection } from './pipe-connection.js';
import { newProfile, type Profile } from './profile.js';

const ARGUMENTS = [
  '--headless',
  '--remote-debugging-pipe',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--disable-sync',
  '--disable-component-update',
  '--disable-background-networking',
  '--disable-dev-shm-usage',
  '--disable-extensions',
  // A document that was left is gone: nobody goes back to it.
  '--disable-back-forward-cache',
  '--no-first-run',
  '--no-default-browser-check',
  '--hide-scrollbars',
  '--mute-audio',
  // A window of its own for each page has an address bar, whose suggestions are pages of the browser: a second of work for each.
  '--disable-features=WebUIOmniboxPopup,WebUIOmniboxFullPopup,WebUIOmniboxAimPopup',
  // All pages are looked at, however many are open at once.
  '--disable-renderer-backgrounding',
  '--disable-background-timer-throttling',
  '--disable-backgrounding-occluded-windows',
  // An element that takes all memory ends its page, not the machine.
  '--js-flags=--max-old-space-size=1024',
  `--window-size=${VIEWPORT.width},${VIEWPORT.height}`,
];

/** Key codes of the keys that people press by name (UI Events, section on legacy key codes). */
const KEY_CODES: Record<string, number> = {
  Backspace: 8,
  Tab: 9,
  Enter: 13,
  Escape: 27,
  PageUp: 33,
  PageDown: 34,
  End: 35,
  Home: 36,
  ArrowLeft: 37,
  ArrowUp: 38,
  ArrowRight: 39,
  ArrowDown: 40,
  Delete: 46,
};

/** Names under which people install it. */
const INSTALLED = ['chromium', 'chromium-browser', 'google-chrome', 'google-chrome-stable'];

/**
 * Chromium through its devtools protocol: one that is installed on the machine, otherwise the packaged one.
 * `LASTWRIGHT_CHROMIUM` names another, or says `packaged`.
 */
export const chromium: Browser = {
  name: 'chromium',
  title: 'Chromium',
  async identify() {
    const found = await find();
    return identityOf(typeof found === 'string' ? found : found.executable);
  },
  async launch() {
    const found = await find();
    if (typeof found === 'string') return start(found, process.env);
    const running = (await startPackaged(found)) ?? (await startUnpackedAgain());
    if (running) return running;
    throw missing();
  },
};

/** The path of an installed one, or the packaged one. */
async function find(): Promise<string | PackagedBrowser> {
  const { LASTWRIGHT_CHROMIUM: named } = process.env;
  const installed = named === 'packaged' ? undefined : named || (await findInstalled(INSTALLED));
  const found = installed || (await packagedChromium());
  if (!found) throw missing();
  return found;
}

function missing(): BrowserMissing {
  return new BrowserMissing(
    'There is no Chromium on this machine, and the packaged one does not run here.',
    'Install Chromium, or set LASTWRIGHT_CHROMIUM to the path of one.',
  );
}

async function startPackaged(packaged: PackagedBrowser): Promise<RunningBrowser | undefined> {
  const env = { FONTCONFIG_PATH: packaged.fonts, ...process.env };
  try {
    return await start(packaged.executable, env);
  } catch {
    // A bare machine lacks libraries that the package brings; one that has them is better off with its own.
    const paths = [packaged.libraries, process.env.LD_LIBRARY_PATH].filter(Boolean).join(delimiter);
    return start(packaged.executable, { ...env, LD_LIBRARY_PATH: paths }).catch(() => undefined);
  }
}

/** What was unpacked once may have been damaged since. */
async function startUnpackedAgain(): Promise<RunningBrowser | undefined> {
  const found = await packagedChromium(true);
  return found && startPackaged(found);
}

async function start(executable: string, env: NodeJS.ProcessEnv): Promise<RunningBrowser> {
  const profile = newProfile();
  const child = spawn(executable, [...ARGUMENTS, `--user-data-dir=${profile.folder}`, 'about:blank'], {
    env,
    stdio: ['ignore', 'ignore', 'pipe', 'pipe', 'pipe'],
    // A group of its own, so that all its processes can be ended together.
    detached: true,
  });
  watchMemory(child);
  const forget = atEnd(() => {
    killGroup(child);
    profile.removeNow();
  });
  let said = '';
  hearText(child.stderr!, (text) => (said = (said + text).slice(-2000)));
  const ended = new Promise<never>((_, reject) => {
    child.on('error', (error) =>
      reject(new BrowserMissing(`${executable} cannot be started: ${error.message}.`, 'Check the path.')),
    );
    child.on('exit', (code) => {
      forget();
      reject(new Error(`${executable} ended at once (${code}). ${said.split('\n')[0]}`));
    });
  });
  ended.catch(() => {});
  const [, , , toBrowser, fromBrowser] = child.stdio as [null, null, Readable, Writable, Readable];
  const connection = new PipeConnection(toBrowser, fromBrowser);
  try {
    const version = await Promise.race([connection.send('Browser.getVersion'), ended]);
    return new ChromiumBrowser(
      connection,
      child,
      profile,
      String(version.product).replace(/^\w+\//, 'Chromium '),
    );
  } catch (error) {
    await endGroup(child);
    await profile.remove();
    throw error;
  }
}

class ChromiumBrowser implements RunningBrowser {
  constructor(
    readonly connection: PipeConnection,
    readonly child: ChildProcess,
    readonly profile: Profile,
    readonly version: string,
  ) {}

  get dead(): boolean {
    return this.connection.closed;
  }

  async newPage(size = VIEWPORT): Promise<Page> {
    // Pages share no storage and no focus with each other.
    const { browserContextId } = await within(
      this.connection.send('Target.createBrowserContext', { disposeOnDetach: true }),
      PATIENCE,
    );
    const { targetId } = await within(
      this.connection.send('Target.createTarget', { url: 'about:blank', browserContextId }),
      PATIENCE,
    );
    const { sessionId } = await this.connection.send('Target.attachToTarget', { targetId, flatten: true });
    const page = new ChromiumPage(
      this.connection,
      String(targetId),
      String(sessionId),
      String(browserContextId),
      size,
    );
    await within(page.prepare(), PATIENCE);
    return page;
  }

  async close(): Promise<void> {
    await within(this.connection.send('Browser.close'), 1000).catch(() => {});
    await endGroup(this.child);
    await this.profile.remove();
  }
}

class ChromiumPage implements Page {
  #dialogs: string[] = [];
  #strayed: string | undefined;
  #opened = '';
  #ends: () => void = () => {};
  /** Rejects when the page crashes. */
  readonly #crashed: Promise<never>;
  readonly #off: (() => void)[];

  constructor(
    readonly connection: PipeConnection,
    readonly targetId: string,
    readonly sessionId: string,
    readonly contextId: string,
    readonly size: Size,
  ) {
    this.#crashed = new Promise((_, reject) => {
      this.#ends = () => reject(new PageCrashed('The page crashed.'));
    });
    this.#crashed.catch(() => {});
    const own = (handler: (params: Record<string, unknown>) => void) => {
      return (params: Record<string, unknown>, from: string | undefined): void => {
        if (from === sessionId) handler(params);
      };
    };
    this.#off = [
      connection.on(
        'Page.javascriptDialogOpening',
        own(({ type, message }) => {
          this.#dialogs.push(`${String(type)}: ${String(message)}`);
          this.#send('Page.handleJavaScriptDialog', { accept: false }).catch(() => {});
        }),
      ),
      connection.on('Inspector.targetCrashed', own(this.#ends)),
      connection.on(
        'Page.frameNavigated',
        own(({ frame }) => {
          const { parentId, url } = frame as { parentId?: string; url: string };
          if (parentId === undefined && this.#opened && url !== this.#opened) this.#strayed = url;
        }),
      ),
    ];
  }

  /** Sends a command that a page's script can hold up; it is given up after a while, and when the page crashes. */
  async #send(method: string, params: object = {}, timeout = PATIENCE): Promise<Record<string, unknown>> {
    return within(
      Promise.race([this.connection.send(method, params, this.sessionId), this.#crashed]),
      timeout,
    );
  }

  async prepare(): Promise<void> {
    await Promise.all([
      this.#send('Page.enable'),
      this.#send('Inspector.enable'),
      this.#send('Emulation.setFocusEmulationEnabled', { enabled: true }),
      // What the argument of the command line gives is the window in some versions, not the page in it.
      this.#send('Emulation.setDeviceMetricsOverride', { ...this.size, deviceScaleFactor: 1, mobile: false }),
    ]);
  }

  async open(url: string): Promise<void> {
    this.#opened = '';
    this.#strayed = undefined;
    const loaded = this.connection.next('Page.loadEventFired', this.sessionId);
    const { errorText, loaderId } = await this.#send('Page.navigate', { url });
    if (errorText) throw new Error(`${url}: ${String(errorText)}`);
    // Within one document nothing is loaded.
    if (loaderId !== undefined) await within(Promise.race([loaded, this.#crashed]), PATIENCE);
    this.#opened = url;
  }

  dialogs(): string[] {
    return this.#dialogs.splice(0);
  }

  strayed(): string | undefined {
    return this.#strayed;
  }

  async heapUsed(timeout: number): Promise<number> {
    await this.#send('HeapProfiler.collectGarbage', {}, timeout);
    const { usedSize } = await this.#send('Runtime.getHeapUsage', {}, timeout);
    return Number(usedSize);
  }

  async evaluate<Value>(expression: string, timeout: number): Promise<Value> {
    const reply = await unlessItHangs(
      Promise.race([
        this.connection.send(
          'Runtime.evaluate',
          { expression, awaitPromise: true, returnByValue: true },
          this.sessionId,
        ),
        this.#crashed,
      ]),
      timeout,
      (limit) => this.#send('Runtime.evaluate', { expression: '0' }, limit),
    );
    const { result, exceptionDetails } = reply as {
      result: { value?: Value };
      exceptionDetails?: { text: string; exception?: { description?: string } };
    };
    if (exceptionDetails) throw new Error(exceptionDetails.exception?.description ?? exceptionDetails.text);
    return result.value as Value;
  }

  async click(x: number, y: number, timeout: number): Promise<void> {
    const at = { x, y, button: 'left', clickCount: 1 };
    await Promise.all([
      this.point(x, y, timeout),
      this.#send('Input.dispatchMouseEvent', { type: 'mousePressed', ...at }, timeout),
      this.#send('Input.dispatchMouseEvent', { type: 'mouseReleased', ...at }, timeout),
    ]);
  }

  async point(x: number, y: number, timeout: number): Promise<void> {
    await this.#send('Input.dispatchMouseEvent', { type: 'mouseMoved', x, y }, timeout);
  }

  async type(text: string, timeout: number): Promise<void> {
    for (const character of text) await this.#key(character, character, timeout);
  }

  async press(key: KeyName, timeout: number): Promise<void> {
    await this.#key(key, key === 'Enter' ? '\r' : key.length === 1 ? key : undefined, timeout);
  }

  async #key(key: string, text: string | undefined, timeout: number): Promise<void> {
    // Letters and digits have the codes of their keys; those of other characters are codes of keys such as Delete.
    const code = KEY_CODES[key] ?? (/^[a-z\d ]$/i.test(key) ? key.toUpperCase().charCodeAt(0) : 0);
    const event = { key, windowsVirtualKeyCode: code, code: KEY_CODES[key] ? key : undefined };
    await this.#send(
      'Input.dispatchKeyEvent',
      { type: text === undefined ? 'rawKeyDown' : 'keyDown', text, ...event },
      timeout,
    );
    await this.#send('Input.dispatchKeyEvent', { type: 'keyUp', ...event }, timeout);
  }

  async screenshot(clip?: Clip): Promise<Uint8Array> {
    const { width, height } = this.size;
    const isWhole = clip?.x === 0 && clip.y === 0 && clip.width === width && clip.height === height;
    const { data } = await this.#send('Page.captureScreenshot', {
      format: 'png',
      optimizeForSpeed: true,
      // For a part, the browser changes the layout of the page and restores it.
      ...(clip && !isWhole ? { clip: { ...clip, scale: 1 } } : {}),
    });
    return Buffer.from(String(data), 'base64');
  }

  async close(): Promise<void> {
    for (const off of this.#off) off();
    const { targetId, contextId, connection } = this;
    await within(connection.send('Target.closeTarget', { targetId }), 2000).catch(() => {});
    await within(
      connection.send('Target.disposeBrowserContext', { browserContextId: contextId }),
      2000,
    ).catch(() => {});
  }
}

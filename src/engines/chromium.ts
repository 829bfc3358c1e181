import { spawn, type ChildProcess } from 'node:child_process';
import { access, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { delimiter, join } from 'node:path';
import type { Readable, Writable } from 'node:stream';
import { EngineMissing, PageHangs, type Browser, type Engine, type KeyName, type Page } from './engine.js';
import { packagedChromium } from './packaged-chromium.js';
import { PipeConnection } from './pipe-connection.js';

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
  '--no-first-run',
  '--no-default-browser-check',
  '--hide-scrollbars',
  '--mute-audio',
  '--window-size=1280,800',
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
export const chromium: Engine = {
  name: 'chromium',
  async launch() {
    const { LASTWRIGHT_CHROMIUM: named } = process.env;
    const installed = named === 'packaged' ? undefined : named || (await findInstalled());
    if (installed) return start(installed, process.env);
    const browser = await startPackaged();
    if (browser) return browser;
    throw new EngineMissing(
      'There is no Chromium on this machine, and the packaged one does not run here.',
      'Install Chromium, or set LASTWRIGHT_CHROMIUM to the path of one.',
    );
  },
};

async function startPackaged(): Promise<Browser | undefined> {
  const packaged = await packagedChromium();
  if (!packaged) return undefined;
  const env = { FONTCONFIG_PATH: packaged.fonts, ...process.env };
  try {
    return await start(packaged.executable, env);
  } catch {
    // A bare machine lacks libraries that the package brings; one that has them is better off with its own.
    const paths = [packaged.libraries, process.env.LD_LIBRARY_PATH].filter(Boolean).join(delimiter);
    return start(packaged.executable, { ...env, LD_LIBRARY_PATH: paths }).catch(() => undefined);
  }
}

async function findInstalled(): Promise<string | undefined> {
  for (const folder of (process.env.PATH ?? '').split(delimiter)) {
    for (const name of INSTALLED) {
      const path = join(folder, name);
      if (
        folder &&
        (await access(path).then(
          () => true,
          () => false,
        ))
      )
        return path;
    }
  }
  return undefined;
}

async function start(executable: string, env: NodeJS.ProcessEnv): Promise<Browser> {
  const profile = await mkdtemp(join(tmpdir(), 'lastwright-profile-'));
  const child = spawn(executable, [...ARGUMENTS, `--user-data-dir=${profile}`, 'about:blank'], {
    env,
    stdio: ['ignore', 'ignore', 'pipe', 'pipe', 'pipe'],
  });
  let said = '';
  child.stderr!.on('data', (chunk: Buffer) => (said = (said + chunk.toString()).slice(-2000)));
  const ended = new Promise<never>((_, reject) => {
    child.on('error', (error) =>
      reject(new EngineMissing(`${executable} cannot be started: ${error.message}.`, 'Check the path.')),
    );
    child.on('exit', (code) =>
      reject(new Error(`${executable} ended at once (${code}). ${said.split('\n')[0]}`)),
    );
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
    await stop(child, profile);
    throw error;
  }
}

async function stop(child: ChildProcess, profile: string): Promise<void> {
  if (child.exitCode === null && child.signalCode === null && child.pid !== undefined) {
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
  }
  await rm(profile, { recursive: true, force: true, maxRetries: 5 }).catch(() => {});
}

class ChromiumBrowser implements Browser {
  constructor(
    readonly connection: PipeConnection,
    readonly child: ChildProcess,
    readonly profile: string,
    readonly version: string,
  ) {}

  async newPage(): Promise<Page> {
    const { targetId } = await this.connection.send('Target.createTarget', { url: 'about:blank' });
    const { sessionId } = await this.connection.send('Target.attachToTarget', { targetId, flatten: true });
    const page = new ChromiumPage(this.connection, String(targetId), String(sessionId));
    await page.prepare();
    return page;
  }

  async close(): Promise<void> {
    await Promise.race([
      this.connection.send('Browser.close').catch(() => {}),
      new Promise((resolve) => setTimeout(resolve, 1000)),
    ]);
    await stop(this.child, this.profile);
  }
}

class ChromiumPage implements Page {
  constructor(
    readonly connection: PipeConnection,
    readonly targetId: string,
    readonly sessionId: string,
  ) {}

  #send(method: string, params: object = {}): Promise<Record<string, unknown>> {
    return this.connection.send(method, params, this.sessionId);
  }

  async prepare(): Promise<void> {
    await Promise.all([
      this.#send('Page.enable'),
      this.#send('Emulation.setFocusEmulationEnabled', { enabled: true }),
    ]);
  }

  async open(url: string): Promise<void> {
    const loaded = this.connection.next('Page.loadEventFired', this.sessionId);
    const { errorText } = await this.#send('Page.navigate', { url });
    if (errorText) throw new Error(`${url}: ${String(errorText)}`);
    await loaded;
  }

  async heapUsed(): Promise<number> {
    await this.#send('HeapProfiler.collectGarbage');
    const { usedSize } = await this.#send('Runtime.getHeapUsage');
    return Number(usedSize);
  }

  async evaluate<Value>(expression: string, timeout: number): Promise<Value> {
    const answer = this.#send('Runtime.evaluate', { expression, awaitPromise: true, returnByValue: true });
    const reply = await within(answer, timeout);
    const { result, exceptionDetails } = reply as {
      result: { value?: Value };
      exceptionDetails?: { text: string; exception?: { description?: string } };
    };
    if (exceptionDetails) throw new Error(exceptionDetails.exception?.description ?? exceptionDetails.text);
    return result.value as Value;
  }

  async click(x: number, y: number): Promise<void> {
    const at = { x, y, button: 'left', clickCount: 1 };
    await Promise.all([
      this.#send('Input.dispatchMouseEvent', { type: 'mouseMoved', x, y }),
      this.#send('Input.dispatchMouseEvent', { type: 'mousePressed', ...at }),
      this.#send('Input.dispatchMouseEvent', { type: 'mouseReleased', ...at }),
    ]);
  }

  async type(text: string): Promise<void> {
    for (const character of text) await this.#key(character, character);
  }

  async press(key: KeyName): Promise<void> {
    await this.#key(key, key === 'Enter' ? '\r' : key.length === 1 ? key : undefined);
  }

  async #key(key: string, text: string | undefined): Promise<void> {
    const code = KEY_CODES[key] ?? (key.length === 1 ? key.toUpperCase().charCodeAt(0) : 0);
    const event = { key, windowsVirtualKeyCode: code, code: KEY_CODES[key] ? key : undefined };
    await this.#send('Input.dispatchKeyEvent', {
      type: text === undefined ? 'rawKeyDown' : 'keyDown',
      text,
      ...event,
    });
    await this.#send('Input.dispatchKeyEvent', { type: 'keyUp', ...event });
  }

  async screenshot(): Promise<Uint8Array> {
    const { data } = await this.#send('Page.captureScreenshot', { format: 'png' });
    return Buffer.from(String(data), 'base64');
  }

  async close(): Promise<void> {
    await within(this.connection.send('Target.closeTarget', { targetId: this.targetId }), 2000).catch(
      () => {},
    );
  }
}

async function within<Value>(promise: Promise<Value>, timeout: number): Promise<Value> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new PageHangs(`The page did not answer within ${timeout} ms.`)), timeout);
  });
  try {
    return await Promise.race([promise, late]);
  } finally {
    clearTimeout(timer);
  }
}

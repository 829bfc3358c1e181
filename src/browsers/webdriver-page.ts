import { VIEWPORT, PageCrashed, type Clip, type Size } from './browser.js';
import { DrivenPage } from './driven-page.js';
import { PATIENCE, unlessItHangs, within } from './patience.js';
import { WebDriverError, type WebDriverSession } from './webdriver-session.js';

/**
 * Dialogs of a page: this protocol tells neither their kind nor their text, and a command that meets one is lost. So they are
 * replaced by functions that answer as if somebody had dismissed them, and remember.
 */
const DIALOGS = `
  const shown = (globalThis[Symbol.for('lastwright.dialogs')] ??= []);
  const put = (name, value) => { globalThis[name] = (text = '') => { shown.push(name + ': ' + text); return value; }; };
  put('alert'); put('confirm', false); put('prompt', null); put('print');`;

/** What an asynchronous script of this protocol is asked for. */
interface Said {
  text?: string;
  error?: string;
  dialogs: string[];
  at: string;
}

/** A window of a browser that speaks WebDriver. */
export class WebDriverPage extends DrivenPage {
  #opened = '';

  private constructor(
    readonly session: WebDriverSession,
    readonly handle: string,
  ) {
    super();
  }

  /** Opens a window: a tab in the background would draw nothing and take no clicks. */
  static async open(session: WebDriverSession, size = VIEWPORT): Promise<WebDriverPage> {
    const { handle } = (await within(session.send('POST', '/window/new', { type: 'window' }), PATIENCE)) as {
      handle: string;
    };
    const page = new WebDriverPage(session, handle);
    await page.#send('POST', '/window', { handle });
    await page.#fit(size);
    return page;
  }

  /** Takes the window that a session begins with. */
  static async first(session: WebDriverSession, size = VIEWPORT): Promise<WebDriverPage> {
    const handle = (await within(session.send('GET', '/window'), PATIENCE)) as string;
    const page = new WebDriverPage(session, handle);
    await page.#fit(size);
    return page;
  }

  /** Makes the window as large as the viewport needs it: windows have frames and bars. */
  async #fit(size: Size): Promise<void> {
    let { width, height } = size;
    for (let round = 0; round < 3; round++) {
      await this.#send('POST', '/window/rect', { width, height });
      const [inner, outer] = (await this.#send('POST', '/execute/sync', {
        script: 'return [innerWidth, innerHeight]',
        args: [],
      })) as [number, number];
      if (inner === size.width && outer === size.height) return;
      width += size.width - inner;
      height += size.height - outer;
    }
  }

  async #send(
    method: 'GET' | 'POST' | 'DELETE',
    path: string,
    body?: object,
    timeout = PATIENCE,
  ): Promise<unknown> {
    const given = new AbortController();
    try {
      return await within(this.session.send(method, path, body, given.signal), timeout);
    } finally {
      given.abort();
    }
  }

  async open(url: string): Promise<void> {
    this.#opened = '';
    this.went = undefined;
    await this.#send('POST', '/url', { url });
    // The driver may answer before everything is there.
    await this.#run(
      `${DIALOGS}
      if (document.readyState !== 'complete')
        await new Promise((resolve) => addEventListener('load', resolve, { once: true }));`,
      PATIENCE,
    );
    this.#opened = url;
  }

  async evaluate<Value>(expression: string, timeout: number): Promise<Value> {
    const given = new AbortController();
    try {
      const said = await unlessItHangs(
        this.#script(`return await (${expression});`, given.signal),
        timeout,
        // Only one script runs at a time here: one that takes long cannot be told from one that hangs.
        (limit) => within(new Promise(() => {}), limit),
      );
      return (said === undefined ? undefined : JSON.parse(said)) as Value;
    } finally {
      given.abort();
    }
  }

  async #run(code: string, timeout: number): Promise<void> {
    const given = new AbortController();
    try {
      await within(this.#script(code, given.signal), timeout);
    } finally {
      given.abort();
    }
  }

  /** Runs the body of an asynchronous function; gives its value as JSON. */
  async #script(body: string, signal: AbortSignal): Promise<string | undefined> {
    const script = `
      const done = arguments[arguments.length - 1];
      const say = (said) => done(JSON.stringify({
        ...said, at: location.href, dialogs: (globalThis[Symbol.for('lastwright.dialogs')] ?? []).splice(0) }));
      // What is called by the driver itself does not count as running script here: microtasks would come in the middle of it.
      Promise.resolve().then(async () => JSON.stringify(await (async () => { ${body} })())).then(
        (text) => say({ text }), (error) => say({ error: String(error) }));`;
    let said: Said;
    try {
      const answer = await this.session.send('POST', '/execute/async', { script, args: [] }, signal);
      said = JSON.parse(String(answer)) as Said;
    } catch (error) {
      throw await this.#explained(error);
    }
    this.shown.push(...said.dialogs);
    const at = said.at.split('#')[0];
    if (this.#opened && at !== this.#opened.split('#')[0]) this.went = said.at;
    if (said.error !== undefined) throw new Error(said.error);
    return said.text;
  }

  /**
   * What a failed command means. A script is lost when its document goes: then the page is at another address, or its window is
   * closed. Where the process of a page has ended, the driver says no more than "unknown error", and the page is nowhere.
   */
  async #explained(error: unknown): Promise<unknown> {
    if (!(error instanceof WebDriverError)) return error;
    if (error.code === 'no such window') return new PageCrashed('The page closed itself.');
    try {
      const at = await this.#send('GET', '/url', undefined, 2000);
      if (at === '') return new PageCrashed('The page crashed.');
      if (typeof at === 'string' && this.#opened && at !== this.#opened) this.went = at;
    } catch (other) {
      if (other instanceof PageCrashed) return other;
    }
    return error;
  }

  protected async act(actions: object[], timeout: number): Promise<void> {
    try {
      await this.#send('POST', '/actions', { actions }, timeout);
    } catch (error) {
      throw await this.#explained(error);
    }
  }

  async screenshot(clip?: Clip): Promise<Uint8Array> {
    const whole = Buffer.from(String(await this.#send('GET', '/screenshot')), 'base64');
    if (!clip) return whole;
    const { PNG } = await import('../system/png.js');
    const from = PNG.sync.read(whole);
    const width = Math.min(clip.width, from.width - clip.x);
    const height = Math.min(clip.height, from.height - clip.y);
    const part = new PNG({ width, height });
    PNG.bitblt(from, part, clip.x, clip.y, width, height, 0, 0);
    // Trying each way to filter for each line takes five times as long, and makes it hardly smaller.
    return PNG.sync.write(part, { filterType: 1 });
  }

  async close(): Promise<void> {
    await this.#send('DELETE', '/window', undefined, 2000).catch(() => {});
  }
}

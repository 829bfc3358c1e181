import type { BidiConnection } from './bidi-connection.js';
import { BidiError } from './bidi-connection.js';
import { PageCrashed, VIEWPORT, type Clip, type Size } from './browser.js';
import { DrivenPage } from './driven-page.js';
import { PATIENCE, unlessItHangs, within } from './patience.js';

/** Events that pages listen to. */
export const PAGE_EVENTS = [
  'browsingContext.userPromptOpened',
  'browsingContext.navigationStarted',
  'browsingContext.contextDestroyed',
];

/**
 * What a session is asked for: dialogs are left to the page's own driver, so that each is told of before the page's script goes
 * on. A browser that closed them as well could be told to close one and hit the next.
 */
export const DIALOGS_LEFT = { default: 'ignore', beforeUnload: 'accept' };

/** A tab of a browser that speaks WebDriver BiDi. */
export class BidiPage extends DrivenPage {
  #opened = '';
  #ends: (error: Error) => void = () => {};
  /** Rejects when the page is gone: closed, or at another address. */
  #gone!: Promise<never>;
  readonly #off: (() => void)[];

  private constructor(
    readonly connection: BidiConnection,
    readonly context: string,
  ) {
    super();
    this.#hope();
    const own = (handler: (params: Record<string, unknown>) => void) => {
      return (params: Record<string, unknown>): void => {
        if (params.context === context) handler(params);
      };
    };
    this.#off = [
      connection.on(
        'browsingContext.userPromptOpened',
        own(({ type, message }) => {
          this.shown.push(`${String(type)}: ${String(message)}`);
          connection.send('browsingContext.handleUserPrompt', { context, accept: false }).catch(() => {});
        }),
      ),
      connection.on(
        'browsingContext.navigationStarted',
        own(({ url }) => {
          if (!this.#opened || url === this.#opened) return;
          this.went = String(url);
          // What was asked of the old document may never be answered.
          this.#ends(new Error(`The page went to another address: ${String(url)}`));
        }),
      ),
      connection.on(
        'browsingContext.contextDestroyed',
        own(() => this.#ends(new PageCrashed('The page closed itself.'))),
      ),
    ];
  }

  /** Opens a tab. */
  static async open(connection: BidiConnection, size = VIEWPORT): Promise<BidiPage> {
    const { context } = await within(connection.send('browsingContext.create', { type: 'tab' }), PATIENCE);
    return BidiPage.#ready(new BidiPage(connection, String(context)), size);
  }

  /** Takes the tab that a session begins with. */
  static async first(connection: BidiConnection, size = VIEWPORT): Promise<BidiPage> {
    const { contexts } = await within(connection.send('browsingContext.getTree'), PATIENCE);
    const [{ context }] = contexts as [{ context: string }];
    return BidiPage.#ready(new BidiPage(connection, context), size);
  }

  static async #ready(page: BidiPage, viewport: Size): Promise<BidiPage> {
    await page.#send('browsingContext.setViewport', { viewport, devicePixelRatio: 1 });
    // A tab in the background has no focus.
    await page.#send('browsingContext.activate');
    return page;
  }

  #hope(): void {
    this.#gone = new Promise((_, reject) => (this.#ends = reject));
    this.#gone.catch(() => {});
  }

  /** Sends a command about this page that its script can hold up; it is given up after a while. */
  #send(method: string, params: object = {}, timeout = PATIENCE): Promise<Record<string, unknown>> {
    const { context } = this;
    return within(Promise.race([this.connection.send(method, { context, ...params }), this.#gone]), timeout);
  }

  async open(url: string): Promise<void> {
    this.#opened = '';
    this.went = undefined;
    this.#hope();
    await this.#send('browsingContext.navigate', { url, wait: 'complete' });
    this.#opened = url;
  }

  async evaluate<Value>(expression: string, timeout: number): Promise<Value> {
    // A text of JSON is the same in every browser, and needs no decoding of remote values.
    const reply = this.#evaluate(`(async () => JSON.stringify(await (${expression})))()`);
    const { type, result, exceptionDetails } = (await unlessItHangs(reply, timeout, (limit) =>
      within(this.#evaluate('0'), limit),
    )) as {
      type: string;
      result?: { value?: string };
      exceptionDetails?: { text: string };
    };
    if (type === 'exception') throw new Error(exceptionDetails?.text ?? 'The script threw.');
    return (result?.value === undefined ? undefined : JSON.parse(result.value)) as Value;
  }

  async #evaluate(expression: string): Promise<Record<string, unknown>> {
    try {
      return await Promise.race([
        this.connection.send('script.evaluate', {
          target: { context: this.context },
          awaitPromise: true,
          expression,
        }),
        this.#gone,
      ]);
    } catch (error) {
      // A tab whose process has crashed shows a page of the browser's own.
      if (error instanceof BidiError && error.code === 'unsupported operation')
        throw new PageCrashed('The page crashed.');
      throw error;
    }
  }

  protected async act(actions: object[], timeout: number): Promise<void> {
    await this.#send('input.performActions', { actions }, timeout);
  }

  async screenshot(clip?: Clip): Promise<Uint8Array> {
    const { data } = await this.#send('browsingContext.captureScreenshot', {
      origin: 'viewport',
      ...(clip ? { clip: { type: 'box', ...clip } } : {}),
    });
    return Buffer.from(String(data), 'base64');
  }

  async close(): Promise<void> {
    for (const off of this.#off) off();
    const { context } = this;
    await within(this.connection.send('browsingContext.close', { context }), 2000).catch(() => {});
  }
}

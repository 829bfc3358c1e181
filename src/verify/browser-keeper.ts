import { EngineMissing, type Browser, type Engine } from '../engines/engine.js';

/** The browser of a run, started when it is first asked for; one that ended by itself is started again. */
export class BrowserKeeper {
  #running: Promise<Browser> | undefined;

  constructor(readonly engine: Engine) {}

  /** The browser; rejects with `EngineMissing` if there is none on the machine. */
  async get(): Promise<Browser> {
    this.#running ??= this.#launch();
    const browser = await this.#running;
    if (!browser.dead) return browser;
    return this.#again(browser);
  }

  /** True if it ended by itself and was not started again yet. */
  async isDead(): Promise<boolean> {
    // The page may know of it a little earlier than the browser.
    await new Promise((resolve) => setTimeout(resolve, 50));
    return (await this.#running)?.dead ?? false;
  }

  async #again(ended: Browser): Promise<Browser> {
    await ended.close();
    // Several may have waited for the same end.
    if ((await this.#running) === ended) this.#running = this.#launch();
    return this.#running!;
  }

  /** One that is there and does not start is as good as none. */
  async #launch(): Promise<Browser> {
    try {
      return await this.engine.launch();
    } catch (error) {
      if (error instanceof EngineMissing) throw error;
      throw new EngineMissing(
        `${this.engine.title} does not start: ${(error as Error).message}`,
        'Start it by hand, and see what it says.',
      );
    }
  }

  async close(): Promise<void> {
    await this.#running?.then(
      (browser) => browser.close(),
      () => {},
    );
  }
}

import type { Browser, Engine } from '../engines/engine.js';

/** The browser of a run; one that ended by itself is started again. */
export class BrowserKeeper {
  #running: Promise<Browser>;

  constructor(readonly engine: Engine) {
    this.#running = engine.launch();
    // Whoever asks for it first is told.
    this.#running.catch(() => {});
  }

  /** The browser; rejects with `EngineMissing` if there is none on the machine. */
  async get(): Promise<Browser> {
    const browser = await this.#running;
    if (!browser.dead) return browser;
    return this.#again(browser);
  }

  /** True if it ended by itself and was not started again yet. */
  async isDead(): Promise<boolean> {
    // The page may know of it a little earlier than the browser.
    await new Promise((resolve) => setTimeout(resolve, 50));
    return (await this.#running).dead;
  }

  async #again(ended: Browser): Promise<Browser> {
    await ended.close();
    // Several may have waited for the same end.
    if ((await this.#running) === ended) this.#running = this.engine.launch();
    return this.#running;
  }

  async close(): Promise<void> {
    await this.#running.then(
      (browser) => browser.close(),
      () => {},
    );
  }
}

import { BrowserMissing, type RunningBrowser, type Browser } from '../browsers/browser.js';

/** The browser of a run, started when it is first asked for; one that ended by itself is started again. */
export class BrowserKeeper {
  #running: Promise<RunningBrowser> | undefined;

  constructor(readonly browser: Browser) {}

  /** The browser; rejects with `BrowserMissing` if there is none on the machine. */
  async get(): Promise<RunningBrowser> {
    this.#running ??= this.#launch();
    const running = await this.#running;
    if (!running.dead) return running;
    return this.#again(running);
  }

  /** True if it ended by itself and was not started again yet. */
  async isDead(): Promise<boolean> {
    // The page may know of it a little earlier than the browser.
    await new Promise((resolve) => setTimeout(resolve, 50));
    return (await this.#running)?.dead ?? false;
  }

  async #again(ended: RunningBrowser): Promise<RunningBrowser> {
    await ended.close();
    // Several may have waited for the same end.
    if ((await this.#running) === ended) this.#running = this.#launch();
    return this.#running!;
  }

  /** One that is there and does not start is as good as none. */
  async #launch(): Promise<RunningBrowser> {
    try {
      return await this.browser.launch();
    } catch (error) {
      if (error instanceof BrowserMissing) throw error;
      throw new BrowserMissing(
        `${this.browser.title} does not start: ${(error as Error).message}`,
        'Start it by hand, and see what it says.',
      );
    }
  }

  async close(): Promise<void> {
    await this.#running?.then(
      (running) => running.close(),
      () => {},
    );
  }
}

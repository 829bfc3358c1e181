import { availableParallelism } from 'node:os';
import pLimit, { type LimitFunction } from 'p-limit';
import type { Browser } from '../browsers/browser.js';
import { BrowserKeeper } from './browser-keeper.js';
import type { Pictures } from './pictures.js';
import { ProbeRunner } from './probe-runner.js';

/** Turns for pages: each waits for about half of its time, for frames and tasks; more of them would only wait for each other. */
export function makeTurns(): LimitFunction {
  return pLimit(atOnce());
}

/** In so many pages one element is looked at, where nothing else is to be done; each more takes time to load. */
const PAGES_EACH = availableParallelism() + 1;

function atOnce(): number {
  return Math.max(3, 2 * availableParallelism());
}

/** Pages of one browser, in as many of which elements are verified at once as it and the machine allow. */
export class PagePool {
  readonly #limit: LimitFunction;
  readonly #idle: ProbeRunner[] = [];
  readonly #keepers: BrowserKeeper[];

  /** `timeout` is how long a probe may take without an answer, in milliseconds. */
  constructor(
    readonly browser: Browser,
    readonly timeout: number,
    readonly pictures: Pictures,
    /** Turns that all browsers of a run share. */
    readonly turns: LimitFunction,
  ) {
    this.#keepers = [new BrowserKeeper(browser)];
    this.#limit = pLimit(browser.onePageEach ? availableParallelism() : atOnce());
  }

  /** Opens pages ahead, of a browser on this machine; what goes wrong with it is told by whoever uses them. */
  start(): void {
    if (this.browser.elsewhere) return;
    const pages = this.browser.onePageEach ? 1 : PAGES_EACH;
    while (this.#idle.length < pages) {
      const runner = this.#newRunner();
      runner.openAhead();
      this.#idle.push(runner);
    }
  }

  /** Name and version of the browser, which is started if it does not run yet. Throws `BrowserMissing`. */
  async version(): Promise<string> {
    return (await this.#keepers[0]!.get()).version;
  }

  /**
   * Does the parts of something in one page, one after the other; another page that has nothing else to do takes some of them.
   * Where a part spoiled its page, the others are to know of it: then all are done once more in one page. Tells whether a
   * page was spoiled.
   */
  async share<Result>(parts: readonly Part<Result>[]): Promise<{ results: Result[]; spoiled: boolean }> {
    const shared = new SharedWork(parts);
    const helping: Promise<void>[] = [];
    await this.#use((runner) => {
      if (!this.browser.elsewhere)
        for (const _ of parts.slice(1, PAGES_EACH))
          this.#limit(async () => {
            // One more page is cheap where it is a page of the same browser.
            if (!shared.isLeft || (this.browser.onePageEach && this.#idle.length === 0)) return;
            const help = this.#inPage((helper) => shared.work(helper));
            helping.push(help);
            await help;
            // Below it is awaited once more, and told.
          }).catch(() => {});
      return shared.work(runner);
    });
    await Promise.all(helping);
    if (helping.length === 0 || !shared.spoiled) return shared;
    const alone = new SharedWork(parts);
    await this.#use((runner) => alone.work(runner));
    return alone;
  }

  #use(work: (runner: ProbeRunner) => Promise<void>): Promise<void> {
    return this.#limit(() => this.#inPage(work));
  }

  async #inPage(work: (runner: ProbeRunner) => Promise<void>): Promise<void> {
    const runner = this.#idle.pop() ?? this.#newRunner();
    try {
      await this.turns(() => work(runner));
    } finally {
      // An endpoint grants so many sessions and no more: one that has nothing to do is given back.
      if (this.browser.elsewhere && this.#limit.pendingCount === 0) await runner.close();
      this.#idle.push(runner);
    }
  }

  #runners = 0;

  #newRunner(): ProbeRunner {
    if (this.browser.onePageEach && this.#runners > 0) this.#keepers.push(new BrowserKeeper(this.browser));
    this.#runners++;
    return new ProbeRunner(this.#keepers.at(-1)!, this.timeout, this.pictures);
  }

  /** Closes the pages, and the browsers. */
  async close(): Promise<void> {
    this.#limit.clearQueue();
    await Promise.all(this.#keepers.map((running) => running.close()));
  }
}

/** Something that is done in a page, independent of the other parts. */
export type Part<Result> = (runner: ProbeRunner) => Promise<Result>;

/** Parts that are taken one after the other by whoever has time for them. */
class SharedWork<Result> {
  readonly results: Result[] = [];
  spoiled = false;
  #next = 0;

  constructor(readonly parts: readonly Part<Result>[]) {}

  get isLeft(): boolean {
    return this.#next < this.parts.length;
  }

  /** Takes parts as long as there are some. */
  async work(runner: ProbeRunner): Promise<void> {
    runner.beginElement();
    while (this.isLeft) {
      const place = this.#next++;
      this.results[place] = await this.parts[place]!(runner);
    }
    this.spoiled ||= runner.spoiled;
  }
}

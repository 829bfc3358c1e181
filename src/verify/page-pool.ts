import { availableParallelism } from 'node:os';
import pLimit, { type LimitFunction } from 'p-limit';
import type { Engine } from '../engines/engine.js';
import { BrowserKeeper } from './browser-keeper.js';
import type { Pictures } from './pictures.js';
import { ProbeRunner } from './probe-runner.js';

/** Turns for pages: each waits for about half of its time, for frames and tasks; more of them would only wait for each other. */
export function makeTurns(): LimitFunction {
  return pLimit(atOnce());
}

function atOnce(): number {
  return Math.max(3, 2 * availableParallelism());
}

/** Pages of one engine, in as many of which elements are verified at once as it and the machine allow. */
export class PagePool {
  readonly #limit: LimitFunction;
  readonly #idle: ProbeRunner[] = [];
  readonly #browsers: BrowserKeeper[];

  /** `timeout` is how long a probe may take without an answer, in milliseconds. */
  constructor(
    readonly engine: Engine,
    readonly timeout: number,
    readonly pictures: Pictures,
    /** Turns that all engines of a run share. */
    readonly turns: LimitFunction,
  ) {
    this.#browsers = [new BrowserKeeper(engine)];
    this.#limit = pLimit(engine.onePageEach ? availableParallelism() : atOnce());
  }

  /** Name and version of the browser, which is started if it does not run yet. Throws `EngineMissing`. */
  async version(): Promise<string> {
    return (await this.#browsers[0]!.get()).version;
  }

  /** Does something in a page, when there is one for it. */
  use<Result>(work: (runner: ProbeRunner) => Promise<Result>): Promise<Result> {
    return this.#limit(async () => {
      const runner = this.#idle.pop() ?? this.#newRunner();
      try {
        return await this.turns(() => work(runner));
      } finally {
        // An endpoint grants so many sessions and no more: one that has nothing to do is given back.
        if (this.engine.elsewhere && this.#limit.pendingCount === 0) await runner.close();
        this.#idle.push(runner);
      }
    });
  }

  #runners = 0;

  #newRunner(): ProbeRunner {
    if (this.engine.onePageEach && this.#runners > 0) this.#browsers.push(new BrowserKeeper(this.engine));
    this.#runners++;
    return new ProbeRunner(this.#browsers.at(-1)!, this.timeout, this.pictures);
  }

  /** Closes the pages, and the browsers. */
  async close(): Promise<void> {
    this.#limit.clearQueue();
    await Promise.all(this.#browsers.map((browser) => browser.close()));
  }
}

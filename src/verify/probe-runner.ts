import { PageHangs, type Browser, type Page } from '../engines/engine.js';
import type { Act, Observation } from './facet.js';

/** How a probe ended: with observations, or broken; or why there was none. */
export type Outcome = { done: Observation[] } | { broke: string } | { nothing: string } | { untried: string };

type Turn = { act: Act } | { done: Observation[] } | { broke: string };

/** Runs the probes of elements, one after the other, in one page; it is replaced if a probe spoils it. */
export class ProbeRunner {
  #page: Page | undefined;
  #url = '';
  #loaded = '';

  constructor(
    readonly browser: Browser,
    readonly timeout: number,
  ) {}

  /** The next probes run in a fresh document from this address. */
  goTo(url: string): void {
    this.#url = url;
    this.#loaded = '';
  }

  /** Runs one probe. A hang or a crash ends this probe alone. */
  async run(request: object): Promise<Outcome> {
    try {
      const page = await this.#open();
      let turn = await this.#turn(page, `begin(${JSON.stringify(request)})`);
      while ('act' in turn) {
        await perform(page, turn.act);
        turn = await this.#turn(page, 'resume()');
      }
      return turn;
    } catch (error) {
      await this.close();
      if (error instanceof PageHangs) {
        return {
          broke: `It did not come to an end: the page was busy for more than ${this.timeout / 1000} s.`,
        };
      }
      return { broke: error instanceof Error ? error.message : String(error) };
    }
  }

  #turn(page: Page, call: string): Promise<Turn> {
    return page.evaluate<Turn>(`lastwrightProbes.${call}`, this.timeout);
  }

  async #open(): Promise<Page> {
    this.#page ??= await this.browser.newPage();
    if (this.#loaded !== this.#url) {
      await this.#page.open(this.#url);
      this.#loaded = this.#url;
    }
    return this.#page;
  }

  async close(): Promise<void> {
    const page = this.#page;
    this.#page = undefined;
    this.#loaded = '';
    await page?.close();
  }
}

async function perform(page: Page, act: Act): Promise<void> {
  if ('click' in act) await page.click(act.click.x, act.click.y);
  else if ('type' in act) await page.type(act.type);
  else await page.press(act.press);
}

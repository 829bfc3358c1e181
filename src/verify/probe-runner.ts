import { PageCrashed, PageHangs, type Page } from '../browsers/browser.js';
import { tookTooMuch } from '../browsers/memory-watch.js';
import { STAGE } from './stage.js';
import type { BrowserKeeper } from './browser-keeper.js';
import { differ } from './compare-looks.js';
import type { OutsideAct, PictureDifference, ProbeTurn } from './facet.js';
import type { Pictures } from './pictures.js';
import type { Observation } from './observation.js';

/** How a probe ended: with observations, or broken; or why there was none. */
export type Outcome =
  | { done: Observation[]; made?: Record<string, string | null> }
  | { broke: string }
  | { nothing: string }
  | { untried: string };

/** Runs the probes of elements, one after the other, in one page; it is replaced if a probe spoils it. */
export class ProbeRunner {
  #page: Page | undefined;
  /** A page that was opened before somebody needed it. */
  #ahead: Promise<Page> | undefined;
  #url = '';
  #loaded = '';
  /** True while the pointer is where somebody clicked. */
  #pointed = false;
  /** The sample that runs in the page now. */
  #sample: string | undefined;
  /** Samples of this document's element that brought the page to a halt. */
  #halting: string[] = [];
  #spoiled = false;

  constructor(
    readonly browsers: BrowserKeeper,
    readonly timeout: number,
    readonly pictures: Pictures,
  ) {}

  /** The next probes are about another element. */
  beginElement(): void {
    this.#halting = [];
    this.#spoiled = false;
  }

  /** True if a probe of this element came to no end. */
  get spoiled(): boolean {
    return this.#spoiled;
  }

  /** The next probes run in a fresh document from this address. */
  goTo(url: string): void {
    this.#url = url;
    this.#loaded = '';
  }

  /** Runs one probe. A hang or a crash ends this probe alone. */
  async run(request: object): Promise<Outcome> {
    const first = await this.#try(request);
    // A browser that ended may have been brought down by another probe that ran beside this one.
    return first ?? (await this.#try(request)) ?? { broke: 'The browser ends by itself, each time.' };
  }

  /** The outcome; undefined if the whole browser ended meanwhile. */
  async #try(request: object): Promise<Outcome | undefined> {
    this.#sample = undefined;
    try {
      const page = await this.#open();
      let turn = await this.#turn(
        page,
        `begin(${JSON.stringify({ ...request, halting: this.#halting, pointed: this.#pointed })})`,
      );
      while ('act' in turn) {
        const answer = await this.#perform(page, turn.act);
        turn = await this.#turn(page, `resume(${JSON.stringify(answer) ?? ''})`);
      }
      return withDialogs(turn, page.dialogs());
    } catch (error) {
      const browserEnded = error instanceof PageCrashed && (await this.browsers.isDead());
      this.#spoiled = true;
      const greedy = error instanceof PageCrashed ? tookTooMuch() : undefined;
      const broke = this.#explain(error, greedy);
      await this.close();
      return browserEnded && greedy === undefined ? undefined : { broke };
    }
  }

  /** What a person must know of a probe that came to no end. */
  #explain(error: unknown, greedy: string | undefined): string {
    const strayed = this.#page?.strayed();
    const during = this.#sample === undefined ? '' : ` in the sample “${this.#sample}”`;
    if (error instanceof PageHangs || error instanceof PageCrashed) {
      if (this.#sample !== undefined) this.#halting.push(this.#sample);
      if (greedy !== undefined) return `${greedy}${during}, and was ended; --memory allows more.`;
      return error instanceof PageHangs
        ? `It does not come to an end${during}: the page was busy for more than ${this.timeout / 1000} s.`
        : `It makes the page crash${during}.`;
    }
    if (strayed !== undefined) {
      if (this.#sample !== undefined) this.#halting.push(this.#sample);
      return `It takes the page to another address${during}: ${strayed}`;
    }
    return error instanceof Error ? error.message : String(error);
  }

  #turn(page: Page, call: string): Promise<ProbeTurn> {
    return page.evaluate<ProbeTurn>(`lastwrightProbes.${call}`, this.timeout);
  }

  /** Does what the page asks for; gives what it is to be told. */
  async #perform(page: Page, act: OutsideAct): Promise<unknown> {
    const { timeout } = this;
    if ('click' in act || 'point' in act || 'park' in act) this.#pointed = !('park' in act);
    if ('click' in act) await page.click(act.click.x, act.click.y, timeout);
    else if ('type' in act) await page.type(act.type, timeout);
    else if ('press' in act) await page.press(act.press, timeout);
    else if ('point' in act) await page.point(act.point.x, act.point.y, timeout);
    else if ('park' in act) await page.point(0, 0, timeout);
    else if ('collectGarbage' in act) return (await page.heapUsed(timeout)) !== undefined;
    else if ('picture' in act) return this.pictures.keep(await page.screenshot(act.picture));
    else if ('compare' in act) return this.#compare(...act.compare);
    else if ('begin' in act) this.#sample = act.begin;
    return undefined;
  }

  async #compare(own: string, other: string): Promise<PictureDifference | null> {
    const { pictures } = this;
    const { difference, isSame, text } = await differ(pictures.get(own)!, pictures.get(other)!);
    return isSame ? null : { text, difference: pictures.keep(difference) };
  }

  /** Opens a page before there is anything to run in it. */
  openAhead(): void {
    this.#ahead = this.#newPage();
    this.#ahead.catch(() => {});
  }

  async #newPage(): Promise<Page> {
    return (await this.browsers.get()).newPage(STAGE);
  }

  async #open(): Promise<Page> {
    const ahead = this.#ahead?.catch(() => undefined);
    this.#ahead = undefined;
    this.#page ??= (await ahead) ?? (await this.#newPage());
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
    this.#pointed = false;
    await page?.close();
  }
}

/** Dialogs stop everything in a page until somebody answers; one that came up is told. */
function withDialogs(turn: Exclude<ProbeTurn, { act: OutsideAct }>, dialogs: readonly string[]): Outcome {
  if (dialogs.length === 0 || !('done' in turn)) return turn;
  const shown = [...new Set(dialogs)].map((dialog) => `“${dialog}”`).join(', ');
  const note = `It opens a dialog that stops the whole page (${shown}); it was dismissed.`;
  const observed = [{ did: 'look for dialogs', saw: shown, wanted: 'none' }];
  return { ...turn, done: [...turn.done, { subject: 'dialogs', verdict: 'care', note, observed }] };
}

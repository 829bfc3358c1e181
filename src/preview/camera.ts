import { chromium } from '../browsers/chromium.js';
import { PageCrashed, type RunningBrowser, type Page } from '../browsers/browser.js';
import { tookTooMuch } from '../browsers/memory-watch.js';
import type { LiveLibrary } from './live-library.js';
import type { PageMessage } from './messages.js';
import { liveScene, valuesIn } from './scenes.js';
import type { StateRequest } from './shapes.js';

/** How long a cell may take until its element is there and still, in milliseconds. */
const PATIENCE = 15_000;

/** What a picture is taken of: a sample in one framework, as it was turned. */
export interface Motif extends Pick<StateRequest, 'tag' | 'sample' | 'values' | 'slots'> {
  framework: string;
  /** What is told to the cell before, beside its values. */
  messages?: PageMessage[];
}

export interface Picture {
  png: Uint8Array;
  width: number;
  height: number;
}

/** Takes pictures of cells in a browser of its own, one after the other. */
export class Camera {
  #running: Promise<RunningBrowser> | undefined;
  #page: Page | undefined;
  #last: Promise<unknown> = Promise.resolve();
  #closed = false;

  /** `cells` is where the cells are served. */
  constructor(
    readonly live: LiveLibrary,
    readonly cells: string,
  ) {}

  /** Takes a picture; rejects with the reason where there is nothing to be taken, and with `BrowserMissing` without a browser. */
  take(motif: Motif): Promise<Picture> {
    const taken = this.#last.then(() => {
      this.#refuseClosed();
      return this.#take(motif);
    });
    this.#last = taken.catch(() => {});
    return taken;
  }

  /** Ends the browser, and with it the picture that is being taken; nothing more is begun, and nobody waits for what was. */
  async close(): Promise<void> {
    this.#closed = true;
    await (await this.#running?.catch(() => undefined))?.close();
  }

  #refuseClosed(): void {
    if (this.#closed) throw new Error('No more screenshots are taken: the preview ends.');
  }

  async #take({ tag, framework, sample, values, slots, messages = [] }: Motif): Promise<Picture> {
    const facts = this.live.facts(tag);
    if (!facts) throw new Error('It has errors: run lastwright check.');
    const start = valuesIn(facts, { sample, values: {}, slots: {} });
    // As on the page: what nothing is bound to is written into the example, all else is set.
    const written = Object.entries(values).filter(([name]) => start[name] === undefined);
    const scene = liveScene(facts, { sample, values: Object.fromEntries(written), slots });
    await this.live.whole.of(tag);
    const prepared = await this.live.cells.prepare(framework, scene);
    if ('refused' in prepared) throw new Error(prepared.refused);
    const page = await this.#opened();
    try {
      await page.open(`${this.cells}/cell/${prepared.key}`);
      await page.evaluate(until('ready'), PATIENCE);
      const all: PageMessage[] = [
        ...(Object.keys(values).length > 0 ? [{ page: 'set', values, again: true } as const] : []),
        ...messages,
      ];
      await page.evaluate(
        `(async () => { ${all.map(told).join(' ')} await ${FRAMES}; ${told({ page: 'still' })} })()`,
        PATIENCE,
      );
      await page.evaluate(until('still'), PATIENCE);
      const { width, height } = await page.evaluate<{ width: number; height: number }>(SIZE, PATIENCE);
      const png = await page.screenshot({ x: 0, y: 0, width, height });
      return { png, width, height };
    } catch (error) {
      if (error instanceof PageCrashed) this.#page = undefined;
      // What was thrown in the page comes with where that was.
      const greedy = error instanceof PageCrashed ? tookTooMuch() : undefined;
      if (greedy !== undefined) throw new Error(`${greedy}, and was ended.`, { cause: error });
      throw error instanceof PageCrashed
        ? error
        : new Error((error as Error).message.split('\n')[0]!.replace(/^Error: /, ''));
    }
  }

  async #opened(): Promise<Page> {
    this.#refuseClosed();
    const running = await (this.#running ??= chromium.launch());
    if (running.dead) {
      this.#running = undefined;
      this.#page = undefined;
      return this.#opened();
    }
    return (this.#page ??= await running.newPage());
  }
}

/** A message as the page that a cell belongs to would send it. */
function told(message: PageMessage): string {
  const data = JSON.stringify(message).replace(/</g, '\\u003c');
  return `dispatchEvent(new MessageEvent('message', { data: ${data}, source: window, origin: JSON.parse(document.getElementById('cell').textContent).page }));`;
}

const FRAMES = 'new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)))';

/** Waits until the cell has noted something of itself. */
function until(what: 'ready' | 'still'): string {
  return `(async () => {
    for (let round = 0; !document.body?.dataset.${what}; round++) {
      if (round > 480) throw new Error('The element does not come.');
      await new Promise((resolve) => setTimeout(resolve, 25));
    }
  })()`;
}

/**
 * The size of what is drawn; a picture is no higher than a few screens. What is in the top layer (a modal dialog, a popover) takes no
 * room of the document: there must be as much below it as there is above.
 */
const SIZE = `(() => {
  let height = document.documentElement.getBoundingClientRect().height;
  const look = (root) => {
    for (const element of root.querySelectorAll('*')) {
      if (element.matches(':modal, :popover-open')) {
        const { top, bottom } = element.getBoundingClientRect();
        height = Math.max(height, bottom + Math.max(0, top));
      }
      if (element.shadowRoot) look(element.shadowRoot);
    }
  };
  look(document);
  return { width: innerWidth, height: Math.max(1, Math.min(4000, Math.ceil(height))) };
})()`;

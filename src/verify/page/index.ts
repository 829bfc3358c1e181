import { FACETS } from '../facets/index.js';
import type { Act, Mounted, Observation, ProbePage } from '../facet.js';
import { rememberRoots } from '../inner-root.js';
import { countListeners } from './listener-count.js';

/** What a consumer's example hands to the probe. */
interface Handed {
  /** The custom element, by the host's own reference. */
  element(): HTMLElement | null | undefined;
  values?: Record<string, unknown>;
  set?: Record<string, (value: unknown) => void>;
  setMore?(shown: boolean): void;
  setShown?(shown: boolean): void;
}

/** The consumer's side of the stage: an example calls it with what the probe may use. */
interface Stage {
  (handed: Handed): void;
  heard(event: Event): void;
}

/** How a host's examples get into the page. */
interface HostModule {
  mount(example: unknown, container: HTMLElement, stage: Stage): () => void;
}

/** What Node asks for: which probe, with which examples. */
interface Request {
  facet: string;
  tag: string;
  data: unknown;
  /** Addresses of the compiled examples, by scene. */
  scenes: Record<string, string>;
  host: string;
  register: string;
}

/** Where a probe stands: it needs a hand from outside, it is done, or it broke. */
type Turn = { act: Act } | { done: Observation[] } | { broke: string };

rememberRoots();
const listeners = countListeners();
const uncaught: string[] = [];
addEventListener('error', (event) => uncaught.push(event.message));
addEventListener('unhandledrejection', (event) => uncaught.push(String(event.reason)));
const sheetsAtStart = document.styleSheets.length + document.adoptedStyleSheets.length;

/** Waits for tasks that hosts and elements have queued. */
async function settle(): Promise<void> {
  for (let round = 0; round < 3; round++) {
    await new Promise<void>((resolve) => {
      const { port1, port2 } = new MessageChannel();
      const arrived = (): void => {
        port1.close();
        resolve();
      };
      port1.addEventListener('message', arrived, { once: true });
      port1.start();
      port2.postMessage(0);
    });
  }
}

/** Gives a condition 200 ms, and at least ten rounds of tasks on a machine that is busy. */
async function until(condition: () => boolean): Promise<boolean> {
  const end = performance.now() + 200;
  for (let round = 0; !condition(); round++) {
    if (round >= 10 && performance.now() > end) return false;
    await settle();
    if (round > 3) await new Promise((resolve) => setTimeout(resolve, 10));
  }
  return true;
}

function container(): HTMLElement {
  const made = document.createElement('div');
  document.body.append(made);
  return made;
}

class Probe implements ProbePage {
  readonly sheetsAtStart = sheetsAtStart;
  readonly listeners = listeners;
  readonly settle = settle;
  readonly until = until;
  readonly container = container;
  readonly #request: Request;
  #turn: (turn: Turn) => void = () => {};
  #resume: () => void = () => {};

  constructor(request: Request) {
    this.#request = request;
  }

  get tag(): string {
    return this.#request.tag;
  }

  /** Runs until the probe needs something or ends. */
  next(act: () => void): Promise<Turn> {
    return new Promise((resolve) => {
      this.#turn = resolve;
      act();
    });
  }

  begin(): void {
    uncaught.length = 0;
    const facet = FACETS.find(({ name }) => name === this.#request.facet)!;
    facet.probe(this, this.#request.data).then(
      (done) => this.#turn({ done }),
      (error: unknown) => this.#turn({ broke: error instanceof Error ? error.message : String(error) }),
    );
  }

  resume(): void {
    this.#resume();
  }

  async click(target: Element): Promise<void> {
    target.scrollIntoView({ block: 'center', inline: 'center' });
    const { x, y, width, height } = target.getBoundingClientRect();
    if (width === 0 || height === 0) throw new Error('it is not drawn, so nobody can click it');
    await this.#ask({ click: { x: x + width / 2, y: y + height / 2 } });
  }

  type(text: string): Promise<void> {
    return this.#ask({ type: text });
  }

  press(key: string): Promise<void> {
    return this.#ask({ press: key });
  }

  /** Lets Node do what a page cannot, and waits for what it brings about. */
  async #ask(act: Act): Promise<void> {
    await new Promise<void>((resolve) => {
      this.#resume = resolve;
      this.#turn({ act });
    });
    await settle();
  }

  errors(): string[] {
    return uncaught.splice(0);
  }

  async register(): Promise<void> {
    await import(this.#request.register);
  }

  async mount(scene: string, into: HTMLElement = container()): Promise<Mounted> {
    const [host, example] = (await Promise.all([
      import(this.#request.host),
      import(this.#request.scenes[scene]!),
    ])) as [HostModule, unknown];
    const heard: Event[] = [];
    let handed: Handed = { element: () => undefined };
    const stage = Object.assign((next: Handed): void => void (handed = next), {
      heard(event: Event): void {
        heard.push(event);
        if (mounted.cancels) event.preventDefault();
      },
    });
    const mounted: Mounted = {
      get element() {
        const element = handed.element();
        if (!element) throw new Error('the host has not rendered the element');
        return element;
      },
      container: into,
      values: {},
      heard,
      cancels: false,
      async set(name, value) {
        handed.set?.[name]?.(value);
        if (!handed.set?.[name]) (mounted.element as unknown as Record<string, unknown>)[name] = value;
        await settle();
      },
      async more(shown) {
        handed.setMore?.(shown);
        await settle();
      },
      async show(shown) {
        handed.setShown?.(shown);
        await settle();
      },
      async unmount() {
        unmount();
        await settle();
        into.remove();
      },
    };
    const unmount = host.mount(example, into, stage);
    await until(() => Boolean(handed.element()));
    Object.assign(mounted.values, handed.values);
    return mounted;
  }
}

let probe: Probe;

/** The door for Node: `begin` starts a probe, `resume` goes on after its wish was fulfilled. */
Object.assign(globalThis, {
  lastwrightProbes: {
    begin(request: Request): Promise<Turn> {
      probe = new Probe(request);
      return probe.next(() => probe.begin());
    },
    resume: (): Promise<Turn> => probe.next(() => probe.resume()),
  },
});

import { errorText, eventText, namedErrorText, stackOf } from '../error-text.js';
import { pageNeeds } from '../page-kinds.js';
import { FACETS } from '../facets/index.js';
import { snapshotOf } from '../facets/consumer-data.js';
import { Outside } from '../facets/outside-style.js';
import type {
  Facet,
  Leftovers,
  Mounted,
  OutsideAct,
  PictureDifference,
  ProbePage,
  ProbeTurn,
  Served,
} from '../facet.js';
import { innerRoot, rememberRoots } from '../inner-root.js';
import type { Observation } from '../observation.js';
import { Observer } from '../observe.js';
import { rememberCanvases } from '../canvases.js';
import { rememberInternals } from '../internals.js';
import { rememberStates } from '../state-names.js';
import { declaredNodes, parseDeclared } from './declared-roots.js';
import { trackLeftovers } from './leftovers.js';
import { madeText } from './made.js';
import { arrivalAt, deepestAt } from './pointer.js';
import { FRAMELESS, untracked } from './untracked.js';

/** What a consumer's example hands to the probe. */
interface Handed {
  /** The custom element, by the framework's own reference. */
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
  called(name: string, given: unknown[]): void;
}

/** How a framework's examples get into the page. */
interface FrameworkModule {
  mount(example: unknown, container: HTMLElement, stage: Stage): () => void;
}

/** How it takes over what a server rendered. */
interface HydratingModule {
  hydrate(example: unknown, container: HTMLElement, stage: Stage): () => void;
}

/** What a server rendered of a scene: the address of a page with it. */
interface ServedScene extends Pick<Served, 'problems' | 'again' | 'care'> {
  address: string;
}

/** What Node asks for: which probe, with which examples. */
interface Request {
  facet: string;
  /** The whole probe; what is the framework's own doing in it; or no more than mounting each scene, to see what the framework makes. */
  part: 'whole' | 'by framework' | 'made';
  /** True if that is to be looked at, too, which is the same in all frameworks. */
  isFirst: boolean;
  tag: string;
  data: unknown;
  /** Addresses of the compiled examples, by scene. */
  scenes: Record<string, string>;
  framework: string;
  /** What a server rendered of scenes, and what takes it over: for a facet that needs it. */
  server?: { framework: string; scenes: Record<string, string>; pages: Record<string, ServedScene> };
  register: string;
  /** Samples that brought an earlier probe to a halt. */
  halting: string[];
  /** True if the pointer was left somewhere in the page, by whatever ran there before. */
  pointed: boolean;
  /** Values for the properties that a consumer must give, by name. */
  required: Record<string, unknown>;
  /** Names of the contract's properties, by which what frameworks make is compared; none where nobody compares. */
  compared: string[] | undefined;
  /** True for an element of another package. */
  foreign: boolean;
}

rememberRoots();
rememberInternals();
rememberCanvases();
rememberStates();
const tracker = trackLeftovers();
const uncaught: string[] = [];
/** Errors of elements that were leaving the page. */
const whenLeaving: string[] = [];
addEventListener('error', (event) => {
  const isLeaving = /\bdisconnectedCallback\b/.test(stackOf(event.error));
  (isLeaving ? whenLeaving : uncaught).push(eventText(event));
});
addEventListener('unhandledrejection', (event) => uncaught.push(namedErrorText(event.reason)));
/** What the page was like before the element came; only in the page where style is judged. */
let outside: Outside | undefined;

/** A message to oneself comes after the tasks that are queued already. */
const tasks = new MessageChannel();
const arrivals: (() => void)[] = [];
tasks.port1.addEventListener('message', () => arrivals.shift()!());
tasks.port1.start();

/** Waits for tasks that frameworks and elements have queued. */
async function settle(): Promise<void> {
  for (let round = 0; round < 3; round++) {
    await new Promise<void>((resolve) => {
      arrivals.push(resolve);
      tasks.port2.postMessage(0);
    });
  }
  await tracker.calm();
}

/** Milliseconds of a page's time that one turn of waiting takes. */
const TURN = 10;
/** How many milliseconds of a wait each frame stands for that must have come by its end: half as many as a quiet machine draws. */
const OF_FRAME = 33;

/**
 * Gives a condition some time. It is counted in turns and frames of the page, not on the clock: a timer that is due
 * earlier has come before the next turn, however late both are, so that a busy machine changes nothing.
 */
async function until(condition: () => boolean, patience = 200): Promise<boolean> {
  for (let round = 0; round < 4; round++) {
    if (condition()) return true;
    await settle();
  }
  const frames = countFrames();
  try {
    for (let waited = 0; !condition(); waited += TURN) {
      if (waited >= patience && (frames.count >= patience / OF_FRAME || waited >= FRAMELESS)) return false;
      await new Promise((resolve) => untracked.setTimeout(resolve, TURN));
      await settle();
    }
  } finally {
    frames.end();
  }
  return true;
}

/** Counts the frames that the page draws until it is ended. */
function countFrames(): { count: number; end(): void } {
  let over = false;
  const counter = { count: 0, end: () => void (over = true) };
  const next = (): void => {
    counter.count++;
    if (!over) untracked.requestAnimationFrame(next);
  };
  untracked.requestAnimationFrame(next);
  return counter;
}

function container(): HTMLElement {
  const made = document.createElement('div');
  document.body.append(made);
  return made;
}

class Probe implements ProbePage {
  readonly settle = settle;
  readonly until = until;
  readonly pictured = pictured;
  readonly container = container;
  readonly #request: Request;
  #turn: (turn: ProbeTurn) => void = () => {};
  #resume: (answer: unknown) => void = () => {};

  constructor(request: Request) {
    this.#request = request;
    this.#pointed = request.pointed;
    Observer.copiesWillDo = request.foreign;
  }

  get tag(): string {
    return this.#request.tag;
  }

  get outside(): Outside {
    return outside!;
  }

  /** Runs until the probe needs something or ends. */
  next(act: () => void): Promise<ProbeTurn> {
    return new Promise((resolve) => {
      this.#turn = resolve;
      act();
    });
  }

  begin(): void {
    uncaught.length = 0;
    whenLeaving.length = 0;
    this.#run().then(
      (turn) => this.#turn(turn),
      (error: unknown) => this.#turn({ broke: errorText(error) }),
    );
  }

  async #run(): Promise<ProbeTurn> {
    const facet = FACETS.find(({ name }) => name === this.#request.facet)!;
    if (facet.page === 'first' || facet.page === 'shared') outside ??= new Outside();
    const witness = document.body.appendChild(document.createElement('div'));
    await this.park();
    // What an earlier probe made the element remember is not this one's.
    localStorage.clear();
    sessionStorage.clear();
    try {
      if (!pageNeeds(facet.page).undefinedAtFirst) {
        const why = await this.whyNotMade();
        if (why !== undefined) return { untried: `${why}; see upgrade.` };
      }
      const done = await this.#observe(facet);
      if (!witness.isConnected) return { broke: 'It takes out what stands in the page beside it.' };
      return { done, ...(this.#request.compared ? { made: Object.fromEntries(this.#made) } : {}) };
    } catch (error) {
      if (witness.isConnected) throw error;
      return { broke: 'It takes out what stands in the page beside it.' };
    } finally {
      witness.remove();
    }
  }

  #observe(facet: Facet): Promise<Observation[]> {
    const { part, data, isFirst } = this.#request;
    if (part === 'whole') return this.#observeWhole(facet, data, isFirst);
    return part === 'by framework' ? facet.ofElement!.byFramework!(this, data) : this.#mountAll();
  }

  async #observeWhole(facet: Facet, data: unknown, isFirst: boolean): Promise<Observation[]> {
    const seen = await facet.probe(this, data);
    return isFirst && facet.inFirstFramework
      ? [...seen, ...(await facet.inFirstFramework(this, data))]
      : seen;
  }

  /** Mounts each scene once, as probes do. */
  async #mountAll(): Promise<Observation[]> {
    for (const scene of Object.keys(this.#request.scenes)) await (await this.mount(scene)).unmount();
    const [error] = this.errors();
    if (error !== undefined) throw new Error(error);
    return [];
  }

  /** What the framework made of each scene, as text; null where that was not the same each time. */
  readonly #made = new Map<string, string | null>();

  make(left?: string): HTMLElement {
    const { tag, required } = this.#request;
    const element = document.createElement(tag);
    for (const [name, value] of Object.entries(required))
      if (name !== left) (element as unknown as Record<string, unknown>)[name] = value;
    return element;
  }

  async whyNotMade(): Promise<string | undefined> {
    const { tag } = this;
    try {
      await this.register();
    } catch (error) {
      return `Its module cannot be loaded: ${errorText(error)}`;
    }
    const Class = customElements.get(tag);
    if (!Class) return 'Its module does not define it';
    uncaught.length = 0;
    const made = document.createElement(tag);
    const error = uncaught.splice(0)[0];
    if (made instanceof Class) return undefined;
    return `It cannot be made: ${error ?? 'its constructor gives something else'}`;
  }

  resume(answer: unknown): void {
    this.#resume(answer);
  }

  async hover(target: Element): Promise<void> {
    await this.#ask({ point: middleOf(target, 'point at') });
    this.#pointed = true;
  }

  async click(target: Element): Promise<void> {
    const at = middleOf(target, 'click');
    const arrived = arrivalAt(target);
    const over = deepestAt(at.x, at.y);
    await this.#ask({ click: at });
    // A disabled control hears nothing; that is what it is for.
    if (!arrived() && !target.matches(':disabled'))
      throw new Error(
        `the click does not reach it: ${over ? `<${over.localName}> is there` : 'nothing is there'}`,
      );
    this.#pointed = true;
  }

  async type(text: string): Promise<void> {
    await this.#keys({ type: text });
  }

  async press(key: string): Promise<void> {
    await this.#keys({ press: key });
  }

  /** Keys must arrive somewhere in the page. */
  async #keys(act: OutsideAct): Promise<void> {
    let arrived = false;
    const hear = (): void => void (arrived = true);
    for (const type of ['keydown', 'input']) addEventListener(type, hear, { capture: true });
    await this.#ask(act);
    for (const type of ['keydown', 'input']) removeEventListener(type, hear, { capture: true });
    if (!arrived) throw new Error('no key arrives: nothing in the page has the focus');
  }

  #pointed: boolean;

  async park(): Promise<void> {
    if (this.#pointed) await this.#ask({ park: true });
    this.#pointed = false;
  }

  async collectGarbage(): Promise<boolean> {
    return (await this.#tell({ collectGarbage: true })) === true;
  }

  async picture(of: { x: number; y: number; width: number; height: number }): Promise<string> {
    return (await this.#tell({ picture: of })) as string;
  }

  async comparePictures(own: string, other: string): Promise<PictureDifference | undefined> {
    if (own === other) return undefined;
    return ((await this.#tell({ compare: [own, other] })) as PictureDifference | null) ?? undefined;
  }

  async goesOn(): Promise<void> {
    await this.#tell({ goesOn: true });
  }

  async beginSample(name: string): Promise<boolean> {
    if (this.#request.halting.includes(name)) return false;
    await this.#tell({ begin: name });
    return true;
  }

  leftovers(): Leftovers {
    return tracker.leftovers();
  }

  restlessness(): Promise<number> {
    return tracker.restlessness();
  }

  /** Lets Node do what a page cannot, and waits for what it brings about. */
  async #ask(act: OutsideAct): Promise<unknown> {
    const answer = await this.#tell(act);
    await settle();
    return answer;
  }

  /** Lets Node know of something, or do something that brings about nothing in the page. */
  #tell(act: OutsideAct): Promise<unknown> {
    return new Promise((resolve) => {
      this.#resume = resolve;
      this.#turn({ act });
    });
  }

  errors(which?: 'leaving too'): string[] {
    return [...(which ? whenLeaving.splice(0) : []), ...uncaught.splice(0)];
  }

  async register(): Promise<void> {
    await import(this.#request.register);
  }

  async served(scene: string): Promise<Served> {
    const { address, problems, again, care } = this.#request.server!.pages[scene]!;
    const frame = document.createElement('iframe');
    // Without allow-scripts no script runs in it (HTML, section 7.1.5).
    frame.sandbox.add('allow-same-origin');
    frame.style.cssText =
      'position: fixed; inset: 0; width: 100vw; height: 100vh; border: 0; background: white';
    const loaded = new Promise((resolve) => frame.addEventListener('load', resolve, { once: true }));
    frame.src = address;
    document.body.append(frame);
    const [text] = await Promise.all([fetch(address).then((answer) => answer.text()), loaded]);
    const shown = frame.contentDocument!.getElementById('app')!;
    await pictured(...shown.children);
    const parsed = parseDeclared(text).querySelector<HTMLElement>('#app')!;
    const { nodes, end } = declaredNodes(parsed);
    return { frame, shown, container: parsed, nodes, counted: end, problems, again, care, messages: [] };
  }

  async mount(scene: string, into: HTMLElement = container(), served?: Served): Promise<Mounted> {
    await this.park();
    const { framework: module, scenes, server } = this.#request;
    const [framework, example] = (await Promise.all([
      import(served ? server!.framework : module),
      import(served ? server!.scenes[scene]! : scenes[scene]!),
    ])) as [FrameworkModule & HydratingModule, unknown];
    const heard: Event[] = [];
    let handed: Handed = { element: () => undefined };
    const stage = Object.assign((next: Handed): void => void (handed = next), {
      heard(event: Event): void {
        heard.push(event);
        const { detail } = event as CustomEvent;
        if (typeof detail === 'object' && detail !== null)
          mounted.details.push({ type: event.type, detail, snapshot: snapshotOf(detail) });
        if (mounted.cancels) event.preventDefault();
      },
      called: (name: string, given: unknown[]): void => void mounted.calls.push({ name, given }),
    });
    const mounted: Mounted = {
      get element() {
        const element = handed.element();
        if (!element) {
          const because = uncaught.length > 0 ? `: ${uncaught.at(-1)}` : '';
          throw new Error(`The framework has not rendered the element${because}`);
        }
        return element;
      },
      container: into,
      values: {},
      heard,
      details: [],
      cancels: false,
      calls: [],
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
    const hushed = served && hearConsole(served.messages);
    if (served) into.append(...served.container.childNodes);
    served?.frame.remove();
    const unmount = served ? framework.hydrate(example, into, stage) : framework.mount(example, into, stage);
    await until(() => Boolean(handed.element()));
    Object.assign(mounted.values, handed.values);
    await pictured(mounted.element);
    await tracker.calm();
    hushed?.();
    served?.counted();
    const { compared } = this.#request;
    if (compared) {
      const made = madeText(mounted.element, compared, tracker.listenersOf);
      this.#made.set(scene, this.#made.has(scene) && this.#made.get(scene) !== made ? null : made);
    }
    return mounted;
  }
}

/** Notes what is written to the console as a warning or an error, until the function given back is called. */
function hearConsole(messages: string[]): () => void {
  const { warn, error } = console;
  const hear = (...given: unknown[]): void => void messages.push(given.map(errorText).join(' '));
  Object.assign(console, { warn: hear, error: hear });
  return () => void Object.assign(console, { warn, error });
}

/** The middle of an element in the viewport, where it is scrolled to. */
function middleOf(target: Element, act: string): { x: number; y: number } {
  target.scrollIntoView({ block: 'center', inline: 'center', behavior: 'instant' });
  const { x, y, width, height } = target.getBoundingClientRect();
  if (width === 0 || height === 0) throw new Error(`it is not drawn, so nobody can ${act} it`);
  return { x: x + width / 2, y: y + height / 2 };
}

/** Waits until the pictures in elements have come or failed to. */
async function pictured(...elements: readonly Element[]): Promise<void> {
  const pictures = elements.flatMap((element) => [
    ...innerRoot(element).querySelectorAll('img'),
    ...element.querySelectorAll('img'),
  ]);
  if (pictures.length === 0) return;
  const pending = pictures.filter(({ complete, loading }) => !complete && loading !== 'lazy');
  const come = new Set<Element>();
  for (const picture of pending)
    for (const type of ['load', 'error'])
      picture.addEventListener(type, () => come.add(picture), { once: true });
  await until(() => come.size === pending.length, 1000);
  // One that is complete may still have its event to come.
  await new Promise((resolve) => untracked.setTimeout(resolve, 20));
}

let probe: Probe;

/** The door for Node: `begin` starts a probe, `resume` goes on after its wish was fulfilled. */
Object.assign(globalThis, {
  lastwrightProbes: {
    begin(request: Request): Promise<ProbeTurn> {
      probe = new Probe(request);
      return probe.next(() => probe.begin());
    },
    resume: (answer?: unknown): Promise<ProbeTurn> => probe.next(() => probe.resume(answer)),
  },
});

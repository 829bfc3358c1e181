import { errorText, eventText, stackOf } from '../../verify/error-text.js';
import { still, withoutIndentation } from '../../verify/facets/still.js';
import { rememberRoots } from '../../verify/inner-root.js';
import type { CellData } from '../cell-html.js';
import type { CellMessage, CellPlace, CellState, PageMessage } from '../messages.js';
import type { CellView } from '../shapes.js';
import { answerMedia } from './media.js';
import { isPointer, pointAt } from './point.js';
import { plain } from './plain.js';
import { Recorder } from './record.js';
import { allBelow, drawnText, shadowOf } from './roots.js';
import { nodeAt, treesOf } from './trees.js';

/** What an example hands over: its element, its state, and functions that change that. */
interface Handed {
  element(): HTMLElement | null | undefined;
  set?: Record<string, (value: unknown) => void>;
}

const data = JSON.parse(document.getElementById('cell')!.textContent!) as CellData;

const tell = (message: CellMessage): void => parent.postMessage(message, data.page);

rememberRoots();
let handed: Handed | undefined;
let view: CellView = { direction: 'ltr', scheme: 'auto', motion: 'auto', zoom: 1 };

const stage = Object.assign((given: Handed) => (handed = given), {
  heard: (event: Event) => hearByFramework(event),
  called: (name: string, given: unknown[]) =>
    tell({ cell: 'callback', name, given: given.map((one) => plain(one)) }),
});

/** When the cell began to show its example, in milliseconds since its document was there. */
let begun = 0;

async function begin(): Promise<void> {
  const container = document.createElement('div');
  document.body.append(container);
  if (data.spare) await toldToBegin();
  const load = (address: string): Promise<unknown> => import(address);
  const [framework, example] = await Promise.all([
    load('lastwright:mount') as Promise<{ mount(...given: unknown[]): unknown }>,
    load(data.example),
    ...data.elements.map((tag) => load(data.library + encodeURIComponent(tag))),
  ]);
  framework.mount(example, container, stage);
  const element = await arrival();
  if (!element) {
    tell({ cell: 'told', level: 'error', text: 'The example gives no element.', at: undefined });
    return;
  }
  new Cell(element).begin();
}

/** Loads and runs what no save changes; comes back when the page wants the example to be seen. */
async function toldToBegin(): Promise<void> {
  const told = new Promise<void>((resolve) => {
    addEventListener('message', function hear({ data: message, source, origin }) {
      if (source !== parent || origin !== data.page || (message as PageMessage).page !== 'begin') return;
      removeEventListener('message', hear);
      resolve();
    });
  });
  await Promise.all(
    ['lastwright:mount', ...data.lasting].map((address) => import(address) as Promise<unknown>),
  );
  tell({ cell: 'waiting' });
  await told;
  begun = performance.now();
  // What the element sees of its address is the same in every cell.
  history.replaceState(null, '', location.pathname);
}

/** The element, when the framework has made it. */
async function arrival(): Promise<HTMLElement | undefined> {
  for (let round = 0; round < 200; round++) {
    const element = handed?.element();
    if (element) return element;
    await new Promise((resolve) => setTimeout(resolve, round < 20 ? 0 : 25));
  }
  return undefined;
}

/** Events that a listener of the framework heard; whoever hears them itself notes what else is heard. */
function hearByFramework(event: Event): void {
  byFramework.add(event);
  heard(event);
}

const byFramework = new WeakSet<Event>();
const told = new WeakSet<Event>();

function heard(event: Event): void {
  if (told.has(event)) return;
  told.add(event);
  // What other listeners do with it comes first.
  queueMicrotask(() =>
    tell({
      cell: 'heard',
      event: event.type,
      detail: plain((event as CustomEvent).detail),
      canceled: event.defaultPrevented,
      byFramework: byFramework.has(event),
    }),
  );
}

/** The cell of one element. */
class Cell {
  #was: CellState;
  #height = 0;
  #treesWanted = false;
  #waiting = false;
  #quiet = false;
  readonly #recorder: Recorder;

  constructor(readonly element: HTMLElement) {
    this.#was = this.#state();
    this.#recorder = new Recorder(element, data.parts, (step) => tell({ cell: 'step', step }));
  }

  begin(): void {
    addEventListener('message', ({ data: message, source, origin }) => {
      if (source === parent && origin === data.page) this.#obey(message as PageMessage);
    });
    for (const name of data.events)
      // Listeners of the example come first, so that it is known whether the framework heard it.
      this.element.addEventListener(name, (event) => setTimeout(() => heard(event)));
    const watch = new MutationObserver((records) => {
      if (
        records.every(
          ({ addedNodes, removedNodes }) =>
            [...addedNodes, ...removedNodes].length > 0 && [...addedNodes, ...removedNodes].every(isPointer),
        )
      )
        return;
      this.#look();
    });
    const everything = { subtree: true, childList: true, attributes: true, characterData: true };
    watch.observe(document.body, everything);
    const shadow = shadowOf(this.element);
    if (shadow) {
      watch.observe(shadow, everything);
      shadow.addEventListener('slotchange', ({ target }) => {
        const slot = target as HTMLSlotElement;
        tell({ cell: 'slot', name: slot.name || 'default', nodes: slot.assignedNodes().length });
      });
    }
    new ResizeObserver(() => this.#measure()).observe(document.body);
    // What changes nothing that is drawn is found a little later.
    setInterval(() => this.#look(), 500);
    this.#measure();
    const requests = performance.getEntriesByType('resource').length + 1;
    document.body.dataset.ready = 'true';
    tell({ cell: 'ready', state: this.#was, requests, took: Math.round(performance.now() - begun) });
  }

  #obey(message: PageMessage): void {
    switch (message.page) {
      case 'set':
        for (const [name, value] of Object.entries(message.values)) {
          if (handed?.set?.[name]) handed.set[name](value);
          else (this.element as unknown as Record<string, unknown>)[name] = value;
        }
        this.#look(message.again);
        break;
      case 'call':
        void this.#call(message.method, message.with);
        break;
      case 'point':
        pointAt(this.#pointed(message));
        break;
      case 'css':
        if (message.value === '') this.element.style.removeProperty(message.name);
        else this.element.style.setProperty(message.name, message.value);
        break;
      case 'style':
        this.#restyle(message.tag, message.css);
        break;
      case 'view':
        this.#show(message.view);
        break;
      case 'trees':
        this.#treesWanted = message.wanted;
        if (message.wanted) tell({ cell: 'trees', ...treesOf(this.element) });
        break;
      case 'record':
        this.#recorder.record(message.wanted);
        break;
      case 'still':
        withoutIndentation(this.element);
        void still(this.element).then(() => (document.body.dataset.still = 'true'));
        break;
      case 'alive':
        tell({ cell: 'alive', number: message.number });
        break;
    }
  }

  async #call(method: string, given: unknown[]): Promise<void> {
    const told = { cell: 'called', method, with: given } as const;
    try {
      const run = (this.element as unknown as Record<string, (...given: unknown[]) => unknown>)[method];
      if (typeof run !== 'function') throw new TypeError(`"${method}" is ${typeof run}, not a function`);
      tell({ ...told, gave: plain(await run.apply(this.element, given)), error: '' });
    } catch (error) {
      tell({ ...told, gave: undefined, error: errorText(error) });
    }
    this.#look();
  }

  #pointed({ part, path }: { part?: string; path?: string }): Node[] {
    if (path !== undefined) return [nodeAt(path)].filter((node) => node !== undefined);
    if (part === undefined) return [];
    const root = shadowOf(this.element) ?? this.element;
    return [...root.querySelectorAll(`[part~="${CSS.escape(part)}"]`)];
  }

  /** Gives the style of an element's own root another text; all instances share the sheet. */
  #restyle(tag: string, css: string): void {
    const own = new Set<CSSStyleSheet>();
    for (const element of [this.element, ...allBelow(document)]) {
      if (element.localName !== tag) continue;
      const sheet = shadowOf(element)?.adoptedStyleSheets.at(-1);
      if (sheet) own.add(sheet);
    }
    for (const sheet of own) sheet.replaceSync(css);
    answerMedia(view);
    this.#measure();
  }

  #show(wanted: CellView): void {
    view = wanted;
    document.documentElement.dir = wanted.direction;
    document.documentElement.style.zoom = wanted.zoom === 1 ? '' : String(wanted.zoom);
    answerMedia(wanted);
    this.#measure();
  }

  /** Tells what changed since it was looked at last, when the element has done its part. */
  #look(quietly = false): void {
    if (quietly) this.#quiet = true;
    if (this.#waiting) return;
    this.#waiting = true;
    // A timer, not a frame: what is off screen gets none.
    setTimeout(() => {
      this.#waiting = false;
      const quiet = this.#quiet;
      this.#quiet = false;
      const now = this.#state();
      const was = this.#was;
      const before = JSON.stringify(was);
      if (JSON.stringify(now) !== before) {
        this.#was = now;
        for (const [name, value] of Object.entries(now.properties))
          if (!quiet && JSON.stringify(value) !== JSON.stringify(was.properties[name]))
            tell({ cell: 'property', name, value });
        for (const name of new Set([...Object.keys(now.attributes), ...Object.keys(was.attributes)])) {
          const value = now.attributes[name];
          if (!quiet && value !== was.attributes[name])
            tell({ cell: 'attribute', name, value: value ?? null });
        }
        tell({ cell: 'state', state: now });
      }
      if (this.#treesWanted) tell({ cell: 'trees', ...treesOf(this.element) });
      this.#measure();
    }, 4);
  }

  #state(): CellState {
    const { element } = this;
    const members = element as unknown as Record<string, unknown>;
    return {
      text: drawnText(element),
      attributes: Object.fromEntries(
        element
          .getAttributeNames()
          .filter((name) => !/^(?:data-v-|_ng|ng-|class$|style$)/.test(name) && !data.carriers.includes(name))
          .map((name) => [name, element.getAttribute(name) ?? '']),
      ),
      properties: Object.fromEntries(data.properties.map((name) => [name, plain(members[name])])),
    };
  }

  #measure(): void {
    const height = Math.ceil(drawnHeight() * view.zoom);
    if (height === this.#height) return;
    this.#height = height;
    tell({ cell: 'height', height });
  }
}

/** What lies over everything is laid out in what there is: it needs a window to lie in. */
const WINDOW = 360;

/** How high all is that is drawn, what is out of the flow too. */
function drawnHeight(): number {
  const body = document.body.getBoundingClientRect();
  let bottom = document.documentElement.getBoundingClientRect().height;
  for (const element of allBelow(document.body)) {
    const box = element.getBoundingClientRect();
    if (box.width === 0 && box.height === 0) continue;
    const isOver = element.matches(':modal, :popover-open') || getComputedStyle(element).position === 'fixed';
    bottom = Math.max(bottom, isOver ? WINDOW : box.bottom - body.top + MARGIN);
  }
  return bottom;
}

/** Room around what is drawn, as the body has it. */
const MARGIN = 12;

/** Tells errors that nobody caught, and what is written to the console, with where that was. */
function tellErrors(): void {
  addEventListener('error', (event) => {
    const { filename, lineno, colno, error } = event;
    const at = placeIn(stackOf(error)) ?? {
      address: filename,
      line: lineno,
      column: colno,
    };
    tell({ cell: 'told', level: 'error', text: eventText(event), at: at.line > 0 ? at : undefined });
  });
  addEventListener('unhandledrejection', ({ reason }) => {
    tell({ cell: 'told', level: 'error', text: errorText(reason), at: placeIn(stackOf(reason)) });
  });
  addEventListener('securitypolicyviolation', ({ violatedDirective, blockedURI }) =>
    tell({
      cell: 'told',
      level: 'error',
      text: `The policy refuses ${blockedURI} (${violatedDirective}).`,
      at: undefined,
    }),
  );
  const levels = { error: 'error', warn: 'warning', info: 'note', log: 'note' } as const;
  for (const name of Object.keys(levels) as (keyof typeof levels)[]) {
    const original = console[name].bind(console);
    console[name] = (...given: unknown[]) => {
      original(...given);
      const text = given.map((one) => (typeof one === 'string' ? one : JSON.stringify(plain(one)))).join(' ');
      tell({ cell: 'told', level: levels[name], text, at: placeIn(new Error('here').stack, 2) });
    };
  }
}

/** The first place in a stack that is in a module of the library, from a line on. */
function placeIn(stack: string | undefined, from = 0): CellPlace | undefined {
  for (const line of stack?.split('\n').slice(from) ?? []) {
    const found = /(https?:\/\/[^\s()]+?\/whole\/[^\s()]+?):(\d+):(\d+)/.exec(line);
    if (found) return { address: found[1]!, line: Number(found[2]), column: Number(found[3]) };
  }
  return undefined;
}

tellErrors();
void begin();

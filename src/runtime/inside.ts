import { insideOf, mark, rootOf, type ViewElement } from './view-element.js';

/** The state of elements that remember nothing. */
const NO_STATE = /* @__PURE__ */ Object.freeze({});

/** Where the inside of an element that shows a component has what shows it. */
export const VIEW = Symbol();

/** What sends an element's events, where nothing of the element is written by hand. */
export class Sender {
  readonly host: ViewElement;
  /** What shows a component, for an element that shows one. Its properties have names, which this is none of. */
  declare [VIEW]?: object;

  constructor(host: ViewElement) {
    this.host = host;
  }

  /** Dispatches an event of the contract from the host; false if a listener canceled it. */
  emit(type: string, detail?: unknown): boolean {
    const { events } = this.constructor as InsideClass;
    return this.host.dispatchEvent(
      new CustomEvent(type, { bubbles: true, composed: true, ...events?.[type], detail }),
    );
  }
}

/** What an element's own code works with: its host, state, events and listeners. */
export class Inside extends Sender {
  /** On the prototype where an element remembers nothing. */
  declare state: object;
  #connection: AbortController | undefined;
  #internals: ElementInternals | undefined;

  /**
   * Listens until the element leaves its document, or until the function that comes back is called,
   * whichever is first.
   */
  listen(
    target: EventTarget,
    type: string,
    listener: EventListenerOrEventListenerObject,
    options?: AddEventListenerOptions,
  ): () => void {
    const { signal } = (this.#connection ??= new AbortController());
    target.addEventListener(type, listener, { ...options, signal });
    return () => target.removeEventListener(type, listener, options);
  }

  /** Ends what `listen` began; called at disconnection. */
  release(): void {
    this.#connection?.abort();
    this.#connection = undefined;
  }

  /** The elements that carry a part's name, by that name; undefined for a part that is not shown now. */
  get parts(): Record<string, Element | undefined> {
    const found: Record<string, Element> = {};
    for (const element of rootOf(this.host).querySelectorAll('[part]')) {
      for (const name of element.part) found[name] ??= element;
    }
    return found;
  }

  /** What an element does as its platform's own controls do: forms, states, roles. */
  get internals(): ElementInternals {
    return (this.#internals ??= this.host.attachInternals());
  }
}

/** The internals of an element with an inside of its own. */
export function internalsOf(host: ViewElement): ElementInternals {
  return (insideOf(host) as Inside).internals;
}

export interface InsideClass {
  new (host: ViewElement): Inside;
  events?: Record<string, EventInit> | undefined;
}

/**
 * The class of an element's inside: the contract's properties are at hand by their names, and state that
 * changes updates the view. `bits` tells for each name of the state what its change marks.
 */
export function insideClass(
  properties: readonly string[],
  events?: Record<string, EventInit>,
  initial?: () => object,
  bits: Record<string, number> = {},
): InsideClass {
  const Made = class extends Inside {
    static events = events;
    constructor(host: ViewElement) {
      super(host);
      if (initial) this.state = new State(host, initial());
    }
  };
  if (!initial) Made.prototype.state = NO_STATE;
  for (const name of properties) {
    Object.defineProperty(Made.prototype, name, {
      get(this: Inside) {
        return this.host[name as never];
      },
      set(this: Inside, value: never) {
        this.host[name as never] = value;
      },
    });
  }
  class State {
    #host: ViewElement;
    #values: object;
    constructor(host: ViewElement, values: object) {
      this.#host = host;
      this.#values = values;
    }
    static {
      for (const name in bits) {
        Object.defineProperty(this.prototype, name, {
          get(this: State) {
            return this.#values[name as never];
          },
          set(this: State, value: never) {
            if (Object.is(value, this.#values[name as never])) return;
            this.#values[name as never] = value;
            mark(this.#host, bits[name]!);
          },
        });
      }
    }
  }
  return Made;
}

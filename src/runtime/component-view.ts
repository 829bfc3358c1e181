import { Sender, VIEW, type Inside } from './inside.js';
import { rootOf, type ViewElement } from './view-element.js';
import type { Shown } from './view.js';

/**
 * What a component is given, by the names that it has for it: properties, callbacks, and content of slots as the framework
 * takes it, undefined where a consumer filled none. Names of content begin with `#` where the framework takes it apart.
 */
export type Given = Record<string, unknown>;

/** A component that is mounted. */
export interface Mounted {
  /** Hands over what the component is given now. */
  update(given: Given): void;
  /**
   * What the component hands out: an object with methods. Draws first what is to be drawn; the first time only if that is
   * `needed` at once.
   */
  handle(needed: boolean): object | null | undefined;
  /** Calls something that may change the component's state, so that it shows at once. */
  act?<Result>(work: () => Result): Result;
  /** How many events inside are handled now; meanwhile, what is drawn must be drawn at once. */
  readonly busy?: number;
  /** The element is connected again, perhaps in another place. */
  moved?(): unknown;
  unmount(): void;
}

/** What an element is for the component that it shows. */
export interface Place {
  root: ShadowRoot | HTMLElement;
  host: HTMLElement;
  wiring: Wiring;
  /** Tells of an error inside. */
  fail(error: unknown): void;
  /** Sends the event that something stands for. */
  send(sent: Sent, values: readonly unknown[]): false | undefined;
}

/** Mounts components of a framework. */
export type Mounting = (Component: never, place: Place, given: Given) => Mounted;

/** The event that a callback becomes: its type, where it passes on the first argument; or what sends it, false if it was canceled. */
export type Sent = string | ((inside: Sender, values: readonly unknown[]) => boolean);

/** How an element and its component know each other. */
export interface Wiring {
  /** What the element's properties give the component, by its own names. */
  given?: (host: never) => Given;
  /** False while something is missing that the component cannot be without and no markup can give. */
  ready?: (host: never) => boolean;
  /** Callbacks of the component, and the events that they become. */
  events?: Record<string, Sent>;
  /** What follows a component's writing of its own property, where that is more than setting the element's of this name. */
  writes?: Record<string, (host: never, value: unknown, send: Place['send']) => void>;
  /** What fills the component's slots now, where there are some. */
  slots?: (inside: Sender) => Given;
  /** Makes the calls of methods that came before there was a component, where there are methods. */
  called?: (view: ComponentView) => void;
  /** Looks for the part that passed attributes reach whenever something is drawn. */
  watch?: (inside: Inside) => void;
  /** What follows the element's names beside the component. */
  effects?: (inside: Inside, changed: number) => void;
}

/** What an element that shows a component draws: the component, mounted and handed what changes. */
export interface ComponentView extends Shown {
  mounted: Mounted | undefined;
  readonly inside: Sender;
  /** Tells of an error inside, with the tag. */
  fail(cause: unknown): void;
  /** Unmounts it, if the element has left. */
  leave(): void;
}

/** The view of an element that shows a component. */
export function componentView(
  mount: Mounting,
  Component: unknown,
  wiring: Wiring,
): new (inside: Sender) => ComponentView {
  return class implements ComponentView {
    declare readonly root: undefined;
    mounted: Mounted | undefined;
    readonly inside: Sender;
    readonly #callbacks: Given = {};
    #given: Given = {};

    constructor(inside: Sender) {
      this.inside = inside;
      inside[VIEW] = this;
      wiring.watch?.(inside as Inside);
      const events = wiring.events!;
      // There is nothing to go through where there are no events.
      for (const name in events)
        this.#callbacks[name] = (...values: unknown[]) => this.#send(events[name]!, values);
    }

    readonly fail = (cause: unknown): void => {
      const { message = cause } = (cause ?? {}) as Partial<Error>;
      reportError(new Error(`<${this.inside.host.localName}>: ${String(message)}`, { cause }));
    };

    update(changed: number): void {
      const { inside } = this;
      const { host } = inside;
      wiring.effects?.(inside as Inside, changed);
      if (!host.isConnected) return;
      if (!this.mounted && wiring.ready?.(host as never) === false) return;
      const before = this.#given;
      const given: Given = {
        ...this.#callbacks,
        ...wiring.given?.(host as never),
        ...wiring.slots?.(inside),
      };
      this.#given = given;
      try {
        if (!this.mounted) {
          this.mounted = mount(
            Component as never,
            { root: rootOf(host), host, wiring, send: this.#send, fail: this.fail },
            given,
          );
          wiring.called?.(this);
        } else if (Object.keys(given).some((name) => !Object.is(before[name], given[name])))
          this.mounted.update(given);
      } catch (error) {
        this.fail(error);
      }
    }

    leave(): void {
      if (this.inside.host.isConnected) return;
      const { mounted } = this;
      this.mounted = undefined;
      try {
        mounted?.unmount();
      } catch (error) {
        this.fail(error);
      }
    }

    /** Sends the event that a callback stands for; what comes back tells the component whether it was canceled. */
    readonly #send: Place['send'] = (sent, values) => {
      const { inside } = this;
      const goesOn = typeof sent === 'string' ? inside.emit(sent, values[0]) : sent(inside, values);
      if (this.mounted?.busy) this.update(0);
      return goesOn && undefined;
    };
  };
}

/** The inside of an element that shows a component and has no code of its own. */
export function componentInside(events?: Record<string, EventInit>): new (host: ViewElement) => Sender {
  return class extends Sender {
    static events = events;
  };
}

/** Runs at each connection; what comes back ends what has left and is not back within the same task. */
export function keepMounted(inside: Sender): () => void {
  const view = inside[VIEW] as ComponentView;
  if (view.mounted) view.mounted.moved?.();
  else view.update(0);
  return () => queueMicrotask(() => view.leave());
}

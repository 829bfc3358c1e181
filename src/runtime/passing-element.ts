import { ARIA_REFERENCES } from './aria-references.js';
import { mark, rootOf, ViewElement, type Setup } from './view-element.js';

/** The properties that reflect ARIA attributes, as far as this browser knows them (WAI-ARIA 1.3, section 10). */
const PROPERTIES = Object.getOwnPropertyNames(globalThis.Element?.prototype ?? {}).filter((name) =>
  /^aria[A-Z]/.test(name),
);

/** `aria-labelledby` for `ariaLabelledByElements`. */
function attributeOf(property: string): string {
  return `aria-${property
    .slice(4)
    .replace(/Elements?$/, '')
    .toLowerCase()}`;
}

/** Attributes that name other elements by their ids, which reach no further than one tree, and the properties that do. */
const REFERENCES: Record<string, string> = {
  commandfor: 'commandForElement',
  popovertarget: 'popoverTargetElement',
};
for (const property of PROPERTIES)
  if (/Elements?$/.test(property)) REFERENCES[attributeOf(property)] = property;

/** Attributes for assistive technology: they describe the control inside, not the element around it. */
export const ariaAttributes: readonly string[] = [
  ...new Set(['role', ...ARIA_REFERENCES, ...PROPERTIES.map(attributeOf)]),
];

const ARIA = new Set(ariaAttributes);

interface PassingClass {
  /** The attributes that reach the control, beside those of ARIA, with the bits that a change of each marks. */
  passed: Readonly<Record<string, number>>;
  /** Those among them that the view writes by itself, from what it reads of the element. */
  written?: ReadonlySet<string>;
  /** Attributes that not every element has which the control can be, with the names of those that do. */
  only?: Readonly<Record<string, readonly string[]>>;
  /** The bits that a change of the consumer's classes marks, where the control gets them. */
  classBits?: number;
  /** Where the view names members that the control holds: the bits that a change marks, the events that tell of one, the members. */
  live?: readonly [bits: number, events: readonly string[], names: readonly string[]];
}

export interface PassingSetup extends Setup {
  /** Runs when the view has drawn the control, and again when it is another one. */
  shown?: (host: PassingElement, control: Element) => void;
  /** Runs when script has set a member that the control itself holds. */
  set?: (host: PassingElement) => void;
}

/** Makes an element of the view the control that passed attributes reach; called by the view that draws it. */
export let passTo: (host: ViewElement, control: Element) => void;
/** Sets a property of the control, now or as soon as it is drawn. */
export let setLive: (host: ViewElement, name: string, value: unknown) => void;
/** A property of the control, or what was set before there is one; undefined if nothing was. */
export let getLive: (host: ViewElement, name: string) => unknown;
/** Lets the view follow what the control holds, where it shows something of that. */
export let markLive: (host: PassingElement) => void;
/** True if the control inside is disabled by the view itself. */
export let disabledByView: (host: ViewElement) => boolean;

/**
 * An element whose attributes reach a control inside. Those of ARIA move there, so that nothing is announced twice;
 * reading them from the element still gives them.
 */
export class PassingElement extends ViewElement {
  #control: Element | undefined;
  /** ARIA attributes that moved to the control. */
  readonly #moved = new Map<string, string>();
  /** What the control had by itself before an attribute was passed. */
  readonly #own = new Map<string, string | null>();
  readonly #waiting = new Map<string, unknown>();
  readonly #hooks: PassingSetup;
  /** What the control held when the view was last told of it. */
  #seen: readonly unknown[] | undefined;

  static {
    markLive = (host) => {
      const { live } = host.#class;
      if (!live || !host.#control) return;
      const [bits, , names] = live;
      const now = names.map((name) => host.#control![name as never] as unknown);
      const before = host.#seen;
      host.#seen = now;
      // A drawing is followed by another look, which must come to an end.
      if (!before || now.some((value, place) => !Object.is(value, before[place]))) mark(host, bits);
    };
    passTo = (host, control) => {
      if (!(host instanceof PassingElement)) return;
      host.#control = control;
      host.#own.clear();
      // Whether a form has disabled the element is told before the attribute in some browsers, and after it in others: what the
      // control has by itself is looked at once.
      host.#own.set('disabled', control.getAttribute('disabled'));
      for (const [name, value] of host.#moved) host.#give(name, value);
      for (const name of host.getAttributeNames()) {
        if (host.#passes(name)) host.#give(name, host.getAttribute(name));
      }
      // A list that takes several from the start has nothing chosen by itself (HTML, section 4.10.7).
      if (control instanceof HTMLSelectElement && control.multiple)
        for (const option of control.options) option.selected = option.defaultSelected;
      // The options among which a list chooses are drawn after it.
      if (control instanceof HTMLSelectElement) queueMicrotask(() => host.#giveWaiting());
      else host.#giveWaiting();
      host.#hooks.shown?.(host, control);
      for (const type of host.#class.live?.[1] ?? []) control.addEventListener(type, () => markLive(host));
      markLive(host);
    };
    getLive = (host, name) =>
      host instanceof PassingElement
        ? (host.#waiting.get(name) ?? host.#control?.[name as never])
        : undefined;
    setLive = (host, name, value) => {
      if (!(host instanceof PassingElement)) return;
      if (!host.#control) host.#waiting.set(name, value);
      else {
        host.#control[name as never] = value as never;
        markLive(host);
        host.#hooks.set?.(host);
      }
    };
    disabledByView = (host) =>
      host instanceof PassingElement && typeof host.#own.get('disabled') === 'string';
  }

  constructor(setup: PassingSetup) {
    super(setup);
    this.#hooks = setup;
    const root = rootOf(this);
    // A closed root hides what in it was clicked; it is notified itself, before the element does on the way back.
    let inside: Event | undefined;
    const isClosed = setup.shadow?.mode === 'closed';
    if (isClosed) root.addEventListener('click', (event) => (inside = event), { capture: true });
    this.addEventListener('click', (event) => event !== inside && this.#clicked(event), {
      capture: !isClosed,
    });
  }

  /** Sets what script set before there was a control. */
  #giveWaiting(): void {
    if (this.#waiting.size === 0) return;
    for (const [name, value] of this.#waiting) this.#control![name as never] = value as never;
    this.#waiting.clear();
    markLive(this);
    this.#hooks.set?.(this);
  }

  #passes(name: string): boolean {
    return ARIA.has(name) || name in this.#class.passed;
  }

  get #class(): PassingClass {
    return this.constructor as unknown as PassingClass;
  }

  override connectedCallback(): void {
    super.connectedCallback();
    if (this.#control) this.#giveWaiting();
    // Ids are looked up where the element stands now.
    for (const name in REFERENCES) if (this.hasAttribute(name)) this.#give(name, this.getAttribute(name));
  }

  override attributeChangedCallback(
    name: string,
    before: string | null,
    value: string | null,
    namespace?: string | null,
  ): void {
    if (namespace) return;
    if (name === 'class') mark(this, this.#class.classBits!);
    else if (!this.#passes(name)) super.attributeChangedCallback(name, before, value);
    else if (!ARIA.has(name)) {
      this.#give(name, value);
      mark(this, this.#class.passed[name]!);
    } else if (value !== null) {
      this.#moved.set(name, value);
      this.#give(name, value);
      // This removal comes back here with no value, which is not the consumer's doing.
      super.removeAttribute(name);
    }
  }

  #give(name: string, value: string | null): void {
    const control = this.#control;
    const { written, only } = this.#class;
    if (!control || written?.has(name) || only?.[name]?.includes(control.localName) === false) return;
    const property = REFERENCES[name];
    if (property && property in control) {
      const root = this.getRootNode() as Document | ShadowRoot;
      const found = (value ?? '').split(/\s/).flatMap((id) => (id && root.getElementById?.(id)) || []);
      const given = property.endsWith('s') ? found : found[0];
      (control as unknown as Record<string, unknown>)[property] = value === null ? null : (given ?? null);
      return;
    }
    if (!this.#own.has(name)) this.#own.set(name, control.getAttribute(name));
    const wanted = value ?? this.#own.get(name)!;
    if (wanted === null) control.removeAttribute(name);
    else control.setAttribute(name, wanted);
  }

  /** A click on the element itself, from its label or from `click()`, is one on the control. */
  #clicked(event: Event): void {
    const control = this.#control;
    if (!(control instanceof HTMLElement) || event.composedPath()[0] !== this) return;
    event.stopImmediatePropagation();
    event.preventDefault();
    control.click();
  }

  /** A shadow root delegates the focus; an element without one does it here. */
  override focus(options?: FocusOptions): void {
    const control = this.#control;
    if (rootOf(this) === this && control instanceof HTMLElement) control.focus(options);
    else super.focus(options);
  }

  override getAttribute(name: string): string | null {
    return this.#moved.get(name.toLowerCase()) ?? super.getAttribute(name);
  }

  override hasAttribute(name: string): boolean {
    return this.#moved.has(name.toLowerCase()) || super.hasAttribute(name);
  }

  override removeAttribute(name: string): void {
    const lower = name.toLowerCase();
    if (this.#moved.delete(lower)) this.#give(lower, null);
    else super.removeAttribute(name);
  }

  override toggleAttribute(name: string, force = !this.hasAttribute(name)): boolean {
    if (!force) this.removeAttribute(name);
    else if (!this.hasAttribute(name)) this.setAttribute(name, '');
    return force;
  }

  static {
    // The properties that reflect these attributes read and write the same.
    for (const property of ['role', ...PROPERTIES.filter((name) => !/Elements?$/.test(name))]) {
      const attribute = property === 'role' ? property : attributeOf(property);
      Object.defineProperty(this.prototype, property, {
        configurable: true,
        enumerable: true,
        get(this: PassingElement) {
          return this.getAttribute(attribute);
        },
        set(this: PassingElement, value: unknown) {
          if (value === null || value === undefined) this.removeAttribute(attribute);
          else this.setAttribute(attribute, String(value));
        },
      });
    }
  }
}

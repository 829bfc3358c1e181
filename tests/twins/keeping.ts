/** How a value of one kind is made of whatever is given; of undefined, its default. */
export interface Kind<Value> {
  of(value: unknown): Value;
  attribute?: false;
  reflect?: true;
}

export const text = (fallback = ''): Kind<string> => ({
  of: (value) => (value === undefined || value === null ? fallback : String(value)),
});

export const number = (fallback = 0, least = -Infinity, most = Infinity): Kind<number> => ({
  of(value) {
    const made = typeof value === 'string' && value.trim() !== '' ? Number(value) : value;
    return typeof made === 'number' && made >= least && made <= most && Number.isFinite(made)
      ? made
      : fallback;
  },
});

export const choice = (...choices: [string, ...string[]]): Kind<string> => ({
  of: (value) => (choices.includes(value as string) ? (value as string) : choices[0]),
});

export const flag = (reflect?: true): Kind<boolean> => ({ of: Boolean, ...(reflect ? { reflect } : {}) });

export const list = <Item>(): Kind<readonly Item[]> => ({
  of: (value) => (Array.isArray(value) ? (value as Item[]) : []),
  attribute: false,
});

export const record = <Shape extends object>(): Kind<Shape | undefined> => ({
  of: (value) =>
    typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Shape) : undefined,
  attribute: false,
});

type Kinds<Values> = { [Name in keyof Values]: Kind<Values[Name]> };

/** A number without a fraction. */
export const whole = (fallback = 0, least = -Infinity, most = Infinity): Kind<number> => ({
  of(value) {
    const made = number(fallback, least, most).of(value);
    return Number.isInteger(made) ? made : fallback;
  },
});

/** An element that keeps values: as properties, by attributes, and those that were set before it was defined. */
export abstract class Keeping<Values extends object> extends HTMLElement {
  declare now: Values;
  declare kinds: Kinds<Values>;
  #early = new Set<string>();
  #reading = false;

  /** Shows the values; `name` is the one that changed, if only one did. */
  abstract draw(name?: keyof Values): void;

  /** Called at the end of each constructor. */
  begin(): void {
    const own = this as unknown as Record<string, unknown>;
    const names = Object.keys(this.kinds) as (keyof Values & string)[];
    this.now = Object.fromEntries(names.map((name) => [name, this.kinds[name].of(undefined)])) as Values;
    for (const name of names) {
      if (!Object.hasOwn(this, name)) continue;
      const value = own[name];
      delete own[name];
      this.#early.add(name);
      this.put(name, value);
    }
    queueMicrotask(() => this.#early.clear());
    this.draw();
  }

  put(name: keyof Values & string, given: unknown): void {
    const value = this.kinds[name].of(given);
    if (Object.is(value, this.now[name])) return;
    this.now = { ...this.now, [name]: value };
    if (this.kinds[name].reflect && !this.#reading) this.toggleAttribute(name, Boolean(value));
    this.draw(name);
  }

  attributeChangedCallback(name: string, _before: string | null, written: string | null): void {
    if (this.#early.has(name)) return;
    this.#reading = true;
    const isFlag = typeof this.kinds[name as keyof Values].of(undefined) === 'boolean';
    this.put(name as keyof Values & string, isFlag ? written !== null : (written ?? undefined));
    this.#reading = false;
  }
}

/** The base of an element with these properties; attributes are named like them. */
export function keeping<Values extends object>(kinds: Kinds<Values>): abstract new () => Keeping<Values> {
  const names = Object.keys(kinds) as (keyof Values & string)[];
  abstract class Base extends Keeping<Values> {
    static observedAttributes = names.filter((name) => kinds[name].attribute !== false);
  }
  Base.prototype.kinds = kinds;
  for (const name of names)
    Object.defineProperty(Base.prototype, name, {
      configurable: true,
      enumerable: true,
      get(this: Base) {
        return this.now[name];
      },
      set(this: Base, value: unknown) {
        this.put(name, value);
      },
    });
  return Base;
}

/** An element with its text and its class. */
export function made<Name extends keyof HTMLElementTagNameMap>(
  name: Name,
  content = '',
  className = '',
): HTMLElementTagNameMap[Name] {
  const element = document.createElement(name);
  element.textContent = content;
  if (className) element.className = className;
  return element;
}

export function tell(element: HTMLElement, type: string, detail: unknown): boolean {
  return element.dispatchEvent(new CustomEvent(type, { detail, bubbles: true, composed: true }));
}

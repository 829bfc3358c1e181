/** A key that a person presses, by its name in the UI Events standard: `Enter`, `Escape`, `a`. */
export type KeyName = string;

/** A page of a browser: what any engine can do with it, and nothing that only one can. */
export interface Page {
  /** Goes to an address; resolves when the page has loaded. */
  open(url: string): Promise<void>;
  /** Evaluates an expression in the page, waits for its promise, and gives its JSON value. Rejects after `timeout` ms. */
  evaluate<Value>(expression: string, timeout: number): Promise<Value>;
  /** Clicks as a person does, with the primary button, at a point of the viewport in CSS pixels. */
  click(x: number, y: number): Promise<void>;
  /** Types a text into what has the focus. */
  type(text: string): Promise<void>;
  /** Presses and releases a key on what has the focus. */
  press(key: KeyName): Promise<void>;
  /** JavaScript's heap in use after a garbage collection, in bytes. */
  heapUsed(): Promise<number>;
  /** A picture of the viewport, PNG. */
  screenshot(): Promise<Uint8Array>;
  close(): Promise<void>;
}

/** A running browser. */
export interface Browser {
  /** Name and version, such as `Chromium 143.0.7499.40`. */
  version: string;
  newPage(): Promise<Page>;
  close(): Promise<void>;
}

export interface Engine {
  name: string;
  /** Starts the browser. Throws `EngineMissing` if there is none on the machine. */
  launch(): Promise<Browser>;
}

/** A browser that is not on this machine and cannot be taken from a package. */
export class EngineMissing extends Error {
  constructor(
    message: string,
    readonly help: string,
  ) {
    super(message);
  }
}

/** A page that did not answer in time: its script is in an endless loop, or it crashed. */
export class PageHangs extends Error {}

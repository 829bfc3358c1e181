import type { Elsewhere } from './elsewhere.js';

/** A key that a person presses, by its name in the UI Events standard: `Enter`, `Escape`, `a`. */
export type KeyName = string;

/** The size of a page, in CSS pixels. */
export interface Size {
  width: number;
  height: number;
}

/** The size of a page where nothing else is said. */
export const VIEWPORT: Size = { width: 1280, height: 800 };

/** A rectangle of the viewport, in CSS pixels. */
export interface Clip {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A page of a browser: what any browser can do with it, and nothing that only one can. */
export interface Page {
  /** Goes to an address; resolves when the page has loaded. */
  open(url: string): Promise<void>;
  /** Evaluates an expression in the page, waits for its promise, and gives its JSON value. Rejects after `timeout` ms. */
  evaluate<Value>(expression: string, timeout: number): Promise<Value>;
  /** Clicks as a person does, with the primary button, at a point of the viewport in CSS pixels. Rejects after `timeout` ms. */
  click(x: number, y: number, timeout: number): Promise<void>;
  /** Moves the pointer to a point of the viewport. Rejects after `timeout` ms. */
  point(x: number, y: number, timeout: number): Promise<void>;
  /** Types a text into what has the focus. Rejects after `timeout` ms. */
  type(text: string, timeout: number): Promise<void>;
  /** Presses and releases a key on what has the focus. Rejects after `timeout` ms. */
  press(key: KeyName, timeout: number): Promise<void>;
  /** Dialogs (`alert` and the like) that were dismissed since the last call, as a person would read them. */
  dialogs(): string[];
  /** The address that the page went to by itself since it was opened, if it did. */
  strayed(): string | undefined;
  /**
   * JavaScript's heap in use after a garbage collection, in bytes; undefined where the browser lets nobody collect it.
   * Rejects after `timeout` ms.
   */
  heapUsed(timeout: number): Promise<number | undefined>;
  /** A picture of the viewport, or of a part of it, PNG. */
  screenshot(clip?: Clip): Promise<Uint8Array>;
  close(): Promise<void>;
}

/** A running browser. */
export interface RunningBrowser {
  /** Name and version, such as `Chromium 143.0.7499.40`. */
  version: string;
  /** Opens a page; the smaller it is, the less there is to draw. */
  newPage(size?: Size): Promise<Page>;
  /** True once it has ended by itself. */
  readonly dead: boolean;
  close(): Promise<void>;
}

export interface Browser {
  name: string;
  /** Its name for people. */
  title: string;
  /** Where it is, if it is not on this machine. */
  elsewhere?: Elsewhere;
  /** True if pages of one browser cannot be used at the same time, because they share one focus or one session. */
  onePageEach?: boolean;
  /**
   * A text that is another one when the browser is another version, without starting it. Throws `BrowserMissing` if there is none
   * on the machine.
   */
  identify(): Promise<string>;
  /** Starts the browser. Throws `BrowserMissing` if there is none on the machine. */
  launch(): Promise<RunningBrowser>;
}

/** A browser that is not on this machine and cannot be taken from a package. */
export class BrowserMissing extends Error {
  constructor(
    message: string,
    readonly help: string,
  ) {
    super(message);
  }
}

/** A page that did not answer in time: its script is in an endless loop. */
export class PageHangs extends Error {}

/** A page, or its whole browser, that ended by itself: it took too much memory, or met a fault of the browser. */
export class PageCrashed extends Error {}

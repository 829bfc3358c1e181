/** A piece of a consumer's content: text, or an element with its own. */
export type ContentNode =
  string | { tag: string; attributes: Record<string, string>; children: ContentNode[] };

/** A property that a consumer binds to a value of its own, which can change later. */
export interface BoundProperty {
  name: string;
  /** Undefined for a property that only script can set. */
  attribute: string | undefined;
  value: unknown;
}

/** One use of an element, as data; each framework writes it in its own syntax. */
export interface Scene {
  tag: string;
  /** What a person calls the element in code: `berth` for `quay-berth`. */
  variable: string;
  /** True for an element without a shadow root, which draws among what its consumer gives it. */
  light: boolean;
  /** The modules that register the element and those in its content; none if the scene leaves that to others. */
  register: readonly string[];
  properties: BoundProperty[];
  /** Attributes written as plain text. */
  attributes: Record<string, string>;
  content: ContentNode[];
  /** Content that comes and goes as the consumer's state says. */
  lateContent: ContentNode[];
  events: string[];
  /** True if all properties are written as if the framework could set each, also where its users know that it cannot. */
  plain: boolean;
  /** True if the consumer can take the element away and put it back. */
  removable: boolean;
  /** True if the consumer hands to a stage what it takes to drive it from outside; false for code to be read and copied. */
  staged: boolean;
}

/** True for a name that some frameworks take for a listener's, whatever it holds. */
export function looksLikeListener(name: string): boolean {
  return /^on/i.test(name);
}

/**
 * A function that a consumer passes; it tells the stage (or the console, where there is none) how it is called, and gives back
 * the same each time.
 */
export class Callback {
  constructor(
    readonly name: string,
    readonly returns: unknown,
    readonly staged = true,
  ) {}
}

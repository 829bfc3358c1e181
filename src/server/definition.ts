import type { NativeType } from '../runtime/native-value.js';

/** How one property of an element gets its value where there is no element. */
export interface ServerProperty {
  /** The attribute that gives it; left out where none does. */
  attribute?: string;
  /** A given value, or an attribute's text, as the property holds it; of undefined, what it is until it is given something. */
  convert: (value: never) => unknown;
  /** The text of the attribute that it is reflected to; null for no attribute. */
  reflect?: (value: never) => unknown;
  /** True if the attribute gives it by being there. */
  isBoolean?: true;
  /** True if nothing is drawn without it. */
  isAwaited?: true;
}

/** A property that comes from an attribute of the control inside. */
export type ServerNative = [attribute: string, ...NativeType];

/** Which attributes of the element reach the control inside. */
export interface ServerPassing {
  names: readonly string[];
  /** Those that the view writes by itself. */
  written?: readonly string[];
  /** Attributes that not every element has which the control can be, with the names of those that do. */
  only?: Readonly<Record<string, readonly string[]>>;
}

/** What functions of a behavior are given where there is no element. */
export interface ServerInside extends Record<string, unknown> {
  host: Record<string, unknown>;
  state: object;
}

/** A style sheet of an element, and the name of the file that holds it. */
export interface ServerSheet {
  css: string;
  file: string;
}

/** Everything that an element's first rendering is made from; the build emits one for each element. */
export interface ServerDefinition {
  tag: string;
  /** The mode of its shadow root; left out for an element that draws into itself. */
  mode?: 'open' | 'closed';
  delegatesFocus?: true;
  sheets: readonly ServerSheet[];
  /** True if the view asks which slots are filled, which only what follows the start tag tells. */
  asksFilled?: true;
  properties: Readonly<Record<string, ServerProperty>>;
  /** Properties that `native` brings in, by name. */
  native?: Readonly<Record<string, ServerNative>>;
  /** Properties that the control inside holds itself. */
  live?: readonly string[];
  passing?: ServerPassing;
  state?: () => object;
  /** The HTML of the first rendering. */
  draw: (
    host: Record<string, unknown>,
    state: object,
    insideOf: () => ServerInside,
    filled: Readonly<Record<string, boolean>>,
    page: ServerPage,
    attributes: ReadonlyMap<string, string>,
  ) => string;
}

/** Something that could not be rendered as a browser will. */
export interface ServerProblem {
  tag: string;
  message: string;
}

/** What one rendering is made with. */
export interface ServerPage {
  definitions: ReadonlyMap<string, ServerDefinition>;
  /** The nonce of styles, for pages with a strict Content-Security-Policy. */
  nonce?: string | undefined;
  /** The address of the folder with the style files, as it stands in an attribute, with a slash at its end; without it, each root has its styles in itself. */
  styles?: string | undefined;
  /** Values for an element in HTML, beside those that its attributes carry. */
  propertiesOf?: ((element: ServedElement) => Readonly<Record<string, unknown>> | undefined) | undefined;
  report: (problem: ServerProblem) => void;
}

/** An element as it stands in HTML. */
export interface ServedElement {
  tag: string;
  /** By name, in lower case. */
  attributes: Readonly<Record<string, string>>;
}

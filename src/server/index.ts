import { quotedValue } from './drawing.js';
import type { ServedElement, ServerDefinition, ServerPage, ServerProblem } from './definition.js';
import { keepEvents } from './keep-events.js';
import { nested } from './render-element.js';
import { HtmlRenderer } from './render-html.js';

export { address, attribute, content, firstContent, inlineStyle, plain } from './drawing.js';
export { attempt, nested, passed } from './render-element.js';
export { memberKey } from '../runtime/member-key.js';
export { asChoice, asData, asNumber, asText } from '../runtime/values.js';
export { classNames, text } from '../runtime/write.js';

/** How a page is rendered. */
export interface RenderOptions {
  /** The nonce of style elements, for pages with a strict Content-Security-Policy. */
  nonce?: string;
  /** The address under which the package's folder `server/styles` is served; without it, each root has its style in itself. */
  styles?: string;
  /** Values for elements in HTML that no attribute can carry, such as those that a framework's own server renderer leaves out. */
  properties?: (element: ServedElement) => Readonly<Record<string, unknown>> | undefined;
  /** Is told what cannot be rendered without a browser. */
  onProblem?: (problem: ServerProblem) => void;
}

/** What an element is given beside attributes. */
export interface RenderInput {
  properties?: Readonly<Record<string, unknown>>;
  attributes?: Readonly<Record<string, string | number | boolean | null | undefined>>;
  /** HTML of its content, in which elements of the library are rendered too. */
  content?: string;
}

/** What the package of a library exports for servers. */
export interface ServerModule {
  renderHtml(html: string, options?: RenderOptions): string;
  renderStream(options?: RenderOptions): TransformStream<string | Uint8Array, string | Uint8Array>;
  render(tag: string, input?: RenderInput, options?: RenderOptions): string;
  keepEvents(options?: { nonce?: string }): string;
}

/**
 * The functions for servers, from the definitions of a library's elements; `others` are the tags of those that only a browser renders. They
 * keep nothing between two calls.
 */
export function serverModule(
  definitions: readonly ServerDefinition[],
  others: readonly string[] = [],
): ServerModule {
  const byTag = new Map(definitions.map((definition) => [definition.tag, definition]));
  const pageFor = ({ nonce, styles, properties, onProblem }: RenderOptions): ServerPage => ({
    definitions: byTag,
    nonce,
    styles: styles === undefined ? undefined : quotedValue(styles.replace(/\/?$/, '/')),
    propertiesOf: properties,
    report: (problem) => onProblem?.(problem),
  });
  const renderHtml = (html: string, options: RenderOptions = {}): string =>
    new HtmlRenderer(pageFor(options)).write(String(html), true);
  return {
    renderHtml,
    renderStream: (options = {}) => renderStream(pageFor(options)),
    render(tag, { properties = {}, attributes = {}, content = '' } = {}, options = {}) {
      if (!byTag.has(tag) && !others.includes(tag))
        throw new TypeError(`<${tag}> is no element that this package renders.`);
      const wrong = Object.keys(attributes).find((name) => !/^[^\s"'<>/=\0]+$/.test(name));
      if (wrong !== undefined) throw new TypeError(`${JSON.stringify(wrong)} is no name of an attribute.`);
      const inner = content && renderHtml(content, options);
      return nested(pageFor(options), tag, Object.entries(attributes), properties, inner);
    },
    keepEvents: ({ nonce } = {}) => keepEvents([...byTag.keys()], nonce),
  };
}

/** Renders what comes in piece by piece, as text or as UTF-8, and gives it out as the same. */
function renderStream(page: ServerPage): TransformStream<string | Uint8Array, string | Uint8Array> {
  const renderer = new HtmlRenderer(page);
  const decoder = new TextDecoder('utf-8', { ignoreBOM: true });
  const encoder = new TextEncoder();
  let isBinary = false;
  const give = (text: string, controller: TransformStreamDefaultController<string | Uint8Array>): void => {
    if (text) controller.enqueue(isBinary ? encoder.encode(text) : text);
  };
  return new TransformStream({
    transform(piece, controller) {
      isBinary = typeof piece !== 'string';
      const text = typeof piece === 'string' ? piece : decoder.decode(piece, { stream: true });
      give(renderer.write(text, false), controller);
    },
    flush(controller) {
      give(renderer.write(isBinary ? decoder.decode() : '', true), controller);
    },
  });
}

import type { Contract } from '../contract/model.js';
import { quoted } from '../syntax/literal.js';
import { SERVER_HELPERS } from './shipped.js';

/** The folder of what servers import, with the style files that pages can share. */
export const SERVER_FOLDER = 'server';

/**
 * The module that servers import, from the modules of its elements; `addressOf` says where each is. `others` are promised elements that
 * only a browser renders.
 */
export function serverEntry(
  tags: readonly string[],
  others: readonly string[],
  addressOf: (tag: string) => string,
): string {
  const names = tags.map((_, place) => `element${place}`);
  return [
    `import { serverModule } from ${quoted(SERVER_HELPERS)};`,
    ...tags.map((tag, place) => `import { definition as ${names[place]!} } from ${quoted(addressOf(tag))};`),
    `export const { render, renderHtml, renderStream, keepEvents } = serverModule([${names.join(', ')}], ${JSON.stringify(others)});`,
    '',
  ].join('\n');
}

/** The declarations of that module. */
export function serverDeclaration(contracts: readonly Contract[]): string {
  const imports = contracts.map(
    ({ tag, className }) => `import type { ${className} } from '../classes/${tag}.js';`,
  );
  const tags = contracts.map(
    ({ tag, className, properties }) =>
      `  ${quoted(tag)}: Partial<Pick<${className}, ${properties.map(({ name }) => quoted(name)).join(' | ') || 'never'}>>;`,
  );
  return `${imports.join('\n')}

/** The properties of each element that is promised for servers. */
export interface ServerElements {
${tags.join('\n')}
}

/** An element as it stands in HTML; names of attributes are in lower case. */
export type ServedElement = {
  [Tag in keyof ServerElements]: { tag: Tag; attributes: Readonly<Record<string, string>> };
}[keyof ServerElements];

/** How a page is rendered. */
export interface RenderOptions {
  /** The nonce of style elements, for pages with a strict Content-Security-Policy. */
  nonce?: string | undefined;
  /** The address under which this package's folder \`server/styles\` is served; without it, each root has its style in itself. */
  styles?: string | undefined;
  /** Values for elements in HTML that no attribute can carry, such as those that a framework's own server renderer leaves out. */
  properties?: ((element: ServedElement) => Readonly<Record<string, unknown>> | undefined) | undefined;
  /** Is told what cannot be rendered without a browser. */
  onProblem?: ((problem: { tag: string; message: string }) => void) | undefined;
}

/** What an element is given. */
export interface RenderInput<Tag extends keyof ServerElements> {
  properties?: ServerElements[Tag];
  attributes?: Record<string, string | number | boolean | null | undefined>;
  /** HTML of its content, in which elements of this package are rendered too. */
  content?: string;
}

/** HTML in, the same HTML out, in which each element of this package has its first rendering. */
export function renderHtml(html: string, options?: RenderOptions): string;

/** The same for a stream of text or of UTF-8; what comes out is what came in, text or bytes. */
export function renderStream(options?: RenderOptions): TransformStream<any, any>;

/** One element as HTML, with values that no attribute carries. Throws a TypeError for a tag that is not promised. */
export function render<Tag extends keyof ServerElements>(
  tag: Tag,
  input?: RenderInput<Tag>,
  options?: RenderOptions,
): string;

/** A script element for the head of a page: clicks and submits on elements that are not there yet come again once they are. */
export function keepEvents(options?: { nonce?: string | undefined }): string;
`;
}

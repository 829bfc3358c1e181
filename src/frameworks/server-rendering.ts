import { entry, indented, valueCode } from './write-content.js';
import { quoted } from '../syntax/literal.js';
import type { ServerFile, ServerRendering } from './framework.js';
import type { BoundProperty, Scene } from './scene.js';

/** The file of a server: what the framework renders goes through the package, with the values that the framework leaves out. */
export function writeServerFile(
  { scene, libraryName, left }: ServerFile,
  imports: readonly string[],
  /** The framework's own rendering of the example, as an expression. */
  rendered: (stage: string) => string,
): string {
  const options = left.length === 0 ? '' : `, {\n${indented(leftValues(scene.tag, left), 4)}\n  }`;
  return [
    ...imports,
    `import { renderHtml } from ${quoted(`${libraryName}/server`)};`,
    '',
    `export async function page(${scene.staged ? 'stage' : ''}) {`,
    `  const html = ${rendered(scene.staged ? 'stage' : '')};`,
    `  return renderHtml(html${options});`,
    '}',
    '',
  ].join('\n');
}

/**
 * True for a value that a framework's server renderer writes into no attribute from which the element has it again. Some write
 * `false` as a text, which says that it is true.
 */
export function isLeftOut({ name, attribute, value }: BoundProperty): boolean {
  const isText = typeof value === 'string' || typeof value === 'number' || value === true;
  return !isText || attribute !== name.toLowerCase();
}

/** Names of attributes that some server renderers write as boolean ones, whatever element has them. */
const BOOLEAN_NAMES =
  /^(?:allowfullscreen|async|autofocus|autoplay|checked|controls|default|defer|disabled|disablepictureinpicture|disableremoteplayback|formnovalidate|hidden|indeterminate|inert|ismap|itemscope|loop|multiple|muted|nomodule|novalidate|open|playsinline|readonly|required|reversed|scoped|seamless|selected|webkitdirectory)$/;

/** True also for a value of which such a renderer writes only that it is one. */
export function isLeftOutOrBoolean(property: BoundProperty): boolean {
  return isLeftOut(property) || (typeof property.value !== 'boolean' && BOOLEAN_NAMES.test(property.name));
}

/** The properties of a scene that a framework misses on the server. */
export function leftOf({ misses }: ServerRendering, { properties }: Scene): BoundProperty[] {
  return misses ? properties.filter(misses) : [];
}

/** What a person has to do so that a framework's server renders a scene whole; undefined where nothing is to be done. */
export function serverCare(rendering: ServerRendering, scene: Scene): string | undefined {
  return careOf(leftOf(rendering, scene).length > 0 && GIVE_VALUES, rendering.care?.(scene));
}

/** What is to be said, of several notes; undefined if there is none. */
export function careOf(...notes: (string | false | undefined)[]): string | undefined {
  return notes.filter(Boolean).join(' ') || undefined;
}

const GIVE_VALUES =
  'Pass renderHtml the values that the framework writes into no attribute, in the option "properties".';

/** What is true of React: it says so in `care`, and does it in its examples. */
export const HYDRATES_ATTRIBUTES =
  'React adds no listeners for custom events and sets no properties while hydrating: do both in an effect.';

/** What is true of frameworks that compare what an element holds with what their templates give it. */
export const LEAVES_ALONE =
  'The framework removes the content of an element without a shadow root while hydrating: set dangerouslySetInnerHTML to an empty string, which leaves the content alone.';

const IDIOMS = [GIVE_VALUES, HYDRATES_ATTRIBUTES, LEAVES_ALONE];

/** True for a note that says no more than what is to be done for any element in some framework. */
export function isServerIdiom(note: string): boolean {
  const rest = IDIOMS.reduce((text, idiom) => text.replace(idiom, ''), note);
  return note !== '' && rest.trim() === '';
}

function leftValues(tag: string, properties: readonly BoundProperty[]): string {
  const values = properties.map(({ name, value }) => `${entry(name, valueCode(value))},`);
  return [
    `properties: (element) =>`,
    `  element.tag === ${quoted(tag)}`,
    '    ? {',
    indented(values.join('\n'), 8),
    '      }',
    '    : undefined,',
  ].join('\n');
}

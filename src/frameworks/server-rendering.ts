import { entry, indented, valueCode } from './write-content.js';
import { quoted } from '../syntax/literal.js';
import type { FrameworkPackage, FrameworkTools } from './framework.js';
import type { BoundProperty, Scene } from './scene.js';

/** How a framework renders an example on a server, and takes over in the browser what is there. */
export interface ServerRendering {
  /** What must be installed beside the framework's own packages. */
  packages: FrameworkPackage[];
  /** Writes an example that can be taken over, where that is another one than is rendered in a browser. */
  example?(scene: Scene): string;
  /** Tells of a property that the framework writes into no attribute from which the element has it again. */
  misses?(property: BoundProperty): boolean;
  /** What else a person has to do so that a scene is rendered and taken over whole; undefined where nothing is to be done. */
  care?(scene: Scene): string | undefined;
  /** The name of the server's file. */
  file: string;
  /** Writes that file: it imports an example and exports `page(stage)`, which gives the HTML of the application's container. */
  write(page: ServerFile): string;
  /** The package whose JSX the file is written in. */
  jsxImportSource?: string;
  /** Compiles an example for servers, where that is another thing than for browsers. */
  compile?(source: string, tools: FrameworkTools): Promise<string>;
  /** Compiles an example for browsers that take over what is there, where that is another thing than to render it. */
  compileHydrating?(source: string, tools: FrameworkTools): Promise<string>;
  /** A module for browsers that exports `hydrate(example, container, stage)`, which gives a function that unmounts. */
  hydrateModule: string;
}

/** What the file of a server renders. */
export interface ServerFile {
  scene: Scene;
  libraryName: string;
  /** The properties that the framework misses. */
  left: readonly BoundProperty[];
}

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

const GIVE_VALUES = 'Give renderHtml the values that the framework writes into no attribute, by properties.';

/** What is true of React: it says so in `care`, and does it in its examples. */
export const HYDRATES_ATTRIBUTES =
  'It adds no listeners of events that it does not know, and sets no properties, while it hydrates: do both in an effect.';

/** What is true of frameworks that compare what an element holds with what their templates give it. */
export const LEAVES_ALONE =
  'It takes away what an element without a shadow root holds: give it dangerouslySetInnerHTML with an empty text, which leaves it alone.';

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

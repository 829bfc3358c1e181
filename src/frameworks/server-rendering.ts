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
  /** What a person has to do so that a scene is rendered and taken over whole; undefined where nothing is to be done. */
  care?(scene: Scene): string | undefined;
  /** The name of the server's file. */
  file: string;
  /** Writes that file: it imports an example and exports `page(stage)`, which gives the HTML of the application's container. */
  write(scene: Scene, libraryName: string): string;
  /** The package whose JSX the file is written in. */
  jsxImportSource?: string;
  /** Compiles an example for servers, where that is another thing than for browsers. */
  compile?(source: string, tools: FrameworkTools): Promise<string>;
  /** Compiles an example for browsers that take over what is there, where that is another thing than to render it. */
  compileHydrating?(source: string, tools: FrameworkTools): Promise<string>;
  /** A module for browsers that exports `hydrate(example, container, stage)`, which gives a function that unmounts. */
  hydrateModule: string;
}

/** What differs between the server files of frameworks. */
interface ServerFile {
  imports: readonly string[];
  /** Tells of a property that the framework renders in a way of its own, though an attribute could carry it. */
  misses?(property: BoundProperty): boolean;
  /** The framework's own rendering of the example, as an expression. */
  rendered(stage: string): string;
}

/** The file of a server: what the framework renders goes through the package, with the values that the framework leaves out. */
export function writeServerFile(
  scene: Scene,
  libraryName: string,
  { imports, rendered, misses = () => false }: ServerFile,
): string {
  const left = scene.properties.filter((property) => isLeftOut(property) || misses(property));
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
function isLeftOut({ name, attribute, value }: BoundProperty): boolean {
  const isText = typeof value === 'string' || typeof value === 'number' || value === true;
  return !isText || attribute !== name.toLowerCase();
}

/** What is to be said where values have to be given to the package beside what the framework renders. */
export function careOfValues(
  { properties }: Scene,
  misses: (property: BoundProperty) => boolean = () => false,
): string | undefined {
  return properties.some((property) => isLeftOut(property) || misses(property)) ? GIVE_VALUES : undefined;
}

const GIVE_VALUES = 'Give renderHtml the values that the framework writes into no attribute, by properties.';

/** What is true of React: it says so in `care`, and does it in its examples. */
export const HYDRATES_ATTRIBUTES =
  'It adds no listeners of events that it does not know, and sets no properties, while it hydrates: do both in an effect.';

/** True for a note that says no more than what is to be done for any element in some framework. */
export function isServerIdiom(note: string): boolean {
  return note !== '' && note.replace(GIVE_VALUES, '').replace(HYDRATES_ATTRIBUTES, '').trim() === '';
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

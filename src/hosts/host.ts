import type { Scene } from './scene.js';

/** A front-end framework that uses custom elements, as its users do. */
export interface Host {
  name: string;
  /** Its name and version line for people. */
  title: string;
  /** What must be installed; the first one's version is the host's. Empty for plain HTML. */
  packages: { name: string; major: number }[];
  /** File name of an example, with the ending that its users give it. */
  exampleFile: string;
  /** Writes an example as a person would in this framework. */
  write(scene: Scene): string;
  /** Compiles an example to a module for browsers, with the framework's own compiler. */
  compile(source: string, tools: HostTools): Promise<string>;
  /** Modules that examples import from the framework: for each specifier the source of its entry. */
  vendor: Record<string, string>;
  /** What its modules take for constants when they are bundled, beside that this is production: names and code. */
  defines: Record<string, string>;
  /** A module for browsers that exports `mount(example, container, stage)`, which gives a function that unmounts. */
  mountModule: string;
}

/** What compiling needs from outside. */
export interface HostTools {
  /** Tells whether a tag belongs to a custom element of the library. */
  isCustomElement(tag: string): boolean;
  /** Imports a module of the host's packages from where they are installed. */
  load(specifier: string): Promise<unknown>;
}

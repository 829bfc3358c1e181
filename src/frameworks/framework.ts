import type { Plugin } from 'esbuild';
import type { Contract, Property } from '../contract/model.js';
import type { BoundProperty, Scene } from './scene.js';
import type { CheckerDiagnostic, TypedFile, TypedLine, UseKind } from './typed-use.js';

/** A package that a framework consists of. */
export interface FrameworkPackage {
  name: string;
  major: number;
  /** The name under which it stands beside another major version of it. */
  alias?: string;
}

/** How templates of a framework are checked for types. */
export interface FrameworkTyping {
  /** The ending of a file with typed uses. */
  file: string;
  /** What must be there beside the framework's own packages. */
  packages: FrameworkPackage[];
  /** True if templates can listen to events of elements. */
  listens: boolean;
  /** Which properties templates can bind; all of them where nothing is said. */
  binds?(property: Property): boolean;
  /** Wrong uses that the checker cannot see, with what helps. */
  blind?: Partial<Record<UseKind, string>>;
  /** Options of the TypeScript configuration, beside those that are the same for all. */
  compilerOptions: object;
  /** More of that configuration. */
  configuration?: object;
  write(file: TypedFile): TypedLine[];
  /** True if the checker works in this process, and so wants a thread of its own. */
  inProcess?: boolean;
  /** Runs the framework's own checker over a folder. */
  check(folder: string, tools: FrameworkTools): Promise<CheckerDiagnostic[]>;
}

/** A front-end framework that uses custom elements, as its users do. */
export interface Framework {
  name: string;
  /** Its name and version line for people. */
  title: string;
  /** What must be installed; the first one's version is the framework's. Empty for plain HTML. */
  packages: FrameworkPackage[];
  /** File name of an example, with the ending that its users give it. */
  exampleFile: string;
  /** Writes an example as a person would in this framework. */
  write(scene: Scene): string;
  /** Compiles an example to a module for browsers, with the framework's own compiler. */
  compile?(source: string, tools: FrameworkTools): Promise<string>;
  /** The same for many at once, where the framework's compiler works so; runs in a thread of its own. */
  compileAll?(sources: readonly string[], tools: FrameworkTools): Promise<(string | Error)[]>;
  /** Modules that examples import from the framework: for each specifier the source of its entry. */
  vendor: Record<string, string>;
  /** What its modules take for constants when they are bundled, beside that this is production: names and code. */
  defines: Record<string, string>;
  /** What bundling its modules needs beside that. */
  plugins?(tools: FrameworkTools): Promise<Plugin[]>;
  /** What a package declares for templates of this framework, where it has a checker; from all contracts of a library. */
  declarations?(contracts: readonly Contract[]): string;
  /** Code that goes with these declarations, where types alone do not do; none costs anything at run time. */
  declaredCode?(contracts: readonly Contract[]): string;
  /** How that is checked. */
  typing?: FrameworkTyping;
  /** How it renders on a server; undefined where Lastwright does not try that. */
  server?: ServerRendering;
  /** The ordinary project of its users with Vite; undefined where their own tools are others. */
  project?: {
    /** What is installed beside the framework's own packages. */
    packages: Readonly<Record<string, string>>;
    /** The text of `vite.config.js`; `tags` are the custom elements. */
    config(tags: readonly string[]): string;
  };
  /** A module for browsers that exports `mount(example, container, stage)`, which gives a function that unmounts. */
  mountModule: string;
}

/** What compiling needs from outside. */
export interface FrameworkTools {
  /** The folder from which the framework's packages are found. */
  folder: string;
  /** Tells whether a tag belongs to a custom element of the library. */
  isCustomElement(tag: string): boolean;
  /** The path of a module of the framework's packages. */
  resolve(specifier: string): string;
  /** Imports a module of the framework's packages from where they are installed, or one that a package of them uses. */
  load(specifier: string, usedBy?: string): Promise<unknown>;
}

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

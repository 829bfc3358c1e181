import type { Plugin } from 'esbuild';
import type { ComponentFramework } from '../contract/component-frameworks.js';
import type { FrameworkTools } from '../frameworks/framework.js';

/** What compiling components needs from outside. */
export interface ComponentTools extends FrameworkTools {
  /** The library's root, which styles are looked up from. */
  root: string;
}

/** A package that a framework consists of, and the first major version of it that fits. */
export interface FrameworkPackage {
  name: string;
  least: number;
}

/** A framework whose components are wrapped. */
export interface WrappedFramework {
  name: ComponentFramework;
  /** Its name for people. */
  title: string;
  /** What must be installed; the first one's version is the framework's. */
  packages: FrameworkPackage[];
  /** Modules that belong to it: what stays outside while components are compiled, and is there once. */
  owns: RegExp;
  /** True where its compiler's code needs the version that it was compiled for. */
  compiled?: boolean;
  /** True where its packages are CommonJS, which no import can list the names of. */
  commonJs?: boolean;
  /** The module of the runtime that mounts its components. */
  mount: string;
  /** Where the functions are that JSX becomes, if esbuild compiles it. */
  jsxImportSource?: string;
  /** Where the types of JSX are. */
  jsxSource?: string;
  /** Conditions of package exports that its packages have. */
  conditions?: string[];
  /** Modules that the mounting module imports and that are compiled with the framework's own compiler: text by file name. */
  made?: Readonly<Record<string, string>>;
  /** What its modules take for constants when they are bundled: names and code. */
  defines: Readonly<Record<string, string>>;
  /** Compiles its files. */
  plugins(tools: ComponentTools): Plugin[];
}

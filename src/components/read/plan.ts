import type { ComponentFramework } from '../../contract/component-frameworks.js';
import type { ComponentFacts, NoFacts } from './facts.js';
import type { TypeProgram } from './type-program.js';

/** A component that is to be read. */
export interface ComponentSource {
  framework: ComponentFramework | 'class';
  /** Absolute path of its file. */
  path: string;
  text: string;
  /** The name that the module exports it by. */
  exported: string;
  /** Tells its made module from others. */
  key: string;
}

/** How a component is read: a module for TypeScript, and what is made of what TypeScript says of it. */
export interface ReadingPlan {
  /** Where the made module is to be thought: beside the component, so that its imports hold. */
  path: string;
  text: string;
  finish(program: TypeProgram): ComponentFacts | NoFacts;
}

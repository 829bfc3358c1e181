import { pascalCase } from '../contract/names.js';
import { isKeptWord } from '../syntax/words.js';
import type { Scene } from './scene.js';

/** Names that examples of every framework use themselves. */
const COMMON = ['stage', 'given', 'event', 'document'];

/** What things are called in an example: as a person would call them, unless the example needs that name itself. */
export class ExampleNames {
  readonly #taken: ReadonlySet<string>;
  /** The element. */
  readonly element: string;

  /** `taken` are names that examples of the framework use. */
  constructor({ variable, properties }: Scene, taken: readonly string[]) {
    this.#taken = new Set([...COMMON, ...taken]);
    const clashes = !this.#isFree(variable) || properties.some(({ name }) => name === variable);
    this.element = clashes ? `${variable}Element` : variable;
  }

  /** The value of a property in the consumer's state. */
  value(property: string): string {
    return this.#isFree(property) && property !== this.element ? property : `${property}Value`;
  }

  /** `setLabel` for the value of `label`. */
  setter(property: string): string {
    return `set${pascalCase(this.value(property))}`;
  }

  #isFree(name: string): boolean {
    return !this.#taken.has(name) && !isKeptWord(name);
  }
}

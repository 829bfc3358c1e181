import type { Scene } from './scene.js';
import { entry } from './write-content.js';

/** What an example hands to its stage, as code of its framework. */
export interface Handed {
  /** What the stage is called there. */
  stage: string;
  /** Gives the element, or nothing while it is away. */
  element: string;
  /** The value of a property in the consumer's state. */
  value(property: string): string;
  /** A function that changes it. */
  set(property: string): string;
  /** Functions that show and hide the late content, and the element itself. */
  setMore: string;
  setShown: string;
}

/** What a listener does with an event, as code: it tells the stage, or the console where there is none. */
export function heardCode({ staged }: Scene, stage = 'stage', event = 'event'): string {
  return staged ? `${stage}.heard(${event})` : `console.log(${event}.type, ${event}.detail)`;
}

/** The lines that hand to the stage what a scene has of these; none where there is no stage. */
export function stageCall({ properties, lateContent, removable, staged }: Scene, handed: Handed): string[] {
  if (!staged) return [];
  const lines = [`element: () => ${handed.element},`];
  if (properties.length > 0) {
    const values = properties.map(({ name }) => entry(name, handed.value(name)));
    const setters = properties.map(({ name }) => `${name}: ${handed.set(name)}`);
    lines.push(`values: { ${values.join(', ')} },`);
    if (properties.every(({ name }) => /^\w+$/.test(handed.set(name))))
      lines.push(`set: { ${setters.join(', ')} },`);
    else lines.push('set: {', ...setters.map((setter) => `  ${setter},`), '},');
  }
  if (lateContent.length > 0) lines.push(`${entry('setMore', handed.setMore)},`);
  if (removable) lines.push(`${entry('setShown', handed.setShown)},`);
  return [`${handed.stage}({`, ...lines.map((line) => `  ${line}`), '});'];
}

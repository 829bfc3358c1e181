import { all } from 'known-css-properties';
import { suggestion } from '../findings/nearest.js';

const PROPERTIES: ReadonlySet<string> = new Set(all);

/** True for a property that some browser knows, and for those that a browser's maker has for itself. */
export function isCssProperty(name: string): boolean {
  return PROPERTIES.has(name) || name.startsWith('-');
}

/** What may be meant by a name that is no property. */
export function suggestedProperty(name: string): string {
  const help = suggestion(name, PROPERTIES, 'properties');
  return help.startsWith('Did you mean') ? help : 'Check the spelling.';
}

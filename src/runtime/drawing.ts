import { runsCode } from './addresses.js';
import { classNames, text } from './write.js';

/** A value as the text of an element's content, in HTML. */
export function content(value: unknown): string {
  return text(value).replace(/[&<>\u00a0]/g, (letter) => REFERENCES[letter]!);
}

const REFERENCES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  '\u00a0': '&nbsp;',
};

/** ` name="value"`: nothing for null, undefined and false, an empty attribute for true. */
export function attribute(name: string, value: unknown): string {
  if (value === undefined || value === null || value === false) return '';
  const written = value === true ? '' : String(value);
  return ` ${name}="${written.replace(/[&"<>\u00a0]/g, (letter) => REFERENCES[letter]!)}"`;
}

/** The same for an attribute with an address, which is left out if it would run code. */
export function addressAttribute(name: string, value: unknown): string {
  return runsCode(String(value)) ? '' : attribute(name, value);
}

/** The `class` attribute of a text, a list or a map. */
export function classAttribute(value: unknown): string {
  return attribute('class', classNames(value));
}

/** The `style` attribute of a text, or of a map of CSS property names to values. */
export function styleAttribute(value: unknown): string {
  if (typeof value !== 'object' || value === null) return attribute('style', text(value) || null);
  const set = Object.entries(value).filter(([, one]) => one !== undefined && one !== null && one !== false);
  return attribute('style', set.map(([name, one]) => `${name}: ${String(one)};`).join(' ') || null);
}

/** Attributes that carry data only as what can be written: a value of another kind is for scripts. */
export function plainAttribute(name: string, value: unknown): string {
  return typeof value === 'object' || typeof value === 'function' ? '' : attribute(name, value);
}

import { runsCode } from '../runtime/addresses.js';
import { text } from '../runtime/write.js';

const REFERENCES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  '\u00a0': '&nbsp;',
  // A parser turns it into a line feed, where it stands for itself (HTML, section 13.2.3.5).
  '\r': '&#13;',
};

/** What no page can hold: a parser drops the first, and an encoder replaces half of a pair. The class puts both right. */
const REPLACED = /\0|\p{Surrogate}/gu;

/** Most texts have nothing in them that is written otherwise. */
const SPECIAL = /[&"<>\u00a0\r\0\ud800-\udfff]/;

function escaped(value: string, letters: RegExp): string {
  if (!SPECIAL.test(value)) return value;
  return value.replace(letters, (letter) => REFERENCES[letter]!).replace(REPLACED, '\ufffd');
}

/** A value as the text of an element's content, in HTML (HTML, section 13.3, on escaping a string). */
export function content(value: unknown): string {
  return escaped(text(value), /[&<>\u00a0\r]/g);
}

/** The same at the start of an element whose first line feed a parser drops (HTML, section 13.2.6.4.7, on `pre`). */
export function firstContent(value: unknown): string {
  const written = content(value);
  return written.startsWith('\n') ? `\n${written}` : written;
}

/** A text as it stands between the quotes of an attribute. */
export function quotedValue(value: string): string {
  return escaped(value, /[&"<>\u00a0\r]/g);
}

/** ` name="value"`: nothing for null, undefined and false, an empty attribute for true. */
export function attribute(name: string, value: unknown): string {
  if (value === undefined || value === null || value === false) return '';
  return ` ${name}="${quotedValue(value === true ? '' : String(value))}"`;
}

/** An address as an attribute's value; nothing in place of one that would run code. */
export function address(value: unknown): unknown {
  return runsCode(String(value)) ? null : value;
}

/** A map of CSS property names to values as the value of a `style` attribute; a text as it is. */
export function inlineStyle(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return text(value) || null;
  const set = Object.entries(value).filter(([, one]) => one !== undefined && one !== null && one !== false);
  return set.map(([name, one]) => `${name}: ${String(one)};`).join(' ') || null;
}

/** What an attribute can carry: a value of another kind is for scripts. */
export function plain(value: unknown): unknown {
  return typeof value === 'object' || typeof value === 'function' ? null : value;
}

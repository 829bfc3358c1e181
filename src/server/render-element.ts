import { attribute, plain } from './drawing.js';
import type { ServerDefinition, ServerInside, ServerPage, ServerPassing } from './definition.js';
import { filledIn } from './filled-in.js';
import { nativeValue } from '../runtime/native-value.js';
import { ARIA_REFERENCES } from '../runtime/aria-references.js';
import { embeddedJson, travels } from './travels.js';

/** What is added to an element so that it shows before any script. */
export interface RenderedElement {
  /** Attributes for its tag, each with a space before it: those that properties are reflected to. */
  attributes: string;
  /** Its declarative shadow root; what is drawn into it, for an element without one. */
  content: string;
}

const NOTHING: RenderedElement = { attributes: '', content: '' };

/** What an element is given beside the attributes of its tag. */
export interface Given {
  /** Values of properties that are set by script in a browser. */
  properties: Readonly<Record<string, unknown>>;
  /** True if its tag is not written yet, so that properties can be reflected to attributes. */
  reflects: boolean;
}

/**
 * Renders an element as its class draws it first; `attributes` are those of its tag. What its code throws is reported, and it stays
 * empty: its class renders it.
 */
export function renderElement(
  definition: ServerDefinition,
  attributes: ReadonlyMap<string, string>,
  { properties: given, reflects }: Given,
  filled: Readonly<Record<string, boolean>>,
  page: ServerPage,
): RenderedElement {
  const { tag, properties, live = [] } = definition;
  const host = hostOf(definition, attributes);
  const carried: Record<string, unknown> = {};
  let reflected = '';
  try {
    for (const name in properties) {
      const property = properties[name]!;
      const text = property.attribute === undefined ? undefined : attributes.get(property.attribute);
      const fromText = property.isBoolean ? text !== undefined : property.convert(text as never);
      const isGiven = Object.hasOwn(given, name);
      const value = isGiven ? property.convert(given[name] as never) : fromText;
      if (property.isAwaited && value === undefined) return NOTHING;
      host[name] = value;
      if (!isGiven || Object.is(value, fromText)) continue;
      const written = property.reflect?.(value as never) ?? undefined;
      // A default shows in no attribute; one that is there is for script to remove.
      if (reflects && property.reflect && (written !== undefined || text === undefined))
        reflected += attribute(property.attribute!, written);
      else if (travels(value)) carried[name] = value;
      else if (value !== undefined)
        page.report({
          tag,
          message: `The value of "${name}" cannot be written into a page: the element has it once script sets it.`,
        });
    }
    for (const name of live) if (travels(given[name])) carried[name] = given[name];
    const state =
      (definition.state && (attempt(page, tag, definition.state) as object | undefined)) ?? NO_STATE;
    const drawn = definition.draw(host, state, () => insideOf(host, state), filled, page, attributes);
    return { attributes: reflected, content: rootOf(definition, headOf(definition, carried, page) + drawn) };
  } catch (error) {
    page.report({ tag, message: `It is not rendered: ${messageOf(error)}` });
    return { ...NOTHING, attributes: reflected };
  }
}

/** What stands for the host: what can be known of an element without one. */
class ServerHost {
  className: string;
  readonly #attributes: ReadonlyMap<string, string>;

  constructor(attributes: ReadonlyMap<string, string>) {
    this.#attributes = attributes;
    this.className = attributes.get('class') ?? '';
  }

  getAttribute(name: string): string | null {
    return this.#attributes.get(name.toLowerCase()) ?? null;
  }

  hasAttribute(name: string): boolean {
    return this.#attributes.has(name.toLowerCase());
  }

  matches(selector: string): boolean {
    return selector === ':disabled' && this.#attributes.has('disabled');
  }
}

/** The host with what its control holds and has; properties are added. */
function hostOf(
  { native, live }: ServerDefinition,
  attributes: ReadonlyMap<string, string>,
): Record<string, unknown> {
  const host = new ServerHost(attributes) as unknown as Record<string, unknown>;
  // What the control holds at first, its attribute says, if it has one of that name.
  if (live) for (const name of live) host[name] = heldFirst(name, attributes);
  for (const name in native) {
    const [attribute, ...type] = native[name]!;
    host[name] = nativeValue(attributes.get(attribute) ?? null, ...type);
  }
  return host;
}

function heldFirst(name: string, attributes: ReadonlyMap<string, string>): unknown {
  if (name === 'value' || name === 'returnValue') return attributes.get(name) ?? '';
  return typeof LIVE_NUMBERS[name] === 'number' ? LIVE_NUMBERS[name] : attributes.has(name);
}

/** Members of a control that are numbers, in a control before anybody touches it. */
const LIVE_NUMBERS: Readonly<Record<string, number>> = {
  valueAsNumber: Number.NaN,
  selectionStart: 0,
  selectionEnd: 0,
  selectedIndex: -1,
  currentTime: 0,
  volume: 1,
  playbackRate: 1,
};

const NO_STATE = Object.freeze({});

/** What a first rendering sends, nobody hears. */
const SENDING = { parts: Object.freeze({}), emit: () => true, listen: () => () => {} };

/** The inside for functions of the behavior, whose members win over properties of the same name. */
function insideOf(host: Record<string, unknown>, state: object): ServerInside {
  return { ...host, ...SENDING, host, state };
}

/** What a piece of an author's code gives; nothing, which is reported, where it throws: it may need a document. */
export function attempt(page: ServerPage, tag: string, work: () => unknown): unknown {
  try {
    return work();
  } catch (error) {
    page.report({
      tag,
      message: `A value is left out that its code does not give without a browser: ${messageOf(error)}`,
    });
    return undefined;
  }
}

function messageOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}

/** What stands before the rendering itself, ended by a comment: values that no attribute carries, and style. */
function headOf(
  { sheets }: ServerDefinition,
  carried: Record<string, unknown>,
  { nonce, styles }: ServerPage,
): string {
  const values =
    Object.keys(carried).length > 0
      ? `<script type="application/json">${embeddedJson(carried)}</script>`
      : '';
  let style = '';
  for (const { css, file } of sheets)
    style +=
      styles === undefined
        ? `<style${attribute('nonce', nonce)}>${css}</style>`
        : `<link rel="stylesheet" href="${styles}${file}">`;
  return `${values}${style}<!--:-->`;
}

function rootOf({ mode, delegatesFocus }: ServerDefinition, content: string): string {
  if (!mode) return content;
  const delegates = delegatesFocus ? ' shadowrootdelegatesfocus' : '';
  return `<template shadowrootmode="${mode}"${delegates}>${content}</template>`;
}

/**
 * An element of the library inside of another one: its tag, its root, its content. Attributes are given by name and value, those of
 * null, undefined and false left out; elements that the library does not render stay as they are.
 */
export function nested(
  page: ServerPage,
  tag: string,
  attributes: readonly (readonly [name: string, value: unknown])[],
  properties: Readonly<Record<string, unknown>>,
  content: string,
): string {
  const definition = page.definitions.get(tag);
  const map = new Map<string, string>();
  let written = '';
  const write = (name: string, value: unknown): void => {
    if (value === undefined || value === null || value === false || map.has(name)) return;
    map.set(name, value === true ? '' : String(value));
    written += attribute(name, value);
  };
  for (const [name, value] of attributes) write(name, value);
  for (const name in definition?.native)
    if (Object.hasOwn(properties, name)) write(definition.native[name]![0], plain(properties[name]));
  if (!definition) return `<${tag}${written}>${content}</${tag}>`;
  const filled = definition.asksFilled ? filledIn(content) : {};
  const { attributes: reflected, content: root } = renderElement(
    definition,
    map,
    { properties, reflects: true },
    filled,
    page,
  );
  // Of two attributes of one name the first counts.
  return `<${tag}${reflected}${written}>${root}${content}</${tag}>`;
}

/** Attributes of the host that name other elements by their ids, which reach no further than one tree. */
const REFERENCES: ReadonlySet<string> = new Set(['commandfor', 'popovertarget', ...ARIA_REFERENCES]);

/** The attributes of the host that reach the control inside, as they stand in its tag; they count before its own. */
export function passed(
  attributes: ReadonlyMap<string, string>,
  { names, written = [], only = {} }: ServerPassing,
  control: string,
): string {
  let found = '';
  for (const [name, value] of attributes) {
    const passes = names.includes(name) || name === 'role' || name.startsWith('aria-');
    if (!passes || REFERENCES.has(name) || written.includes(name)) continue;
    if (only[name]?.includes(control) === false) continue;
    found += attribute(name, value);
  }
  return found;
}

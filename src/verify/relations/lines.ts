import { pixelSum } from '../canvases.js';
import { hasState } from '../facets/look.js';
import { innerRoot } from '../inner-root.js';
import { ariaOfInternals } from '../internals.js';
import { instanceNames } from '../instance-names.js';
import { show } from '../observe.js';
import { statesOf } from '../state-names.js';
import type { WaysData } from './ways-data.js';

/** All that can be seen of an element, each thing under the name of its place, in their order. */
export type Lines = Map<string, string>;

/** In which line a style sheet stands; what becomes of one in another document is the browser's doing. */
export const SHEETS = 'its style sheets';

/**
 * What can be seen of an element: values, what it reflects, its states, what a form gets of it, and the tree that it draws, with
 * the live state of controls, in nested elements too. What is not displayed is left out: an element may keep it for later.
 */
export function linesOf(element: HTMLElement, { properties, inForm }: WaysData): Lines {
  const lines: Lines = new Map();
  const values = element as unknown as Record<string, unknown>;
  for (const { name, attribute, reflect } of properties) {
    lines.set(`its property ${name}`, valueText(values[name]));
    if (reflect) lines.set(ownAttribute(attribute!), show(element.getAttribute(attribute!)));
  }
  for (const state of statesOf(element))
    if (hasState(element, state)) lines.set(`its state ${state}`, 'it is in it');
  for (const { attribute, value } of ariaOfInternals(element))
    lines.set(`its ${attribute}, by internals`, value);
  const form = element.closest('form');
  if (inForm && form) {
    lines.set('what a form gets', JSON.stringify([...new FormData(form)].map(([, value]) => show(value))));
    const { validity } = element as HTMLInputElement;
    if (validity) lines.set('its validity', flagsOf(validity));
  }
  const ids = instanceNames(element);
  for (const { name, value } of element.attributes) {
    const text = attributeText(element, name, value, ids);
    const where = ownAttribute(name);
    if (!lines.has(where) && !OF_FORM.includes(name) && !isBlank(name, text)) lines.set(where, show(text));
  }
  writeRoot(innerRoot(element), '', lines, ids);
  return lines;
}

/** In which line an attribute of the element itself stands. */
export function ownAttribute(name: string): string {
  return `its attribute ${name}`;
}

/** One place in which two elements differ, and what is there in each. */
export interface Difference {
  where: string;
  saw: string;
  wanted: string;
}

/** The first thing in which an element differs from another one; undefined if nothing does. */
export function firstDifference(
  seen: Lines,
  wanted: Lines,
  ignored: ReadonlySet<string>,
): Difference | undefined {
  for (const where of new Set([...wanted.keys(), ...seen.keys()])) {
    if (ignored.has(where) || seen.get(where) === wanted.get(where)) continue;
    return { where, saw: seen.get(where) ?? 'nothing there', wanted: wanted.get(where) ?? 'nothing there' };
  }
  return undefined;
}

/** Places in which two things differ that were made alike: numbers that tell one from another. */
export function differingPlaces(one: Lines, other: Lines): Set<string> {
  return new Set([...one.keys(), ...other.keys()].filter((where) => one.get(where) !== other.get(where)));
}

function valueText(value: unknown): string {
  if (value instanceof Date) return `a Date of ${value.getTime()}`;
  if (value instanceof Map || value instanceof Set) return `${value.constructor.name} ${show([...value])}`;
  return show(value);
}

function flagsOf(validity: ValidityState): string {
  const flags: string[] = [];
  for (const name in validity) if (validity[name as keyof ValidityState]) flags.push(name);
  return flags.join(', ');
}

/** Regions of which assistive technology reads what changes (WAI-ARIA 1.2, section 5.3.5). */
const LIVE_REGION = '[aria-live], [role=status], [role=alert], [role=log]';
/** State of controls that no attribute shows. */
const LIVE = ['value', 'checked', 'indeterminate', 'selectedIndex', 'selected', 'disabled'] as const;
const CONTROLS = ['input', 'textarea', 'select', 'button', 'option', 'fieldset', 'progress', 'meter'];
/** Attributes that an element gets where forms are looked at. */
const OF_FORM = ['name'];
/** Attributes of controls that only say how they began. */
const AT_FIRST: Readonly<Record<string, readonly string[]>> = {
  input: ['value', 'checked'],
  option: ['selected'],
};

function writeRoot(
  root: Element | ShadowRoot,
  path: string,
  lines: Lines,
  ids: ReadonlyMap<string, string>,
): void {
  const place = path === '' ? '' : `${path} > `;
  if (root instanceof ShadowRoot && root.adoptedStyleSheets.length > 0)
    lines.set(`${place}${SHEETS}`, root.adoptedStyleSheets.map(sheetText).join('\n'));
  writeChildren(root, place, lines, ids);
}

function writeChildren(parent: Node, place: string, lines: Lines, ids: ReadonlyMap<string, string>): void {
  const counts = new Map<string, number>();
  let text = '';
  let texts = 0;
  const endText = (): void => {
    if (text.trim() !== '') lines.set(`${place}text ${++texts}`, show(text));
    text = '';
  };
  // What is announced is about a change, and not about what is there.
  const isAnnounced = parent instanceof Element && parent.matches(LIVE_REGION);
  for (const node of isAnnounced ? [] : parent.childNodes) {
    if (node instanceof Text) text += node.data;
    if (!(node instanceof Element) || !isDisplayed(node)) continue;
    endText();
    const count = (counts.get(node.localName) ?? 0) + 1;
    counts.set(node.localName, count);
    writeElement(node, `${place}${node.localName}${count > 1 ? ` (${count})` : ''}`, lines, ids);
  }
  endText();
}

function writeElement(node: Element, path: string, lines: Lines, ids: ReadonlyMap<string, string>): void {
  const left = AT_FIRST[node.localName] ?? [];
  const attributes = [...node.attributes]
    .filter(({ name }) => !left.includes(name))
    .flatMap(({ name, value }) => {
      const text = attributeText(node, name, value, ids);
      return isBlank(name, text) ? [] : [` ${name}="${text}"`];
    })
    .sort();
  const live = (CONTROLS.includes(node.localName) ? LIVE : []).flatMap((name) => {
    const value = (node as unknown as Record<string, unknown>)[name];
    if (typeof value === 'object' || value === undefined || value === false) return [];
    return [`, ${name} ${show(value)}`];
  });
  // A modal dialog has the same attributes as another one that is open (HTML, section 4.11.4).
  const isModal = node instanceof HTMLDialogElement && node.matches(':modal');
  lines.set(path, `<${node.localName}${attributes.join('')}>${live.join('')}${isModal ? ', modal' : ''}`);
  const pixels = node instanceof HTMLCanvasElement ? pixelSum(node) : undefined;
  if (pixels) lines.set(`what is drawn on ${path}`, `pixels of the sum ${pixels}`);
  const root = innerRoot(node);
  if (root !== node) writeRoot(root, path, lines, ids);
  const isFilled = node instanceof HTMLSlotElement && node.assignedNodes().length > 0;
  if (!isFilled) writeChildren(node, `${path} > `, lines, ids);
}

function attributeText(node: Element, name: string, value: string, ids: ReadonlyMap<string, string>): string {
  if (name === 'class') return [...new Set(value.split(/\s+/).filter(Boolean))].sort().join(' ');
  if (name === 'style') {
    const { style } = node as HTMLElement;
    return [...style]
      .map((property) => `${property}: ${style.getPropertyValue(property)}`)
      .sort()
      .join('; ');
  }
  return value.replace(/[^\s#()"']+/g, (word) => ids.get(word) ?? word);
}

/** True for an attribute that says nothing, as if it were not there. */
function isBlank(name: string, text: string): boolean {
  return text === '' && (name === 'class' || name === 'style');
}

/** A style element is never displayed, and yet it shows. */
function isDisplayed(node: Element): boolean {
  return node instanceof HTMLStyleElement || getComputedStyle(node).display !== 'none';
}

function sheetText(sheet: CSSStyleSheet): string {
  return [...sheet.cssRules].map(({ cssText }) => cssText).join('\n');
}

import { quoted } from '../syntax/literal.js';
import { enumeratedAttribute } from '../standards/keywords.js';
import { inputHas } from '../standards/input-types.js';
import { liveMembersOf } from '../standards/live-members.js';
import { nativeAttributes, type NativeAttribute } from '../standards/standards.js';
import type { Contract } from './model.js';

/** Attributes that mean something on every element and belong to what is typed into (HTML, sections 6.8 and 6.9). */
const OF_TYPING = ['autocapitalize', 'autocorrect', 'enterkeyhint', 'inputmode', 'spellcheck'];

/** Attributes that name an element: they work where they stand, or with the element itself, and are no text properties. */
const OF_OTHERS: ReadonlySet<string> = new Set(['form', 'list', 'popovertarget', 'commandfor']);

/** Native elements that take part in forms. */
const CONTROLS: ReadonlySet<string> = new Set(['button', 'input', 'select', 'textarea']);

/** Events of native elements that do not leave a shadow root by themselves (they are not composed). */
const STAYING: Readonly<Record<string, readonly string[]>> = {
  input: ['change', 'select', 'invalid', 'cancel'],
  select: ['change', 'invalid'],
  textarea: ['change', 'select', 'invalid'],
  img: ['load', 'error'],
  iframe: ['load'],
  dialog: ['close', 'cancel', 'toggle', 'beforetoggle'],
  details: ['toggle'],
  audio: media(),
  video: [...media(), 'resize', 'enterpictureinpicture', 'leavepictureinpicture'],
};

function media(): string[] {
  return (
    'abort canplay canplaythrough durationchange emptied ended error loadeddata loadedmetadata loadstart pause ' +
    'play playing progress ratechange seeked seeking stalled suspend timeupdate volumechange waiting'
  ).split(' ');
}

/** Properties that `native` brings in, by their attribute, less those that the contract declares itself. */
export function nativeProperties(contract: Contract): Record<string, NativeAttribute> {
  const { passthrough, properties, methods } = contract;
  if (passthrough?.native === undefined) return {};
  const own = new Set([...properties, ...methods].map(({ name }) => name));
  const attributes = ownAttributes(contract);
  const { native } = passthrough;
  const has = memberTest(contract);
  const wanted = Object.entries(nativeAttributes(native)).filter(
    ([attribute, { property }]) =>
      !own.has(property) &&
      !attributes.has(attribute) &&
      has(attribute) &&
      !OF_OTHERS.has(attribute) &&
      !passthrough.except.includes(attribute),
  );
  return Object.fromEntries(
    wanted.map(([attribute, one]) => [
      attribute,
      { ...one, enumerated: enumeratedAttribute(native, attribute) },
    ]),
  );
}

/** The type of a property that a native element brings in: its keywords, where it is enumerated. */
export function nativeType({ type, enumerated }: NativeAttribute): { read: string; written: string } {
  if (!enumerated) return { read: type, written: type };
  const written = enumerated.keywords.map(quoted).join(' | ');
  const { keywords, missing, invalid } = enumerated;
  const others = [missing, invalid].filter((value) => !keywords.includes(value)).map(quoted);
  return { read: [written, ...new Set(others)].join(' | '), written };
}

/** Properties of the control that the element has too, such as what was typed. */
export function liveProperties(contract: Contract): string[] {
  const own = new Set([...contract.properties, ...contract.methods].map(({ name }) => name));
  const has = memberTest(contract);
  return liveMembersOf(contract.passthrough?.native ?? '').filter((name) => !own.has(name) && has(name));
}

/** Tells whether the control has a member: an input of a few types has fewer than all inputs together. */
function memberTest({ passthrough }: Contract): (member: string) => boolean {
  const types = passthrough?.inputTypes;
  return (member) => types === undefined || inputHas(member, types);
}

/** Events of the control that the element dispatches again, beside those that the contract relays by name. */
export function relayedEvents(contract: Contract): readonly string[] {
  return STAYING[contract.passthrough?.native ?? ''] ?? [];
}

/** True if the element belongs to forms in place of a native control inside. */
export function standsForControl(contract: Contract): boolean {
  // Without a shadow root the control stands in the form itself.
  return (
    contract.form === undefined &&
    contract.encapsulation !== 'none' &&
    CONTROLS.has(contract.passthrough?.native ?? '')
  );
}

/**
 * Attributes (ARIA aside) that reach the control, which can be an element of any of these tags; `onlyTags` leaves out
 * those that `native` brings in for another one.
 */
export function passedAttributes(contract: Contract, tags: Iterable<string>, onlyTags = false): string[] {
  const { passthrough } = contract;
  if (!passthrough) return [];
  // The element itself belongs to the form.
  const kept = new Set([...ownAttributes(contract), ...passthrough.except, 'form']);
  const names = new Set<string>();
  for (const tag of [...(passthrough.native && !onlyTags ? [passthrough.native] : []), ...tags]) {
    for (const name of Object.keys(nativeAttributes(tag))) names.add(name);
    if (tag === 'input' || tag === 'textarea') for (const name of OF_TYPING) names.add(name);
  }
  const has = memberTest(contract);
  return [...names].filter((name) => !kept.has(name) && has(name)).sort();
}

function ownAttributes({ properties }: Contract): Set<string> {
  return new Set(properties.flatMap(({ attribute }) => attribute ?? []));
}

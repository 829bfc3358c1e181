import { pascalCase } from '../contract/names.js';
import type { Contract, ElementEvent } from '../contract/model.js';
import {
  docComment,
  functionSignature,
  memberNote,
  propertyType,
  typeOf,
  type DefinitionName,
} from '../contract/typescript.js';
import { INSIDE_MEMBERS } from '../behavior/inside-members.js';
import { formMembersOf } from '../contract/form-members.js';
import { liveProperties, nativeProperties, nativeType } from '../contract/passed.js';
import { propertyKey, quoted } from '../syntax/literal.js';
import { isNativeElement, standardMember } from '../standards/standards.js';
import type { Placed } from '../view/view-tree.js';

/** Definitions have their plain names in the author's own code. */
const nameOf: DefinitionName = (definition) => pascalCase(definition);

/**
 * The declaration that stands for a contract in the author's code: `import type { Inside, Parcel } from
 * './quay-berth.contract.yaml'`. `behaviorModule` is where the type of the state comes from, `shared` the
 * address of the declarations that all elements share, `placed` the parts as the view has them.
 */
export function authorDeclaration(
  contract: Contract,
  behaviorModule: string | undefined,
  shared: string,
  placed: readonly Placed[] = [],
): string {
  const definitions = Object.entries(contract.definitions).map(
    ([name, schema]) =>
      `${docComment(schema.description)}export type ${nameOf(name)} = ${typeOf(schema, nameOf)};\n`,
  );
  const properties = contract.properties.map((property) => {
    const type = propertyType(property, nameOf);
    const always = property.required || property.kind === 'boolean' || property.default !== undefined;
    const whole = always ? type : `${property.kind === 'function' ? `(${type})` : type} | undefined`;
    return `${docComment(memberNote(property), '  ')}  ${property.name}: ${whole};\n`;
  });
  for (const [attribute, native] of Object.entries(nativeProperties(contract))) {
    properties.push(
      `  /** The attribute "${attribute}" of the control inside. */\n  ${native.property}: ${nativeType(native).read};\n`,
    );
  }
  const live = liveProperties(contract);
  for (const name of live) {
    properties.push(
      `  /** As the control inside has it now. */\n  ${name}: HTMLElementTagNameMap['${contract.passthrough!.native}']['${name}'];\n`,
    );
  }
  const slots = contract.slots.filter(({ each }) => each === undefined);
  const filled = slots.map(({ name }) => `  readonly ${propertyKey(name)}: boolean;\n`);
  const methods = contract.methods.map(
    (method) =>
      `${docComment(memberNote(method), '  ')}  ${method.name}${functionSignature(method, nameOf, ':')};\n`,
  );
  const ofForms = formMembersOf(contract).map((declaration) => `  ${declaration}\n`);
  const events = contract.events.map(
    (event) => `${docComment(event.description, '  ')}  ${quoted(event.name)}: ${detailType(event)};\n`,
  );
  const parts = contract.parts.map(
    ({ name }) => `  readonly ${propertyKey(name)}: ${partType(name, placed)} | undefined;\n`,
  );
  const native = Object.values(nativeProperties(contract)).map(({ property }) => property);
  const own = contract.properties.map(({ name }) => name);
  const inside = [...own, ...native, ...live].filter((name) => !INSIDE_MEMBERS.has(name));
  return [
    `// Made by lastwright from the contract; changes are lost at the next check.\nimport type { InsideOf${behaviorModule ? ', StateOf' : ''} } from ${quoted(shared)};`,
    ...(behaviorModule ? [`import type { state } from ${quoted(behaviorModule)};\n`] : ['']),
    ...definitions,
    `/** The properties of <${contract.tag}>. */\nexport interface Properties {\n${properties.join('')}}\n`,
    `/** Its events, with the type of each one's detail. */\nexport interface Events {\n${events.join('')}}\n`,
    `/** Its parts that are shown now. */\nexport interface Parts {\n${parts.join('')}}\n`,
    `/** Which slots a consumer gave something to. */\nexport interface Filled {\n${filled.join('')}}\n`,
    `/** The element itself. */\nexport interface Host extends ${hostBase(contract)}, Properties {\n  readonly settled: Promise<void>;\n${ofForms.join('')}${methods.join('')}}\n`,
    `/** What the element remembers. */\nexport type State = ${behaviorModule ? 'StateOf<typeof state>' : 'Record<string, never>'};\n`,
    insideInterface(inside),
  ].join('\n');
}

/** The type of a part: that of the elements which carry its name in the view. */
function partType(name: string, placed: readonly Placed[]): string {
  const tags = placed.filter((part) => part.name === name).map((part) => part.tags);
  if (tags.length === 0) return 'HTMLElement';
  if (tags.includes(undefined)) return 'Element';
  const types = tags
    .flatMap((names) => names!)
    .map((tag) => (isNativeElement(tag) ? `HTMLElementTagNameMap[${quoted(tag)}]` : 'HTMLElement'));
  return [...new Set(types)].join(' | ');
}

/** What the element is beside its properties; a property may narrow a standard member's type. */
function hostBase(contract: Contract): string {
  const standard = Object.values(nativeProperties(contract)).filter(({ property }) =>
    standardMember(property),
  );
  if (standard.length === 0) return 'HTMLElement';
  return `Omit<HTMLElement, ${standard.map(({ property }) => quoted(property)).join(' | ')}>`;
}

function detailType(event: ElementEvent): string {
  return event.detail ? typeOf(event.detail, nameOf) : 'undefined';
}

function insideInterface(properties: readonly string[]): string {
  const picked = properties.length > 0 ? `, Pick<Properties, ${properties.map(quoted).join(' | ')}>` : '';
  return `/** What the element's own code works with. */\nexport interface Inside extends InsideOf<Host, State, Parts, Events>${picked} {}\n`;
}

/** Name of the module that all declarations share, in the folder of generated types. */
export const SHARED_TYPES = 'lastwright.d.ts';

/** What is the same for every element. */
export const SHARED_DECLARATION = `// Made by lastwright; changes are lost at the next check.

/** A value that code looks at and never changes in place. */
export type ReadOnly<Value> = Value extends (...values: never[]) => unknown
  ? Value
  : Value extends readonly (infer Item)[]
    ? readonly ReadOnly<Item>[]
    : Value extends Node | Date | Map<unknown, unknown> | Set<unknown>
      ? Value
      : Value extends object
        ? { readonly [Name in keyof Value]: ReadOnly<Value[Name]> }
        : Value;

/** A state whose names can be given new values; a value that is changed in place would not be seen. */
export type StateOf<Initial extends () => object> = {
  -readonly [Name in keyof ReturnType<Initial>]: ReadOnly<ReturnType<Initial>[Name]>;
};

/** An event as it is heard at an element. */
export type HeardAt<Heard, Tag extends keyof HTMLElementTagNameMap> = Heard & {
  readonly currentTarget: HTMLElementTagNameMap[Tag];
};

/** The same where it can come from nothing else. */
export type HeardFrom<Heard, Tag extends keyof HTMLElementTagNameMap> = HeardAt<Heard, Tag> & {
  readonly target: HTMLElementTagNameMap[Tag];
};

/** What the own code of an element works with, beside its properties. */
export interface InsideOf<Host, State, Parts, Events> {
  readonly host: Host;
  readonly state: State;
  readonly parts: Parts;
  readonly internals: ElementInternals;
  /** Dispatches an event of the contract from the host; false if a listener canceled it. */
  emit<Name extends keyof Events>(
    name: Name,
    ...detail: Events[Name] extends undefined ? [] : [detail: Events[Name]]
  ): boolean;
  /** Listens until the element leaves its document, or until the function that comes back is called. */
  listen<Type extends keyof WindowEventMap>(
    target: Window,
    type: Type,
    listener: (event: WindowEventMap[Type]) => unknown,
    options?: AddEventListenerOptions,
  ): () => void;
  listen<Type extends keyof DocumentEventMap>(
    target: Document,
    type: Type,
    listener: (event: DocumentEventMap[Type]) => unknown,
    options?: AddEventListenerOptions,
  ): () => void;
  listen<Type extends keyof HTMLElementEventMap>(
    target: HTMLElement,
    type: Type,
    listener: (event: HTMLElementEventMap[Type]) => unknown,
    options?: AddEventListenerOptions,
  ): () => void;
  listen(
    target: EventTarget,
    type: string,
    listener: (event: Event) => unknown,
    options?: AddEventListenerOptions,
  ): () => void;
}

/** What a view can repeat. Arrays come first: the compiler knows them without looking into each one's members. */
export type List = readonly unknown[] | Iterable<unknown>;

/** The items of a list; what is no list counts as one of anything, since that is told elsewhere. */
export function each<Items>(
  items: Items,
): Iterable<
  NonNullable<Items> extends readonly (infer Item)[]
    ? Item
    : NonNullable<Items> extends Iterable<infer Item>
      ? Item
      : any
>;

/** A value that must have a type, or be missing. */
export function given<Wanted>(value: Wanted | null | undefined): void;

/** A key that a view computes. */
export function memberKey<Key>(key: Key): Key;

/** A function that does not look at the element's inside need not take it. */
export function called<Code extends (...values: never[]) => unknown>(
  code: Code,
): Parameters<Code> extends [] ? (inside: unknown) => ReturnType<Code> : Code;
`;

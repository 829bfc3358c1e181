import { takenValues } from '../behavior/taken-values.js';
import type { Contract, Method, Property } from '../contract/model.js';
import { isEmitted } from '../contract/implementation.js';
import { formMembersOf } from '../contract/form-members.js';
import { liveProperties, nativeProperties, nativeType } from '../contract/passed.js';
import type { LibraryElement } from '../library/library-element.js';
import { quoted } from '../syntax/literal.js';
import {
  docComment,
  functionSignature,
  memberNote,
  packageDefinitionName,
  propertyType,
  typeOf,
  type DefinitionName,
} from '../contract/typescript.js';

/** Declarations of the module that only exports an element's class: the class, its events, its definitions. */
export function classDeclaration({
  contract,
  behavior,
  folder,
}: Pick<LibraryElement, 'contract' | 'behavior' | 'folder'>): string {
  const nameOf = packageDefinitionName(contract);
  const { className } = contract;
  const definitions = Object.entries(contract.definitions).map(
    ([name, schema]) =>
      `${docComment(schema.description)}export type ${nameOf(name)} = ${typeOf(schema, nameOf)};\n`,
  );
  const events = contract.events.map(
    ({ name, detail, relay, ...standing }) =>
      `${docComment(memberNote(standing), '  ')}  ${quoted(name)}: ${relay === undefined ? `CustomEvent<${detail ? typeOf(detail, nameOf) : 'undefined'}>` : 'Event'};\n`,
  );
  /** The type of what a slot gives: a property's own, a function's parameters; what the state holds is not known here. */
  const givenType = (name: string): string => {
    const property = contract.properties.find((other) => other.name === name);
    if (property) return `Readonly<${propertyType(property, nameOf)}>`;
    if (!folder.behavior || behavior?.exports.get(name)?.kind !== 'function') return 'unknown';
    const taken = takenValues(folder.behavior.file, folder.behavior.text, name)?.map(
      ({ name: value, type, optional }) => `${value}${optional ? '?' : ''}: ${type}`,
    );
    return `(${taken?.join(', ') ?? '...values: any[]'}) => unknown`;
  };
  const giving = contract.slots.filter(({ gives }) => gives.length > 0);
  if (giving.length > 0) {
    const given = giving.map(({ name, gives }) => {
      const data = gives.map((member) => `${quoted(member)}: ${givenType(member)}`);
      return `{ slot: ${quoted(name)}; data: { ${data.join('; ')} } }`;
    });
    events.push(
      `  /** What slots hand to their content. */\n  'slot-given': CustomEvent<${given.join(' | ')}>;\n`,
    );
  }
  const members = [
    ...contract.properties.map((property) => propertyDeclaration(property, nameOf)),
    ...contract.methods.map((method) => methodDeclaration(method, nameOf)),
    ...nativeDeclarations(contract),
    ...formMembersOf(contract).map((declaration) => `  ${declaration}\n`),
    ...(isEmitted(contract) ? [SETTLED] : []),
    ...['addEventListener', 'removeEventListener'].flatMap((name) => listenerDeclarations(name, contract)),
  ];
  const map =
    events.length > 0
      ? [
          `/** The events of <${contract.tag}>, by name. */\nexport interface ${className}EventMap {\n${events.join('')}}\n`,
        ]
      : [];
  return [
    ...definitions,
    ...map,
    `${docComment(contract.description ?? contract.summary)}export class ${className} extends HTMLElement {\n${members.join('\n')}}\n`,
  ].join('\n');
}

/** Declarations of the module that registers an element: the class, and what `document.createElement` gives. */
export function elementDeclaration(contract: Contract): string {
  const { className, tag } = contract;
  return (
    `import { ${className} } from '../classes/${tag}.js';\n` +
    `export * from '../classes/${tag}.js';\n\n` +
    `declare global {\n  interface HTMLElementTagNameMap {\n    ${quoted(tag)}: ${className};\n  }\n}\n`
  );
}

/** What `native` brings in: properties that reflect attributes of the control, and those that it holds itself. */
function nativeDeclarations(contract: Contract): string[] {
  if (!isEmitted(contract)) return [];
  const native = contract.passthrough?.native;
  const reflected = Object.entries(nativeProperties(contract)).map(([attribute, native]) => {
    const { read, written } = nativeType(native);
    return `  /** The attribute "${attribute}" of the control inside. */\n  get ${native.property}(): ${read};\n  set ${native.property}(value: ${written} | undefined);\n`;
  });
  const live = liveProperties(contract).map(
    (name) =>
      `  /** As the control inside has it now. */\n  get ${name}(): HTMLElementTagNameMap['${native}']['${name}'];\n  set ${name}(value: HTMLElementTagNameMap['${native}']['${name}']);\n`,
  );
  return [...live, ...reflected];
}

const SETTLED =
  '  /** Resolves when the view shows every change made so far. */\n  get settled(): Promise<void>;\n';

function propertyDeclaration(property: Property, nameOf: DefinitionName): string {
  const { name, required, kind, default: given } = property;
  const type = propertyType(property, nameOf);
  const nullable = kind === 'function' ? `(${type}) | undefined` : `${type} | undefined`;
  const always = required || kind === 'boolean' || given !== undefined;
  const note =
    given === undefined || kind === 'boolean'
      ? memberNote(property)
      : memberNote(property, `Default: ${JSON.stringify(given)}`);
  return `${docComment(note, '  ')}  get ${name}(): ${always ? type : nullable};\n  set ${name}(value: ${nullable});\n`;
}

function methodDeclaration(method: Method, nameOf: DefinitionName): string {
  return `${docComment(memberNote(method), '  ')}  ${method.name}${functionSignature(method, nameOf, ':')};\n`;
}

function listenerDeclarations(name: string, { className, events, slots }: Contract): string[] {
  if (events.length === 0 && slots.every(({ gives }) => gives.length === 0)) return [];
  const options =
    name === 'addEventListener' ? 'boolean | AddEventListenerOptions' : 'boolean | EventListenerOptions';
  const overload = (map: string): string =>
    `  ${name}<Type extends keyof ${map}>(\n    type: Type,\n    listener: (this: ${className}, event: ${map}[Type]) => unknown,\n    options?: ${options},\n  ): void;\n`;
  return [
    overload(`${className}EventMap`) +
      overload('HTMLElementEventMap') +
      `  ${name}(type: string, listener: EventListenerOrEventListenerObject, options?: ${options}): void;\n`,
  ];
}

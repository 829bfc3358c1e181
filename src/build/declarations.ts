import type { Contract, Method, Property } from '../contract/model.js';
import { pascalCase } from '../contract/names.js';
import { quoted } from '../literal.js';
import { docComment, packageDefinitionName, typeOf, type DefinitionName } from '../contract/typescript.js';

/** Declarations of the module that only exports an element's class: the class, its events, its definitions. */
export function classDeclaration(contract: Contract): string {
  const nameOf = packageDefinitionName(contract);
  const { className } = contract;
  const definitions = Object.entries(contract.definitions).map(
    ([name, schema]) =>
      `${docComment(schema.description)}export type ${nameOf(name)} = ${typeOf(schema, nameOf)};\n`,
  );
  const events = contract.events.map(
    ({ name, description, detail }) =>
      `${docComment(description, '  ')}  ${quoted(name)}: CustomEvent<${detail ? typeOf(detail, nameOf) : 'undefined'}>;\n`,
  );
  const members = [
    ...contract.properties.map((property) => propertyDeclaration(property, nameOf)),
    ...contract.methods.map((method) => methodDeclaration(method, nameOf)),
    ...(contract.wraps === undefined ? [SETTLED] : []),
    ...['addEventListener', 'removeEventListener'].flatMap((name) => listenerDeclarations(name, contract)),
  ];
  const map =
    contract.events.length > 0
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

const SETTLED =
  '  /** Resolves when the view shows every change made so far. */\n  get settled(): Promise<void>;\n';

function propertyDeclaration(
  { name, description, schema, required, kind, default: given }: Property,
  nameOf: DefinitionName,
): string {
  const type = typeOf(schema, nameOf);
  const always = required || kind === 'boolean' || given !== undefined;
  const note =
    given === undefined || kind === 'boolean'
      ? description
      : [description, `Default: ${JSON.stringify(given)}`].filter(Boolean).join('\n');
  return `${docComment(note, '  ')}  get ${name}(): ${always ? type : `${type} | undefined`};\n  set ${name}(value: ${type} | undefined);\n`;
}

function methodDeclaration(
  { name, description, parameters, returns }: Method,
  nameOf: DefinitionName,
): string {
  const list = parameters.map(
    ({ name: parameter, schema, optional }) =>
      `${parameter}${optional ? '?' : ''}: ${typeOf(schema, nameOf)}`,
  );
  return `${docComment(description, '  ')}  ${name}(${list.join(', ')}): ${returns ? typeOf(returns, nameOf) : 'void'};\n`;
}

function listenerDeclarations(name: string, { className, events }: Contract): string[] {
  if (events.length === 0) return [];
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

/** The name under which the author's own code sees a definition. */
export function authorDefinitionName(definition: string): string {
  return pascalCase(definition);
}

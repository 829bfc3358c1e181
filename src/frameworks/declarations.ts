import type { Contract, ElementEvent, Property } from '../contract/model.js';
import { docComment, memberNote } from '../contract/typescript.js';
import { isNativeEvent } from '../standards/standards.js';
import { quoted } from '../syntax/literal.js';

/** Attributes that every form-associated element has beside its own (HTML, section 4.13.3). */
const OF_FORMS: readonly (readonly [name: string, type: string, note: string])[] = [
  ['name', 'string', 'The name under which a form gets the value.'],
  ['form', 'string', 'The id of the form that it belongs to, where it stands outside of it.'],
  ['disabled', 'boolean', 'Whether the form leaves it out.'],
];

/** The module of a package from which the declarations for all frameworks take what contracts say. */
export const CONTRACT_DECLARATIONS = './contract.js';

/**
 * What the contracts of a package say, for the declarations of every framework: for each element what consumers give it
 * (`QuayBerthProperties`), the attributes that are called otherwise (`QuayBerthAttributes`), and the custom properties that
 * it takes in a style (`QuayBerthStyle`).
 */
export function contractDeclarations(contracts: readonly Contract[]): string {
  return contracts
    .map((contract) => {
      const { tag, className, properties, cssProperties } = contract;
      const given = properties.map(
        (property) =>
          `${docComment(memberNote(property), '  ')}  ${property.name}${property.required ? '' : '?'}: ${className}['${property.name}']${property.required ? '' : ' | undefined'};\n`,
      );
      const attributes = properties
        .filter(({ name, attribute }) => attribute !== undefined && attribute !== name)
        .map(
          (property) =>
            `${docComment(memberNote(property), '  ')}  ${quoted(property.attribute!)}?: ${attributeType(property)} | undefined;\n`,
        );
      const own = new Set(properties.map(({ name }) => name));
      const ofForms = contract.form
        ? OF_FORMS.filter(([name]) => !own.has(name)).map(
            ([name, type, note]) => `${docComment(note, '  ')}  ${name}?: ${type} | undefined;\n`,
          )
        : [];
      const style = cssProperties.map(
        (property) =>
          `${docComment(memberNote(property), '  ')}  ${quoted(property.name)}?: string | number | undefined;\n`,
      );
      return [
        `import type { ${className} } from '../classes/${tag}.js';`,
        '',
        `/** What <${tag}> is given. */`,
        `export interface ${className}Properties {\n${given.join('')}}`,
        '',
        `/** Attributes of <${tag}> that are not called like its properties. */`,
        `export interface ${className}Attributes {\n${[...attributes, ...ofForms].join('')}}`,
        '',
        `/** Custom properties that <${tag}> takes in a style. */`,
        `export interface ${className}Style {\n${style.join('')}}`,
        '',
      ].join('\n');
    })
    .join('\n');
}

function attributeType({ kind, schema }: Property): string {
  if (kind === 'number') return 'number | `${number}`';
  if (kind === 'boolean') return "boolean | ''";
  if (kind === 'enum') return (schema.enum ?? []).map((one) => quoted(String(one))).join(' | ');
  return 'string';
}

/** How a framework declares the use of an element in its templates. */
export interface UseDialect {
  /** The type of the attributes that every element has, or those of one native element. */
  native(tag: string | undefined, className: string): string;
  /** Names of native attributes that are declared anew, as a union of string literals. */
  replaced: string;
  /** Lines beside the properties: the reference, the style. */
  more(contract: Contract): string[];
  /** The type of the properties that templates can give; all of them where nothing is said. */
  given?(contract: Contract): string;
  /** How a property is called in a template, beside its own name; undefined where its own name is all. */
  propertyAlso?(name: string): string;
  /** True if the framework says apart which properties must be given, since each has two names. */
  requiredApart?: boolean;
  /** How the listener of an event is called in a template; undefined where templates cannot listen. */
  listener?(event: string): string;
}

/** One named interface for the use of each element, so that diagnostics read well. */
export function useInterfaces(contracts: readonly Contract[], dialect: UseDialect): string {
  return contracts
    .map((contract) => {
      const { tag, className, properties, passthrough } = contract;
      const native = dialect.native(passthrough?.native, className);
      const also = dialect.propertyAlso;
      const again = also
        ? properties.map(
            (property) =>
              `${docComment(memberNote(property), '  ')}  ${quoted(also(property.name))}?: ${className}['${property.name}'] | undefined;`,
          )
        : [];
      const listeners = dialect.listener
        ? contract.events.map((event) => listenerOf(event, contract, dialect.listener!(event.name)))
        : [];
      // What an event of the contract says replaces what the event of that name is everywhere else.
      const redefined = dialect.listener
        ? contract.events
            .filter(({ name }) => isNativeEvent(name))
            .map(({ name }) => ` | ${quoted(dialect.listener!(name))}`)
        : [];
      const all = dialect.given?.(contract) ?? `${className}Properties`;
      const given = dialect.requiredApart ? `Partial<${all}>` : all;
      return [
        docComment(contract.description ?? contract.summary ?? `The use of <${tag}>.`).trimEnd(),
        `export interface ${className}Use`,
        `  extends Omit<${native}, keyof ${className}Properties | keyof ${className}Attributes | ${dialect.replaced}${redefined.join('')}>,`,
        `    ${given},`,
        `    ${className}Attributes {`,
        ...dialect.more(contract).map((line) => `  ${line}`),
        ...again,
        ...listeners,
        '}',
        '',
      ].join('\n');
    })
    .join('\n');
}

function listenerOf(event: ElementEvent, { className }: Contract, name: string): string {
  const type = `${className}EventMap[${quoted(event.name)}] & { readonly currentTarget: ${className} }`;
  return `${docComment(memberNote(event), '  ')}  ${quoted(name)}?: ((event: ${type}) => void) | undefined;`;
}

/**
 * The attributes of a native element whose events are heard at an element of the library: `of` are the listeners of any element,
 * by the type of what they are heard at.
 */
export function heardAtHost(native: string, of: string, className: string): string {
  return `Omit<${native}, keyof ${of}<HTMLElement>> & ${of}<${className}>`;
}

/** Imports of what the interfaces are made from. */
export function useImports(contracts: readonly Contract[], listens: boolean): string {
  const all = contracts.map(
    ({ className }) => `${className}Attributes, ${className}Properties, ${className}Style`,
  );
  return [
    ...contracts.map(({ className, tag, events }) => {
      const names = [className, ...(listens && events.length > 0 ? [`${className}EventMap`] : [])];
      return `import type { ${names.join(', ')} } from '../classes/${tag}.js';`;
    }),
    `import type { ${all.join(', ')} } from ${quoted(CONTRACT_DECLARATIONS)};`,
  ].join('\n');
}

/** `'quay-berth': QuayBerthUse;` for every element, indented. */
export function tagEntries(contracts: readonly Contract[], spaces: number): string {
  return contracts
    .map(({ tag, className }) => `${' '.repeat(spaces)}${quoted(tag)}: ${className}Use;`)
    .join('\n');
}

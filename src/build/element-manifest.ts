import type { Contract, Described, Property } from '../contract/model.js';
import { nativeProperties } from '../contract/passed.js';
import type { JsonSchema } from '../contract/schema.js';
import { elementModule } from './package-manifest.js';
import { packageDefinitionName, propertyType, typeOf } from '../contract/typescript.js';

/** The package's `custom-elements.json`, in the open community schema that editors and catalogs read. */
export function elementManifest(contracts: readonly Contract[]): string {
  const modules = contracts.flatMap((contract) => {
    const { tag, className } = contract;
    const classPath = `classes/${tag}.js`;
    const reference = { name: className, module: classPath };
    return [
      {
        kind: 'javascript-module',
        path: classPath,
        declarations: [classOf(contract)],
        exports: [{ kind: 'js', name: className, declaration: reference }],
      },
      {
        kind: 'javascript-module',
        path: elementModule(tag),
        exports: [
          { kind: 'js', name: className, declaration: reference },
          { kind: 'custom-element-definition', name: tag, declaration: reference },
        ],
      },
    ];
  });
  return `${JSON.stringify({ schemaVersion: '1.0.0', readme: '', modules }, null, 2)}\n`;
}

/** What the schema says of any member: name, description, whether it is on its way out. */
function about({
  name,
  description,
  deprecated,
}: Pick<Described, 'name' | 'description' | 'deprecated'>): object {
  return { name, description, deprecated };
}

function classOf(contract: Contract): object {
  const nameOf = packageDefinitionName(contract);
  const typed = (schema: JsonSchema | undefined) => (schema ? { text: typeOf(schema, nameOf) } : undefined);
  const text = (value: unknown) => (value === undefined ? undefined : JSON.stringify(value));
  const value = (property: Property) => ({
    type: { text: propertyType(property, nameOf) },
    default: text(property.default),
  });
  const native = Object.entries(nativeProperties(contract));
  return {
    kind: 'class',
    name: contract.className,
    tagName: contract.tag,
    customElement: true,
    summary: contract.summary,
    description: contract.description,
    deprecated: contract.deprecated,
    superclass: { name: 'HTMLElement' },
    attributes: [
      ...contract.properties
        .filter(({ attribute }) => attribute !== undefined)
        .map((property) => ({
          ...about(property),
          name: property.attribute,
          fieldName: property.name,
          ...value(property),
        })),
      ...native.map(([name, { property, type }]) => ({ name, fieldName: property, type: { text: type } })),
    ],
    members: [
      ...contract.properties.map((property) => ({
        kind: 'field',
        ...about(property),
        ...value(property),
        attribute: property.attribute,
        reflects: property.reflect || undefined,
      })),
      ...native.map(([attribute, { property, type }]) => ({
        kind: 'field',
        name: property,
        type: { text: type },
        attribute,
        reflects: true,
      })),
      ...contract.methods.map((method) => ({
        kind: 'method',
        ...about(method),
        parameters: method.parameters.map(({ name, schema, optional }) => ({
          name,
          type: typed(schema),
          optional: optional || undefined,
        })),
        return: method.returns ? { type: typed(method.returns) } : undefined,
      })),
    ],
    events: contract.events.map((event) => ({
      ...about(event),
      type: {
        text:
          event.relay === undefined
            ? `CustomEvent<${event.detail ? typeOf(event.detail, nameOf) : 'undefined'}>`
            : 'Event',
      },
    })),
    slots: contract.slots.map((slot) => ({ ...about(slot), name: slot.name === 'default' ? '' : slot.name })),
    cssParts: contract.parts.map(about),
    cssStates: contract.states.map(about),
    cssProperties: contract.cssProperties.map((property) => ({
      ...about(property),
      syntax: property.syntax,
      default: property.initial,
    })),
  };
}

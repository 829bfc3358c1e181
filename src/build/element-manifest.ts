import type { Contract, Described, Property, Slot } from '../contract/model.js';
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
    events: [
      ...contract.events.map((event) => ({
        ...about(event),
        type: {
          text:
            event.relay === undefined
              ? `CustomEvent<${event.detail ? typeOf(event.detail, nameOf) : 'undefined'}>`
              : 'Event',
        },
        bubbles: event.relay === undefined ? event.bubbles : undefined,
        composed: event.relay === undefined ? event.composed : undefined,
        cancelable: event.cancelable || undefined,
      })),
      ...givenEvents(contract),
    ],
    slots: contract.slots.map(slotOf),
    cssParts: contract.parts.map(about),
    cssStates: contract.states.map(about),
    cssProperties: contract.cssProperties.map((property) => ({
      ...about(property),
      syntax: property.syntax,
      default: property.initial,
    })),
  };
}

/** The event by which slots hand data to their content, where some do. */
function givenEvents({ slots }: Contract): object[] {
  const giving = slots.filter(({ gives }) => gives.length > 0);
  if (giving.length === 0) return [];
  const given = giving.map(({ name, gives }) => `"${name}" (${gives.join(', ')})`);
  const description = `Sent after each drawing with what slots hand to their content: ${given.join(', ')}.`;
  return [{ name: 'slot-given', description, type: { text: 'CustomEvent<{ slot: string; data: object }>' } }];
}

/** A slot; one for each item of an array says of which, and how each is named. */
function slotOf({ name, each, key, gives, ...described }: Slot): object {
  const slot = { ...about({ name, ...described }), name: name === 'default' ? '' : name };
  const more = gives.length > 0 ? { gives } : {};
  if (each === undefined) return { ...slot, ...more };
  const named = key === undefined ? '' : `, named "${name}-" and its ${key}`;
  const note = `One for each item of ${each}${named}.`;
  return {
    ...slot,
    description: [described.description, note].filter(Boolean).join(' '),
    each,
    key,
    ...more,
  };
}

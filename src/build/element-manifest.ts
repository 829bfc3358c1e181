import type { Contract, Property } from '../contract/model.js';
import { packageDefinitionName, typeOf } from '../contract/typescript.js';

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
        path: `elements/${tag}.js`,
        exports: [
          { kind: 'js', name: className, declaration: reference },
          { kind: 'custom-element-definition', name: tag, declaration: reference },
        ],
      },
    ];
  });
  return `${JSON.stringify({ schemaVersion: '1.0.0', readme: '', modules }, null, 2)}\n`;
}

function classOf(contract: Contract): object {
  const nameOf = packageDefinitionName(contract);
  const named = ({ name, description }: { name: string; description: string | undefined }) => ({
    name,
    description,
  });
  const typed = (schema: Property['schema'] | undefined) =>
    schema ? { text: typeOf(schema, nameOf) } : undefined;
  const text = (value: unknown) => (value === undefined ? undefined : JSON.stringify(value));
  return {
    kind: 'class',
    name: contract.className,
    tagName: contract.tag,
    customElement: true,
    summary: contract.summary,
    description: contract.description,
    superclass: { name: 'HTMLElement' },
    attributes: contract.properties
      .filter(({ attribute }) => attribute !== undefined)
      .map(({ name, attribute, description, schema, default: given }) => ({
        name: attribute,
        fieldName: name,
        description,
        type: typed(schema),
        default: text(given),
      })),
    members: [
      ...contract.properties.map(({ name, attribute, reflect, description, schema, default: given }) => ({
        kind: 'field',
        name,
        description,
        type: typed(schema),
        default: text(given),
        attribute,
        reflects: reflect || undefined,
      })),
      ...contract.methods.map(({ name, description, parameters, returns }) => ({
        kind: 'method',
        name,
        description,
        parameters: parameters.map(({ name: parameter, schema, optional }) => ({
          name: parameter,
          type: typed(schema),
          optional: optional || undefined,
        })),
        return: returns ? { type: typed(returns) } : undefined,
      })),
    ],
    events: contract.events.map(({ name, description, detail }) => ({
      name,
      description,
      type: { text: `CustomEvent<${detail ? typeOf(detail, nameOf) : 'undefined'}>` },
    })),
    slots: contract.slots.map(({ name, description }) => ({
      name: name === 'default' ? '' : name,
      description,
    })),
    cssParts: contract.parts.map(named),
    cssProperties: contract.cssProperties.map(({ name, description, syntax, initial }) => ({
      name,
      description,
      syntax,
      default: initial,
    })),
  };
}

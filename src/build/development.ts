import type { Contract, Property, Slot } from '../contract/model.js';
import { followReference, usedDefinitions } from '../contract/references.js';
import { literal, quoted } from '../syntax/literal.js';

/** The folder of the modules that only development builds of consumers load (the export condition `development`). */
export const DEVELOPMENT = 'development';

/**
 * The modules that warn while a consumer develops: each makes the element's class tell what goes wrong, before the
 * production module registers it. `uses` are the tags of the library's elements that its view has.
 */
export function developmentModules(
  contract: Contract,
  uses: readonly string[],
): [path: string, text: string][] {
  const { tag, className } = contract;
  const inspected = [
    `import { inspect } from './inspect.js';`,
    `import { ${className} } from '../classes/${tag}.js';`,
    '',
    `inspect(${className}, ${literal(promisesOf(contract))});`,
    '',
    `export { ${className} };`,
    '',
  ];
  const registering = [
    ...[tag, ...uses].map((name) => `import ${quoted(`./${name}.class.js`)};`),
    '',
    `export * from '../elements/${tag}.js';`,
    '',
  ];
  return [
    [`${DEVELOPMENT}/${tag}.class.js`, inspected.join('\n')],
    [`${DEVELOPMENT}/${tag}.js`, registering.join('\n')],
  ];
}

/** The module that registers all elements with their warnings. */
export function developmentIndex(tags: readonly string[]): string {
  return `${tags.map((tag) => `import './${tag}.class.js';`).join('\n')}\n\nexport * from '../index.js';\n`;
}

function promisesOf({ tag, properties, slots, definitions }: Contract): object {
  return {
    tag,
    required: properties.filter(({ required }) => required).map(({ name, attribute }) => [name, attribute]),
    properties: Object.fromEntries(properties.map((property) => [property.name, allowed(property)])),
    definitions: usedDefinitions(
      properties.map(({ schema }) => schema),
      definitions,
    ),
    templates: Object.fromEntries(
      slots.flatMap((slot) => {
        const names = namesFor(slot, properties, definitions);
        return names ? [[slot.name, names]] : [];
      }),
    ),
  };
}

/** What a property may be, and what is taken instead of anything else. */
function allowed({ kind, instance, attribute, schema, default: given }: Property): object {
  return {
    kind: instance ?? kind,
    ...(attribute === undefined ? {} : { attribute }),
    type: schema,
    otherwise: given === undefined ? 'nothing' : `its default ${JSON.stringify(given)}`,
  };
}

/** Names that a template for a slot can show; undefined where any may be right. */
function namesFor(
  { each, gives }: Slot,
  properties: readonly Property[],
  definitions: Contract['definitions'],
): string[] | undefined {
  if (each === undefined) return gives.length > 0 ? gives : undefined;
  const list = properties.find(({ name }) => name === each)?.schema;
  const item = list?.items && followReference(list.items, definitions);
  // Members that the type does not name can be there as well.
  if (item?.additionalProperties !== undefined && item.additionalProperties !== false) return undefined;
  return item?.properties ? [...Object.keys(item.properties), 'item', 'index'] : undefined;
}

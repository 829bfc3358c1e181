import { Document, isMap, type Node, type Pair } from 'yaml';
import type { Contract } from '../contract/model.js';
import { PLAIN } from '../contract/yaml-nodes.js';
import { schemaLine } from '../scaffold/schema-line.js';
import { valueFrom } from '../verify/values.js';
import { PRINT } from './write-yaml.js';

/** A first sample: what must be given has a value of its type, and each slot a word. */
export function sampleText(contract: Contract, folder: string): string {
  const properties = Object.fromEntries(
    contract.properties
      .filter(({ required, kind }) => required && kind !== 'instance' && kind !== 'function')
      .map(({ name, schema }) => [name, valueFrom(schema, contract.definitions, 0)]),
  );
  // White space that markup has between nodes belongs to the unnamed slot: beside a paragraph it shows nowhere.
  const content = contract.slots.length > 1 ? '<p>Content</p>' : 'Content';
  // Functions that must be given record their calls, and give back something of the right type.
  const callbacks = Object.fromEntries(
    contract.properties
      .filter(({ required, kind }) => required && kind === 'function')
      .map(({ name, function: type }) => [
        name,
        (type?.returns && valueFrom(type.returns, contract.definitions, 0)) ?? null,
      ]),
  );
  const slots = Object.fromEntries(
    contract.slots.map(({ name }) => [name, name === 'default' ? content : `<span>${name}</span>`]),
  );
  const sample = {
    sample: 'As it is',
    ...(Object.keys(properties).length > 0 ? { properties } : {}),
    ...(Object.keys(callbacks).length > 0 ? { callbacks } : {}),
    ...(Object.keys(slots).length > 0 ? { slots } : {}),
  };
  const document = new Document([sample], PLAIN);
  const [only] = (document.contents as unknown as { items: Node[] }).items;
  if (isMap(only))
    for (const { value } of only.items as Pair<Node, Node>[]) if (isMap(value)) value.flow = true;
  return schemaLine('samples', folder) + document.toString(PRINT);
}

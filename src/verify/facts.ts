import type { LibraryElement } from '../library/library-element.js';
import { registeringModule } from '../build/package-manifest.js';
import { isEmitted } from '../contract/implementation.js';
import type { Library } from '../library/open-library.js';
import { camelCase } from '../contract/names.js';
import type { Contract, Sample } from '../contract/model.js';
import { passedAttributes, relayedEvents, standsForControl } from '../contract/passed.js';
import type { ElementFacts } from './facet.js';
import type { BoundProperty, Scene } from '../frameworks/scene.js';
import { Callback } from '../frameworks/scene.js';
import { isNativeEvent } from '../standards/standards.js';
import { intoSlot, parseContent, tagsIn } from './content.js';
import { passedToTry } from './passed-attributes.js';
import { valuesOf } from './values.js';

/** What facets are derived from, for one element of a library; `tags` are those of all its elements. */
export function factsOf(
  { contract, samples, tree }: LibraryElement,
  { name: libraryName, strictPolicy }: Pick<Library, 'name' | 'strictPolicy'>,
  tags: ReadonlySet<string>,
): ElementFacts {
  const values = valuesOf(contract, samples);
  const conditionalNames = (placed: readonly { name: string; conditional: boolean }[] = []): Set<string> => {
    const always = new Set(placed.filter(({ conditional }) => !conditional).map(({ name }) => name));
    return new Set(placed.map(({ name }) => name).filter((name) => !always.has(name)));
  };
  const bind = (name: string, value: unknown): BoundProperty => ({
    name,
    attribute: contract.properties.find((property) => property.name === name)?.attribute,
    value,
  });

  const controlTags = [...(tree?.controlTags ?? [])];
  const inContent = ({ content = [], lateContent = [] }: Partial<Scene>): string[] =>
    tagsIn([...content, ...lateContent]).filter((tag) => tags.has(tag) && tag !== contract.tag);
  const scene = (parts: Partial<Scene>): Scene => {
    const given = new Set(parts.properties?.map(({ name }) => name));
    const written = new Set(Object.keys(parts.attributes ?? {}));
    const required = contract.properties
      .filter(
        ({ name, required: needed, attribute }) =>
          needed && !given.has(name) && !written.has(attribute ?? ''),
      )
      .map(({ name }) => bind(name, values[name]?.first));
    return {
      tag: contract.tag,
      variable: variableName(contract),
      light: contract.encapsulation === 'none',
      register: [contract.tag, ...inContent(parts)].map((tag) => registeringModule(libraryName, tag)),
      attributes: {},
      content: [],
      lateContent: [],
      events: [],
      removable: false,
      staged: true,
      plain: false,
      ...parts,
      properties: [...required, ...(parts.properties ?? [])],
    };
  };

  const contentFor = (slot: string, marker?: string) => {
    const sampled =
      marker === undefined && samples.find((sample) => sample.slots?.[slot] !== undefined)?.slots?.[slot];
    const own = sampled ? parseContent(sampled) : [];
    const nodes =
      own.length > 0 ? own : [{ tag: 'span', attributes: {}, children: [marker ?? `For ${slot}`] }];
    return intoSlot(nodes, slot);
  };

  const sampleScene = (sample: Sample): Scene => {
    const properties = [
      ...Object.entries(sample.properties ?? {}),
      ...Object.entries(sample.callbacks ?? {}).map(
        ([name, returns]) => [name, new Callback(name, returns)] as const,
      ),
    ].map(([name, value]) => bind(name, value));
    const setLater = new Set((sample.steps ?? []).flatMap(({ set }) => Object.keys(set ?? {})));
    for (const name of setLater) {
      if (properties.some((property) => property.name === name)) continue;
      const property = contract.properties.find((candidate) => candidate.name === name);
      properties.push(bind(name, property?.required ? values[name]?.first : property?.default));
    }
    return scene({
      properties,
      content: Object.entries(sample.slots ?? {}).flatMap(([slot, html]) =>
        slotNames(slot, sample, contract).flatMap((name) => intoSlot(parseContent(html), name)),
      ),
      events: contract.events.map(({ name }) => name),
    });
  };

  return {
    contract,
    values,
    samples,
    uses: tagsIn(
      samples.flatMap(({ slots = {} }) => Object.values(slots).flatMap((html) => parseContent(html))),
    ).filter((tag) => tags.has(tag)),
    conditional: { slots: conditionalNames(tree?.slots), parts: conditionalNames(tree?.parts) },
    passed: passedToTry(
      passedAttributes(contract, controlTags).filter((name) => !tree?.written.has(name)),
      [...(contract.passthrough?.native ? [contract.passthrough.native] : []), ...controlTags],
      !isEmitted(contract),
    ),
    relayed: contract.passthrough ? relayedEvents(contract) : [],
    standsForControl: standsForControl(contract),
    nativeEvents: new Set(contract.events.map(({ name }) => name).filter(isNativeEvent)),
    wrapped: !isEmitted(contract),
    foreign: contract.implementation.kind === 'registered',
    // What is built from a view needs nothing that a page forbids; of a class nobody knows it unless somebody says so.
    strictPolicy: contract.strictPolicy ?? strictPolicy ?? contract.implementation.kind === 'view',
    scene,
    contentFor,
    sampleScene,
  };
}

/** The slots that a sample's content is for: of a keyed slot, that of each item in the sample's list. */
function slotNames(name: string, { properties = {} }: Sample, { slots }: Contract): string[] {
  const slot = slots.find((one) => one.name === name);
  if (slot?.each === undefined) return [name];
  const items = properties[slot.each];
  const keys = (Array.isArray(items) ? (items as Record<string, unknown>[]) : []).map(
    (item) => item[slot.key!],
  );
  return keys.map((key) => `${name}-${String(key)}`);
}

/** `berth` for `quay-berth`. */
function variableName({ tag }: Contract): string {
  const name = camelCase(tag.slice(tag.indexOf('-') + 1).replace(/[^a-z0-9-]/g, '')) || 'element';
  return /^[a-z]/.test(name) ? name : `element${name}`;
}

import type { Contract, Property, Sample } from '../contract/model.js';
import { Callback, type BoundProperty, type Scene } from '../frameworks/scene.js';
import type { ElementFacts } from '../verify/facet.js';
import { intoSlot, parseContent } from '../verify/content.js';
import type { StateRequest } from './shapes.js';

/** An element as somebody set it up on the page: a sample, and what was turned since. */
type LiveState = Pick<StateRequest, 'sample' | 'values' | 'slots'>;

/** What stands for a sample where an element has none. */
const PLAIN: Sample = { sample: 'As it is' };

/** The samples that the page shows: the author's, or one that gives nothing but what must be given. */
export function samplesOf({ samples }: Pick<ElementFacts, 'samples'>): readonly Sample[] {
  return samples.length > 0 ? samples : [PLAIN];
}

/** Values that the page can turn: all but those of functions and of instances, which are no data. */
export function isTurned({ kind }: Property): boolean {
  return kind !== 'function' && kind !== 'instance';
}

/** All values of an element in a state, by property: given, turned, by default. */
export function valuesIn(facts: ElementFacts, state: LiveState): Record<string, unknown> {
  const given = givenIn(facts, state);
  return Object.fromEntries(
    facts.contract.properties
      .filter(isTurned)
      .map(({ name, default: otherwise }) => [name, name in given ? given[name] : otherwise]),
  );
}

function givenIn(facts: ElementFacts, { sample, values }: LiveState): Record<string, unknown> {
  const { properties = {} } = samplesOf(facts)[sample] ?? PLAIN;
  const required = facts.contract.properties
    .filter(({ required, name }) => required && !(name in properties))
    .map(({ name }) => [name, facts.values[name]?.first]);
  return { ...Object.fromEntries(required), ...properties, ...values };
}

/** The scene that runs in a cell: whatever has a value is bound, so that it can be turned through the framework's own state. */
export function liveScene(facts: ElementFacts, state: LiveState): Scene {
  const given = valuesIn(facts, state);
  const written = new Set(Object.keys(needed(facts, state)));
  const bound = Object.entries(given)
    .filter(([, value]) => value !== undefined)
    // What the sample does not give is no attribute in markup: only script sets it, to what it is already.
    .map(([name, value]) => ({
      ...bind(facts.contract, name, value),
      ...(written.has(name) ? {} : { attribute: undefined }),
    }));
  return facts.scene({
    properties: [...bound, ...callbacks(facts, state)],
    content: contentIn(facts, state),
    events: facts.contract.events.map(({ name }) => name),
  });
}

/** The scene that a consumer writes for a state: only what is not so by itself, and nothing that drives it from outside. */
export function consumerScene(facts: ElementFacts, state: LiveState): Scene {
  return facts.scene({
    properties: [
      ...Object.entries(needed(facts, state)).map(([name, value]) => bind(facts.contract, name, value)),
      ...callbacks(facts, state, false),
    ],
    content: contentIn(facts, state),
    events: facts.contract.events.map(({ name }) => name),
    staged: false,
  });
}

/** The values of a state that an author would write down: those that are not the default. */
export function needed(facts: ElementFacts, state: LiveState): Record<string, unknown> {
  const given = givenIn(facts, state);
  const properties = new Map(facts.contract.properties.map((property) => [property.name, property]));
  return Object.fromEntries(
    Object.entries(given).filter(([name, value]) => {
      const property = properties.get(name);
      if (!property || value === undefined) return false;
      return property.required || JSON.stringify(value) !== JSON.stringify(property.default);
    }),
  );
}

/** Content by slot, as HTML text: the sample's, and what was written since. */
export function slotsIn(facts: ElementFacts, { sample, slots }: LiveState): Record<string, string> {
  return { ...samplesOf(facts)[sample]?.slots, ...slots };
}

function contentIn(facts: ElementFacts, state: LiveState): Scene['content'] {
  return Object.entries(slotsIn(facts, state)).flatMap(([slot, html]) => intoSlot(parseContent(html), slot));
}

function callbacks(facts: ElementFacts, { sample }: LiveState, staged = true): BoundProperty[] {
  const named = samplesOf(facts)[sample]?.callbacks ?? {};
  return Object.entries(named).map(([name, returns]) =>
    bind(facts.contract, name, new Callback(name, returns, staged)),
  );
}

function bind({ properties }: Contract, name: string, value: unknown): BoundProperty {
  return { name, attribute: properties.find((property) => property.name === name)?.attribute, value };
}

import { componentCallback, componentProperty, componentSlot } from '../../contract/component-names.js';
import type { ComponentImplementation } from '../../contract/implementation.js';
import { relayedEvents } from '../../contract/passed.js';
import type { ElementEvent, Property } from '../../contract/model.js';
import {
  arrow,
  call,
  data,
  expression,
  identifier,
  literal,
  member,
  object,
  property,
  statements,
} from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';
import type { AppliedTrait, Effect } from '../../view/effects.js';
import type { ReadKeys } from '../../view/resolve.js';
import { effectStatement } from './effect.js';
import { bitsOf, type Emission } from './emission.js';
import { readiness } from './properties.js';

/** What the drawing of a component reads: all properties, and which slots are filled. */
export function componentReads({ contract }: Pick<Emission, 'contract'>): ReadKeys[] {
  const properties = contract.properties.map(({ name }) => `property:${name}`);
  return [new Set([...properties, ...(contract.slots.length > 0 ? ['slots:filled'] : [])])];
}

/** The class that shows a component: how the element's names and the component's go together. */
export function componentCode(
  name: string,
  component: ComponentImplementation,
  effects: readonly Effect[],
  traits: readonly AppliedTrait[],
  emission: Emission,
): TreeNode[] {
  const { contract, runtime } = emission;
  const { properties, slots, methods, passthrough } = contract;
  if (passthrough) runtime.add('watchControl');
  runtime.add('componentView').add('keepMounted');
  if (slots.length > 0) runtime.add('shownSlots');
  if (methods.length > 0) runtime.add('callWaiting');
  const given = properties
    .filter((one) => one.trait === undefined)
    .map((one) => ({ own: member('host', one.name), ...componentProperty(one), one }));
  const ready = readiness(properties.filter(({ trait }) => trait === undefined));
  const events = calledEvents(contract.events, traits).map(
    (event) => [componentCallback(event, contract, component), sentAs(event, emission)] as const,
  );
  const sent = events.flatMap(([name, value]) => (name.startsWith(WRITTEN) ? [] : [property(name, value)]));
  const written = component.framework === 'svelte' ? writtenCode(given, events) : [];
  const mark = APART.has(component.framework) ? '#' : '';
  const content = slots.map((slot) => property(mark + componentSlot(slot, component), literal(slot.name)));
  const values = [
    // A component that passes on what it is given gives its control this name.
    ...(passthrough ? [property('part', literal(passthrough.to))] : []),
    ...given.map(({ name, opposite, own }) => property(name, opposite ? expression`!${own}` : own)),
  ];
  const wiring = [
    ...(values.length > 0 ? [property('given', arrow([identifier('host')], object(values)))] : []),
    ...(ready ? [property('ready', ready)] : []),
    ...(sent.length > 0 ? [property('events', object(sent))] : []),
    ...(written.length > 0 ? [property('writes', object(written))] : []),
    ...(content.length > 0
      ? [property('slots', call('shownSlots', [object(content), identifier('slot')]))]
      : []),
    ...(methods.length > 0 ? [property('called', identifier('callWaiting'))] : []),
    ...(passthrough
      ? [property('watch', call('watchControl', [literal(passthrough.to), data(relayedEvents(contract))]))]
      : []),
    ...(effects.length > 0 ? [property('effects', effectsCode(effects, emission))] : []),
  ];
  const view = call('componentView', [
    identifier('mount'),
    identifier('component'),
    object(wiring, wiring.length > 1),
  ]);
  return statements`const ${name} = ${view};`;
}

/** Events that callbacks of the component become: those that neither a part nor a trait sends. */
export function calledEvents(
  events: readonly ElementEvent[],
  traits: readonly AppliedTrait[],
): ElementEvent[] {
  return events.filter(
    ({ name, relay }) => relay === undefined && !traits.some(({ behavior }) => behavior.emits.includes(name)),
  );
}

/** Frameworks that take content otherwise than as a property's value; it is marked for them. */
const APART: ReadonlySet<string> = new Set(['vue', 'solid']);

/** Begins the name of what stands behind an event for a property that the component writes itself. */
const WRITTEN = 'bind:';

/**
 * What follows a component's writing of its own properties, by their names: an event that tells of it, or a property of the
 * element that is called otherwise. Without either, the element's property of the same name is set.
 */
function writtenCode(
  given: readonly { name: string; opposite: boolean; own: TreeNode; one: Property }[],
  events: readonly (readonly [name: string, value: TreeNode])[],
): TreeNode[] {
  const told = new Map(
    events.flatMap(([name, sent]) => (name.startsWith(WRITTEN) ? [[name.slice(WRITTEN.length), sent]] : [])),
  );
  const called = given.filter(({ name, one }) => name !== one.name && !told.has(name));
  return [
    ...[...told].map(([name, sent]) =>
      property(name, expression`(host, value, send) => send(${sent}, [value])`),
    ),
    ...called.map(({ name, opposite, own }) =>
      property(
        name,
        expression`(host, value) => { ${own} = ${opposite ? expression`!value` : identifier('value')}; }`,
      ),
    ),
  ];
}

/** The event's type, or what sends it with more than the first argument. */
function sentAs({ name, sets, arguments: names }: ElementEvent, { runtime }: Emission): TreeNode {
  if (sets === undefined && !names) return literal(name);
  runtime.add('sending');
  return call('sending', [
    literal(name),
    sets === undefined ? undefined : literal(sets),
    names && data(names),
  ]);
}

function effectsCode(effects: readonly Effect[], emission: Emission): TreeNode {
  const lines = effects.map((effect) => {
    const statement = effectStatement(effect, emission);
    const keys = [...effect.reads];
    const bits = keys.map((key) => bitsOf(emission, key)).filter((one) => one !== undefined);
    const [first, ...rest] = bits;
    if (!first || keys.includes('*')) return statement;
    const any = rest.reduce((before, next) => expression`${before} | ${next}`, first);
    return statements`if (changed & (${any})) ${statement}`[0]!;
  });
  return expression`(inside, changed) => { ${lines} }`;
}

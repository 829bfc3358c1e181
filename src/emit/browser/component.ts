import { componentCallback, componentProperty, componentSlot } from '../../contract/component-names.js';
import type { ComponentImplementation } from '../../contract/implementation.js';
import { relayedEvents } from '../../contract/passed.js';
import type { ElementEvent } from '../../contract/model.js';
import {
  array,
  call,
  data,
  expression,
  identifier,
  literal,
  object,
  property,
  statements,
} from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';
import type { AppliedTrait, Effect } from '../../view/effects.js';
import type { ReadKeys } from '../../view/resolve.js';
import { effectStatement } from './effect.js';
import { bitsOf, type Emission } from './emission.js';

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
  if (slots.length > 0) runtime.add('filledSlots');
  if (methods.length > 0) runtime.add('callWaiting');
  const given = properties
    .filter((one) => one.trait === undefined)
    .map((one) => {
      const taken = componentProperty(one);
      return property(taken.name, data(`${taken.opposite ? '!' : ''}${one.name}`));
    });
  const needed = properties.filter(
    ({ required, attribute, trait }) => required && attribute === undefined && trait === undefined,
  );
  const events = calledEvents(contract.events, traits).map(
    (event) => [componentCallback(event, contract, component), sentAs(event, emission)] as const,
  );
  const sent = events.flatMap(([name, value]) => (name.startsWith(WRITTEN) ? [] : [property(name, value)]));
  const written = events.flatMap(([name, value]) =>
    name.startsWith(WRITTEN) ? [property(name.slice(WRITTEN.length), value)] : [],
  );
  const content = slots.map((slot) => property(componentSlot(slot, component), data(slot.name)));
  const wiring = [
    ...(given.length > 0 ? [property('properties', object(given))] : []),
    ...(needed.length > 0 ? [property('needs', data(needed.map((one) => componentProperty(one).name)))] : []),
    ...(sent.length > 0 ? [property('events', object(sent))] : []),
    ...(written.length > 0 ? [property('writes', object(written))] : []),
    ...(content.length > 0
      ? [property('slots', object(content)), property('filled', identifier('filledSlots'))]
      : []),
    ...(methods.length > 0 ? [property('called', identifier('callWaiting'))] : []),
    ...(passthrough
      ? [
          property('part', literal(passthrough.to)),
          property('watch', call('watchControl', [literal(passthrough.to), data(relayedEvents(contract))])),
        ]
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

/** Begins the name of what stands behind an event for a property that the component writes itself. */
const WRITTEN = 'bind:';

/** The event's type, and what is done with the arguments beside passing on the first one. */
function sentAs({ name, sets, arguments: names }: ElementEvent, { runtime }: Emission): TreeNode {
  if (sets === undefined && !names) return data([name]);
  runtime.add('sending');
  const values = [sets === undefined ? expression`undefined` : literal(sets), names && data(names)];
  return array([literal(name), call('sending', values)]);
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

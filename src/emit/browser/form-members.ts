import type { Behavior } from '../../behavior/read-behavior.js';
import { expression, literal, member, members, statements } from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';
import { bitsOf, type Emission } from './emission.js';

/** Reactions of form-associated elements (HTML, section 4.13.3): to a reset, to a value that is restored, to a fieldset. */
export function formCallbacks(emission: Emission, behavior: Behavior | undefined): TreeNode[] {
  const { contract, runtime } = emission;
  if (!contract.form) return [];
  const { value } = contract.form;
  const property = contract.properties.find(({ name }) => name === value);
  const inState = behavior?.state.includes(value) ?? false;
  runtime.add('insideOf');
  const target = inState ? member(expression`insideOf(this).state`, value) : member(expression`this`, value);
  const isBoolean = !inState && property?.kind === 'boolean';
  const initial = inState
    ? member(expression`behavior.state()`, value)
    : isBoolean
      ? expression`this.hasAttribute(${literal(property.attribute ?? value)})`
      : property?.attribute
        ? expression`this.getAttribute(${literal(property.attribute)}) ?? undefined`
        : literal(undefined);
  const restored = isBoolean ? expression`value === 'on'` : expression`value`;
  return [
    ...members`
      formResetCallback() { ${target} = ${initial}; }
      formStateRestoreCallback(value) { ${target} = ${restored}; }`,
    ...disabledCallback(emission),
  ];
}

/** What a fieldset turned off is on again with it, so no attribute is written. */
function disabledCallback(emission: Emission): TreeNode[] {
  const { properties } = emission.contract;
  if (!properties.some(({ name, kind }) => name === 'disabled' && kind === 'boolean')) return [];
  const marks = bitsOf(emission, 'property:disabled');
  const mark = marks ? statements`mark(this, ${marks});` : [];
  return members`formDisabledCallback(disabled) { this.#disabled = disabled; ${mark}; }`;
}

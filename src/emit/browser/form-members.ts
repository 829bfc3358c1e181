import type { Behavior } from '../../behavior/read-behavior.js';
import { expression, literal, member, members, statements, withComment } from '../../syntax/build.js';
import type { Property } from '../../contract/model.js';
import type { TreeNode } from '../../syntax/tree.js';
import { bitsOf, type Emission } from './emission.js';
import { comment } from './properties.js';

/** Reactions of form-associated elements (HTML, section 4.13.3): to a reset, to a value that is restored, to a fieldset. */
export function formCallbacks(
  emission: Emission,
  behavior: Behavior | undefined,
  attributeText: (property: Property) => TreeNode,
): TreeNode[] {
  const { contract, runtime } = emission;
  if (!contract.form) return [];
  const { value } = contract.form;
  const property = contract.properties.find(({ name }) => name === value);
  const inState = behavior?.state.includes(value) ?? false;
  runtime.add('insideOf');
  const target = inState ? member(expression`insideOf(this).state`, value) : member(expression`this`, value);
  const isBoolean = !inState && property?.kind === 'boolean';
  const attribute = inState ? undefined : property?.attribute;
  const reflects = attribute !== undefined && property!.reflect;
  const text = reflects ? expression`this.#$written` : expression`this.getAttribute(${literal(attribute)})`;
  const initial = inState
    ? member(expression`behavior.state()`, value)
    : attribute === undefined
      ? literal(isBoolean ? false : undefined)
      : isBoolean
        ? expression`${text} !== null`
        : expression`${text} ?? undefined`;
  const restored = isBoolean ? expression`value === 'on'` : expression`value`;
  return [
    ...members`
      formResetCallback() { ${target} = ${initial}; }
      formStateRestoreCallback(value) { ${target} = ${restored}; }`,
    ...(reflects ? writtenAttribute(attribute, value, attributeText(property!)) : []),
    ...disabledCallback(emission),
  ];
}

/**
 * What a reset gives back is the attribute as others wrote it. An attribute that follows its property also has what was set
 * last: a text that is the value's own came from there.
 */
function writtenAttribute(attribute: string, property: string, reflected: TreeNode): TreeNode[] {
  const [written, changed] = members`
    #$written = null;
    attributeChangedCallback(attribute, before, text, namespace) {
      const value = this.#${property};
      if (attribute === ${literal(attribute)} && String(text) !== String(${reflected})) this.#$written = text;
      super.attributeChangedCallback(attribute, before, text, namespace);
    }`;
  const said = comment('The attribute as others wrote it, which a reset gives back.');
  return [withComment(written!, said), changed!];
}

/** What a fieldset turned off is on again with it, so no attribute is written. */
function disabledCallback(emission: Emission): TreeNode[] {
  const { properties } = emission.contract;
  if (!properties.some(({ name, kind }) => name === 'disabled' && kind === 'boolean')) return [];
  const marks = bitsOf(emission, 'property:disabled');
  const mark = marks ? statements`mark(this, ${marks});` : [];
  return members`formDisabledCallback(disabled) { this.#disabled = disabled; ${mark}; }`;
}

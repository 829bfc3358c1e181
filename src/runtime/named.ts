import type { BlockClass } from './view.js';
import { template } from './view.js';

/** Kinds of one block that differ in the name of its only element, by that name; each is made when it is first shown. */
export function named(
  Kind: BlockClass & { template: HTMLTemplateElement },
  names: readonly string[],
): (wanted: unknown) => BlockClass | undefined {
  const kinds = new Map<string, BlockClass>();
  return (wanted) => {
    const name = names.find((other) => other === wanted);
    if (name === undefined) return undefined;
    const made = kinds.get(name) ?? kindNamed(Kind, name);
    kinds.set(name, made);
    return made;
  };
}

function kindNamed(Kind: BlockClass & { template: HTMLTemplateElement }, name: string): BlockClass {
  return class extends Kind {
    static override template = renamedTemplate(Kind.template, name);
  };
}

/** A template whose only element has another name. */
function renamedTemplate(source: HTMLTemplateElement, name: string): HTMLTemplateElement {
  const before = source.content.firstElementChild!.cloneNode(true) as Element;
  const after = document.createElement(name);
  for (const { name: attribute, value } of before.attributes) after.setAttribute(attribute, value);
  after.append(...before.childNodes);
  const made = template('');
  made.content.append(after);
  return made;
}

import type { BlockClass } from './view.js';

interface NamedClass extends BlockClass {
  /** The element as the view has it. */
  template: Element;
}

/** Kinds of one block that differ in the name of its only element, by that name; each is made when it is first shown. */
export function byLocalName(
  Kind: NamedClass,
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

function kindNamed(Kind: NamedClass, name: string): BlockClass {
  return class extends Kind {
    static override template = renamedElement(Kind.template, name);
  };
}

/** A copy of an element under another name, in the same inert document. */
function renamedElement(source: Element, name: string): Element {
  const before = source.cloneNode(true) as Element;
  const after = source.ownerDocument.createElement(name);
  for (const { name: attribute, value } of before.attributes) after.setAttribute(attribute, value);
  after.append(...before.childNodes);
  return after;
}

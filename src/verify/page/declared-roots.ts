import { behindHead } from '../behind-head.js';

/**
 * Parses HTML as a page's parser does, with declarative shadow roots (HTML, section 13.2.6.4.4), into a document in which no element is
 * defined: its nodes are of the realm of this page, and come to it as they are. Gives the parsed document's body, and all elements and
 * texts in it, those in its roots too.
 */
export function parseDeclared(html: string): { body: HTMLElement; nodes: Node[] } {
  // Browsers' own ways to parse declarative roots for a script differ in what they keep.
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  attachRoots(body);
  const nodes: Node[] = [];
  return { body, nodes: collect(body, nodes) };

  function attachRoots(parent: ParentNode): void {
    for (const template of [...parent.querySelectorAll<HTMLTemplateElement>('template[shadowrootmode]')]) {
      const root = template.parentElement!.attachShadow({
        mode: template.getAttribute('shadowrootmode') as ShadowRootMode,
        delegatesFocus: template.hasAttribute('shadowrootdelegatesfocus'),
        clonable: template.hasAttribute('shadowrootclonable'),
        serializable: template.hasAttribute('shadowrootserializable'),
      });
      roots.set(template.parentElement!, root);
      template.remove();
      root.append(template.content);
      attachRoots(root);
    }
  }
}

const roots = new WeakMap<Node, ShadowRoot>();

function collect(parent: Node, nodes: Node[]): Node[] {
  const root = roots.get(parent);
  for (const child of [...(root ? behindHead(root) : []), ...parent.childNodes]) {
    if (child instanceof Element || (child instanceof Text && child.data.trim())) nodes.push(child);
    // The text of a text field is what it holds.
    if (!(child instanceof HTMLTextAreaElement)) collect(child, nodes);
  }
  return nodes;
}

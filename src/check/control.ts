import { liveProperties } from '../contract/passed.js';
import type { Finding } from '../findings/finding.js';
import { report } from '../findings/report.js';
import type { LibraryElement } from '../library/library-element.js';
import type { AttributeBinding, Block, ElementNode, ViewNode } from '../view/view-tree.js';

/** Events by which a control tells what was typed or chosen. */
const TYPING = /^(?:before)?input$|^change$|^key|^(?:focusout|blur|paste|select)$/;

/**
 * Does the view leave to the control what the control holds? A member that `native` brings in needs no binding; one that the
 * contract declares itself needs a way back, or what a person types never reaches it.
 */
export function checkControl(element: LibraryElement): Finding[] {
  const { tree, view, contract, folder, behavior, traits } = element;
  if (!tree || !view || contract.passthrough?.native === undefined) return [];
  const elements = elementsIn(tree.root);
  const hears =
    elements.some(({ listeners }) => listeners.some(({ type, code }) => code && TYPING.test(type))) ||
    behavior?.mayListen === true ||
    /addEventListener|\.on(?:input|change)\b/.test(folder.behavior?.text ?? '') ||
    traits.some((trait) => trait.behavior.mayListen);
  const live = liveProperties(contract);
  const own = contract.properties.map(({ name }) => name);
  const bindings = elements.flatMap((node) => (node.isControl ? node.bindings : []));
  return bindings.flatMap((binding) => {
    const { name, kind, offset } = binding;
    if (kind !== 'live' || nameIn(binding) !== name) return [];
    const place = { file: tree.file, ...view.positions.at(offset) };
    if (live.includes(name))
      return report(
        'passthrough/live',
        place,
        `The control itself holds "${name}": what consumers set reaches it, and what is typed stays in it.`,
        `Remove ${name}="{${name}}" from the control. Elsewhere in the view, {${name}} shows what it holds.`,
      );
    if (!own.includes(name) || hears) return [];
    return report(
      'passthrough/one-way',
      place,
      `The contract declares the property "${name}", but what is typed into the control never reaches it.`,
      `Add oninput="${name} = event.target.${name}" to the control, or remove "${name}" from the contract and this binding: the control holds it.`,
    );
  });
}

/** The name that a binding consists of; undefined where it is more than a name. */
function nameIn({ parts }: AttributeBinding): string | undefined {
  const [part] = parts;
  if (parts.length !== 1 || typeof part !== 'object') return undefined;
  const { tree } = part.expression;
  return tree.type === 'Identifier' ? (tree.name as string) : undefined;
}

function elementsIn(block: Block): ElementNode[] {
  const found: ElementNode[] = [];
  const visit = (nodes: readonly ViewNode[]): void => {
    for (const node of nodes) {
      if (node.kind === 'element') {
        found.push(node);
        visit(node.children);
      } else if (node.kind === 'each') visit(node.block.nodes);
      else if (node.kind === 'when') {
        visit(node.chosen.nodes);
        visit(node.otherwise?.nodes ?? []);
      }
    }
  };
  visit(block.nodes);
  return found;
}

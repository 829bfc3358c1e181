import { report, type Place } from '../findings/report.js';
import type { Finding } from '../findings/finding.js';
import { nearest } from '../findings/nearest.js';
import type { MarkupNode } from '../view/parse-view.js';
import { escapePattern } from '../system/escape-pattern.js';
import type { LibraryElement } from '../library/library-element.js';

/** Classes of the view and of variants that no style names: page and utility classes do not reach into a shadow root. */
export function checkClasses(element: LibraryElement, styled: ReadonlySet<string>): Finding[] {
  const { contract, view, folder } = element;
  if (!view || contract.encapsulation === 'none') return [];
  // What code looks for by its class needs no style.
  const code = `${folder.behavior?.text ?? ''}${folder.samples?.text ?? ''}`;
  const isKnown = (name: string): boolean =>
    styled.has(name) || new RegExp(`(?<!\\w)${escapePattern(name)}(?!\\w)`).test(code);
  const unknown = (name: string, place: Place): Finding => {
    const meant = nearest(name, styled);
    return report(
      'style/unknown-class',
      place,
      `No style of the element has the class "${name}"; classes of the page do not reach in here.`,
      meant === undefined ? 'Write a rule for it, or remove it.' : `Did you mean "${meant}"?`,
    );
  };
  const inView = classesOf(view.nodes)
    .filter(({ name }) => !isKnown(name))
    .map(({ name, offset }) => unknown(name, { file: view.file, ...view.positions.at(offset) }));
  const inVariants = contract.variants.flatMap(({ part, always, byProperty }) => {
    const all: [path: string[], classes: string][] = [
      [['variants', part, 'always'], always],
      ...Object.entries(byProperty).flatMap(([property, values]) =>
        Object.entries(values).map(([value, classes]): [string[], string] => [
          ['variants', part, property, value],
          classes,
        ]),
      ),
    ];
    return all.flatMap(([path, classes]) =>
      classes
        .split(/\s+/)
        .filter((name) => name && !isKnown(name))
        .map((name) => unknown(name, { file: contract.file, ...contract.locate(path) })),
    );
  });
  return [...inView, ...inVariants];
}

/** Classes that stand in a view as plain words; those that an expression makes, or is a part of, are left out. */
function classesOf(nodes: readonly MarkupNode[]): { name: string; offset: number }[] {
  return nodes.flatMap((node) => {
    if (node.kind === 'text') return [];
    const inner = [...node.children, ...((node.kind === 'when' && node.otherwise) || [])];
    if (node.kind !== 'element') return classesOf(inner);
    const own = node.attributes
      .filter(({ name }) => name === 'class')
      .flatMap(({ parts, offset }) => {
        // A sign stands for each expression, so that what touches it is no plain word.
        const text = parts.map((part) => (typeof part === 'string' ? part : '\0')).join('');
        return text.split(/\s+/).flatMap((name) => (name && !name.includes('\0') ? [{ name, offset }] : []));
      });
    return [...own, ...classesOf(inner)];
  });
}

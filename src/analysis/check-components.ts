import { join } from 'node:path';
import { checkComponent } from '../check/component.js';
import { findFramework } from '../components/find-framework.js';
import { wrappedFramework } from '../components/index.js';
import { readRemembered } from '../components/read/read-remembered.js';
import { componentOf } from '../contract/implementation.js';
import type { Finding } from '../findings/finding.js';
import { report } from '../findings/report.js';
import type { LibraryElement } from '../library/library-element.js';
import { madeIn } from '../library/made-in.js';
import type { Library } from '../library/open-library.js';

/** What was found in the components of a library; or why nobody could look. */
export interface CheckedComponents {
  findings: Finding[];
  unchecked: string | undefined;
  /** Files that were looked at. */
  files: string[];
}

/** Reads the components that elements wrap, and compares them with the contracts. */
export async function checkComponents(
  library: Library,
  elements: readonly LibraryElement[],
): Promise<CheckedComponents> {
  const { root } = library;
  const findings: Finding[] = [];
  const readable = elements.flatMap((element) => {
    const component = componentOf(element.contract);
    const { wrapped } = element.folder;
    if (!component || !wrapped) return [];
    const found = findFramework(wrappedFramework(component.framework), root);
    if (!('missing' in found)) return [{ element, component, path: join(root, wrapped.file) }];
    const { file, locate } = element.contract;
    findings.push(
      report(
        'wraps/framework',
        { file, ...locate(['wraps', component.framework], 'key') },
        `The component cannot be looked at: ${found.missing}.`,
        `Run ${found.install}.`,
      ),
    );
    return [];
  });
  if (readable.length === 0) return { findings, unchecked: undefined, files: [] };
  const components = readable.map(({ component: { framework, exported }, path }) => ({
    framework,
    path,
    exported,
  }));
  const read = await readRemembered({ root, components, types: [] }, madeIn(library));
  if ('unread' in read) return { findings, unchecked: `Wrapped components: ${read.unread}`, files: [] };
  let unchecked: string | undefined;
  readable.forEach(({ element, component }, place) => {
    const facts = read.components[place]!;
    if ('problem' in facts && facts.problem === 'unread')
      unchecked = `<${element.contract.tag}>: ${facts.message}`;
    const events = new Set(element.traits.flatMap(({ behavior }) => behavior.emits));
    findings.push(...checkComponent(element.contract, component, facts, events));
  });
  return { findings, unchecked, files: read.files };
}

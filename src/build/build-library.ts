import type { Analysis, LibraryElement } from '../library/library-element.js';
import { isEmitted } from '../contract/implementation.js';
import { hasErrors, type Finding } from '../findings/finding.js';
import { quoted } from '../syntax/literal.js';
import { bundleElements } from './bundle.js';
import { readFile } from 'node:fs/promises';
import { toolFile } from '../system/tool-files.js';
import { DEVELOPMENT, developmentIndex, developmentModules } from './development.js';
import { classDeclaration, elementDeclaration } from './declarations.js';
import { elementManifest } from './element-manifest.js';
import { packageManifest } from './package-manifest.js';

/** A package in memory: its files by path, or the findings that stand in the way. */
export interface BuiltPackage {
  files: Map<string, string | Uint8Array>;
  findings: Finding[];
}

/**
 * Makes the package of an analyzed library, in memory; nothing is written. With errors among the findings
 * there are no files.
 */
export async function buildLibrary({ library, elements, styles, findings }: Analysis): Promise<BuiltPackage> {
  if (hasErrors(findings)) return { files: new Map(), findings };
  const bundled = await bundleElements(library, elements, styles);
  if (hasErrors(bundled.findings)) return { files: new Map(), findings: [...findings, ...bundled.findings] };
  const files = new Map(bundled.files);
  const contracts = elements.map(({ contract }) => contract);
  for (const element of elements) {
    const { contract } = element;
    files.set(`classes/${contract.tag}.d.ts`, classDeclaration(contract));
    files.set(`elements/${contract.tag}.js`, registeringModule(element));
    files.set(`elements/${contract.tag}.d.ts`, elementDeclaration(contract));
    if (isEmitted(contract)) {
      for (const [path, text] of developmentModules(contract, ownElements(element, elements)))
        files.set(path, text);
    }
  }
  const index = contracts.map(({ tag }) => `export * from './elements/${tag}.js';\n`).join('');
  const inspected = contracts.filter(isEmitted).map(({ tag }) => tag);
  files.set(`${DEVELOPMENT}/index.js`, developmentIndex(inspected));
  files.set(`${DEVELOPMENT}/inspect.js`, await readFile(toolFile('runtime/inspect.js'), 'utf8'));
  files.set('index.js', index);
  files.set('index.d.ts', index);
  files.set('custom-elements.json', elementManifest(contracts));
  files.set('package.json', packageManifest(library, contracts));
  return { files: new Map([...files].sort(([a], [b]) => (a < b ? -1 : 1))), findings };
}

/** Tags of elements that an element's view uses, and that are made from views themselves. */
function ownElements({ contract, tree }: LibraryElement, elements: readonly LibraryElement[]): string[] {
  return [...(tree?.uses ?? [])].filter(
    (tag) =>
      tag !== contract.tag &&
      elements.some((other) => other.contract.tag === tag && isEmitted(other.contract)),
  );
}

/** The module that registers an element, after those that its view uses. */
function registeringModule({ contract, tree }: LibraryElement): string {
  const { tag, className } = contract;
  const uses = [...(tree?.uses ?? [])].filter((other) => other !== tag);
  return [
    `import { define } from '../shared/runtime.js';`,
    `import { ${className} } from '../classes/${tag}.js';`,
    ...uses.map((other) => `import ${quoted(`./${other}.js`)};`),
    '',
    `define(${quoted(tag)}, ${className});`,
    '',
    `export { ${className} };`,
    '',
  ].join('\n');
}

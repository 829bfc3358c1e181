import type { Analysis, Element } from '../check/analyze.js';
import { hasErrors, type Finding } from '../finding.js';
import { quoted } from '../literal.js';
import { bundleElements } from './bundle.js';
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
  }
  const index = contracts.map(({ tag }) => `export * from './elements/${tag}.js';\n`).join('');
  files.set('index.js', index);
  files.set('index.d.ts', index);
  files.set('custom-elements.json', elementManifest(contracts));
  files.set('package.json', packageManifest(library, contracts));
  return { files: new Map([...files].sort(([a], [b]) => (a < b ? -1 : 1))), findings };
}

/** The module that registers an element, after those that its view uses. */
function registeringModule({ contract, plan }: Element): string {
  const { tag, className } = contract;
  const uses = [...(plan?.uses ?? [])].filter((other) => other !== tag);
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

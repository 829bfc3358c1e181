import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { componentOf } from '../contract/implementation.js';
import type { Contract } from '../contract/model.js';
import { emitElement, type Addresses } from '../emit/browser/element.js';
import { scopedStyle } from '../emit/browser/scoped-style.js';
import { emitServerDefinition } from '../emit/server/server-module.js';
import type { Finding } from '../findings/finding.js';
import type { Analysis, LibraryElement } from '../library/library-element.js';
import { minified, packageStyle } from '../style/package-style.js';
import { quoted, templateLiteral } from '../syntax/literal.js';

/** An element with its style as it is shipped. */
export type ShippedElement = LibraryElement & { documentCss: string; libraryCss: string };

/** A library's own style sheets as they are shipped: what belongs into each root, and what into the document. */
export interface LibraryStyles {
  sheets: { inside: string; document: string }[];
  /** All that belongs into roots. */
  css: string;
}

/** Makes the style sheets that every element adopts ready to be shipped; what stands in the way joins `findings`. */
export function shipLibraryStyles(
  styles: Analysis['styles'],
  root: string,
  findings: Finding[],
): LibraryStyles {
  const sheets = styles.map(({ css, file }) => {
    const shipped = packageStyle(css, file, root);
    findings.push(...shipped.findings);
    return shipped;
  });
  return { sheets, css: sheets.map(({ inside }) => inside).join('') };
}

/** Makes an element's style ready to be shipped, with what its component imports; what stands in the way joins `findings`. */
export function shipElement(
  element: LibraryElement,
  { css: libraryCss }: LibraryStyles,
  root: string,
  findings: Finding[],
  componentCss = '',
): ShippedElement {
  const { style, contract } = element.folder;
  const ship = (css: string, file: string): { inside: string; document: string } => {
    if (!css) return { inside: '', document: '' };
    const shipped = packageStyle(css, file, root);
    findings.push(...shipped.findings);
    return shipped;
  };
  // What an author writes beside a contract has the last word over what its component brings along.
  const imported = ship(componentCss && minified(componentCss), contract.file);
  const own = ship(element.css, (style ?? contract).file);
  return {
    ...element,
    css: imported.inside + own.inside,
    documentCss: imported.document + own.document,
    libraryCss,
  };
}

/** The module from which a server renders an element first, and the files with its style. */
export function serverModuleOf(
  { contract, tree, behavior, css, libraryCss, folder }: ShippedElement,
  { sheets: librarySheets }: LibraryStyles,
  contracts: ReadonlyMap<string, Contract>,
  root: string,
): { code: string; styles: Map<string, string> } {
  const named = (name: string, text: string): { css: string; file: string } => {
    const sum = createHash('sha256').update(text).digest('hex').slice(0, 8);
    // Nothing in a style sheet may end the element that it stands in.
    return { css: text.replace(/<\//g, '<\\/'), file: `${name}.${sum}.css` };
  };
  const isComponent = componentOf(contract) !== undefined;
  const sheets = isComponent
    ? []
    : contract.encapsulation === 'none'
      ? [[contract.tag, scopedStyle(libraryCss + css, contract.tag)] as const]
      : [
          ...librarySheets.map(({ inside }, place) => [`library-${place + 1}`, inside] as const),
          [contract.tag, css] as const,
        ];
  const written = sheets.filter(([, text]) => text !== '').map(([name, text]) => named(name, text));
  const source = { contract, tree: tree!, behavior: isComponent ? undefined : behavior, sheets: written };
  const code = emitServerDefinition(source, contracts, {
    helpers: SERVER_HELPERS,
    behavior: folder.behavior ? join(root, folder.behavior.file) : '',
  });
  return { code, styles: new Map(written.map(({ css: text, file }) => [file, text])) };
}

/** The address by which modules for servers import what they share while they are bundled. */
export const SERVER_HELPERS = 'lastwright:server';

/** The module of a library's own styles, and the names of the runtime that it imports from an address. */
export function stylesModule(
  { sheets }: LibraryStyles,
  runtimeAddress: string,
): { code: string; runtime: string[] } {
  const forDocument = sheets.map(({ document }) => document).join('');
  const runtime = ['styleSheet', ...(forDocument ? ['inDocument'] : [])];
  const code = [
    `import { ${runtime.join(', ')} } from ${quoted(runtimeAddress)};`,
    `export const styles = [${sheets.map(({ inside }) => `styleSheet(${templateLiteral(inside)})`).join(', ')}];`,
    ...(forDocument ? [`inDocument(styleSheet(${templateLiteral(forDocument)}));`] : []),
  ].join('\n');
  return { code, runtime };
}

/** Emits the class of an element that has a view, with the addresses that it has in a package. */
export function emitShipped(
  { contract, folder, behavior, traits, tree, css, documentCss, libraryCss }: ShippedElement,
  hasStyles: boolean,
): ReturnType<typeof emitElement> {
  const viewText = (folder.view ?? folder.contract).text;
  const source = { contract, tree: tree!, viewText, behavior, traits, css, documentCss, libraryCss };
  return emitElement(source, addressesIn(contract.tag, hasStyles));
}

/** Where a class of the package finds what it imports, from its own folder. */
function addressesIn(tag: string, hasStyles: boolean): Addresses {
  return {
    runtime: '../shared/runtime.js',
    passing: '../shared/passthrough.js',
    behavior: `../behaviors/${tag}.js`,
    trait: (name) => `../traits/${name}.js`,
    styles: hasStyles ? '../shared/styles.js' : undefined,
    component: `../components/${tag}.js`,
    mount: (framework) => `../shared/${framework}.js`,
  };
}

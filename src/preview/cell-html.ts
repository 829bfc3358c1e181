import { createHash } from 'node:crypto';
import { escapeMarkup } from '../syntax/markup.js';
import type { LiveExample } from './framework-cells.js';

/** What a cell may load: scripts and style of its own server; pictures, fonts and data from where its author says. */
const POLICY =
  "default-src 'none'; style-src 'self' 'unsafe-inline'; img-src * data: blob:; media-src * data: blob:; font-src * data:; " +
  "connect-src *; base-uri 'none'; form-action 'none'; object-src 'none'";

/** What the script of a cell is told. */
export interface CellData {
  tag: string;
  framework: string;
  example: string;
  /**
   * Where this document finds the library's modules. No other document has the same address: some browsers keep modules in
   * memory, whatever they are told, and would show what was saved before.
   */
  library: string;
  /** The element, and others which stand in the content. */
  elements: string[];
  /** Modules that no save changes: those of the framework, and the tool's own. */
  lasting: string[];
  /** Whether it waits, with these modules only, until the page tells it to begin. */
  spare: boolean;
  /** The page that this cell belongs to. */
  page: string;
  /** Names of the contract's members, for what the cell tells of. */
  properties: string[];
  /** Attributes by which some frameworks give values and others do not: whether they are there says nothing. */
  carriers: string[];
  events: string[];
  parts: string[];
}

/** The document of a cell, and the policy that goes with it. */
export function cellHtml(
  { imports }: LiveExample,
  libraryName: string,
  data: CellData,
): { html: string; policy: string } {
  const map = inScript({ imports: { ...imports, [`${libraryName}/`]: data.library } });
  const policy = `${POLICY}; script-src 'self' '${hashOf(map)}'; frame-ancestors ${data.page}`;
  // What imports lead to one by one is asked for at once; a spare cell asks for what can be saved when it begins.
  const links = [...(data.spare ? [] : [data.example, ...elementModules(data)]), ...data.lasting]
    .map((address) => `<link rel="modulepreload" href="${escapeMarkup(address)}">`)
    .join('\n');
  const html = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<link rel="icon" href="data:,">
<title>${escapeMarkup(data.tag)} in ${data.framework}</title>
<script type="importmap">${map}</script>
${links}
<script type="application/json" id="cell">${inScript(data)}</script>
<script type="module" src="/cell.js"></script>
<style>body{margin:12px}</style>
</head>
<body></body>
</html>
`;
  return { html, policy };
}

/** Addresses of the modules that register a cell's elements. */
function elementModules({ library, elements }: Pick<CellData, 'library' | 'elements'>): string[] {
  return elements.map((tag) => library + encodeURIComponent(tag));
}

/** JSON that cannot end the script element that it stands in. */
function inScript(value: unknown): string {
  return JSON.stringify(value).replace(/</g, '\\u003c');
}

function hashOf(text: string): string {
  return `sha256-${createHash('sha256').update(text).digest('base64')}`;
}

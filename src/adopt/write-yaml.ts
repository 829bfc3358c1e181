import { Document, isMap, isSeq, type Node, type Pair, type YAMLMap } from 'yaml';
import { PLAIN } from '../contract/yaml-nodes.js';
import { schemaLine } from '../scaffold/schema-line.js';
import type { AdoptedContract } from './to-contract.js';
import type { Section } from './source.js';

/** How wide a member may be that stands on one line. */
const WIDEST = 96;

/** How contracts are printed. */
export const PRINT = { lineWidth: 110, flowCollectionPadding: true, singleQuote: true } as const;

/** A contract as the text of its file; `folder` is where it will lie, from the library's root. */
export function contractText({ contract, comments }: AdoptedContract, folder: string): string {
  const document = new Document(contract, PLAIN);
  layOut(document);
  comment(document, comments);
  return schemaLine('contract', folder) + document.toString(PRINT);
}

/** Members stand on a line each as long as they are short; sections never do. */
export function layOut(document: Document): void {
  if (!isMap(document.contents)) return;
  for (const { key, value } of document.contents.items as Pair<Node, Node>[]) {
    if (!isMap(value)) continue;
    if (String(key) === 'wraps') value.flow = true;
    else for (const member of value.items as Pair<Node, Node>[]) shorten(member, document);
  }
}

function shorten({ key, value }: Pair<Node, Node>, document: Document): void {
  if (!isMap(value) && !isSeq(value)) return;
  value.flow = true;
  const text = document.createNode(value.toJSON(), { flow: true, ...PLAIN });
  const width = `  ${String(key)}: ${new Document(text).toString({ ...PRINT, lineWidth: 0 })}`.trimEnd()
    .length;
  if (width <= WIDEST) return;
  value.flow = false;
  if (isMap(value)) for (const inner of value.items as Pair<Node, Node>[]) shorten(inner, document);
  else for (const item of value.items as Node[]) if (isMap(item)) item.flow = true;
}

/** What could not be read stands as a comment before the section where a person would add it. */
function comment(document: Document, comments: AdoptedContract['comments']): void {
  const root = document.contents as unknown as YAMLMap<Node, Node>;
  const behind: string[] = [];
  for (const [section, lines] of comments) {
    const pair = (root.items as Pair<Node, Node>[]).find(({ key }) => String(key) === sectionKey(section));
    const text = lines.map((line) => ` ${line.replace(/\s+/g, ' ')}`).join('\n');
    if (pair) pair.key.commentBefore = text;
    else behind.push(text);
  }
  if (behind.length > 0) document.comment = behind.join('\n');
}

function sectionKey(section: Section): string {
  return section === 'contract' ? 'wraps' : section;
}

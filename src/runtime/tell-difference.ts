/** What a server rendered into elements that have not drawn yet, by element. */
const declared = new WeakMap<HTMLElement, string>();

/** Tags of which it was told. */
const told = new Set<string>();

/** Notes what a server rendered of an element, before the element takes it over. */
export function noteDeclared(element: HTMLElement): void {
  const root = element.shadowRoot ?? element;
  if (told.has(element.localName)) return;
  const nodes = [...root.childNodes];
  // A server ends what it puts before its rendering with this comment.
  if (nodes.some((node) => node.nodeType === 8 && node.nodeValue === ':'))
    declared.set(element, writtenOf(root));
}

/** Tells, once for each tag, where an element is drawn another way by script than by the server. */
export function tellDifference(element: HTMLElement): void {
  const before = declared.get(element);
  if (before === undefined) return;
  declared.delete(element);
  const { shadowRoot, localName: tag } = element;
  const after = writtenOf(shadowRoot ?? element);
  if (before === after || told.has(tag)) return;
  told.add(tag);
  const at = firstDifference(before, after);
  console.warn(
    `<${tag}> renders differently on the server. Server: "${piece(before, at)}", browser: "${piece(after, at)}".`,
    element,
  );
}

/** A root as text, without what only says where things stand, what controls hold, and styles, which a policy can refuse. */
function writtenOf(root: ParentNode): string {
  let text = '';
  for (const node of root.childNodes) {
    if (node.nodeType === 3) text += node.nodeValue;
    if (node.nodeType !== 1) continue;
    const element = node as Element;
    const { localName } = element;
    if (/^(?:script|style|link|template)$/.test(localName)) continue;
    const attributes = [...element.attributes]
      .filter(({ name }) => !/^(?:value|checked|selected|open|style)$/.test(name))
      .map(({ name, value }) => ` ${name}="${value}"`);
    text += `<${localName}${attributes.sort().join('')}>`;
    if (localName !== 'textarea') text += writtenOf(element);
    text += `</${localName}>`;
  }
  return text;
}

function firstDifference(one: string, other: string): number {
  let at = 0;
  while (at < one.length && one[at] === other[at]) at++;
  return at;
}

/** So many characters are shown before and behind a difference. */
const AROUND = 30;

function piece(text: string, at: number): string {
  return text.slice(Math.max(0, at - AROUND), at + AROUND);
}

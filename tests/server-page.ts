/**
 * Code for a page that compares roots node by node: `shown(root)` writes one down with all roots in it, as a person would see it;
 * `nodesOf(root)` lists its nodes; `parsed(html)` gives the elements that a server's HTML is parsed to, in a document without script.
 */
export const SERVER_PAGE = `
const soon = () => new Promise((resolve) => setTimeout(resolve));
const parsed = async (text) => {
  // What parses markup for script may leave out comments; a page's own parser keeps all.
  const frame = document.createElement('iframe');
  frame.srcdoc = html('<!doctype html><body>' + text);
  const loaded = new Promise((resolve) => frame.addEventListener('load', resolve));
  document.body.append(frame);
  await loaded;
  const elements = [...frame.contentDocument.body.children];
  setTimeout(() => frame.remove(), 1000);
  return elements;
};
const rootOf = (element) => element.shadowRoot ?? element;
/** The nodes of a root behind what a server puts before them. */
const behindHead = (root) => {
  const nodes = [...root.childNodes];
  const end = nodes.findIndex((node) => node.nodeType === 8 && node.data === ':');
  return nodes.slice(end + 1);
};
const isHeld = (name) => name === 'value' || name === 'checked' || name === 'selected';
const shown = (root) => {
  const text = (value) => value.replace(/[&<]/g, (letter) => (letter === '&' ? '&amp;' : '&lt;'));
  const attributes = (element) =>
    [...element.attributes]
      .filter(({ name }) => !(/^(?:input|textarea|select|option)$/.test(element.localName) && isHeld(name)))
      .map(({ name, value }) => [name, name === 'style' ? element.style.cssText : value])
      .filter(([name, value]) => !(name === 'style' && value === ''))
      .map(([name, value]) => ' ' + name + '="' + text(value) + '"')
      .sort()
      .join('');
  const one = (node) => {
    if (node.nodeType === 3) return text(node.data);
    if (node.nodeType !== 1) return '';
    const held = /^(?:input|textarea|select)$/.test(node.localName) ? '{' + node.value + '|' + node.checked + '}' : '';
    const inner = node.shadowRoot ? '#' + shown(node.shadowRoot) + '#' : '';
    const children = node.localName === 'textarea' ? '' : all(node.childNodes);
    return '<' + node.localName + attributes(node) + held + '>' + inner + children + '</>';
  };
  const all = (nodes) => [...nodes].map(one).join('');
  return behindHead(root).map(one).join('');
};
const nodesOf = (root) => {
  const found = [];
  const walk = (node) => {
    if (node.nodeType === 1 || (node.nodeType === 3 && node.data)) found.push(node);
    if (node.shadowRoot) behindHead(node.shadowRoot).forEach(walk);
    // The text of a text field is what it holds, and is written as that.
    if (node.localName !== 'textarea') node.childNodes.forEach(walk);
  };
  behindHead(root).forEach(walk);
  return found;
};
/**
 * For each element of a list, by tag, properties, content and what a server rendered: what it shows that script makes, and what the
 * same one shows that a server rendered: parsed, and taken over.
 */
const compareAll = async (list) => {
  const elements = await parsed(list.map(([, , , rendered]) => rendered).join(''));
  if (elements.length !== list.length) throw new Error('parsed ' + elements.length + ' of ' + list.length);
  const results = [];
  for (const [place, [tag, properties, content]] of list.entries()) {
    const own = document.createElement(tag);
    Object.assign(own, properties);
    own.innerHTML = html(content);
    document.body.append(own);
    const element = elements[place];
    const before = shown(rootOf(element));
    const nodes = nodesOf(rootOf(element));
    const first = shown(rootOf(own));
    document.body.append(document.adoptNode(element));
    const after = shown(rootOf(element));
    const left = new Set(nodesOf(rootOf(element)));
    const gone = nodes.filter((node) => !left.has(node)).map((node) => node.localName ?? node.data);
    const lost = gone.length;
    await soon();
    const later = [shown(rootOf(own)), shown(rootOf(element))];
    own.remove();
    element.remove();
    // What no page can hold, the class puts right.
    const held = first.replace(/\\0|\\p{Surrogate}/gu, '\\ufffd');
    const isSame = { before: before === held, after: after === first, later: later[0] === later[1] };
    results.push({ first, before, after, lost: held === first ? lost : 0, of: nodes.length, gone, later, isSame });
  }
  return results;
};
`;

/** What `compareAll` gives for each. */
export interface Compared {
  first: string;
  before: string;
  after: string;
  lost: number;
  /** What was lost: names of elements, texts. */
  gone: string[];
  of: number;
  later: [own: string, taken: string];
  isSame: { before: boolean; after: boolean; later: boolean };
}

import type { Facet, Mounted, ProbePage } from '../facet.js';
import { innerRoot } from '../inner-root.js';
import { Observer } from '../observe.js';
import { allSamples, runSteps, UNHEARD, type SampleData } from './run-samples.js';

interface Data {
  samples: SampleData[];
  parts: { name: string; conditional: boolean }[];
  cssProperties: { name: string; value: string }[];
}

/** Page style does not get in, element style does not get out; parts and custom properties do work. */
export const encapsulation: Facet<Data> = {
  name: 'encapsulation',
  title: 'Style stays on its side, save through the openings',

  plan(facts) {
    const { contract } = facts;
    const { scenes, data: samples } = allSamples(facts);
    return {
      scenes: { bare: facts.scene({}), ...scenes },
      data: {
        samples,
        parts: contract.parts.map(({ name }) => ({ name, conditional: facts.conditional.parts.has(name) })),
        cssProperties: contract.cssProperties.map(({ name, syntax }) => ({ name, value: valueFor(syntax) })),
      },
    };
  },

  async probe(page, { parts, cssProperties, samples }) {
    const mounted = await page.mount('bare');
    const results = [pageStyle(page, mounted), elementStyle(page, mounted)];
    results.push(...cssProperties.map(({ name, value }) => propertyOpening(mounted, name, value)));
    for (const { name, conditional } of parts) {
      const shown = findPart(mounted, name) ? undefined : await sampleThatShows(page, name, samples);
      results.push(partOpening(page, shown ?? mounted, name, conditional));
      await shown?.unmount();
    }
    await mounted.unmount();
    return results.map((observer) => observer.result());
  },
};

/** Another value than any that a style would have by itself. */
function valueFor(syntax: string | undefined): string {
  if (syntax === undefined || syntax.includes('color')) return 'rgb(1, 2, 3)';
  if (/length|percentage/.test(syntax)) return '37px';
  if (/number|integer/.test(syntax)) return '7';
  if (/time/.test(syntax)) return '7s';
  return 'rgb(1, 2, 3)';
}

const MARK = 'rgb(250, 1, 2)';

function insideOf({ element }: Mounted): Element[] {
  return [...innerRoot(element).querySelectorAll('*')].filter((node) => node.localName !== 'style');
}

/** A style sheet of the page, as long as the work takes. */
function withPageStyle<Result>(css: string, work: () => Result): Result {
  const style = document.createElement('style');
  style.textContent = css;
  document.head.append(style);
  try {
    return work();
  } finally {
    style.remove();
  }
}

function pageStyle(page: ProbePage, mounted: Mounted): Observer {
  const observer = new Observer('page style');
  const nodes = insideOf(mounted);
  if (nodes.length === 0) {
    observer.leave('Nothing is inside the element that a style could reach.');
    return observer;
  }
  const selectors = new Set<string>(['*']);
  for (const node of nodes) {
    selectors.add(node.localName);
    for (const name of node.classList) selectors.add(`.${CSS.escape(name)}`);
  }
  // An outline is not inherited, so what has it was matched itself.
  const css = `${[...selectors].join(', ')} { outline: 3px solid ${MARK} !important; }`;
  const reached = withPageStyle(css, () =>
    nodes.filter((node) => getComputedStyle(node).outlineColor === MARK),
  );
  observer.expect(
    `put a rule for ${[...selectors].slice(0, 6).join(', ')} into the page`,
    reached.length === 0,
    `it reaches ${reached.length} of ${nodes.length} nodes inside`,
    'it reaches none inside',
  );
  if (reached.length === 0)
    observer.saw('look at the nodes inside', `${nodes.length} nodes, none has the page's outline`);
  observer.noErrors(page.errors(), 'put a style into the page');
  return observer;
}

function elementStyle(page: ProbePage, mounted: Mounted): Observer {
  const observer = new Observer('element style');
  const sheets = document.styleSheets.length + document.adoptedStyleSheets.length;
  observer.expect(
    'count the style sheets of the page, before the element was defined and now',
    sheets === page.sheetsAtStart,
    `${page.sheetsAtStart}, then ${sheets}`,
    'as many as before',
  );
  const frame = document.createElement('iframe');
  document.body.append(frame);
  const clean = frame.contentDocument!;
  // Without its own type, the frame's document would be drawn in quirks mode.
  clean.open();
  clean.write(`<!doctype html><html lang="${document.documentElement.lang}"><body>`);
  clean.close();
  const kinds = new Map<string, Element>();
  for (const node of insideOf(mounted)) kinds.set(`${node.localName}.${[...node.classList].join('.')}`, node);
  const different: string[] = [];
  for (const [kind, node] of kinds) {
    if (node.localName.includes('-') || node.localName === 'slot') continue;
    const here = node.cloneNode(false) as HTMLElement;
    const there = clean.importNode(node, false) as HTMLElement;
    // Without boxes, computed values do not depend on the size of the two documents.
    const wrap = (document: Document, child: HTMLElement): HTMLElement => {
      const box = document.createElement('div');
      box.style.display = 'none';
      box.append(child);
      document.body.append(box);
      return box;
    };
    const boxes = [wrap(document, here), wrap(clean, there)];
    const [own, other] = [getComputedStyle(here), frame.contentWindow!.getComputedStyle(there)];
    const changed = [...own].filter(
      (name) => !name.startsWith('--') && own.getPropertyValue(name) !== other.getPropertyValue(name),
    );
    if (changed.length > 0) different.push(`${kind.replace(/\.$/, '')}: ${changed.slice(0, 3).join(', ')}`);
    for (const box of boxes) box.remove();
  }
  frame.remove();
  observer.expect(
    `compare ${kinds.size} kinds of nodes in this page with the same in a page without the element`,
    different.length === 0,
    different.length === 0
      ? 'they look the same'
      : `changed by the element: ${different.slice(0, 3).join('; ')}`,
    'they look the same',
  );
  return observer;
}

function findPart(mounted: Mounted, name: string): Element | undefined {
  return insideOf(mounted).find((candidate) => candidate.part.contains(name));
}

/** The element at the end of the first sample in which a part is shown. */
async function sampleThatShows(
  page: ProbePage,
  part: string,
  samples: readonly SampleData[],
): Promise<Mounted | undefined> {
  for (const sample of samples) {
    const mounted = await page.mount(sample.scene);
    await runSteps(page, mounted, sample, UNHEARD);
    await page.settle();
    page.errors();
    if (findPart(mounted, part)) return mounted;
    await mounted.unmount();
  }
  return undefined;
}

function partOpening(page: ProbePage, mounted: Mounted, name: string, conditional: boolean): Observer {
  const observer = new Observer(`part ${name}`);
  const node = findPart(mounted, name);
  if (!node) {
    if (conditional)
      observer.leave('The view shows this part in certain states only, and no sample leads there.');
    else observer.fail(`look for the part ${name}`, 'no node has it', 'a node that has it');
    return observer;
  }
  const css = `${page.tag}::part(${name}) { outline: 3px solid ${MARK} !important; }`;
  const color = withPageStyle(css, () => getComputedStyle(node).outlineColor);
  observer.holds(
    `style ${page.tag}::part(${name}) from the page`,
    color === MARK,
    'the style does not arrive',
    'the style arrives',
  );
  return observer;
}

function propertyOpening(mounted: Mounted, name: string, value: string): Observer {
  const observer = new Observer(name);
  const { element } = mounted;
  const look = (): string =>
    [element, ...insideOf(mounted)]
      .flatMap((node) => [undefined, '::before', '::after'].map((pseudo) => getComputedStyle(node, pseudo)))
      .map((style, place) => (place % 3 > 0 && /^(none|normal)$/.test(style.content) ? '' : styleText(style)))
      .join('\n');
  const before = look();
  element.style.setProperty(name, value);
  const after = look();
  element.style.removeProperty(name);
  if (before !== after) observer.saw(`set ${name}: ${value} on the element`, 'the look changes');
  else if (sheetText(element).includes(name)) {
    observer.leave(`Its style reads ${name}, but not in the state that was shown first.`);
  } else observer.fail(`set ${name}: ${value} on the element`, 'nothing changes', 'the look changes');
  return observer;
}

function styleText(style: CSSStyleDeclaration): string {
  return [...style].map((name) => (name.startsWith('--') ? '' : style.getPropertyValue(name))).join(';');
}

function sheetText(element: Element): string {
  const root = innerRoot(element);
  const shadowRoot = root instanceof ShadowRoot ? root : undefined;
  const sheets = [...(shadowRoot?.adoptedStyleSheets ?? []), ...(shadowRoot?.styleSheets ?? [])];
  return sheets.flatMap((sheet) => [...sheet.cssRules].map((rule) => rule.cssText)).join('\n');
}

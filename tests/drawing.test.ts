import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { drawingModule } from '../src/emit/drawing/drawing-module.js';
import { analyze, openLibrary, type LibraryElement } from '../src/index.js';
import { BuiltPage } from './built-page.js';
import { MIXED } from './golden-corpus.js';
import { readTree, REPOSITORY, scratchFolder } from './helpers.js';

const demo = Object.fromEntries(
  Object.entries(readTree(join(REPOSITORY, 'examples/quayside'))).filter(
    // What a component draws first, nobody knows before it runs.
    ([path]) => !/^(?:(?:dist|\.lastwright|node_modules)\/|elements\/quay-tide\/)/.test(path),
  ),
);

const sources = { ...demo, ...MIXED };
const page = new BuiltPage(sources);
beforeAll(() => page.start());
afterAll(() => page.stop());

type Draw = (inside: object, filled: object) => string;

/** The function that draws an element without a document, bundled with its behavior. */
async function drawOf(
  element: LibraryElement,
  elements: readonly LibraryElement[],
  root: string,
): Promise<Draw> {
  const { contract, tree, behavior, folder } = element;
  const contracts = new Map(elements.map((one) => [one.contract.tag, one.contract]));
  const code = drawingModule({ contract, tree: tree!, behavior }, contracts, {
    helpers: join(REPOSITORY, 'src/runtime/drawing.ts'),
    behavior: join(root, folder.behavior?.file ?? ''),
  });
  const outfile = join(scratchFolder(), `${contract.tag}.mjs`);
  const { outputFiles } = await build({
    stdin: { contents: code, resolveDir: REPOSITORY },
    bundle: true,
    write: false,
    format: 'esm',
  });
  writeFileSync(outfile, outputFiles[0]!.contents);
  return ((await import(pathToFileURL(outfile).href)) as { draw: Draw }).draw;
}

/** What a sample's element has when it is drawn first. */
function insideOf({ contract }: LibraryElement, properties: object): object {
  const defaults = contract.properties.map((one) => [one.name, one.kind === 'boolean' ? false : one.default]);
  const host: Record<string, unknown> = { ...Object.fromEntries(defaults), ...properties, className: '' };
  host.matches = () => host.disabled === true;
  return { ...host, host };
}

/** Both as the same browser writes them: comments mark places only, and properties of controls become attributes. */
const COMPARE = `
const plain = (root) => {
  for (const element of root.querySelectorAll('*')) {
    if (element.hasAttribute('style') || element.style?.cssText) element.setAttribute('style', element.style.cssText);
    if (element.getAttribute('style') === '') element.removeAttribute('style');
    if (element.localName === 'input') element.setAttribute('value', element.value);
    if (element.localName === 'input' && element.checked) element.setAttribute('checked', '');
  }
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_COMMENT);
  const comments = [];
  while (walker.nextNode()) comments.push(walker.currentNode);
  for (const comment of comments) comment.remove();
  root.normalize();
  const attributes = (tag) => tag.replace(/ [^\\s=>]+="[^"]*"/g, '').replace(/>$/, '') + (tag.match(/ [^\\s=>]+="[^"]*"/g) ?? []).sort().join('') + '>';
  return root.innerHTML.replace(/<[a-z][^>]*>/g, attributes);
};`;

describe('the first drawing without a document', () => {
  it('is what the browser draws first, for every sample of every element', async () => {
    const analysis = analyze(await openLibrary(page.root));
    const seen: string[] = [];
    const empty: string[] = [];
    for (const element of analysis.elements) {
      const { contract, samples, behavior } = element;
      const draw = await drawOf(element, analysis.elements, page.root);
      for (const { sample, properties = {}, slots = {} } of samples) {
        const inside = insideOf(element, properties) as Record<string, unknown>;
        if (behavior?.exports.has('state')) {
          // The state is the behavior's own; it is drawn by the same module.
          inside.state = await page.run(`return (await import('/behaviors/${contract.tag}.js')).state();`);
        }
        const filled = Object.fromEntries(contract.slots.map(({ name }) => [name, name in slots]));
        const drawn = draw(inside, filled);
        const content = Object.entries(slots).map(([slot, html]) =>
          slot === 'default' ? html : html.replace(/^<(\w[\w-]*)/, `<$1 slot="${slot}"`),
        );
        const [browser, text] = await page.run<[string, string]>(`
          ${COMPARE}
          const element = document.createElement('${contract.tag}');
          Object.assign(element, ${JSON.stringify(properties)});
          element.innerHTML = html(${JSON.stringify(content.join(''))});
          document.body.append(element);
          const root = element.shadowRoot ?? element;
          const first = plain(root);
          element.remove();
          const template = document.createElement('div');
          template.innerHTML = html(${JSON.stringify(drawn)});
          return [first, plain(template)];`);
        expect(text, `${contract.tag}: ${sample}`).toBe(browser);
        seen.push(contract.tag);
        if (text === '') empty.push(`${contract.tag}: ${sample}`);
      }
    }
    expect(new Set(seen).size).toBe(analysis.elements.length);
    expect(seen.length).toBeGreaterThan(15);
    // A dialog that is closed draws nothing.
    expect(empty.filter((one) => !one.startsWith('quay-dialog'))).toEqual([]);
  });
});

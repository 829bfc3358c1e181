import { brotliCompressSync } from 'node:zlib';
import { build } from 'esbuild';
import { beforeAll, describe, expect, it } from 'vitest';
import { analyze, buildLibrary, openLibrary } from '../src/index.js';
import { scratchFolder, textOf, writeFiles } from './helpers.js';

const element = (tag: string, word: string) => ({
  [`elements/${tag}/${tag}.contract.yaml`]: `contract: 1
tag: ${tag}
properties: { label: { type: string, required: true }, state: { enum: [free, booked], default: free, reflect: true }, open: { type: boolean, reflect: true } }
slots: { default: {} }
events: { ${word}-claim: {} }
`,
  [`elements/${tag}/${tag}.html`]: `<article class="${word} {state}"><h3 onclick="claim()">{label}</h3><p>{open ? 'open' : 'closed'}</p><slot></slot></article>`,
  [`elements/${tag}/${tag}.css`]: `:host { display: block } .${word} { padding: 4px 8px; border: 1px solid } .booked { background: #fff6dd }`,
  [`elements/${tag}/${tag}.ts`]: `export function claim(inside) { inside.emit('${word}-claim'); }`,
});

const LIST = {
  'elements/quay-list/quay-list.contract.yaml':
    'contract: 1\ntag: quay-list\nproperties: { items: { type: array, default: [] } }\n',
  'elements/quay-list/quay-list.html':
    '<template for-each="item of items" key="item.id"><p>{item.name}</p></template>',
};

let folder: string;

beforeAll(async () => {
  const library = writeFiles({
    'lastwright.yaml': 'library: 1\n',
    'package.json': '{ "name": "sizes", "version": "1.0.0" }',
    ...element('quay-pier', 'pier'),
    ...element('quay-mole', 'mole'),
    ...LIST,
  });
  const analysis = analyze(await openLibrary(library));
  expect(analysis.findings.filter(({ severity }) => severity === 'error')).toEqual([]);
  const { files } = await buildLibrary(analysis);
  folder = scratchFolder();
  writeFiles(Object.fromEntries([...files].map(([path, content]) => [path, textOf(content)])), folder);
});

/** Minified and compressed size of a module with all that it imports, in bytes. */
async function size(contents: string, external: string[] = []): Promise<{ bytes: number; code: string }> {
  const { outputFiles } = await build({
    stdin: { contents, resolveDir: folder },
    bundle: true,
    write: false,
    minify: true,
    format: 'esm',
    external,
    logLevel: 'error',
  });
  const code = outputFiles[0]!.text;
  return { bytes: brotliCompressSync(code).length, code };
}

const elements = (...tags: string[]) => tags.map((tag) => `import './elements/${tag}.js';`).join('\n');

describe('what is shipped', () => {
  it('is at most 2 kB of runtime for a simple element', async () => {
    const whole = await size(elements('quay-pier'));
    const own = await size(elements('quay-pier'), ['*/shared/runtime.js']);
    expect(whole.bytes - own.bytes).toBeLessThanOrEqual(2000);
    expect(whole.bytes).toBeLessThanOrEqual(3000);
  });

  it('is at most 0.5 kB for a second one, beside its own markup and style', async () => {
    const one = await size(elements('quay-pier'));
    const both = await size(elements('quay-pier', 'quay-mole'));
    expect(both.bytes - one.bytes).toBeLessThanOrEqual(500);
  });

  it('has nothing of what an element does not use', async () => {
    const { code } = await size(elements('quay-pier'));
    for (const word of [
      'moveBefore',
      'ariaLabelledByElements',
      'setFormValue',
      'MutationObserver',
      'javascript',
    ])
      expect(code).not.toContain(word);
    expect((await size(elements('quay-list'))).code).toContain('moveBefore');
  });

  it('is one runtime for all', async () => {
    const { code } = await size(elements('quay-pier', 'quay-mole', 'quay-list'));
    expect(code.match(/createPolicy/g)).toHaveLength(1);
  });
});

import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build, type Plugin } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Page, RunningBrowser } from '../src/index.js';
import { frameworkTools } from '../src/frameworks/framework-tools.js';
import { solid } from '../src/frameworks/solid.js';
import { PageServer } from '../src/verify/page-server.js';
import { testBrowser } from './built-page.js';
import { linkPackages, writeFiles } from './helpers.js';

// What notes of the facet `server` say of frameworks is true of the versions that are installed.

const FILES = {
  'react.jsx': `import { renderToString } from 'react-dom/server';
export const html = () => renderToString(<x-y urgent={false} selected="tides" open={true} list={[1]} label="A" />);`,
  'preact.jsx': `/** @jsxImportSource preact */
import { renderToString } from 'preact-render-to-string';
export const html = () => renderToString(<x-y urgent={false} selected="tides" open={true} list={[1]} label="A" />);`,
  'vue.js': `import { createSSRApp, h } from 'vue';
import { renderToString } from 'vue/server-renderer';
export const html = () => renderToString(createSSRApp(() => h('x-y', { urgent: false, selected: 'tides', open: true, list: [1], label: 'A' })));`,
  'Example.svelte': `<script>let { chosen = 'tides', no = false } = $props();</script>
<x-y urgent={no} selected={chosen} open={true} label={'A'}></x-y>`,
  'svelte.js': `import { render } from 'svelte/server';
import Example from './Example.svelte';
export const html = () => render(Example).body;`,
  'solid.jsx': `import { renderToString } from 'solid-js/web';
export const html = () => renderToString(() => <x-y urgent={false} selected={'tides'} open={true} label={'A'}></x-y>);`,
  'hydrate.jsx': `import { useLayoutEffect, useRef } from 'react';
import { hydrateRoot } from 'react-dom/client';
const heard = [];
const list = [1];
customElements.define('x-y', class extends HTMLElement { list = undefined; label = ''; });
const Plain = () => <x-y label="A" list={list} onx-ping={() => heard.push('plain')} />;
function WithEffect() {
  const element = useRef(null);
  useLayoutEffect(() => {
    element.current.list = list;
    element.current.addEventListener('x-ping', () => heard.push('effect'));
  }, []);
  return <x-y ref={element} label="A" />;
}
const wait = () => new Promise((resolve) => setTimeout(resolve, 100));
export async function hydrated(which) {
  const container = document.createElement('div');
  const own = document.createElement('x-y');
  own.setAttribute('label', 'A');
  container.append(own);
  document.body.append(container);
  hydrateRoot(container, which === 'plain' ? <Plain /> : <WithEffect />);
  await wait();
  const now = container.firstElementChild;
  heard.length = 0;
  now.dispatchEvent(new Event('x-ping'));
  return [now === own, now.list === list, ...heard];
}
globalThis.hydrated = hydrated;`,
};

/** Compiles as the frameworks' own tools do for servers. */
const compilers: Plugin = {
  name: 'compilers',
  setup(builder) {
    builder.onLoad({ filter: /\.svelte$/ }, async () => {
      const { compile } = await import('svelte/compiler');
      return { contents: compile(FILES['Example.svelte'], { generate: 'server' }).js.code };
    });
    builder.onLoad({ filter: /solid\.jsx$/ }, async () => {
      const tools = frameworkTools(folder, new Set(['x-y']));
      return { contents: await solid.server!.compile!(FILES['solid.jsx'], tools) };
    });
  },
};

let folder: string;

beforeAll(() => {
  folder = writeFiles({ 'package.json': '{ "type": "module" }', ...FILES });
  linkPackages(folder);
});

/** The attributes that a framework's server renderer writes. */
async function written(file: string): Promise<string[]> {
  const outfile = join(folder, `${file}.mjs`);
  await build({
    entryPoints: [join(folder, file)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    jsx: 'automatic',
    packages: 'external',
    logLevel: 'silent',
    plugins: [compilers],
  });
  const { html } = (await import(pathToFileURL(outfile).href)) as { html: () => string | Promise<string> };
  const [, attributes] = /<x-y(.*?)\/?>/.exec(await html())!;
  return [...attributes!.matchAll(/([\w-]+)(?:="([^"]*)")?/g)]
    .map(([, name, value]) => (value ? `${name}=${value}` : name!))
    .filter((one) => !one.startsWith('data-hk'))
    .sort();
}

describe('what a server renderer writes into attributes', () => {
  it.each([
    ['react.jsx', ['label=A', 'open', 'selected=tides']],
    ['preact.jsx', ['label=A', 'list=1', 'open', 'selected=tides']],
    ['vue.js', ['label=A', 'open', 'selected', 'urgent=false']],
    ['svelte.js', ['label=A', 'open', 'selected', 'urgent=false']],
    ['solid.jsx', ['label=A', 'open', 'selected', 'urgent=false']],
  ])('%s', async (file, expected) => {
    expect(await written(file)).toEqual(expected);
  });
});

describe('React 19, while it hydrates', () => {
  const server = new PageServer();
  let browser: RunningBrowser;
  let page: Page;

  beforeAll(async () => {
    const { outputFiles } = await build({
      entryPoints: [join(folder, 'hydrate.jsx')],
      bundle: true,
      write: false,
      format: 'esm',
      jsx: 'automatic',
      define: { 'process.env.NODE_ENV': '"production"' },
    });
    server.put('/hydrate.js', outputFiles[0]!.text);
    server.put('/page.html', '<!doctype html><body><script type="module" src="/hydrate.js"></script>');
    await server.start();
    browser = await testBrowser().launch();
    page = await browser.newPage();
    await page.open(`${server.origin}/page.html`);
  });
  afterAll(async () => {
    await browser?.close();
    await server.stop();
  });

  it('adds no listeners of custom events and sets no properties', async () => {
    expect(await page.evaluate(`hydrated('plain')`, 5000)).toEqual([true, false]);
  });

  it('lets an effect do both', async () => {
    expect(await page.evaluate(`hydrated('effect')`, 5000)).toEqual([true, true, 'effect']);
  });
});

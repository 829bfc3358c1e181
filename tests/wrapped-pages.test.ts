import { beforeAll, describe, expect, it } from 'vitest';
import { componentTools } from '../src/components/compile-components.js';
import { svelte } from '../src/components/svelte.js';
import { analyze, buildLibrary, openLibrary } from '../src/index.js';
import { linkPackages, textOf, writeFiles } from './helpers.js';
import { gaugeFiles } from './wrapped-components.js';
import { built, inPage, nextAddress, page, server, testLeftovers } from './wrapped-page.js';

describe('elements of React in a page of React, with one copy for both', () => {
  let root: string;
  beforeAll(async () => {
    root = await built(['react'], 'shared');
  }, 60_000);

  it('are drawn without a word from React, and take calls from the effects of the page', async () => {
    const [told, text, seen] = await inPage<[string[], string, string]>(
      root,
      `import { useEffect, useLayoutEffect, useRef } from 'react';
       import { createRoot } from 'react-dom/client';
       import '../dist/index.js';
       function App() {
         const gauge = useRef(null);
         useLayoutEffect(() => { gauge.current.reset(); globalThis.seen = 'layout '; }, []);
         useEffect(() => { gauge.current.reset(); globalThis.seen += 'effect'; }, []);
         return <quay-react ref={gauge} label="East" levels={[1, 2]} />;
       }
       createRoot(document.getElementById('app')).render(<App />);`,
      `return [told, document.querySelector('quay-react').shadowRoot.querySelector('h3').textContent, globalThis.seen];`,
    );
    expect(told).toEqual([]);
    expect([text, seen]).toEqual(['East (calm)', 'layout effect']);
  });

  it('let the page hear what happens in content that it put there, once', async () => {
    expect(
      await inPage(
        root,
        `import { createRoot } from 'react-dom/client';
         import '../dist/index.js';
         const hear = (word) => () => (globalThis.order = [...(globalThis.order ?? []), word]);
         createRoot(document.getElementById('app')).render(
           <div onClick={hear('page')}><quay-react label="East" onClick={hear('element')}><button onClick={hear('content')}>In</button></quay-react></div>,
         );`,
        `globalThis.heard = []; document.querySelector('quay-react button').click(); await turn();
         return [globalThis.order.toSorted(), globalThis.heard.length, told];`,
      ),
    ).toEqual([['content', 'element', 'page'], 1, []]);
  });

  it('keep the caret where the page controls the value', async () => {
    expect(
      await inPage(
        root,
        `import { useState } from 'react';
         import { createRoot } from 'react-dom/client';
         import '../dist/index.js';
         function App() {
           const [value, setValue] = useState('abcd');
           return <quay-react label="East" value={value} ongauge-change={(event) => setValue(event.detail)} />;
         }
         createRoot(document.getElementById('app')).render(<App />);`,
        `const input = document.querySelector('quay-react').shadowRoot.querySelector('input');
         input.focus(); input.setSelectionRange(2, 2);
         document.execCommand('insertText', false, 'X'); await turn();
         return [input.value, input.selectionStart];`,
      ),
    ).toEqual(['abXcd', 3]);
  });

  it('use the very copy of the page, of which there is one', async () => {
    expect(
      await inPage(
        root,
        `import * as React from 'react';
         import { createRoot } from 'react-dom/client';
         import { QuayReact } from '../dist/index.js';
         globalThis.copies = new Set();
         const make = React.__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE;
         globalThis.internals = make;
         createRoot(document.getElementById('app')).render(<quay-react label="East" />);`,
        `return [document.querySelector('quay-react').shadowRoot.childElementCount, typeof globalThis.internals];`,
      ),
    ).toEqual([1, 'object']);
  });
});

describe('elements that bring their framework', () => {
  it('have one copy of it among them, whatever a page loads of them', async () => {
    const root = writeFiles({
      'lastwright.yaml': 'library: 1\n',
      'package.json': '{ "name": "gauges", "version": "1.0.0", "type": "module" }',
      ...gaugeFiles('react', 'quay-one'),
      ...gaugeFiles('react', 'quay-two'),
    });
    linkPackages(root);
    const { files } = await buildLibrary(analyze(await openLibrary(root)));
    const base = nextAddress();
    for (const [path, content] of files) server.put(`${base}/${path}`, content);
    server.put(
      `${base}.html`,
      `<!doctype html><body><quay-one label="A"></quay-one><quay-two label="B"></quay-two><script type="module" src="${base}/elements/quay-one.js"></script><script type="module" src="${base}/elements/quay-two.js"></script>`,
    );
    await page.open(`${server.origin}${base}.html`);
    const [texts, loaded] = await page.evaluate<[string[], string[]]>(
      `(async () => { await new Promise((resolve) => setTimeout(resolve, 100)); return [[...document.body.querySelectorAll('quay-one, quay-two')].map((one) => one.shadowRoot.querySelector('h3').textContent), performance.getEntriesByType('resource').map(({ name }) => name)]; })()`,
      10_000,
    );
    expect(texts).toEqual(['A (calm)', 'B (calm)']);
    // The framework's code is in one file, which was loaded once.
    const withFramework = [...files].filter(
      ([path, content]) =>
        path.endsWith('.js') && !path.includes('bundle') && textOf(content).includes('onUncaughtError'),
    );
    expect(withFramework.map(([path]) => path)).toEqual(['shared/react.js']);
    expect(loaded.filter((address) => address.endsWith('/shared/react.js'))).toHaveLength(1);
  }, 60_000);

  it('work beside a page that has another version, and inside of what that draws', async () => {
    const root = await built(['react'], 'bundled');
    expect(
      await inPage(
        root,
        `import { createRoot } from 'react-dom-18/client';
         import { createElement, version } from 'react-18';
         import '../dist/index.js';
         globalThis.version = version;
         const clicked = () => (globalThis.clicked = (globalThis.clicked ?? 0) + 1);
         createRoot(document.getElementById('app')).render(
           createElement('quay-react', { label: 'East' }, createElement('button', { onClick: clicked }, 'In')),
         );`,
        `document.querySelector('quay-react button').click(); await turn();
         return [globalThis.version.split('.')[0], document.querySelector('quay-react').shadowRoot.querySelector('h3').textContent, globalThis.clicked];`,
        { mode: 'production', alias: { react: 'react-18' } },
      ),
    ).toEqual(['18', 'East (calm)', 1]);
  }, 60_000);
});

describe('elements in a page of their own framework, with one copy for both', () => {
  it('leave the effects of a page of Svelte running', async () => {
    const root = await built(['svelte'], 'shared');
    const plugins = svelte.plugins(componentTools(root));
    expect(
      await inPage(
        root,
        `import { mount } from 'svelte';
         import '../dist/index.js';
         import App from './App.svelte';
         mount(App, { target: document.getElementById('app') });`,
        `const ran = globalThis.ran; document.querySelector('button.more').click(); await turn();
         const gauge = document.querySelector('quay-svelte');
         return [ran, globalThis.ran, gauge.shadowRoot.querySelector('h3').textContent, gauge.shadowRoot.childElementCount > 0, globalThis.complete, told];`,
        {
          mode: 'production',
          plugins,
          files: {
            'app/App.svelte': `<script>
              import { onMount } from 'svelte';
              let count = $state(0);
              let gauge;
              $effect(() => { globalThis.ran = count; });
              onMount(() => { globalThis.complete = gauge.shadowRoot.querySelector('h3') !== null; gauge.reset(); });
            </script>
            <button class="more" onclick={() => count++}>{count}</button>
            <quay-svelte bind:this={gauge} label={'East ' + count}></quay-svelte>`,
          },
        },
      ),
    ).toEqual([0, 1, 'East 1 (calm)', true, true, []]);
  }, 60_000);

  it('are complete when a page of Vue, Preact or Solid looks at them', async () => {
    const root = await built(['vue', 'preact', 'solid'], 'shared');
    const seen = `const gauge = document.querySelector('TAG'); return [globalThis.complete, gauge.shadowRoot.querySelector('h3').textContent, told];`;
    expect(
      await inPage(
        root,
        `import { createApp, h, onMounted } from 'vue';
         import '../dist/elements/quay-vue.js';
         createApp({ setup() { onMounted(() => { globalThis.complete = document.querySelector('quay-vue').shadowRoot.querySelector('h3') !== null; }); return () => h('quay-vue', { label: 'East' }); } }).mount('#app');`,
        seen.replace('TAG', 'quay-vue'),
        { mode: 'production' },
      ),
    ).toEqual([true, 'East (calm)', []]);
    expect(
      await inPage(
        root,
        `import { h, render } from 'preact';
         import { useLayoutEffect } from 'preact/hooks';
         import '../dist/elements/quay-preact.js';
         function App() { useLayoutEffect(() => { globalThis.complete = document.querySelector('quay-preact').shadowRoot.querySelector('h3') !== null; }); return h('quay-preact', { label: 'East' }); }
         render(h(App), document.getElementById('app'));`,
        seen.replace('TAG', 'quay-preact'),
        { mode: 'production' },
      ),
    ).toEqual([true, 'East (calm)', []]);
    expect(
      await inPage(
        root,
        `import { createSignal, onMount } from 'solid-js';
         import { render } from 'solid-js/web';
         import '../dist/elements/quay-solid.js';
         render(() => { const gauge = document.createElement('quay-solid'); gauge.label = 'East'; onMount(() => { globalThis.complete = gauge.shadowRoot.querySelector('h3') !== null; }); return gauge; }, document.getElementById('app'));`,
        seen.replace('TAG', 'quay-solid'),
        { mode: 'production' },
      ),
    ).toEqual([true, 'East (calm)', []]);
  }, 90_000);
});

// 10,000 of each: tests/broad/wrapped-leftovers.
testLeftovers(2000);

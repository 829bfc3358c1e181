// Installs the packed demo library into real projects outside of the repository, one for each framework that is named (five
// where none is), and looks: the checker takes right use and refuses wrong use, the build goes through, and the page works.
// Packages come from the registry that npm is configured for.
import { execFileSync, spawnSync } from 'node:child_process';
import {
  cpSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { BROWSERS } from '../dist/index.js';
import { CONSUMER_OPTIONS } from './consumer-options.mjs';

const TSC = ['typescript/bin/tsc', ['--noEmit', '-p', '.']];
const START = `import 'quayside/quay-berth';\n`;

/** What a user of each framework has: packages, the plugin of Vite, the checker, and one component. */
const PROJECTS = {
  react: {
    packages: [
      'react@19',
      'react-dom@19',
      '@types/react@19',
      '@types/react-dom@19',
      '@vitejs/plugin-react@5',
      'typescript@6',
    ],
    plugin: `import plugin from '@vitejs/plugin-react';\nexport default { plugins: [plugin()] };\n`,
    checker: TSC,
    options: { jsx: 'react-jsx' },
    component: 'src/App.tsx',
    main: `import { createRoot } from 'react-dom/client';\nimport { App } from './App';\ncreateRoot(document.querySelector('#app')!).render(<App />);\n`,
    mainFile: 'src/main.tsx',
    write: (berth) =>
      `import { useState } from 'react';\nimport type {} from 'quayside/react';\n${START}\nexport function App() {\n  const [claimed, setClaimed] = useState('');\n  return (\n    <>\n      ${berth('onberth-claim={(event) => setClaimed(event.detail.label)}')}\n      <output>{claimed}</output>\n    </>\n  );\n}\n`,
    attribute: (name, code) => `${name}={${code}}`,
  },
  preact: {
    packages: ['preact@11', '@preact/preset-vite@2', 'typescript@6'],
    plugin: `import plugin from '@preact/preset-vite';\nexport default { plugins: [plugin()] };\n`,
    checker: TSC,
    options: { jsx: 'react-jsx', jsxImportSource: 'preact' },
    component: 'src/App.tsx',
    main: `import { render } from 'preact';\nimport { App } from './App';\nrender(<App />, document.querySelector('#app')!);\n`,
    mainFile: 'src/main.tsx',
    write: (berth) =>
      `import { useState } from 'preact/hooks';\nimport type {} from 'quayside/preact';\n${START}\nexport function App() {\n  const [claimed, setClaimed] = useState('');\n  return (\n    <>\n      ${berth('onberth-claim={(event) => setClaimed(event.detail.label)}')}\n      <output>{claimed}</output>\n    </>\n  );\n}\n`,
    attribute: (name, code) => `${name}={${code}}`,
  },
  solid: {
    packages: ['solid-js@1', 'vite-plugin-solid@2', 'typescript@6'],
    plugin: `import plugin from 'vite-plugin-solid';\nexport default { plugins: [plugin()] };\n`,
    checker: TSC,
    options: { jsx: 'preserve', jsxImportSource: 'solid-js' },
    component: 'src/App.tsx',
    main: `import { render } from 'solid-js/web';\nimport { App } from './App';\nrender(() => <App />, document.querySelector('#app')!);\n`,
    mainFile: 'src/main.tsx',
    write: (berth) =>
      `import { createSignal } from 'solid-js';\nimport type {} from 'quayside/solid';\n${START}\nexport function App() {\n  const [claimed, setClaimed] = createSignal('');\n  return (\n    <>\n      ${berth('on:berth-claim={(event) => setClaimed(event.detail.label)}')}\n      <output>{claimed()}</output>\n    </>\n  );\n}\n`,
    attribute: (name, code) => `prop:${name}={${code}}`,
  },
  vue: {
    packages: ['vue@3', '@vitejs/plugin-vue@6', 'vue-tsc@3', 'typescript@6'],
    plugin: `import plugin from '@vitejs/plugin-vue';\nconst isCustomElement = (tag) => tag.startsWith('quay-');\nexport default { plugins: [plugin({ template: { compilerOptions: { isCustomElement } } })] };\n`,
    checker: ['vue-tsc/bin/vue-tsc.js', ['--noEmit', '-p', '.']],
    more: { vueCompilerOptions: { strictTemplates: true } },
    component: 'src/App.vue',
    main: `import { createApp } from 'vue';\nimport App from './App.vue';\ncreateApp(App).mount('#app');\n`,
    mainFile: 'src/main.ts',
    write: (berth) =>
      `<script setup lang="ts">\nimport { ref } from 'vue';\nimport type {} from 'quayside/vue';\n${START}\nconst claimed = ref('');\n</script>\n\n<template>\n  ${berth('@berth-claim="(event) => (claimed = event.detail.label)"')}\n  <output>{{ claimed }}</output>\n</template>\n`,
    attribute: (name, code) => `:${name}="${code}"`,
  },
  svelte: {
    packages: ['svelte@5', '@sveltejs/vite-plugin-svelte@6', 'svelte-check@4', 'typescript@6'],
    plugin: `import { svelte } from '@sveltejs/vite-plugin-svelte';\nexport default { plugins: [svelte()] };\n`,
    checker: ['svelte-check/bin/svelte-check', ['--threshold', 'error', '--tsconfig', './tsconfig.json']],
    component: 'src/App.svelte',
    main: `import { mount } from 'svelte';\nimport App from './App.svelte';\nmount(App, { target: document.querySelector('#app')! });\n`,
    mainFile: 'src/main.ts',
    write: (berth) =>
      `<script lang="ts">\n  import type {} from 'quayside/svelte';\n  ${START}\n  let claimed = $state('');\n</script>\n\n${berth('onberth-claim={(event) => (claimed = event.detail.label)}')}\n<output>{claimed}</output>\n`,
    attribute: (name, code) => `${name}={${code}}`,
  },
};

/** Uses that a checker must refuse. */
const WRONG = {
  'a misspelt property': (attribute) => [attribute('label', `'A1'`), attribute('labl', `'A1'`)],
  'a wrong value': (attribute) => [attribute('label', `'A1'`), attribute('depth', `'deep'`)],
  'nothing that must be given': () => [],
};

const home = mkdtempSync(join(tmpdir(), 'lastwright-consumers-'));
const run = (command, args, cwd) => execFileSync(command, args, { cwd, encoding: 'utf8', stdio: 'pipe' });
const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
let failed = 0;
const say = (name, what, holds, more = '') => {
  if (!holds) failed++;
  console.log(`${holds ? 'ok  ' : 'FAIL'} ${name}: ${what}${holds ? '' : ` ${more}`}`);
};

cpSync('examples/quayside', join(home, 'library'), {
  recursive: true,
  filter: (path) => !/[/\\](dist|\.lastwright)$/.test(path),
});
// The demo wraps a component: its library has the framework that it is written with.
for (const name of ['react', 'react-dom', 'scheduler', '@types/react']) {
  const target = join(home, 'library', 'node_modules', name);
  mkdirSync(dirname(target), { recursive: true });
  symlinkSync(join(process.cwd(), 'node_modules', name), target, 'junction');
}
run(process.execPath, ['bin/lastwright.js', 'build', '--library', join(home, 'library')]);
run(npm, ['pack', '--silent', '--pack-destination', home], join(home, 'library/dist'));
const tarball = join(
  home,
  readdirSync(home).find((name) => name.endsWith('.tgz')),
);
const browser = await BROWSERS.find(({ name }) => name === 'chromium').launch();
try {
  const named = process.argv.slice(2);
  for (const name of named.length > 0 ? named : Object.keys(PROJECTS)) await tryProject(name, PROJECTS[name]);
} finally {
  await browser.close();
  rmSync(home, { recursive: true, force: true });
}
process.exitCode = failed > 0 ? 1 : 0;

async function tryProject(name, project) {
  const folder = join(home, name);
  const write = (path, text) => {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), text);
  };
  write('package.json', JSON.stringify({ name: `${name}-office`, private: true, type: 'module' }));
  run(
    npm,
    ['install', '--no-audit', '--no-fund', '--silent', 'vite@7', tarball, ...project.packages],
    folder,
  );
  write('vite.config.js', project.plugin);
  write('index.html', `<div id="app"></div>\n<script type="module" src="/${project.mainFile}"></script>\n`);
  write(project.mainFile, project.main);
  const compilerOptions = {
    ...CONSUMER_OPTIONS,
    skipLibCheck: false,
    ...project.options,
  };
  write('tsconfig.json', JSON.stringify({ compilerOptions, ...project.more, include: ['src'] }));
  const { attribute } = project;
  const uses = (attributes) =>
    project.write((listener) => `<quay-berth ${[...attributes, listener].join(' ')}></quay-berth>`);
  const check = () => {
    const [bin, args] = project.checker;
    const { status, stdout, stderr } = spawnSync(
      process.execPath,
      [join(folder, 'node_modules', bin), ...args],
      {
        cwd: folder,
        encoding: 'utf8',
      },
    );
    return { refuses: status !== 0, said: stdout + stderr };
  };
  for (const [what, attributes] of Object.entries(WRONG)) {
    write(project.component, uses(attributes(attribute)));
    const { refuses, said } = check();
    say(name, `its checker refuses ${what}`, refuses && /App\.\w+/.test(said), said);
  }
  write(project.component, uses([attribute('label', `'A1'`), attribute('depth', '4')]));
  const right = check();
  say(name, 'its checker takes right use', !right.refuses, right.said);
  const { resolve } = createRequire(join(folder, 'package.json'));
  const vite = await import(
    pathToFileURL(join(dirname(resolve('vite/package.json')), 'dist/node/index.js')).href
  );
  await vite.build({ root: folder, logLevel: 'error' });
  const code = readdirSync(join(folder, 'dist/assets')).map((file) =>
    readFileSync(join(folder, 'dist/assets', file), 'utf8'),
  );
  say(name, 'its bundle has the element, and no other', !code.join('').includes('quay-tabs'));
  const server = await vite.preview({
    root: folder,
    logLevel: 'error',
    preview: { host: '127.0.0.1', port: 0 },
  });
  const page = await browser.newPage();
  try {
    await page.open(server.resolvedUrls.local[0]);
    const seen = await page.evaluate(
      `(async () => {
        await customElements.whenDefined('quay-berth');
        const berth = document.querySelector('quay-berth');
        await berth.settled;
        const drawn = berth.shadowRoot.textContent;
        berth.shadowRoot.querySelector('h3').click();
        await new Promise((resolve) => setTimeout(resolve, 200));
        return [berth.depth, drawn.includes('A1'), document.querySelector('output').textContent].join();
      })()`,
      10_000,
    );
    say(name, 'the page shows it, and hears its event', seen === '4,true,A1', seen);
  } finally {
    await page.close();
    await new Promise((resolve) => server.httpServer.close(resolve));
  }
}

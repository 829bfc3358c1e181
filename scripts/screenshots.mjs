// Retakes all screenshots of docs/screenshots, from the demo library: node scripts/screenshots.mjs [NAME…]
// Needs Xvfb, xterm, ImageMagick, fonts (fonts-dejavu, fonts-inter), and Chromium, Firefox and WebKit.
import { execFileSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { startPreview } from '../bench/start-preview.mjs';
import { Shots } from './screenshots/page.mjs';
import { startDisplay, terminalShot } from './screenshots/terminal.mjs';

const wanted = process.argv.slice(2);
const isWanted = (...names) => wanted.length === 0 || names.some((name) => wanted.includes(name));
const folder = resolve('docs/screenshots');

/** A copy of the demo library, with the packages of this repository. */
function copyDemo(change = () => {}) {
  const copy = mkdtempSync(join(tmpdir(), 'quayside-'));
  cpSync('examples/quayside', copy, {
    recursive: true,
    filter: (path) => !/\/(?:dist|\.lastwright)(?:\/|$)/.test(path),
  });
  symlinkSync(resolve('node_modules'), join(copy, 'node_modules'));
  change(copy);
  return copy;
}

const edit = (copy, file, change) => {
  const path = join(copy, file);
  const before = readFileSync(path, 'utf8');
  const after = change(before);
  if (after === before) throw new Error(`${file} is not as this script expects.`);
  writeFileSync(path, after);
};
const lastwright = (...args) => {
  try {
    return execFileSync(process.execPath, ['bin/lastwright.js', ...args], {
      encoding: 'utf8',
      stdio: 'pipe',
    });
  } catch (error) {
    return error.stdout;
  }
};

execFileSync('npm', ['run', 'build', '--silent'], { stdio: 'inherit' });
const demo = copyDemo();
const endDisplay = await startDisplay();
const shot = async (name, options) => {
  if (isWanted(name)) await terminalShot(join(folder, `${name}.png`), options);
};

await shot('init', {
  cwd: mkdtempSync(join(tmpdir(), 'init-')),
  commands: ['npx lastwright init harbor --framework react'],
});
const mistaken = copyDemo((copy) =>
  edit(copy, 'elements/quay-berth/quay-berth.html', (text) =>
    text.replace('{label}', '{lable}').replace('name="actions"', 'name="action"'),
  ),
);
await shot('check', { cwd: mistaken, commands: ['npx lastwright check'] });
await shot('explain', { cwd: demo, commands: ['npx lastwright explain view/unknown-name'] });
await shot('build', { cwd: demo, commands: ['npx lastwright build'] });
const project = mkdtempSync(join(tmpdir(), 'adopt-'));
symlinkSync(resolve('node_modules'), join(project, 'node_modules'));
writeFileSync(join(project, 'lastwright.yaml'), 'library: 1\nframeworks: [html, react]\n');
writeFileSync(
  join(project, 'package.json'),
  '{ "name": "harbor-lights", "version": "0.1.0", "private": true, "type": "module" }\n',
);
mkdirSync(join(project, 'src'));
const [, horn] = /^```tsx file=src\/Horn\.tsx\n([\s\S]*?)^```$/m.exec(
  readFileSync('docs/tutorial.md', 'utf8'),
);
writeFileSync(join(project, 'src/Horn.tsx'), horn);
await shot('adopt', { cwd: project, commands: ['npx lastwright adopt src/Horn.tsx'] });
await shot('types', {
  cwd: consumer(),
  commands: ['npx tsc --pretty -p react', 'npx vue-tsc --pretty -p vue'],
  columns: 140,
});
await shot('verify', {
  cwd: demo,
  quietly: 'npx lastwright verify',
  commands: ['npx lastwright verify'],
});
await shot('browsers', {
  cwd: demo,
  quietly:
    'npx lastwright verify --framework html --framework vue --browser chromium --browser firefox --browser webkit',
  commands: [
    'npx lastwright verify --framework html --framework vue --browser chromium --browser firefox --browser webkit',
  ],
});
endDisplay();

/** A project that uses the built package, with three mistakes. */
function consumer() {
  const root = mkdtempSync(join(tmpdir(), 'consumer-'));
  if (!isWanted('types')) return root;
  lastwright('build', '--library', demo);
  mkdirSync(join(root, 'node_modules'));
  for (const name of ['react', '@types', 'csstype', 'vue', '@vue', 'typescript', 'vue-tsc', '.bin'])
    symlinkSync(resolve('node_modules', name), join(root, 'node_modules', name));
  cpSync(join(demo, 'dist'), join(root, 'node_modules/quayside'), { recursive: true });
  const compilerOptions = {
    strict: true,
    noEmit: true,
    jsx: 'react-jsx',
    module: 'esnext',
    moduleResolution: 'bundler',
    target: 'es2022',
    skipLibCheck: true,
    types: [],
  };
  const write = (folder, file, text) => {
    mkdirSync(join(root, folder));
    writeFileSync(join(root, folder, file), text);
    writeFileSync(join(root, folder, 'tsconfig.json'), JSON.stringify({ compilerOptions, include: ['.'] }));
  };
  write(
    'react',
    'Board.tsx',
    `import 'quayside/react';
const claim = (berth: string): void => console.log(berth);

export function Board() {
  return <quay-berth label="A1" dept={4} onberth-claim={(event) => claim(event.detail.lable)} />;
}
`,
  );
  write(
    'vue',
    'Board.vue',
    `<script setup lang="ts">
import 'quayside/vue';
import 'quayside/quay-berth';
</script>

<template>
  <quay-berth label="A1" state="full"></quay-berth>
</template>
`,
  );
  return root;
}

// Pages.
const { BROWSERS } = await import('../dist/index.js');
const browser = await BROWSERS.find(({ name }) => name === 'chromium').launch();
const shots = new Shots(browser, folder);

if (isWanted('office')) {
  lastwright('build', '--library', 'examples/quayside');
  await shots.take('office.png', pathToFileURL(resolve('examples/office/index.html')).href, {
    until: `customElements.get('quay-berth') && document.querySelector('quay-berth')`,
  });
}

const pages = new Map();
const server = createServer(({ url }, response) => {
  response.setHeader('content-type', 'text/html; charset=utf-8');
  response.end(pages.get(url.split('?')[0]) ?? '');
});
await new Promise((done) => server.listen(0, '127.0.0.1', done));
const origin = `http://127.0.0.1:${server.address().port}`;

if (isWanted('report', 'report-cell', 'report-filter')) {
  lastwright('verify', '--library', demo);
  pages.set('/report', readFileSync(join(demo, '.lastwright/verify.html'), 'utf8'));
}
if (isWanted('report')) await shots.take('report.png', `${origin}/report`);
if (isWanted('report-filter'))
  await shots.take('report-filter.png', `${origin}/report#verdict=care&framework=vue`);
if (isWanted('report-cell'))
  await shots.take('report-cell.png', `${origin}/report#facet=events&open=quay-berth/react/chromium`, {
    act: `document.querySelector('.opened').scrollIntoView();`,
    until: `document.querySelector('.opened details')`,
  });
if (isWanted('appearance')) {
  // A page rule of one framework that reaches an element without a shadow root would do the same.
  const differing = copyDemo((copy) =>
    edit(
      copy,
      'elements/quay-berth/quay-berth.css',
      (text) => `${text}\n:host([data-v-app]), :host-context([data-v-app]) { font-style: italic; }\n`,
    ),
  );
  lastwright(
    'verify',
    '--library',
    differing,
    '--no-types',
    '--framework',
    'html',
    '--framework',
    'vue',
    '--element',
    'quay-berth',
    '--facet',
    'appearance',
  );
  pages.set('/differing', readFileSync(join(differing, '.lastwright/verify.html'), 'utf8'));
  await shots.take('appearance.png', `${origin}/differing#facet=appearance&open=quay-berth/vue/chromium`, {
    act: `document.querySelector('.opened').scrollIntoView();`,
    until: `document.querySelector('.looks img')`,
  });
}
if (isWanted('server')) {
  const promising = copyDemo((copy) => edit(copy, 'lastwright.yaml', (text) => `${text}\nserver: true\n`));
  lastwright('build', '--library', promising);
  const { render, renderHtml } = await import(pathToFileURL(join(promising, 'dist/server/index.js')));
  const style = 'body { margin: 16px; font: 16px/1.5 Inter, sans-serif; display: grid; gap: 16px }';
  const parcels = [
    { id: 'r', name: 'Rope' },
    { id: 's', name: 'Salt' },
  ];
  const arrivals = [
    { id: 'm', ship: 'Marigold', time: '6:10' },
    { id: 't', ship: 'Tern', time: '7:45' },
  ];
  const html = [
    `<!doctype html><meta charset="utf-8"><style>${style}</style>`,
    renderHtml('<quay-notice heading="Storm" urgent><span>West 9 by night.</span></quay-notice>'),
    render('quay-board', { properties: { caption: 'Arrivals', arrivals } }),
    render('quay-berth', {
      properties: { label: 'A1', parcels },
      content: '<p>Marigold</p><quay-button slot="actions">Cast off</quay-button>',
    }),
    renderHtml('<quay-field label="Your ship"></quay-field>'),
  ].join('');
  const bundle = readFileSync(join(promising, 'dist/quayside.bundle.js'), 'utf8');
  pages.set('/before', html);
  // A frame is sandboxed, so that no script runs in the first.
  pages.set('/after', `${html}<script type="module">${bundle.replaceAll('</script', '<\\/script')}</script>`);
  const frame = (title, path, sandbox) =>
    `<section><h1>${title}</h1><iframe title="${title}" sandbox="${sandbox}" src="${path}"></iframe></section>`;
  pages.set(
    '/both',
    `<!doctype html><style>body { margin: 24px; display: grid; grid-template-columns: 1fr 1fr; gap: 24px; font: 15px Inter, sans-serif }
h1 { margin: 0 0 8px; font-size: 18px } iframe { box-sizing: border-box; width: 100%; height: 690px; border: 1px solid #c9d3d3; border-radius: 6px }</style>
${frame('Before any script', '/before', 'allow-same-origin')}${frame('After the script', '/after', 'allow-same-origin allow-scripts')}`,
  );
  await shots.take('server.png', `${origin}/both`, {
    until: `document.querySelectorAll('iframe')[1].contentDocument.querySelector('quay-berth:defined')`,
    act: `const { contentDocument } = document.querySelectorAll('iframe')[1];
      contentDocument.querySelector('quay-berth').shadowRoot.querySelector('[part=title]').click();`,
  });
}
server.close();

const names = ['preview', 'preview-dark', 'preview-log', 'preview-overview', 'preview-findings'];
if (isWanted(...names)) {
  lastwright(
    'verify',
    '--library',
    demo,
    '--no-types',
    '--framework',
    'html',
    '--framework',
    'react',
    '--framework',
    'vue',
  );
  const live = await startPreview(demo);
  const served = new URL(live.address).origin;
  process.once('exit', live.end);
  const sheet = `${served}/element/quay-berth?frameworks=html,react,vue`;
  const until = `anywhere('iframe.ready').length >= 3`;
  const at = async (name, url, options) => {
    if (isWanted(name)) await shots.take(`${name}.png`, url, options);
  };
  await at('preview-overview', `${served}/`, { pause: 15_000 });
  await at('preview', sheet, { until });
  await at('preview-dark', `${sheet}&scheme=dark`, {
    until,
    act: `document.documentElement.style.colorScheme = 'dark';`,
  });
  await at('preview-log', sheet, {
    until,
    act: `give('label', 'North 4'); give('state', 'booked'); await new Promise((done) => setTimeout(done, 1500));
      anywhere('live-page #log, #log').at(0)?.scrollIntoView();`,
  });
  if (isWanted('preview-findings')) {
    edit(demo, 'elements/quay-panel/quay-panel.html', (text) => text.replace('{heading}', '{headingx}'));
    await shots.take('preview-findings.png', `${served}/element/quay-panel?frameworks=html,react,vue`, {
      until: `anywhere('live-findings').some((one) => one.shadowRoot.querySelector('li'))`,
      pause: 2500,
    });
  }
  await live.end();
}
await browser.close();
process.exit();

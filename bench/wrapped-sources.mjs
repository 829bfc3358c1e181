// One component of about twenty nodes, with state and an effect, in each framework; and the page that draws many of it plainly.

const CONTRACT = (framework, file) => `contract: 1
tag: quay-${framework}
wraps: { ${framework}: ./${file}, framework: shared${file.endsWith('.tsx') ? ', export: Card' : ''} }
properties:
  label: { type: string, default: '' }
  level: { type: number, default: 0 }
events: { card-pick: { from: ${framework === 'svelte' ? 'onpick' : 'onPick'} } }
`;

const jsx = (imports, words) => `${imports}
export function Card({ label, level, onPick }: { label?: string; level?: number; onPick?: () => void }) {
  const [open, setOpen] = useState(false);
  useEffect(() => { document.title = 'Cards'; }, []);
  return (
    <article ${words}="card">
      <header><h3>{label}</h3><small>{level}</small></header>
      <dl><dt>Depth</dt><dd>{(level ?? 0) * 2}</dd><dt>State</dt><dd>{open ? 'open' : 'closed'}</dd></dl>
      <ul><li>One</li><li>Two</li><li>{label}</li></ul>
      <footer><button onClick={() => setOpen(!open)}>Open</button> <button onClick={onPick}>Pick</button></footer>
    </article>
  );
}
`;

const MARKUP = (label, level, state, toggle, pick) => `
<article class="card">
  <header><h3>${label}</h3><small>${level}</small></header>
  <dl><dt>Depth</dt><dd>${level.replace('level', '(level ?? 0) * 2')}</dd><dt>State</dt><dd>${state}</dd></dl>
  <ul><li>One</li><li>Two</li><li>${label}</li></ul>
  <footer><button ${toggle}>Open</button> <button ${pick}>Pick</button></footer>
</article>`;

const FILES = {
  react: ['Card.tsx', jsx("import { useEffect, useState } from 'react';", 'className')],
  preact: ['Card.tsx', jsx("import { useEffect, useState } from 'preact/hooks';", 'class')],
  vue: [
    'Card.vue',
    `<script setup lang="ts">
import { onMounted, ref } from 'vue';
const { label, level } = defineProps<{ label?: string; level?: number }>();
const emit = defineEmits<{ pick: [] }>();
const open = ref(false);
onMounted(() => { document.title = 'Cards'; });
</script>
<template>${MARKUP('{{ label }}', '{{ level }}', "{{ open ? 'open' : 'closed' }}", '@click="open = !open"', `@click="emit('pick')"`)}
</template>
`,
  ],
  svelte: [
    'Card.svelte',
    `<script lang="ts">
  let { label, level, onpick }: { label?: string; level?: number; onpick?: () => void } = $props();
  let open = $state(false);
  $effect(() => { document.title = 'Cards'; });
</script>
${MARKUP('{label}', '{level}', "{open ? 'open' : 'closed'}", 'onclick={() => (open = !open)}', 'onclick={onpick}')}
`,
  ],
  solid: [
    'Card.tsx',
    `import { createEffect, createSignal } from 'solid-js';
export function Card(props: { label?: string; level?: number; onPick?: () => void }) {
  const [open, setOpen] = createSignal(false);
  createEffect(() => { document.title = 'Cards'; });
  return (
    <article class="card">
      <header><h3>{props.label}</h3><small>{props.level}</small></header>
      <dl><dt>Depth</dt><dd>{(props.level ?? 0) * 2}</dd><dt>State</dt><dd>{open() ? 'open' : 'closed'}</dd></dl>
      <ul><li>One</li><li>Two</li><li>{props.label}</li></ul>
      <footer><button onClick={() => setOpen(!open())}>Open</button> <button onClick={() => props.onPick?.()}>Pick</button></footer>
    </article>
  );
}
`,
  ],
};

export const FRAMEWORKS = Object.keys(FILES);

/** The files of the library, by path. */
export function libraryFiles() {
  const files = {
    'lastwright.yaml': 'library: 1\n',
    'package.json': '{ "name": "cards", "version": "1.0.0", "type": "module" }',
  };
  for (const [framework, [file, text]] of Object.entries(FILES)) {
    files[`elements/quay-${framework}/quay-${framework}.contract.yaml`] = CONTRACT(framework, file);
    files[`elements/quay-${framework}/${file}`] = text;
  }
  return files;
}

/** For each framework the module of a page: `start(container, rows)` draws plainly and gives `{ update(rows), end() }`. */
export const PLAIN = {
  react: `import { createElement } from 'react';
import { createRoot } from 'react-dom/client';
import { flushSync } from 'react-dom';
import { component } from './dist/components/quay-react.js';
export function start(container, rows) {
  const root = createRoot(container);
  const draw = (rows) => flushSync(() => root.render(rows.map((row, key) => createElement(component, { ...row, key }))));
  draw(rows);
  return { update: draw, end: () => root.unmount() };
}`,
  preact: `import { h, render } from 'preact';
import { component } from './dist/components/quay-preact.js';
export function start(container, rows) {
  const draw = (rows) => render(rows.map((row, key) => h(component, { ...row, key })), container);
  draw(rows);
  return { update: draw, end: () => render(null, container) };
}`,
  vue: `import { createApp, h, nextTick, shallowRef } from 'vue';
import { component } from './dist/components/quay-vue.js';
export function start(container, initial) {
  const rows = shallowRef(initial);
  const app = createApp({ render: () => rows.value.map((row, key) => h(component, { ...row, key })) });
  app.mount(container);
  return { update: (next) => { rows.value = next; return nextTick(); }, end: () => app.unmount() };
}`,
  svelte: `import { flushSync, mount, unmount } from 'svelte';
import Plain, { } from './Plain.svelte';
export function start(container, rows) {
  const app = mount(Plain, { target: container, props: { initial: rows } });
  flushSync();
  return { update: (next) => { app.set(next); flushSync(); }, end: () => unmount(app) };
}`,
  solid: `import { createComponent, createSignal, Index } from 'solid-js';
import { render } from 'solid-js/web';
import { component } from './dist/components/quay-solid.js';
export function start(container, initial) {
  const [rows, setRows] = createSignal(initial);
  const end = render(() => createComponent(Index, { get each() { return rows(); }, children: (row) => createComponent(component, { get label() { return row().label; }, get level() { return row().level; } }) }), container);
  return { update: (next) => { setRows(next); }, end };
}`,
};

/** What Svelte's own page needs beside its module. */
export const PLAIN_SVELTE = `<script>
  import { component as Card } from './dist/components/quay-svelte.js';
  let { initial } = $props();
  let rows = $state.raw(initial);
  export function set(next) { rows = next; }
</script>
{#each rows as row}<Card label={row.label} level={row.level} />{/each}
`;

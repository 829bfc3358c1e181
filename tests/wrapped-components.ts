/** The same gauge as a component of each framework: values, content, a callback, methods, a field, an effect, an error. */

/** How often effects began and ended, by tag. */
const COUNT = 'globalThis.living = (globalThis.living ?? 0)';

const jsxGauge = (name: string, imports: string, hooks: { ref: string; classes: string; input: string }) => `
${imports}
import './gauge.css';
import styles from './gauge.module.css';

export interface GaugeProps {
  label: string;
  levels?: number[];
  tone?: 'calm' | 'rough';
  value?: string;
  children?: ReactNode;
  actions?: ReactNode;
  onPick?: (level: number) => boolean | void;
  onValueChange?: (value: string) => void;
  ref?: ${hooks.ref};
}

/** A gauge of the harbor. */
export function ${name}({ label, levels = [], tone = 'calm', value = '', children, actions, onPick, onValueChange, ref }: GaugeProps) {
  const [picked, setPicked] = useState<number>();
  useImperativeHandle(ref, () => ({ reset: () => setPicked(undefined), read: () => String(picked) }));
  useEffect(() => {
    ${COUNT} + 1;
    return () => { ${COUNT} - 1; };
  }, []);
  if (label === 'broken') throw new Error('the gauge is broken');
  return (
    <section ${hooks.classes}={'gauge ' + styles.card} onClick={() => { globalThis.heard = [...(globalThis.heard ?? []), '${name}']; }}>
      <h3 part="title">{label} ({tone})</h3>
      {levels.map((level) => <button key={level} onClick={() => { if (onPick?.(level) !== false) setPicked(level); }}>{level}</button>)}
      <p part="picked">{picked === undefined ? 'none' : picked}</p>
      <input aria-label="Note" value={value} ${hooks.input}={(event: any) => onValueChange?.(event.target.value)} />
      <div className="body">{children ?? 'Nothing said'}</div>
      {actions && <footer>{actions}</footer>}
    </section>
  );
}
`;

const react = jsxGauge(
  'Gauge',
  `import { useEffect, useImperativeHandle, useState, type ReactNode, type Ref } from 'react';`,
  { ref: 'Ref<{ reset(): void; read(): string }>', classes: 'className', input: 'onChange' },
);

const preact = jsxGauge(
  'Gauge',
  `import type { ComponentChildren as ReactNode, Ref } from 'preact';\nimport { useEffect, useImperativeHandle, useState } from 'preact/hooks';`,
  { ref: 'Ref<{ reset(): void; read(): string }>', classes: 'class', input: 'onInput' },
).replaceAll('className=', 'class=');

const solid = `
import { createEffect, createSignal, For, onCleanup, Show, type JSX } from 'solid-js';
import './gauge.css';
import styles from './gauge.module.css';

export interface GaugeProps {
  label: string;
  levels?: number[];
  tone?: 'calm' | 'rough';
  value?: string;
  children?: JSX.Element;
  actions?: JSX.Element;
  onPick?: (level: number) => boolean | void;
  onValueChange?: (value: string) => void;
  ref?: (handle: { reset(): void; read(): string }) => void;
}

/** A gauge of the harbor. */
export function Gauge(props: GaugeProps) {
  const [picked, setPicked] = createSignal<number>();
  props.ref?.({ reset: () => setPicked(undefined), read: () => String(picked()) });
  createEffect(() => { ${COUNT} + 1; });
  onCleanup(() => { ${COUNT} - 1; });
  const title = () => {
    if (props.label === 'broken') throw new Error('the gauge is broken');
    return props.label + ' (' + props.tone + ')';
  };
  return (
    <section class={'gauge ' + styles.card} onClick={() => { globalThis.heard = [...(globalThis.heard ?? []), 'Gauge']; }}>
      <h3 part="title">{title()}</h3>
      <For each={props.levels}>{(level) => <button onClick={() => { if (props.onPick?.(level) !== false) setPicked(level); }}>{level}</button>}</For>
      <p part="picked">{picked() === undefined ? 'none' : picked()}</p>
      <input aria-label="Note" value={props.value ?? ''} onInput={(event) => props.onValueChange?.(event.currentTarget.value)} />
      <div class="body">{props.children ?? 'Nothing said'}</div>
      <Show when={props.actions}><footer>{props.actions}</footer></Show>
    </section>
  );
}
`;

const vue = `
<script setup lang="ts">
import { onMounted, onUnmounted, ref } from 'vue';
const { label, levels = [], tone = 'calm' } = defineProps<{
  label: string;
  levels?: number[];
  tone?: 'calm' | 'rough';
}>();
const value = defineModel<string>('value', { default: '' });
const emit = defineEmits<{ pick: [level: number] }>();
const picked = ref<number>();
const title = (): string => {
  if (label === 'broken') throw new Error('the gauge is broken');
  return label + ' (' + tone + ')';
};
const pick = (level: number): void => { emit('pick', level); picked.value = level; };
const hear = (): void => { (globalThis as any).heard = [...((globalThis as any).heard ?? []), 'Gauge']; };
onMounted(() => { ${COUNT} + 1; });
onUnmounted(() => { ${COUNT} - 1; });
defineExpose({ reset: (): void => { picked.value = undefined; }, read: (): string => String(picked.value) });
</script>
<template>
  <section class="gauge" @click="hear">
    <h3 part="title">{{ title() }}</h3>
    <button v-for="level in levels" :key="level" @click="pick(level)">{{ level }}</button>
    <p part="picked">{{ picked === undefined ? 'none' : picked }}</p>
    <input v-model="value" aria-label="Note" />
    <div class="body"><slot>Nothing said</slot></div>
    <footer v-if="$slots.actions"><slot name="actions" /></footer>
  </section>
</template>
<style scoped>
.gauge { color: rgb(1, 2, 3); }
button { min-block-size: 24px; min-inline-size: 24px; }
</style>
<style scoped lang="scss">
$space: 7px;
.gauge { h3 { padding: $space; } }
</style>
`.replaceAll('globalThis.living', '(globalThis as any).living');

const svelte = `
<script lang="ts">
  import type { Snippet } from 'svelte';
  import { onMount } from 'svelte';
  let { label, levels = [], tone = 'calm', value = $bindable(''), children, actions, onpick }: {
    label: string;
    levels?: number[];
    tone?: 'calm' | 'rough';
    value?: string;
    children?: Snippet;
    actions?: Snippet;
    onpick?: (level: number) => boolean | void;
  } = $props();
  let picked = $state<number>();
  const title = $derived.by(() => {
    if (label === 'broken') throw new Error('the gauge is broken');
    return label + ' (' + tone + ')';
  });
  export function reset(): void { picked = undefined; }
  export function read(): string { return String(picked); }
  onMount(() => {
    ${COUNT} + 1;
    return () => { ${COUNT} - 1; };
  });
</script>
<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
<section class="gauge" onclick={() => { (globalThis as any).heard = [...((globalThis as any).heard ?? []), 'Gauge']; }}>
  <h3 part="title">{title}</h3>
  {#each levels as level (level)}<button onclick={() => { if (onpick?.(level) !== false) picked = level; }}>{level}</button>{/each}
  <p part="picked">{picked === undefined ? 'none' : picked}</p>
  <input bind:value aria-label="Note" />
  <div class="body">{#if children}{@render children()}{:else}Nothing said{/if}</div>
  {#if actions}<footer>{@render actions()}</footer>{/if}
</section>
<style>
  .gauge { color: rgb(1, 2, 3); }
  button { min-block-size: 24px; min-inline-size: 24px; }
</style>
`.replaceAll('globalThis.living', '(globalThis as any).living');

export const FRAMEWORKS = ['react', 'preact', 'vue', 'svelte', 'solid'] as const;
export type Framework = (typeof FRAMEWORKS)[number];

const MODULES: Record<Framework, [file: string, text: string]> = {
  react: ['Gauge.tsx', react],
  preact: ['Gauge.tsx', preact],
  vue: ['Gauge.vue', vue],
  svelte: ['Gauge.svelte', svelte],
  solid: ['Gauge.tsx', solid],
};

/** What a framework's component calls what the contract's events stand for. */
const CALLBACKS: Record<Framework, { pick: string; change: string; cancelable: boolean }> = {
  react: { pick: 'onPick', change: 'onValueChange', cancelable: true },
  preact: { pick: 'onPick', change: 'onValueChange', cancelable: true },
  solid: { pick: 'onPick', change: 'onValueChange', cancelable: true },
  vue: { pick: 'pick', change: 'update:value', cancelable: false },
  svelte: { pick: 'onpick', change: 'bind:value', cancelable: true },
};

/** The contract of the gauge, for one framework; `more` are further lines. */
export function gaugeContract(framework: Framework, tag: string, more = '', sharing = ''): string {
  const { pick, change, cancelable } = CALLBACKS[framework];
  const [file] = MODULES[framework];
  const named = file.endsWith('.tsx') ? ', export: Gauge' : '';
  return `contract: 1
tag: ${tag}
summary: A gauge of the harbor
wraps: { ${framework}: ./${file}${named}${sharing} }
properties:
  label: { type: string, required: true }
  levels: { type: array, items: { type: number }, default: [] }
  tone: { enum: [calm, rough], default: calm, reflect: true }
  value: { type: string, default: '' }
slots:
  default: {}
  actions: {}
events:
  gauge-pick: { by: person, detail: { type: number }, cancelable: ${String(cancelable)}, from: '${pick}' }
  gauge-change: { by: person, detail: { type: string }, sets: value, from: '${change}' }
methods:
  reset: {}
  read: { returns: { type: string } }
parts:
  title: The name
  picked: What was picked
${more}`;
}

const SAMPLES = `- sample: A day
  properties: { label: East basin, levels: [1, 4] }
  slots: { default: <p>Said</p>, actions: <button>Go</button> }
- sample: Picked
  properties: { label: East basin, levels: [1, 4] }
  steps:
    - click: button
    - expect: { event: gauge-pick, detail: 1, text: { picked: '1' } }
    - call: read
    - expect: { returned: '1' }
    - call: reset
    - expect: { text: { picked: none } }
- sample: Typed
  properties: { label: East basin }
  steps:
    - type: { into: input, text: ab }
    - expect: { event: gauge-change, detail: ab, property: { value: ab } }
`;

/** The files of the gauge as an element. */
export function gaugeFiles(
  framework: Framework,
  tag = `quay-${framework}`,
  { more = '', sharing = '' } = {},
): Record<string, string> {
  const [file, text] = MODULES[framework];
  const place = `elements/${tag}`;
  return {
    [`${place}/${tag}.contract.yaml`]: gaugeContract(framework, tag, more, sharing),
    [`${place}/${tag}.samples.yaml`]: SAMPLES,
    [`${place}/${file}`]: text,
    ...(file.endsWith('.tsx')
      ? {
          [`${place}/gauge.css`]:
            '.gauge { color: rgb(1, 2, 3); }\nbutton { min-block-size: 24px; min-inline-size: 24px; }\n',
          [`${place}/gauge.module.css`]: '.card { padding: 4px; }\n.gone { composes: card; }\n',
        }
      : {}),
  };
}

import { casesOf, type AdoptCase } from './case.js';

const one = casesOf('.svelte', 'default');

export const svelteCases: AdoptCase[] = [
  one(
    'a type in place',
    `<script lang="ts">
  let { label, depth = 3, open = true }: { /** What it says */ label: string; depth?: number; open?: boolean } = $props();
</script>
<p hidden={!open}>{label}{depth}</p>`,
    {
      'property label': 'string required // What it says',
      'property depth': 'number = 3',
      'property noOpen': 'boolean = false < !open',
    },
  ),
  one(
    'an interface',
    `<script lang="ts">
  interface Props { tone?: 'calm' | 'rough'; ships: { id: string }[] }
  const { tone = 'calm', ships }: Props = $props();
</script>
<b>{tone}{ships.length}</b>`,
    { 'property tone': "'calm' | 'rough' = \"calm\"", 'property ships': '{ id: string }[] required' },
  ),
  one(
    'snippets',
    `<script lang="ts">
  import type { Snippet } from 'svelte';
  let { children, head, row }: { children?: Snippet; head?: Snippet; row?: Snippet<[number]> } = $props();
</script>
{@render head?.()}{@render children?.()}{@render row?.(1)}`,
    { 'slot default': '', 'slot head': '' },
    { said: ['row'] },
  ),
  one(
    'a bindable value',
    `<script lang="ts">
  let { value = $bindable(''), label }: { value?: string; label: string } = $props();
</script>
<label>{label}<input bind:value /></label>`,
    {
      'property value': 'string = ""',
      'property label': 'string required',
      'event case-change': 'string sets value',
    },
  ),
  one(
    'a bindable list',
    `<script lang="ts">
  let { names, chosen = $bindable([]) }: { names: string[]; chosen?: string[] } = $props();
</script>
<ul>{#each names as name}<li><button onclick={() => (chosen = [...chosen, name])}>{name}</button></li>{/each}</ul><p>{chosen.join()}</p>`,
    {
      'property names': 'string[] required',
      'property chosen': 'string[] = []',
      'event case-chosen-change': 'string[] sets chosen',
    },
  ),
  one(
    'callbacks in both spellings',
    `<script lang="ts">
  let { onpick, onClose }: { onpick?: (level: number) => void; onClose?: () => boolean } = $props();
</script>
<button onclick={() => { onpick?.(1); onClose?.(); }}>b</button>`,
    { 'event case-pick': 'number', 'event case-close': ' cancelable' },
  ),
  one(
    'exported functions',
    `<script lang="ts">
  let { label }: { label: string } = $props();
  let now = $state(0);
  export function reset(): void { now = 0; }
  export function read(deep: boolean): string { return String(now) + deep; }
</script>
<b>{label}{now}</b>`,
    {
      'property label': 'string required',
      'method reset': '()',
      'method read': '(deep: boolean): string',
    },
  ),
  one(
    'types in a comment',
    `<script>
  /** @type {{ label: string, count?: number }} */
  let { label, count = 2 } = $props();
</script>
<b>{label}{count}</b>`,
    { 'property label': 'string required', 'property count': 'number = 2' },
  ),
  one(
    'no types at all',
    `<script>
  let { label = 'a', count = 2, anything } = $props();
</script>
<b>{label}{count}{anything}</b>`,
    { 'property label': 'string = "a"', 'property count': 'number = 2' },
    { said: ['anything'] },
  ),
  one(
    'imported types',
    `<script lang="ts">
  import type { Port } from './kinds';
  let { name, berths = 1 }: Port = $props();
</script>
<b>{name}{berths}</b>`,
    { 'property name': 'string required', 'property berths': 'number = 1' },
    { beside: { 'kinds.ts': 'export interface Port { name: string; berths?: number }\n' } },
  ),
  one(
    'what is left over',
    `<script lang="ts">
  let { label, ...rest }: { label: string; [name: string]: unknown } = $props();
</script>
<b {...rest}>{label}</b>`,
    { 'property label': 'string required' },
  ),
  one(
    'a date, an array and an effect',
    `<script lang="ts">
  let { since, names = [] }: { since?: Date; names?: string[] } = $props();
  $effect(() => { const timer = setInterval(() => {}, 1000); return () => clearInterval(timer); });
</script>
<b>{since}{names}</b>`,
    { 'property since': 'Date', 'property names': 'string[] = []' },
  ),
  one(
    'the older style',
    `<script lang="ts">
  export let label: string;
  export let count = 2;
  export function reset(): void {}
</script>
<b>{label}{count}</b>`,
    {
      'property label': 'string required',
      'property count': 'number = 2',
      'method reset': '()',
    },
  ),
  one(
    'the attributes of a native element, of which one is its own affair',
    `<script lang="ts">
  import type { HTMLButtonAttributes } from 'svelte/elements';
  let { tone = 'calm', disabled = false, children, onclick, ...rest }: { tone?: 'calm' | 'rough' } & HTMLButtonAttributes = $props();
</script>
<button {...rest} class={tone} {disabled} onclick={onclick}>{@render children?.()}</button>`,
    {
      'property tone': "'calm' | 'rough' = \"calm\"",
      'property disabled': 'boolean = false',
      'slot default': '',
    },
  ),
  one(
    'generic, over something with angle brackets',
    `<script lang="ts" generics="Item extends { id: string; notes?: Array<string> }">
  let { items, onchoose }: { items: Item[]; onchoose?: (item: Item) => void } = $props();
</script>
<ul>{#each items as item (item.id)}<li><button onclick={() => onchoose?.(item)}>{item.id}</button></li>{/each}</ul>`,
    { 'property items': 'Item[] required', 'event case-choose': 'Item' },
  ),
];

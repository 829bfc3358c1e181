import { casesOf, type AdoptCase } from './case.js';

const one = casesOf('.vue', 'default');

export const vueCases: AdoptCase[] = [
  one(
    'a card, as most of them are',
    `<script setup lang="ts">
interface Props { heading: string; lead?: string; level?: 1 | 2 | 3; compact?: boolean; tags?: string[] }
const { heading, level = 2 } = defineProps<Props>();
defineEmits<{ open: [heading: string] }>();
</script>
<template><article @click="$emit('open', heading)"><h2>{{ heading }}{{ level }}</h2><slot /><slot name="footer" /></article></template>`,
    {
      'property heading': 'string required',
      'property lead': 'string',
      'property level': '1 | 2 | 3 = 2',
      'property compact': 'boolean = false',
      'property tags': 'string[]',
      'slot default': '',
      'slot footer': '',
      'event case-open': 'string',
    },
  ),
  one(
    'types, with defaults in the pattern',
    `<script setup lang="ts">
const { label, depth = 3, open = true } = defineProps<{ /** What it says */ label: string; depth?: number; open?: boolean }>();
</script>
<template><p v-show="open">{{ label }}{{ depth }}<slot /></p></template>`,
    {
      'property label': 'string required // What it says',
      'property depth': 'number = 3',
      'property noOpen': 'boolean = false < !open',
      'slot default': '',
    },
  ),
  one(
    'withDefaults',
    `<script setup lang="ts">
interface Props { tone?: 'calm' | 'rough'; names?: string[] }
withDefaults(defineProps<Props>(), { tone: 'rough', names: () => ['a'] });
</script>
<template><b>{{ tone }}{{ names }}</b></template>`,
    { 'property tone': "'calm' | 'rough' = \"rough\"", 'property names': 'string[] = ["a"]' },
  ),
  one(
    'run-time properties',
    `<script setup>
defineProps({ label: { type: String, required: true }, count: { type: Number, default: 2 }, open: Boolean, items: Array });
</script>
<template><b>{{ label }}{{ count }}{{ open }}{{ items }}</b></template>`,
    {
      'property label': 'string required',
      'property count': 'number = 2',
      'property open': 'boolean = false',
      'property items': 'unknown[]',
    },
  ),
  one(
    'PropType',
    `<script setup lang="ts">
import type { PropType } from 'vue';
defineProps({ tone: { type: String as PropType<'calm' | 'rough'>, default: 'calm' }, port: { type: Object as PropType<{ name: string }>, required: true } });
</script>
<template><b>{{ tone }}{{ port.name }}</b></template>`,
    {
      'property tone': "'calm' | 'rough' = \"calm\"",
      'property port': '{ name: string } required',
    },
  ),
  one(
    'names alone',
    `<script setup>
defineProps(['label', 'value']);
defineEmits(['pick']);
</script>
<template><b @click="$emit('pick', value)">{{ label }}</b></template>`,
    { 'event case-pick': 'unknown' },
    { said: ['label', 'value', 'case-pick'] },
  ),
  one(
    'emits as a list of tuples',
    `<script setup lang="ts">
const emit = defineEmits<{ pick: [level: number]; move: [from: string, to: string]; close: [] }>();
</script>
<template><b @click="emit('pick', 1)" /></template>`,
    {
      'event case-pick': 'number',
      'event case-move': '{ from: string; to: string }',
      'event case-close': '',
    },
  ),
  one(
    'emits as call signatures',
    `<script setup lang="ts">
const emit = defineEmits<{ (event: 'pick', level: number): void; (event: 'close'): void }>();
</script>
<template><b @click="emit('close')" /></template>`,
    { 'event case-pick': 'number', 'event case-close': '' },
  ),
  one(
    'a model',
    `<script setup lang="ts">
const model = defineModel<string>({ default: '' });
const open = defineModel<boolean>('open');
</script>
<template><input v-model="model" /></template>`,
    {
      'property value': 'string = "" < modelValue',
      'property open': 'boolean = false',
      'event case-change': 'string sets value',
      'event case-open-change': 'boolean sets open',
    },
    // Its field has no label.
    { fails: ['accessibility'] },
  ),
  one(
    'slots, with and without data',
    `<script setup lang="ts">
defineProps<{ label?: string }>();
</script>
<template><div><slot name="head">{{ label }}</slot><slot /><slot name="row" :row="1" /></div></template>`,
    { 'property label': 'string', 'slot head': '', 'slot default': '' },
    { said: ['row'] },
  ),
  one(
    'what it exposes',
    `<script setup lang="ts">
import { ref } from 'vue';
const now = ref(0);
function reset(): void { now.value = 0; }
function read(deep: boolean): string { return String(now.value) + deep; }
defineExpose({ reset, read });
</script>
<template><b>{{ now }}</b></template>`,
    { 'method reset': '()', 'method read': '(deep: boolean): string' },
  ),
  one(
    'imported types',
    `<script setup lang="ts">
import type { Port } from './kinds';
defineProps<Port & { wide?: boolean }>();
</script>
<template><b>{{ name }}{{ wide }}</b></template>`,
    { 'property name': 'string required', 'property wide': 'boolean = false' },
    { beside: { 'kinds.ts': 'export interface Port { name: string }\n' } },
  ),
  one(
    'an object of options',
    `<script>
export default {
  props: { label: { type: String, default: 'a' }, count: Number },
  emits: ['step'],
  methods: { reset() {} },
};
</script>
<template><b @click="$emit('step')">{{ label }}{{ count }}</b></template>`,
    {
      'property label': 'string = "a"',
      'property count': 'number',
      'event case-step': 'unknown',
      'method reset': '()',
    },
    { said: ['case-step'] },
  ),
  one(
    'a date, a function and what no contract can say',
    `<script setup lang="ts">
defineProps<{ since?: Date; format?: (value: number) => string; either?: string | number }>();
</script>
<template><b>{{ since }}{{ format?.(1) }}{{ either }}</b></template>`,
    { 'property since': 'Date', 'property format': '(value: number) => string' },
    { said: ['either'] },
  ),
  one(
    'generic, with a slot that is there in one case only',
    `<script setup lang="ts" generic="Item extends { id: string }">
defineProps<{ items: Item[]; selected?: string | null }>();
const emit = defineEmits<{ (event: 'choose', item: Item): void }>();
defineSlots<{ empty?(): unknown }>();
</script>
<template><ul v-if="items.length"><li v-for="item in items" :key="item.id"><button @click="emit('choose', item)">{{ item.id }}</button></li></ul><slot v-else name="empty">None</slot></template>`,
    {
      'property items': 'Item[] required',
      'property selected': 'string',
      'event case-choose': 'Item',
      'slot empty': '',
    },
    // The sample to begin with has items, so the slot for none of them shows in none.
    { fails: ['slots'] },
  ),
  one(
    'options, of which some methods are exposed',
    `<script lang="ts">
import { defineComponent, type PropType } from 'vue';
export default defineComponent({
  props: { levels: { type: Array as PropType<number[]>, required: true }, disabled: Boolean },
  emits: { pick: (level: number) => level > 0 },
  expose: ['first'],
  methods: { pick(level: number) { this.$emit('pick', level); }, first(): number | undefined { return this.levels[0]; } },
});
</script>
<template><p><button v-for="level in levels" :key="level" :disabled="disabled" @click="pick(level)">{{ level }}</button></p></template>`,
    {
      'property levels': 'number[] required',
      'property disabled': 'boolean = false',
      'event case-pick': 'number',
      'method first': '(): number',
    },
  ),
  one(
    'the attributes of a native element',
    `<script setup lang="ts">
import type { ButtonHTMLAttributes } from 'vue';
interface Own { tone?: 'calm' | 'rough' }
interface Props extends /* @vue-ignore */ ButtonHTMLAttributes, Own {}
defineProps<Props>();
</script>
<template><button :class="tone"><slot /></button></template>`,
    { 'property tone': "'calm' | 'rough'", 'slot default': '' },
  ),
  one(
    'a function that must be given',
    `<script setup lang="ts">
defineProps<{ levels: number[]; write: (level: number) => string }>();
</script>
<template><ul><li v-for="level in levels" :key="level">{{ write(level) }}</li></ul></template>`,
    {
      'property levels': 'number[] required',
      'property write': '(level: number) => string required',
    },
  ),
];

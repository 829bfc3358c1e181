import { casesOf, type AdoptCase } from './case.js';

const one = casesOf('.tsx');

export const solidCases: AdoptCase[] = [
  one(
    'a function that reads its properties',
    `import type { JSX } from 'solid-js';
export function Case(props: { label: string; depth?: number; children?: JSX.Element }) { return <p>{props.label}{props.depth}{props.children}</p>; }`,
    { 'property label': 'string required', 'property depth': 'number', 'slot default': '' },
  ),
  one(
    'mergeProps with defaults',
    `import { mergeProps } from 'solid-js';
export function Case(given: { tone?: 'calm' | 'rough'; count?: number }) { const props = mergeProps({ tone: 'calm' as const, count: 2 }, given); return <b>{props.tone}{props.count}</b>; }`,
    { 'property tone': "'calm' | 'rough' = \"calm\"", 'property count': 'number = 2' },
  ),
  one(
    'splitProps',
    `import { splitProps } from 'solid-js';
export function Case(props: { label: string; wide?: boolean }) { const [own, rest] = splitProps(props, ['label']); return <b>{own.label}{String(rest.wide)}</b>; }`,
    { 'property label': 'string required', 'property wide': 'boolean = false' },
  ),
  one(
    'ParentProps',
    `import type { ParentProps } from 'solid-js';
export function Case(props: ParentProps<{ heading: string }>) { return <section><h2>{props.heading}</h2>{props.children}</section>; }`,
    { 'property heading': 'string required', 'slot default': '' },
  ),
  one(
    'ParentComponent',
    `import type { ParentComponent } from 'solid-js';
export const Case: ParentComponent<{ level?: 1 | 2 }> = (props) => <b>{props.level}{props.children}</b>;`,
    { 'property level': '1 | 2', 'slot default': '' },
  ),
  one(
    'callbacks',
    `export function Case(props: { onPick?: (level: number) => void; onClose?: () => boolean }) { return <b onClick={() => { props.onPick?.(1); props.onClose?.(); }} />; }`,
    { 'event case-pick': 'number', 'event case-close': ' cancelable' },
  ),
  one(
    'a handle by its convention',
    `export function Case(props: { label: string; ref?: (handle: { reset(): void }) => void }) { props.ref?.({ reset() {} }); return <b>{props.label}</b>; }`,
    { 'property label': 'string required', 'method reset': '()' },
  ),
  one(
    'a node property',
    `import type { JSX } from 'solid-js';
export function Case(props: { icon?: JSX.Element; label?: string }) { return <b>{props.icon}{props.label}</b>; }`,
    { 'slot icon': '', 'property label': 'string' },
  ),
  one(
    'a list of objects, by For',
    `import { For } from 'solid-js';
interface Ship { id: string; tons: number }
export function Case(props: { ships: Ship[] }) { return <ul><For each={props.ships}>{(ship) => <li>{ship.tons}</li>}</For></ul>; }`,
    { 'property ships': 'Ship[] required' },
  ),
  one(
    'an accessor as a value',
    `export function Case(props: { read?: () => number; unit?: string }) { return <b>{props.read?.()}{props.unit}</b>; }`,
    { 'property read': '() => number', 'property unit': 'string' },
  ),
  one(
    'the default export',
    `export default function Case(props: { since?: Date }) { return <b>{String(props.since)}</b>; }`,
    { 'property since': 'Date' },
    { exported: 'default' },
  ),
  one(
    'imported types',
    `import type { Signal } from './kinds';
export function Case(props: Signal) { return <b>{props.code}{String(props.urgent)}</b>; }`,
    { 'property code': 'string required', 'property urgent': 'boolean = false' },
    { beside: { 'kinds.ts': 'export interface Signal { code: string; urgent?: boolean }\n' } },
  ),
];

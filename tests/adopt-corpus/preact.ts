import { casesOf, type AdoptCase } from './case.js';

const one = casesOf('.tsx');

export const preactCases: AdoptCase[] = [
  one(
    'a function with defaults',
    `import type { ComponentChildren } from 'preact';
export function Case({ label, depth = 3, children }: { label: string; depth?: number; children?: ComponentChildren }) { return <p>{label}{depth}{children}</p>; }`,
    { 'property label': 'string required', 'property depth': 'number = 3', 'slot default': '' },
  ),
  one(
    'a component with its type said',
    `import type { FunctionComponent } from 'preact';
export const Case: FunctionComponent<{ tone?: 'calm' | 'rough' }> = ({ tone = 'rough' }) => <b>{tone}</b>;`,
    { 'property tone': "'calm' | 'rough' = \"rough\"" },
  ),
  one(
    'memo and hooks',
    `import { h } from 'preact';
import { memo } from 'preact/compat';
import { useState } from 'preact/hooks';
export const Case = memo(function Case({ start = 1 }: { start?: number }) { const [now] = useState(start); return h('b', null, now); });`,
    { 'property start': 'number = 1' },
  ),
  one(
    'a class',
    `import { Component } from 'preact';
export class Case extends Component<{ label: string; onStep?: (to: number) => void }> { render() { return <b onClick={() => this.props.onStep?.(1)}>{this.props.label}</b>; } }`,
    { 'property label': 'string required', 'event case-step': 'number' },
  ),
  one(
    'a handle',
    `import type { Ref } from 'preact';
import { useImperativeHandle } from 'preact/hooks';
export function Case({ label, ref }: { label: string; ref?: Ref<{ focusFirst(): void }> }) { useImperativeHandle(ref!, () => ({ focusFirst() {} })); return <b>{label}</b>; }`,
    { 'property label': 'string required', 'method focusFirst': '()' },
  ),
  one(
    'node properties',
    `import type { ComponentChildren, VNode } from 'preact';
export function Case({ head, icon }: { head?: ComponentChildren; icon?: VNode }) { return <div>{head}{icon}</div>; }`,
    { 'slot head': '', 'slot icon': '' },
  ),
  one(
    'signals as values',
    `export function Case({ value, max = 10 }: { value: number; max?: number }) { return <meter value={value} max={max} />; }`,
    { 'property value': 'number required', 'property max': 'number = 10' },
  ),
  one(
    'an intersection',
    `type Base = { name: string }; type Extra = { wide?: boolean };
export function Case({ name, wide = true }: Base & Extra) { return <b>{name}{String(wide)}</b>; }`,
    { 'property name': 'string required', 'property noWide': 'boolean = false < !wide' },
  ),
  one(
    'a generic function',
    `export function Case<Item extends { id: number }>({ rows }: { rows: Item[] }) { return <b>{rows.length}</b>; }`,
    { 'property rows': '{ id: number }[] required' },
  ),
  one(
    'imported types and an enum',
    `import { Side, type Port } from './kinds';
export function Case({ port, side = Side.Left }: { port: Port; side?: Side }) { return <b>{port.name}{side}</b>; }`,
    { 'property port': '{ name: string; berths?: number } required', 'property side': "'left' | 'right'" },
    {
      beside: {
        'kinds.ts':
          "export interface Port { name: string; berths?: number }\nexport enum Side { Left = 'left', Right = 'right' }\n",
      },
      said: ['side'],
    },
  ),
  one(
    'a callback that can be canceled and one with two values',
    `export function Case({ onClose, onDrag }: { onClose?: () => boolean | void; onDrag?: (from: string, to: string) => void }) { return <b onClick={() => { onClose?.(); onDrag?.('a', 'b'); }} />; }`,
    { 'event case-close': ' cancelable', 'event case-drag': '{ from: string; to: string }' },
  ),
  one(
    'a constant as a default',
    `const STEPS = ['one', 'two'];
export function Case({ steps = STEPS, at = -1 }: { steps?: string[]; at?: number }) { return <b>{steps[at]}</b>; }`,
    { 'property steps': 'string[] = ["one","two"]', 'property at': 'number = -1' },
  ),
];

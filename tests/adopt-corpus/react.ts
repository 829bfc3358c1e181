import { casesOf, type AdoptCase } from './case.js';

const one = casesOf('.tsx');

export const reactCases: AdoptCase[] = [
  one(
    'a card, as most of them are',
    `import type { CSSProperties, ReactNode } from 'react';
export interface CardProps { heading: string; lead?: string; level?: 1 | 2 | 3; compact?: boolean; tags?: string[]; className?: string; style?: CSSProperties; footer?: ReactNode; children?: ReactNode; onOpen?: (heading: string) => void }
export function Case({ heading, lead, level = 2, compact = false, tags = [], className, style, footer, children, onOpen }: CardProps) {
  return <article className={className} style={style} onClick={() => onOpen?.(heading)}><h2>{heading}{level}</h2>{lead}{tags.join()}{compact}{children}{footer}</article>;
}`,
    {
      'property heading': 'string required',
      'property lead': 'string',
      'property level': '1 | 2 | 3 = 2',
      'property compact': 'boolean = false',
      'property tags': 'string[] = []',
      'slot default': '',
      'slot footer': '',
      'event case-open': 'string',
    },
  ),
  one(
    'a function with destructured defaults',
    `import type { ReactNode } from 'react';
interface Props { label: string; depth?: number; open?: boolean; tone?: 'calm' | 'rough'; children?: ReactNode }
export function Case({ label, depth = 3, open = false, tone = 'calm', children }: Props) { return <p hidden={open}>{label}{depth}{tone}{children}</p>; }`,
    {
      'property label': 'string required',
      'property depth': 'number = 3',
      'property open': 'boolean = false',
      'property tone': "'calm' | 'rough' = \"calm\"",
      'slot default': '',
    },
  ),
  one(
    'an arrow function, the default export, with a default of true',
    `type Props = { visible?: boolean; count: number };
const Case = ({ visible = true, count }: Props) => (visible ? <b>{count}</b> : null);
export default Case;`,
    { 'property noVisible': 'boolean = false < !visible', 'property count': 'number required' },
    { exported: 'default' },
  ),
  one(
    'memo around a function',
    `import { memo } from 'react';
export const Case = memo(function Case({ label = 'none' }: { /** What it says */ label?: string }) { return <i>{label}</i>; });`,
    { 'property label': 'string = "none" // What it says' },
  ),
  one(
    'forwardRef to a node of the page',
    `import { forwardRef } from 'react';
export const Case = forwardRef<HTMLButtonElement, { label: string; onPress?: () => void }>(({ label, onPress }, ref) => <button ref={ref} onClick={onPress}>{label}</button>);`,
    { 'property label': 'string required', 'event case-press': '' },
  ),
  one(
    'forwardRef with a handle, in memo',
    `import { forwardRef, memo, useImperativeHandle } from 'react';
export interface Handle { reset(): void; measure(deep: boolean, at?: string): number }
export const Case = memo(forwardRef<Handle, { label: string }>(function Case({ label }, ref) { useImperativeHandle(ref, () => ({ reset() {}, measure: () => 1 })); return <b>{label}</b>; }));`,
    {
      'property label': 'string required',
      'method reset': '()',
      'method measure': '(deep: boolean, at?: string): number',
    },
  ),
  one(
    'a generic function',
    `interface Row { id: string }
export function Case<Item extends Row>({ items, onChoose }: { items: Item[]; onChoose?: (id: string) => void }) { return <ul>{items.map((item) => <li key={item.id} onClick={() => onChoose?.(item.id)}>{item.id}</li>)}</ul>; }`,
    { 'property items': 'Row[] required', 'event case-choose': 'string' },
  ),
  one(
    'an intersection of imported types',
    `import type { Named, Sized } from './kinds';
export function Case({ name, size, wide }: Named & Partial<Sized> & { wide?: boolean }) { return <b>{name}{size}{String(wide)}</b>; }`,
    {
      'property name': 'string required // The name',
      'property size': "'small' | 'large'",
      'property wide': 'boolean = false',
    },
    {
      beside: {
        'kinds.ts': `export interface Named { /** The name */ name: string }\nexport interface Sized { size: 'small' | 'large' }\n`,
      },
    },
  ),
  one(
    'a union of property types',
    `type Props = { kind: 'link'; href: string } | { kind: 'button'; onPress?: () => void };
export function Case(props: Props) { return props.kind === 'link' ? <a href={props.href}>link</a> : <button onClick={props.onPress}>press</button>; }`,
    {
      'property kind': "'link' | 'button' required",
      'property href': 'string',
      'event case-press': '',
    },
  ),
  one(
    'node properties and a render function',
    `import type { ReactElement, ReactNode } from 'react';
export function Case({ header, footer, icon, renderRow }: { header: ReactNode; footer?: ReactNode; icon?: ReactElement; renderRow?: (row: number) => ReactNode }) { return <div>{header}{icon}{renderRow?.(1)}{footer}</div>; }`,
    { 'slot header': '', 'slot footer': '', 'slot icon': '' },
    { said: ['renderRow'] },
  ),
  one(
    'callbacks of every kind',
    `export function Case({ onOpen, onClose, onMove, onValidate, onHover }: { onOpen?: () => void; onClose?: () => boolean; onMove?: (x: number, y: number) => void; onValidate?: (text: string) => string; onHover?: (event: MouseEvent) => void }) {
  return <b onClick={() => { onOpen?.(); onClose?.(); onMove?.(1, 2); onValidate?.(''); onHover?.(new MouseEvent('x')); }}>b</b>;
}`,
    {
      'event case-open': '',
      'event case-close': ' cancelable',
      'event case-move': '{ x: number; y: number }',
      'event case-hover': 'unknown',
      'property onValidate': '(text: string) => string',
    },
    { said: ['case-hover'] },
  ),
  one(
    'standard objects, tuples, records and what no contract can say',
    `export function Case(props: { since?: Date; file?: File; range?: [number, number]; names?: Record<string, number>; either?: string | number; any?: any; nested?: { a: { b: string[] } } }) { return <b>{String(props.since)}</b>; }`,
    {
      'property since': 'Date',
      'property file': 'File',
      'property range': 'number[]',
      'property names': '{ [key: string]: number }',
      'property nested': '{ a: { b: string[] } }',
    },
    { said: ['either', 'any'] },
  ),
  one(
    'hooks with timers, context and a portal inside',
    `import { createContext, useContext, useEffect, useState } from 'react';
import { createPortal } from 'react-dom';
const Theme = createContext('light');
export function Case({ every = 1000, paused = false }: { every?: number; paused?: boolean }) {
  const theme = useContext(Theme); const [now, setNow] = useState(0);
  useEffect(() => { if (paused) return; const timer = setInterval(() => setNow((one) => one + 1), every); return () => clearInterval(timer); }, [every, paused]);
  return <b className={theme}>{now}{createPortal(<i>{now}</i>, document.body)}</b>;
}`,
    { 'property every': 'number = 1000', 'property paused': 'boolean = false' },
  ),
  one(
    'a class with defaultProps',
    `import { Component } from 'react';
interface Props { label: string; level?: number; onStep?: (level: number) => void }
export class Case extends Component<Props> { render() { return <b onClick={() => this.props.onStep?.(1)}>{this.props.label}{this.props.level}</b>; } }
(Case as any).displayName = 'Case';`,
    { 'property label': 'string required', 'property level': 'number', 'event case-step': 'number' },
  ),
  one(
    'the attributes of a native element, and names that every element has',
    `import type { ComponentProps } from 'react';
interface Props extends Omit<ComponentProps<'button'>, 'title'> { title?: string; /** @deprecated use tone */ color?: 'red' | 'blue'; tone?: string }
export function Case({ title = 'Go', color, tone, ...rest }: Props) { return <button {...rest}>{title}{color}{tone}</button>; }`,
    {
      'property caseTitle': 'string = "Go" < title',
      'property color': "'red' | 'blue' deprecated",
      'property tone': 'string',
    },
  ),
  one(
    'a native button that gets all that is left, children too',
    `import type { ComponentProps } from 'react';
export const Case = ({ tone = 'calm', ...rest }: { tone?: 'calm' | 'rough' } & ComponentProps<'button'>) => <button {...rest} data-tone={tone} />;`,
    { 'property tone': "'calm' | 'rough' = \"calm\"", 'slot default': '' },
  ),
  one(
    'a native input that gets all that is left, and can have no content',
    `import type { ComponentProps } from 'react';
export function Case(props: { caption: string } & ComponentProps<'input'>) { const { caption, ...rest } = props; return <label>{caption}<input {...rest} /></label>; }`,
    { 'property caption': 'string required' },
  ),
  one(
    'content that is taken and never shown',
    `import type { ReactNode } from 'react';
export function Case(props: { heading: string; footer?: ReactNode; children?: ReactNode }) { return <section><h2>{props.heading}</h2>{props.children}</section>; }`,
    { 'property heading': 'string required', 'slot default': '' },
    { said: ['footer'] },
  ),
  one(
    'a component with its type said, which takes children and shows none',
    `import type { FC, PropsWithChildren } from 'react';
export const Case: FC<PropsWithChildren<{ level?: number }>> = ({ level = 1 }) => <b>{level}</b>;`,
    { 'property level': 'number = 1' },
  ),
  one(
    'properties that are taken apart inside',
    `export function Case(props: { label?: string; size?: 1 | 2 }) { const { label = 'a', size = 2 } = props; return <b>{label}{size}</b>; }`,
    { 'property label': 'string = "a"', 'property size': '1 | 2 = 2' },
  ),
  one(
    'plain JavaScript',
    `export function Case({ label = 'a', count = 2, items = [], onPick }) { return <b onClick={() => onPick(count)}>{label}{items.length}</b>; }`,
    {
      'property label': 'string = "a"',
      'property count': 'number = 2',
      'property items': 'unknown[] = []',
    },
    { ending: '.jsx', said: ['onPick'] },
  ),
  one(
    'tabs, with ids that are made of data and of a hook',
    `import { useId, useState } from 'react';
interface Tab { id: string; label: string }
export function Case({ tabs, label }: { tabs: Tab[]; label: string }) {
  const id = useId(); const [at, setAt] = useState(0);
  return <div role="tablist" aria-label={label}>{tabs.map((tab, place) => <button key={tab.id} id={id + '-' + tab.id} role="tab" aria-selected={place === at} onClick={() => setAt(place)}>{tab.label}</button>)}</div>;
}`,
    { 'property tabs': 'Tab[] required', 'property label': 'string required' },
  ),
  one(
    'a dialog that a method opens',
    `import { useImperativeHandle, useRef, type ReactNode, type Ref } from 'react';
export function Case({ heading, children, ref }: { heading: ReactNode; children: ReactNode; ref?: Ref<{ open(): void }> }) {
  const dialog = useRef<HTMLDialogElement>(null);
  useImperativeHandle(ref, () => ({ open: () => dialog.current?.showModal() }));
  return <dialog ref={dialog} aria-label="Ticket"><h2>{heading}</h2>{children}</dialog>;
}`,
    { 'slot heading': '', 'slot default': '', 'method open': '()' },
  ),
  one(
    'a clock',
    `import { useEffect, useState } from 'react';
export function Case({ every = 100, label = 'Now' }: { every?: number; label?: string }) {
  const [now, setNow] = useState(() => performance.now());
  useEffect(() => { const timer = setInterval(() => setNow(performance.now()), Math.min(Math.max(Number(every) || 0, 50), 500)); return () => clearInterval(timer); }, [every]);
  return <p>{label}: {now}</p>;
}`,
    { 'property every': 'number = 100', 'property label': 'string = "Now"' },
  ),
  one(
    'a native button that sees to some attributes itself',
    `import { forwardRef, type ButtonHTMLAttributes } from 'react';
interface Props extends ButtonHTMLAttributes<HTMLButtonElement> { loading?: boolean }
export const Case = forwardRef<HTMLButtonElement, Props>(({ loading = false, disabled, className, children, onClick, ...rest }, ref) => <button ref={ref} className={'own ' + (className ?? '')} disabled={disabled || loading} onClick={onClick} {...rest}>{children}</button>);`,
    {
      'property loading': 'boolean = false',
      'property disabled': 'boolean = false',
      'slot default': '',
    },
  ),
  one(
    'a handler that is given the event of the framework',
    `import type { ChangeEvent } from 'react';
export function Case({ label, onChange, onValueChange }: { label: string; onChange?: (event: ChangeEvent<HTMLInputElement>) => void; onValueChange?: (value: string) => void }) {
  return <label>{label}<input onChange={(event) => { onChange?.(event); onValueChange?.(event.target.value); }} /></label>;
}`,
    {
      'property label': 'string required',
      'event case-change': 'unknown',
      'event case-value-change': 'string',
    },
    { said: ['case-change'] },
  ),
  one(
    'a component with parts of its own, exported under another name',
    `import type { PropsWithChildren } from 'react';
function Item({ children }: PropsWithChildren) { return <li>{children}</li>; }
function Root({ children, label = 'Menu' }: PropsWithChildren<{ label?: string }>) { return <nav aria-label={label}><ul role="presentation">{children}</ul></nav>; }
export const Case = Object.assign(Root, { Item });`,
    { 'property label': 'string = "Menu"', 'slot default': '' },
  ),
];

import type { ControlKind, LiveElement, LiveParameter, LiveProperty } from '../../../shapes.js';
import type { Inside } from './live-contract.contract.yaml';

const NOTHING: Pick<
  LiveElement,
  'properties' | 'slots' | 'events' | 'methods' | 'parts' | 'cssProperties' | 'states'
> = { properties: [], slots: [], events: [], methods: [], parts: [], cssProperties: [], states: [] };

export const state = () => ({
  /** What methods are called with, by method and parameter. */
  given: {} as Readonly<Record<string, unknown>>,
});

export const results = {
  /** A line for each slot; one that belongs to items has a line for each item that there is. */
  slotLines({ element, values }: Inside) {
    const { slots } = { ...NOTHING, ...(element as Partial<LiveElement>) };
    return slots.flatMap((slot) => {
      if (slot.each === '') return [slot];
      const items = (values[slot.each] ?? []) as readonly Readonly<Record<string, unknown>>[];
      return items.map((item) => ({ ...slot, name: `${slot.name}-${String(item[slot.key])}` }));
    });
  },
  sheet: ({ element }: Inside) => ({ ...NOTHING, ...(element as Partial<LiveElement>) }),
};

export function valueOf({ values }: Inside, { name }: LiveProperty): { now: unknown } {
  return { now: values[name] };
}

/** True for a value that is other than in the sample. */
export function isTurned({ turned }: Inside, { name }: LiveProperty): boolean {
  return name in turned;
}

export function turn(contract: Inside, { name }: LiveProperty, event: Event) {
  contract.emit('value-turn', { name, value: detailOf(event).value });
}

export function contentOf({ slots }: Inside, name: string): string {
  return String(slots[name] ?? '');
}

export function rowsOf({ slots }: Inside, name: string): number {
  return Math.min(8, Math.max(1, String(slots[name] ?? '').split('\n').length));
}

/** What each contract's writer has begun and not finished. */
const later = new WeakMap<HTMLElement, ReturnType<typeof setTimeout>>();

export function write(contract: Inside, name: string, event: Event) {
  clearTimeout(later.get(contract.host));
  contract.emit('slot-write', { name, html: (event.currentTarget as HTMLTextAreaElement).value });
}

/** Content is compiled anew: that begins when the writer pauses. */
export function writeLater(contract: Inside, name: string, event: Event) {
  const { value: html } = event.currentTarget as HTMLTextAreaElement;
  clearTimeout(later.get(contract.host));
  later.set(
    contract.host,
    setTimeout(() => contract.emit('slot-write', { name, html }), 350),
  );
}

export function heardOf({ heard }: Inside, name: string): string {
  return String(heard[name] ?? 'not heard yet');
}

export function gaveOf({ gave }: Inside, name: string): string {
  return String(gave[name] ?? '');
}

export function kindOf(_: Inside, { schema }: LiveParameter): ControlKind {
  const { type, enum: choices } = schema as { type?: unknown; enum?: unknown };
  if (choices) return 'choice';
  if (type === 'boolean') return 'switch';
  if (type === 'string') return 'text';
  return type === 'number' || type === 'integer' ? 'number' : 'json';
}

export function choicesOf(_: Inside, { schema }: LiveParameter): readonly (string | number)[] {
  return (schema as { enum?: readonly (string | number)[] }).enum ?? [];
}

export function argument(
  { state }: Inside,
  method: string,
  { name, example }: LiveParameter,
): { now: unknown } {
  return { now: state.given[`${method}.${name}`] ?? example };
}

export function giveArgument({ state }: Inside, method: string, { name }: LiveParameter, event: Event) {
  state.given = { ...state.given, [`${method}.${name}`]: detailOf(event).value };
}

export function callMethod(contract: Inside, { name, parameters }: LiveElement['methods'][number]) {
  const given = parameters.map((parameter) => argument(contract, name, parameter).now);
  // What was left out at the end is not given at all.
  while (given.length > 0 && given.at(-1) === undefined) given.pop();
  contract.emit('method-call', { name, with: given });
}

export function point(contract: Inside, part: string) {
  contract.emit('part-point', { part });
}

export function styleOf({ css }: Inside, name: string, initial: string): string {
  return String(css[name] ?? initial);
}

export function turnCss(contract: Inside, name: string, event: Event) {
  contract.emit('css-turn', { name, value: String(detailOf(event).value ?? '') });
}

function detailOf(event: Event): { value: unknown } {
  return (event as CustomEvent<{ value: unknown }>).detail;
}

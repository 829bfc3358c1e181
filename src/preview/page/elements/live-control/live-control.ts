import { whyNot } from '../../shared/why-not.js';
import type { Inside } from './live-control.contract.yaml';

export const state = () => ({
  /** What is being written as JSON; nothing while nobody writes. */
  draft: undefined as string | undefined,
  problem: '',
});

export const results = {
  current: ({ value }: Inside) => value.now,
  chosen: ({ choices, value }: Inside) => choices.findIndex((choice) => choice === value.now),
  text: ({ value }: Inside) => (value.now === undefined || value.now === null ? '' : String(value.now)),
  picked: ({ value }: Inside) => (/^#[\da-f]{6}$/i.test(String(value.now)) ? String(value.now) : '#000000'),
  written: ({ value, state }: Inside) => state.draft ?? asJson(value.now),
  rows: ({ value, state }: Inside) =>
    Math.min(12, Math.max(1, (state.draft ?? asJson(value.now)).split('\n').length)),
};

export function check(control: Inside, event: Event) {
  turn(control, (event.currentTarget as HTMLInputElement).checked);
}

export function choose(control: Inside, event: Event) {
  const place = Number((event.currentTarget as HTMLSelectElement).value);
  if (place >= 0) turn(control, control.choices[place]);
}

export function write(control: Inside, event: Event) {
  const { value } = event.currentTarget as HTMLInputElement;
  if (control.kind !== 'number') turn(control, value);
  else if (value === '') turn(control, undefined);
  else if (Number.isFinite(Number(value))) turn(control, Number(value));
}

/** What is no JSON, or not what the type allows, is said and goes nowhere. */
export function writeJson(control: Inside, event: Event) {
  const { value } = event.currentTarget as HTMLTextAreaElement;
  control.state.draft = value;
  if (value.trim() === '') {
    control.state.problem = '';
    turn(control, undefined);
    return;
  }
  try {
    const parsed: unknown = JSON.parse(value);
    control.state.problem = whyNot(parsed, control.schema) ?? '';
    if (control.state.problem === '') turn(control, parsed);
  } catch (error) {
    control.state.problem = (error as Error).message;
  }
}

/** What is right is written as it is kept. */
export function leave(control: Inside) {
  if (control.state.problem === '') control.state.draft = undefined;
}

function turn(control: Inside, value: unknown) {
  control.emit('control-turn', { value });
}

/** Short values on one line, long ones with a line for each member. */
function asJson(value: unknown): string {
  if (value === undefined) return '';
  const short = JSON.stringify(value);
  if (short.length <= 60) return short;
  return Array.isArray(value)
    ? `[\n${value.map((one) => `  ${JSON.stringify(one)}`).join(',\n')}\n]`
    : JSON.stringify(value, null, 2);
}

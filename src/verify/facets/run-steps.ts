import { errorText } from '../error-text.js';
import type { Expectation, Step } from '../../contract/schema.js';
import type { Mounted, ProbePage, Served } from '../facet.js';
import type { SampleData } from './plan-samples.js';
import { sameValue } from './same-value.js';
import { findTarget, takesFocus } from './target.js';

/** What a person or a script did last: expectations are about its outcome. */
export interface SampleAct {
  kind: 'start' | 'click' | 'hover' | 'focus' | 'type' | 'press' | 'set' | 'call' | 'wait';
  /** What was clicked, set, called, … */
  name: string;
  /** What a method gave back. */
  returned?: unknown;
  /** How often what it brings about may happen at most: typing does it for each key. */
  times?: number;
}

/** Why a sample is not run again. */
export const HALTING = 'The sample brought an earlier probe to a halt.';

/** Mounts a sample for some work; false if it must not be run, because it brought a probe to a halt. */
export async function withSample(
  page: ProbePage,
  sample: SampleData,
  work: (mounted: Mounted) => Promise<void>,
  into?: HTMLElement,
  served?: Served,
): Promise<boolean> {
  if (!(await page.beginSample(sample.sample))) return false;
  const early = new Set<string>();
  const hear = ({ type }: Event): void => void early.add(type);
  const types = new Set(sample.steps.flatMap((step) => eventOf(step) ?? []));
  for (const type of types) document.addEventListener(type, hear, { capture: true });
  const mounted = await page.mount(sample.scene, into, served);
  for (const type of types) document.removeEventListener(type, hear, { capture: true });
  sentEarly.set(mounted, early);
  await work(mounted);
  await mounted.unmount();
  return true;
}

/** The event that a step expects or waits for. */
function eventOf({ expect, wait }: Step): string | undefined {
  return typeof wait === 'object' ? wait.event : expect?.event;
}

/** Types of expected events that were sent while a sample was mounted, before a framework's listeners could hear them. */
const sentEarly = new WeakMap<Mounted, ReadonlySet<string>>();

/** What is told of a running sample. */
export interface SampleEvents {
  acted(act: SampleAct): void | Promise<void>;
  failed(act: SampleAct, error: string): void;
  /** An expectation after an act, with the events that were heard since. */
  expected(expectation: Expectation, act: SampleAct, heard: readonly Event[]): Promise<void>;
}

/** For a sample that is only run, to bring the element into a state. */
export const UNHEARD: SampleEvents = { acted: () => {}, failed: () => {}, expected: async () => {} };

/** So many steps are done before the page is heard of again. */
const MOST_UNHEARD = 25;

/** Does what the steps of a sample say, one after the other. */
export async function runSteps(
  page: ProbePage,
  mounted: Mounted,
  sample: SampleData,
  events: SampleEvents,
): Promise<void> {
  let act: SampleAct = { kind: 'start', name: sample.sample };
  let heardBefore = 0;
  for (const [index, step] of sample.steps.entries()) {
    // Progress is reported to the time limit now and then: a long sample is not an endless loop.
    if (index % MOST_UNHEARD === MOST_UNHEARD - 1 && !(await page.beginSample(sample.sample))) return;
    const heard = (): Event[] => mounted.heard.slice(heardBefore);
    if (step.expect) {
      await arrival(page, mounted, step.expect, act, heard);
      await events.expected(step.expect, act, heard());
      continue;
    }
    if (step.wait !== undefined) {
      const missed = await waitFor(page, mounted, sample, step.wait, heard);
      if (missed === undefined) continue;
      events.failed({ kind: 'wait', name: `for ${missed}` }, `${missed} is not sent within 5 seconds`);
      return;
    }
    heardBefore = mounted.heard.length;
    mounted.calls.length = 0;
    try {
      act = await perform(page, mounted, sample, step);
    } catch (error) {
      act = actOf(step);
      events.failed(act, errorText(error));
      return;
    }
    await page.settle();
    await events.acted(act);
  }
}

/** In milliseconds: how long one waits for what is expected. */
export const LATE = 1000;
const LONGEST_WAIT = 5000;

/** Waits until the event and the call that are expected have come. */
async function arrival(
  page: ProbePage,
  mounted: Mounted,
  { event, detail, called, with: given }: Expectation,
  { kind }: SampleAct,
  heard: () => readonly Event[],
): Promise<void> {
  const isSent = (): boolean =>
    heard().some(
      (one) => one.type === event && (detail === undefined || sameValue((one as CustomEvent).detail, detail)),
    );
  // What an element sends as it arrives came before anybody could listen.
  const early = sentEarly.get(mounted);
  const mayCome = kind !== 'start' || (early !== undefined && !early.has(event!));
  if (event !== undefined && mayCome) await page.until(isSent, LATE);
  const isCalled = (): boolean =>
    mounted.calls.some(
      (call) => call.name === called && (given === undefined || sameValue(call.given, given)),
    );
  if (called !== undefined) await page.until(isCalled, LATE);
}

/** Waits as a step says; gives the event that did not come. */
async function waitFor(
  page: ProbePage,
  mounted: Mounted,
  sample: SampleData,
  wait: NonNullable<Step['wait']>,
  heard: () => readonly Event[],
): Promise<string | undefined> {
  // The time limit counts from here.
  await page.beginSample(sample.sample);
  if (typeof wait === 'number') {
    await page.until(() => false, wait);
    return undefined;
  }
  const isSent = (): boolean =>
    heard().some(({ type }) => type === wait.event) || sentEarly.get(mounted)?.has(wait.event) === true;
  return (await page.until(isSent, LONGEST_WAIT)) ? undefined : wait.event;
}

function actOf(step: Step): SampleAct {
  if (step.click !== undefined) return { kind: 'click', name: step.click };
  if (step.hover !== undefined) return { kind: 'hover', name: step.hover };
  if (step.call !== undefined) return { kind: 'call', name: step.call };
  if (step.focus !== undefined) return { kind: 'focus', name: step.focus };
  if (step.type !== undefined)
    return {
      kind: 'type',
      name: `“${step.type.text}” into ${step.type.into}`,
      times: step.type.text.length,
    };
  if (step.press !== undefined) return { kind: 'press', name: step.press };
  return { kind: 'set', name: Object.keys(step.set ?? {}).join(', ') };
}

async function perform(
  page: ProbePage,
  mounted: Mounted,
  sample: SampleData,
  step: Step,
): Promise<SampleAct> {
  const find = async (name: string): Promise<HTMLElement> => {
    const target = (): Element | undefined => findTarget(mounted.element, name, sample.parts);
    await page.until(() => target() !== undefined);
    const found = target();
    if (!found) throw new Error(`nothing in the element is "${name}"`);
    return found as HTMLElement;
  };
  const focus = async (name: string): Promise<HTMLElement> => {
    const target = await find(name);
    if (!takesFocus(target)) throw new Error(`"${name}" cannot have the focus`);
    return target;
  };
  if (step.click !== undefined) await page.click(await find(step.click));
  else if (step.hover !== undefined) await page.hover(await find(step.hover));
  else if (step.focus !== undefined) await focus(step.focus);
  else if (step.type !== undefined) {
    toEnd(await focus(step.type.into));
    await page.type(step.type.text);
  } else if (step.press !== undefined) await page.press(step.press);
  else if (step.call !== undefined) {
    const method = (mounted.element as unknown as Record<string, unknown>)[step.call];
    if (typeof method !== 'function') throw new Error(`"${step.call}" is ${typeof method}, not a function`);
    const returned: unknown = await method.apply(mounted.element, step.with ?? []);
    return { ...actOf(step), returned };
  } else {
    for (const [name, value] of Object.entries(step.set ?? {})) await mounted.set(name, value);
  }
  return actOf(step);
}

/** Who goes on writing in a text that can be edited does so behind what is there, as in a control. */
function toEnd(target: HTMLElement): void {
  if (!target.isContentEditable) return;
  const selection = getSelection();
  selection?.selectAllChildren(target);
  selection?.collapseToEnd();
}

export function describeAct({ kind, name }: SampleAct): string {
  return kind === 'start' ? 'show it' : `${kind} ${name}`;
}

import { errorText } from '../error-text.js';
import type { Expectation, Step } from '../../contract/schema.js';
import type { Mounted, ProbePage } from '../facet.js';
import type { SampleData } from './plan-samples.js';
import { findTarget, takesFocus } from './target.js';

/** What a person or a script did last: expectations are about its outcome. */
export interface SampleAct {
  kind: 'start' | 'click' | 'focus' | 'type' | 'press' | 'set' | 'call';
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
): Promise<boolean> {
  if (!(await page.beginSample(sample.sample))) return false;
  const mounted = await page.mount(sample.scene, into);
  await work(mounted);
  await mounted.unmount();
  return true;
}

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
    if (step.expect) {
      await events.expected(step.expect, act, mounted.heard.slice(heardBefore));
      continue;
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

function actOf(step: Step): SampleAct {
  if (step.click !== undefined) return { kind: 'click', name: step.click };
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
  const focus = async (name: string): Promise<void> => {
    if (!takesFocus(await find(name))) throw new Error(`"${name}" cannot have the focus`);
  };
  if (step.click !== undefined) await page.click(await find(step.click));
  else if (step.focus !== undefined) await focus(step.focus);
  else if (step.type !== undefined) {
    await focus(step.type.into);
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

export function describeAct({ kind, name }: SampleAct): string {
  return kind === 'start' ? 'show it' : `${kind} ${name}`;
}

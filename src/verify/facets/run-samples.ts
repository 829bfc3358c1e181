import type { Sample } from '../../contract/model.js';
import type { Expectation, Step } from '../../contract/schema.js';
import type { ElementFacts, Mounted, Observation, ProbePage, Scene } from '../facet.js';
import { innerRoot } from '../inner-root.js';
import { Observer, show } from '../observe.js';

/** A sample as a probe runs it. */
export interface SampleData {
  sample: string;
  scene: string;
  steps: Step[];
  parts: string[];
}

/** What a person or a script did last: expectations are about its outcome. */
export interface Act {
  kind: 'start' | 'click' | 'focus' | 'type' | 'press' | 'set' | 'call';
  /** What was clicked, set, called, … */
  name: string;
}

/** Samples for a probe, with their scenes. */
interface SamplePlan {
  scenes: Record<string, Scene>;
  data: SampleData[];
}

/** The samples that have a step of a kind; a person's are those in which something is done by hand, or heard. */
export function samplesWith(facts: ElementFacts, kind: 'set' | 'call' | 'person'): SamplePlan {
  return planSamples(facts, (step) =>
    kind === 'person'
      ? [step.expect?.event, step.click, step.focus, step.type, step.press].some((act) => act !== undefined)
      : step[kind] !== undefined,
  );
}

/** All samples, also those that only show something. */
export function allSamples(facts: ElementFacts): SamplePlan {
  return planSamples(facts, undefined);
}

function planSamples(facts: ElementFacts, concerns: ((step: Step) => boolean) | undefined): SamplePlan {
  const scenes: Record<string, Scene> = {};
  const data = facts.samples.flatMap((sample, number) => {
    const steps = sample.steps ?? [];
    if (concerns && !steps.some(concerns)) return [];
    const scene = `sample${number + 1}`;
    scenes[scene] = facts.sampleScene(sample);
    return [{ sample: sample.sample, scene, steps, parts: facts.contract.parts.map(({ name }) => name) }];
  });
  return { scenes, data };
}

export function calledMethods(samples: readonly Sample[]): Set<string> {
  return new Set(
    samples.flatMap(({ steps }) => steps ?? []).flatMap(({ call }) => (call === undefined ? [] : [call])),
  );
}

/** Runs samples and judges what they expect after acts of one kind; a subject for each property or method. */
export async function runSamples(
  page: ProbePage,
  samples: readonly SampleData[],
  kind: 'set' | 'call',
): Promise<Observation[]> {
  const observers = new Map<string, Observer>();
  const observerFor = (sample: SampleData, act: Act): Observer => {
    const subject = kind === 'call' ? act.name : `in the sample “${sample.sample}”`;
    const observer = observers.get(subject) ?? new Observer(subject);
    observers.set(subject, observer);
    return observer;
  };
  for (const sample of samples) {
    const mounted = await page.mount(sample.scene);
    await runSteps(page, mounted, sample, {
      acted: (act) => {
        if (act.kind === kind) observerFor(sample, act).saw(describeAct(act), 'done');
      },
      failed: (act, error) => observerFor(sample, act).fail(describeAct(act), error, 'no error'),
      expected: async (expectation, act, heard) => {
        if (act.kind === kind)
          await judge(page, mounted, sample, expectation, act, heard, observerFor(sample, act));
      },
    });
    for (const observer of observers.values()) observer.noErrors(page.errors(), `run “${sample.sample}”`);
    await mounted.unmount();
  }
  return [...observers.values()].map((observer) => observer.result());
}

/** What is told of a running sample. */
export interface SampleEvents {
  acted(act: Act): void;
  failed(act: Act, error: string): void;
  /** An expectation after an act, with the events that were heard since. */
  expected(expectation: Expectation, act: Act, heard: readonly Event[]): Promise<void>;
}

/** For a sample that is only run, to bring the element into a state. */
export const UNHEARD: SampleEvents = { acted: () => {}, failed: () => {}, expected: async () => {} };

/** All that is inside an element, as text, to compare before and after. */
export function insideText({ element }: Mounted): string {
  return innerRoot(element).innerHTML;
}

/** Does what the steps of a sample say, one after the other. */
export async function runSteps(
  page: ProbePage,
  mounted: Mounted,
  sample: SampleData,
  events: SampleEvents,
): Promise<void> {
  let act: Act = { kind: 'start', name: sample.sample };
  let heardBefore = 0;
  for (const step of sample.steps) {
    if (step.expect) {
      await events.expected(step.expect, act, mounted.heard.slice(heardBefore));
      continue;
    }
    heardBefore = mounted.heard.length;
    try {
      act = await perform(page, mounted, sample, step);
      events.acted(act);
    } catch (error) {
      act = actOf(step);
      events.failed(act, error instanceof Error ? error.message : String(error));
      return;
    }
    await page.settle();
  }
}

function actOf(step: Step): Act {
  if (step.click !== undefined) return { kind: 'click', name: step.click };
  if (step.call !== undefined) return { kind: 'call', name: step.call };
  if (step.focus !== undefined) return { kind: 'focus', name: step.focus };
  if (step.type !== undefined) return { kind: 'type', name: `“${step.type.text}” into ${step.type.into}` };
  if (step.press !== undefined) return { kind: 'press', name: step.press };
  return { kind: 'set', name: Object.keys(step.set ?? {}).join(', ') };
}

async function perform(page: ProbePage, mounted: Mounted, sample: SampleData, step: Step): Promise<Act> {
  const find = (name: string): HTMLElement => {
    const target = findTarget(mounted.element, name, sample.parts);
    if (!target) throw new Error(`nothing in the element is "${name}"`);
    return target as HTMLElement;
  };
  if (step.click !== undefined) await page.click(find(step.click));
  else if (step.focus !== undefined) find(step.focus).focus();
  else if (step.type !== undefined) {
    find(step.type.into).focus();
    await page.type(step.type.text);
  } else if (step.press !== undefined) await page.press(step.press);
  else if (step.call !== undefined) {
    const method = (mounted.element as unknown as Record<string, unknown>)[step.call];
    if (typeof method !== 'function') throw new Error(`"${step.call}" is ${typeof method}, not a function`);
    await method.apply(mounted.element, step.with ?? []);
  } else {
    for (const [name, value] of Object.entries(step.set ?? {})) await mounted.set(name, value);
  }
  return actOf(step);
}

export function describeAct({ kind, name }: Act): string {
  return kind === 'start' ? 'show it' : `${kind} ${name}`;
}

/** The element that a sample names: a part, `host`, or by a selector inside the element. */
export function findTarget(element: Element, target: string, parts: readonly string[]): Element | undefined {
  if (target === 'host') return element;
  const selector = parts.includes(target) ? `[part~="${target}"]` : target;
  return innerRoot(element).querySelector(selector) ?? element.querySelector(selector) ?? undefined;
}

/** Judges one expectation about properties, texts, what is visible, and events. */
export async function judge(
  page: ProbePage,
  mounted: Mounted,
  { parts }: SampleData,
  expectation: Expectation,
  act: Act,
  heard: readonly Event[],
  observer: Observer,
): Promise<void> {
  const element = mounted.element as unknown as Record<string, unknown>;
  const after = describeAct(act);
  if (expectation.event !== undefined) {
    const event = heard.find(({ type }) => type === expectation.event) as CustomEvent | undefined;
    const seen = event ? `${event.type} with ${show(event.detail)}` : 'not heard';
    const wanted =
      'detail' in expectation ? `${expectation.event} with ${show(expectation.detail)}` : expectation.event;
    const good =
      event !== undefined && (!('detail' in expectation) || sameValue(event.detail, expectation.detail));
    observer.expect(`${after}, listen for ${expectation.event}`, good, seen, wanted);
  }
  for (const [name, value] of Object.entries(expectation.property ?? {})) {
    await page.until(() => sameValue(element[name], value));
    observer.expect(
      `${after}, read ${name}`,
      sameValue(element[name], value),
      show(element[name]),
      show(value),
    );
  }
  for (const [name, text] of Object.entries(expectation.text ?? {})) {
    const seen = (): string | undefined =>
      findTarget(mounted.element, name, parts)?.textContent?.replace(/\s+/g, ' ').trim();
    await page.until(() => seen() === text);
    observer.expect(`${after}, read the text of ${name}`, seen() === text, show(seen()), show(text));
  }
  for (const [name, text] of Object.entries(expectation.attribute ?? {})) {
    const seen = (): string | null => mounted.element.getAttribute(name);
    await page.until(() => seen() === text);
    observer.equal(`${after}, read the attribute ${name}`, seen(), text);
  }
  for (const name of expectation.hidden ?? []) {
    const hidden = (): boolean => !isVisible(findTarget(mounted.element, name, parts));
    await page.until(hidden);
    observer.holds(`${after}, look at ${name}`, hidden(), 'visible', 'not visible');
  }
  if (expectation.focused !== undefined) {
    const wanted = findTarget(mounted.element, expectation.focused, parts);
    const focused = (): boolean =>
      wanted !== undefined && (wanted.getRootNode() as Document | ShadowRoot).activeElement === wanted;
    await page.until(focused);
    observer.holds(
      `${after}, look whether ${expectation.focused} has the focus`,
      focused(),
      'it has not',
      'it has',
    );
  }
  for (const name of expectation.visible ?? []) {
    const visible = (): boolean => isVisible(findTarget(mounted.element, name, parts));
    await page.until(visible);
    observer.holds(`${after}, look at ${name}`, visible(), 'not visible', 'visible');
  }
}

function isVisible(element: Element | undefined): boolean {
  if (!element || element.getClientRects().length === 0) return false;
  return getComputedStyle(element).visibility === 'visible';
}

/** Equal as JSON: the order of keys aside. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length && keys.every((key) => sameValue(a[key as never], b[key as never]))
  );
}

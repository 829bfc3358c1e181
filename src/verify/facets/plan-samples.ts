import type { Sample } from '../../contract/model.js';
import type { Step } from '../../contract/schema.js';
import type { ElementFacts } from '../facet.js';
import type { Scene } from '../../frameworks/scene.js';

/** A sample as a probe runs it. */
export interface SampleData {
  sample: string;
  scene: string;
  steps: Step[];
  parts: string[];
}

/** Samples for a probe, with their scenes. */
interface SamplePlan {
  scenes: Record<string, Scene>;
  data: SampleData[];
}

/** The samples that have a step of a kind. */
export function samplesWith(facts: ElementFacts, kind: 'set' | 'call'): SamplePlan {
  return planSamples(facts, ({ steps = [] }) => steps.some((step) => step[kind] !== undefined));
}

/** The samples that expect an event of the contract. */
export function samplesWithEvents(facts: ElementFacts): SamplePlan {
  const names = new Set(facts.contract.events.map(({ name }) => name));
  return planSamples(facts, ({ steps = [] }) => steps.some(({ expect }) => names.has(expect?.event ?? '')));
}

/** All samples, also those that only show something. */
export function allSamples(facts: ElementFacts): SamplePlan {
  return planSamples(facts, () => true);
}

function planSamples(facts: ElementFacts, concerns: (sample: Sample) => boolean): SamplePlan {
  const scenes: Record<string, Scene> = {};
  const data = facts.samples.flatMap((sample, number) => {
    if (!concerns(sample)) return [];
    const scene = `sample${number + 1}`;
    scenes[scene] = facts.sampleScene(sample);
    const parts = facts.contract.parts.map(({ name }) => name);
    return [{ sample: sample.sample, scene, steps: sample.steps ?? [], parts }];
  });
  return { scenes, data };
}

export function calledMethods(samples: readonly Sample[]): Set<string> {
  return new Set(
    samples.flatMap(({ steps }) => steps ?? []).flatMap(({ call }) => (call === undefined ? [] : [call])),
  );
}

/**
 * For each property those that a sample expects to be another after it was set; or to be another than was given, before
 * anybody has done anything.
 */
export function coupledProperties(samples: readonly Sample[]): Record<string, string[]> {
  const coupled: Record<string, string[]> = {};
  for (const { properties = {}, steps = [] } of samples) {
    let set = Object.keys(properties);
    let isChanged = (name: string, value: unknown): boolean =>
      Object.hasOwn(properties, name) && JSON.stringify(properties[name]) !== JSON.stringify(value);
    for (const step of steps) {
      if (step.wait !== undefined) continue;
      if (step.expect) {
        const changed = Object.entries(step.expect.property ?? {}).filter(([name, value]) =>
          isChanged(name, value),
        );
        for (const name of set) (coupled[name] ??= []).push(...changed.map(([other]) => other));
      } else {
        set = Object.keys(step.set ?? {});
        isChanged = () => true;
      }
    }
  }
  return coupled;
}

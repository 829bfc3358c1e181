import type { ContentNode } from '../../frameworks/scene.js';
import type { Expectation } from '../../contract/schema.js';
import type { ElementFacts, Mounted, ProbePage } from '../facet.js';
import { judge } from '../facets/judge.js';
import { Observer } from '../observe.js';
import { returnedBy, type CalledMethod } from './called.js';
import { buildContent } from './build-content.js';

/** What a sample expects after it set properties, with all that an element was given by then. */
export interface SetSample {
  /** The properties that were set in steps. */
  set: string[];
  values: Record<string, unknown>;
  content: ContentNode[];
  /** The method that was called then, if it is what it gives that is expected. */
  call?: CalledMethod;
  expect: Expectation;
}

/** The expectations of samples that only set properties before; and of the first call of a method after that. */
export function setSamples({ samples, sampleScene }: ElementFacts): SetSample[] {
  return samples.flatMap((sample): SetSample[] => {
    const found: SetSample[] = [];
    const { content } = sampleScene(sample);
    let values = { ...sample.properties };
    const set = new Set<string>();
    const steps = sample.steps ?? [];
    for (const [at, step] of steps.entries()) {
      if (step.set) {
        values = { ...values, ...step.set };
        for (const name of Object.keys(step.set)) set.add(name);
      } else if (step.expect && set.size > 0) {
        const { event: _, detail: __, called: ___, returned: ____, ...expect } = step.expect;
        found.push({ set: [...set], values, content, expect });
      } else if (step.call !== undefined) {
        const expect = steps[at + 1]?.expect;
        const call = { name: step.call, given: step.with ?? [] };
        if (expect && 'returned' in expect && set.size > 0)
          found.push({ set: [], values, content, call, expect: { returned: expect.returned } });
        break;
      } else if (!step.expect && step.wait === undefined) break;
    }
    return found;
  });
}

const known = new Map<string, Promise<ReadonlySet<string>>>();

/**
 * Properties and methods of which a sample says that what was before counts: it expects after a change what no new element with the
 * same values shows.
 */
export function contradicted(
  page: ProbePage,
  samples: readonly SetSample[],
  parts: readonly string[],
): Promise<ReadonlySet<string>> {
  const found = known.get(page.tag) ?? findContradicted(page, samples, parts);
  known.set(page.tag, found);
  return found;
}

async function findContradicted(
  page: ProbePage,
  samples: readonly SetSample[],
  parts: readonly string[],
): Promise<ReadonlySet<string>> {
  const names = new Set<string>();
  for (const { set, values, content, call, expect } of samples) {
    await page.goesOn();
    const element = page.make();
    Object.assign(element, structuredClone(values));
    element.append(...content.map(buildContent));
    page.container().append(element);
    await page.settle();
    const observer = new Observer('');
    const act = call
      ? { kind: 'call' as const, name: call.name, returned: await returnedBy(element, call) }
      : { kind: 'set' as const, name: set.join(', ') };
    const sample = { sample: '', scene: '', steps: [], parts: [...parts] };
    await judge(page, { element } as Mounted, sample, expect, act, [], observer);
    if (observer.observed.some(({ wanted }) => wanted !== undefined))
      for (const name of call ? [call.name] : set) names.add(name);
    element.parentElement!.remove();
  }
  page.errors('leaving too');
  return names;
}

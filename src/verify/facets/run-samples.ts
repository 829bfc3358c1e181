import type { ProbePage } from '../facet.js';
import type { Observation } from '../observation.js';
import { Observer } from '../observe.js';
import { judge } from './judge.js';
import type { SampleData } from './plan-samples.js';
import { describeAct, HALTING, runSteps, withSample, type SampleAct } from './run-steps.js';

/** Runs samples and judges what they expect after acts of one kind; a subject for each property or method. */
export async function runSamples(
  page: ProbePage,
  samples: readonly SampleData[],
  kind: 'set' | 'call',
): Promise<Observation[]> {
  const observers = new Map<string, Observer>();
  const observerFor = (sample: SampleData, act: SampleAct): Observer => {
    const subject = kind === 'call' ? act.name : `in the sample “${sample.sample}”`;
    const observer = observers.get(subject) ?? new Observer(subject);
    observers.set(subject, observer);
    return observer;
  };
  for (const sample of samples) {
    const ran = await withSample(page, sample, async (mounted) => {
      await runSteps(page, mounted, sample, {
        acted: (act) => {
          if (act.kind === kind) observerFor(sample, act).saw(describeAct(act), 'done');
        },
        failed: (act, error) => {
          if (act.kind === kind) observerFor(sample, act).fail(describeAct(act), error, 'no error');
        },
        expected: async (expectation, act, heard) => {
          if (act.kind !== kind) return;
          // Events have a facet of their own.
          const { event: _, detail: __, ...others } = expectation;
          await judge(page, mounted, sample, others, act, heard, observerFor(sample, act));
        },
      });
      for (const observer of observers.values()) observer.noErrors(page.errors(), `run “${sample.sample}”`);
    });
    if (!ran) {
      const observer = new Observer(`in the sample “${sample.sample}”`);
      observer.leave(HALTING);
      observers.set(observer.subject, observer);
    }
  }
  return [...observers.values()].map((observer) => observer.result());
}

import type { Facet } from '../facet.js';
import { Observer } from '../observe.js';
import { calledMethods, runSamples, samplesWith, type SampleData } from './run-samples.js';

interface Data {
  methods: { name: string; sampled: boolean }[];
  samples: SampleData[];
}

/** Each method, through the host's own reference. */
export const methods: Facet<Data> = {
  name: 'methods',
  title: 'Methods can be called and do their work',

  plan(facts) {
    if (facts.contract.methods.length === 0) return { nothing: 'The contract declares no methods.' };
    const called = calledMethods(facts.samples);
    const { scenes, data: samples } = samplesWith(facts, 'call');
    return {
      scenes: { ...scenes, bare: facts.scene({}) },
      data: {
        methods: facts.contract.methods.map(({ name }) => ({ name, sampled: called.has(name) })),
        samples,
      },
    };
  },

  async probe(page, { methods: list, samples }) {
    const mounted = await page.mount('bare');
    const element = mounted.element as unknown as Record<string, unknown>;
    const results = list.map(({ name, sampled }) => {
      const observer = new Observer(name);
      observer.expect(
        `look for ${name} through the reference`,
        typeof element[name] === 'function',
        typeof element[name],
        'a function',
      );
      if (!sampled) observer.leave(`No sample calls it: add a step "call: ${name}" and what to expect then.`);
      return observer.result();
    });
    await mounted.unmount();
    const sampled = await runSamples(page, samples, 'call');
    return [
      ...results.filter(
        ({ subject, verdict }) => verdict !== 'fits' || !sampled.some((other) => other.subject === subject),
      ),
      ...sampled,
    ];
  },
};

import type { Facet } from '../facet.js';
import { Observer } from '../observe.js';
import { allSamples, runSteps, UNHEARD, type SampleData } from './run-samples.js';

interface Data {
  samples: SampleData[];
}

/** What a page forbids in the strictest policy that applications use: code in text, markup from text, style in markup. */
export const STRICT_POLICY =
  "default-src 'self'; img-src 'self' data:; font-src 'self' data:; style-src 'self'; object-src 'none'; " +
  "base-uri 'none'; require-trusted-types-for 'script'; script-src 'self'";

/** Runs under a strict Content-Security-Policy and Trusted Types. */
export const policy: Facet<Data> = {
  name: 'policy',
  title: 'It runs under a strict policy',
  strict: true,

  plan(facts) {
    const { scenes, data: samples } = allSamples(facts);
    return { scenes: { ...scenes, bare: facts.scene({}) }, data: { samples } };
  },

  async probe(page, { samples }) {
    const observer = new Observer(page.tag);
    // The host's own code counts as the host's doing.
    const own: SecurityPolicyViolationEvent[] = [];
    const foreign: SecurityPolicyViolationEvent[] = [];
    const note = (event: SecurityPolicyViolationEvent): void => {
      (/\/(?:vendor|examples)\/|mount\.js/.test(event.sourceFile) ? foreign : own).push(event);
    };
    document.addEventListener('securitypolicyviolation', note);
    await page.register();
    const mounted = await page.mount('bare');
    await page.settle();
    await mounted.unmount();
    observer.saw('draw it', 'done');
    for (const sample of samples) {
      const shown = await page.mount(sample.scene);
      await runSteps(page, shown, sample, UNHEARD);
      await shown.unmount();
      observer.saw(`run “${sample.sample}”`, 'done');
    }
    // Violations are told in a task of their own.
    await page.until(() => own.length > 0);
    document.removeEventListener('securitypolicyviolation', note);
    for (const { effectiveDirective, sample } of own.slice(0, 5)) {
      observer.fail('look for violations', `${effectiveDirective}${sample ? `: ${sample}` : ''}`, 'none');
    }
    observer.noErrors(page.errors(), 'run it');
    if (own.length === 0) observer.saw('look for violations', 'none');
    if (foreign.length > 0) {
      const { effectiveDirective } = foreign[0]!;
      observer.care(
        'look for violations of the framework',
        effectiveDirective,
        `The framework itself violates "${effectiveDirective}"; its documentation says how it runs under a policy.`,
      );
    }
    return [observer.result()];
  },
};

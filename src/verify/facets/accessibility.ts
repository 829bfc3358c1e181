import type { Facet } from '../facet.js';
import type { Observation } from '../observation.js';
import { Observer } from '../observe.js';
import { innerRoot } from '../inner-root.js';
import { writeInternals } from '../internals.js';
import { allSamples, type SampleData } from './plan-samples.js';
import { HALTING, runSteps, UNHEARD, withSample } from './run-steps.js';
import { still } from './still.js';

/** Where the page finds the accessibility engine. */
export const ACCESS_ENGINE = '/access-engine.js';

/** What is looked for: the rules of the Web Content Accessibility Guidelines 2.2, levels A and AA. */
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** As much of the engine as is used. */
interface AccessEngine {
  run(
    context: Element,
    options: { runOnly: { type: 'tag'; values: string[] }; resultTypes: ['violations']; preload: boolean },
  ): Promise<{ violations: Violation[] }>;
}

interface Violation {
  id: string;
  help: string;
  nodes: { html: string; failureSummary?: string; any: { message: string }[] }[];
}

/** An accessibility engine finds nothing in any sample, at its end. The element's own tree is the same in every framework. */
export const accessibility: Facet<SampleData[]> = {
  name: 'accessibility',
  title: 'An accessibility engine finds nothing (the tree is the same in every framework)',
  page: 'looking',
  inOneFramework: true,

  plan(facts) {
    if (facts.samples.length === 0) return { nothing: 'There are no samples.' };
    return allSamples(facts);
  },

  async probe(page, samples) {
    // It lies beside the probes.
    await import(new URL(`.${ACCESS_ENGINE}`, import.meta.url).href);
    const { axe } = globalThis as unknown as { axe: AccessEngine };
    const found: Observation[] = [];
    for (const sample of samples) {
      const observer = new Observer(sample.sample);
      const ran = await withSample(page, sample, async (mounted) => {
        await runSteps(page, mounted, sample, UNHEARD);
        await page.park();
        const { element } = mounted;
        if (!element.isConnected) {
          observer.leave('It is not in the page any more at the end of the sample.');
          return;
        }
        if (innerRoot(element) !== (element.shadowRoot ?? element)) {
          observer.leave('The engine cannot look into a closed shadow root.');
          return;
        }
        const move = await still(element);
        const erase = writeInternals(element);
        const { violations } = await axe.run(element, {
          runOnly: { type: 'tag', values: RULES },
          resultTypes: ['violations'],
          // What style sheets of the page import is nobody's here.
          preload: false,
        });
        erase();
        move();
        judge(observer, violations);
      });
      if (!ran) observer.leave(HALTING);
      page.errors();
      found.push(observer.result());
    }
    return found;
  },
};

function judge(observer: Observer, violations: readonly Violation[]): void {
  if (violations.length === 0) observer.saw('run it and let the engine look at it', 'nothing found');
  for (const { id, help, nodes } of violations) {
    const [node] = nodes;
    const why = node?.any[0]?.message ?? node?.failureSummary ?? '';
    observer.expect(
      `run it and look for ${id}`,
      false,
      `${node?.html.slice(0, 200) ?? ''} ${why}`.trim(),
      'none',
      `${help} (${id}).`,
    );
  }
}

import type { Facet } from '../facet.js';
import { Observer } from '../observe.js';
import { snapshotOf, type Snapshot } from './consumer-data.js';
import { comeFromElsewhere } from './come-from.js';
import { judge } from './judge.js';
import { allSamples, type SampleData } from './plan-samples.js';
import { describeAct, HALTING, runSteps, withSample } from './run-steps.js';

interface Data {
  samples: SampleData[];
  events: string[];
}

/**
 * Every sample's steps bring about what it expects. What follows a `set` or a `call`, and the contract's events, are
 * judged by the facets properties, methods and events.
 */
export const samples: Facet<Data> = {
  name: 'samples',
  title: 'Samples show what they say',
  page: 'shared',

  plan(facts) {
    if (facts.samples.length === 0) return { nothing: 'There are no samples.' };
    const { scenes, data } = allSamples(facts);
    return { scenes, data: { samples: data, events: facts.contract.events.map(({ name }) => name) } };
  },

  async probe(page, { samples: list, events }) {
    const results = [];
    for (const sample of list) {
      const observer = new Observer(sample.sample);
      const leave = await comeFromElsewhere(page);
      const ran = await withSample(page, sample, async (mounted) => {
        observer.saw('show it', 'done');
        const given = Object.entries(mounted.values)
          .filter(([, value]) => typeof value === 'object' && value !== null)
          .map(([name, value]) => ({ name, value, snapshot: snapshotOf(value) }));
        const returned: { name: string; value: unknown; snapshot: Snapshot }[] = [];
        await runSteps(page, mounted, sample, {
          acted: (act) => {
            if (act.kind === 'call' && typeof act.returned === 'object' && act.returned !== null)
              returned.push({ name: act.name, value: act.returned, snapshot: snapshotOf(act.returned) });
            if (act.kind !== 'set' && act.kind !== 'call') observer.saw(describeAct(act), 'done');
          },
          failed: (act, error) => {
            if (act.kind === 'set' || act.kind === 'call')
              observer.leave(
                `The step “${describeAct(act)}” fails; see ${act.kind === 'set' ? 'properties' : 'methods'}.`,
              );
            else observer.fail(describeAct(act), error, 'that it can be done');
          },
          expected: async (expectation, act, heard) => {
            const { event, detail, ...others } = expectation;
            const ofAnother = act.kind === 'set' || act.kind === 'call';
            // An event that the contract does not name, such as a native one, has no other place.
            const foreign = event !== undefined && !events.includes(event);
            await judge(
              page,
              mounted,
              sample,
              {
                ...(foreign ? { event, ...('detail' in expectation ? { detail } : {}) } : {}),
                ...(ofAnother ? {} : others),
              },
              act,
              heard,
              observer,
            );
          },
        });
        for (const { name, value, snapshot } of given)
          snapshot.expectSame(value, observer, `look at what the consumer passed for ${name}`);
        // What was handed out is the consumer's from then on.
        for (const { type, detail, snapshot } of mounted.details)
          snapshot.expectSame(detail, observer, `look again at the detail of ${type} that was sent before`);
        for (const { name, value, snapshot } of returned)
          snapshot.expectSame(value, observer, `look again at what ${name} gave back before`);
        observer.noErrors(page.errors(), `run “${sample.sample}”`);
      });
      leave();
      if (!ran) observer.leave(HALTING);
      results.push(observer.result());
    }
    return results;
  },
};

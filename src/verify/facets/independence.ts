import type { Facet } from '../facet.js';
import { Observer, show } from '../observe.js';
import { propertiesOf, type PropertyData } from './property-data.js';
import { allSamples, describeAct, insideText, runSteps, UNHEARD, type SampleData } from './run-samples.js';

interface Data {
  properties: PropertyData[];
  samples: SampleData[];
}

/** Two instances share nothing: values, defaults, state, events. */
export const independence: Facet<Data> = {
  name: 'independence',
  title: 'Two of it share nothing',

  plan(facts) {
    const { scenes, data: samples } = allSamples(facts);
    const bare = facts.scene({ events: facts.contract.events.map(({ name }) => name) });
    return { scenes: { bare, ...scenes }, data: { properties: propertiesOf(facts), samples } };
  },

  async probe(page, { properties, samples }) {
    const values = new Observer('values');
    const one = await page.mount('bare');
    const other = await page.mount('bare');
    const [first, second] = [one, other].map(
      ({ element }) => element as unknown as Record<string, unknown>,
    ) as [Record<string, unknown>, Record<string, unknown>];
    values.holds('mount it twice', one.element !== other.element, 'the same node', 'two nodes');
    for (const property of properties) {
      const { name } = property;
      const before = second[name];
      const beforeText = show(before);
      spoil(first[name]);
      values.expect(
        `change the default of ${name} in place, in the first`,
        show(second[name]) === beforeText,
        show(second[name]),
        beforeText,
      );
      first[name] = property.first;
      values.equal(`set ${name} of the first`, second[name], before);
    }
    await page.settle();
    values.noErrors(page.errors(), 'set properties of one');
    await Promise.all([one.unmount(), other.unmount()]);

    const state = new Observer('state and events');
    for (const sample of samples) {
      // The one that acts comes last, so that nothing of the other can lie over it.
      const watching = await page.mount(sample.scene);
      const acting = await page.mount(sample.scene);
      const before = insideText(watching);
      await runSteps(page, acting, sample, {
        ...UNHEARD,
        acted: (act) => {
          state.holds(
            `${describeAct(act)} in the first, look at the second`,
            insideText(watching) === before,
            'it changed too',
            'unchanged',
          );
        },
      });
      await page.settle();
      state.holds(
        `run “${sample.sample}” in the first, look at the second`,
        insideText(watching) === before,
        'it changed too',
        'unchanged',
      );
      state.expect(
        'listen to the second meanwhile',
        watching.heard.length === 0,
        `heard ${watching.heard.map(({ type }) => type).join(', ')}`,
        'heard nothing',
      );
      page.errors();
      await Promise.all([acting.unmount(), watching.unmount()]);
    }
    if (samples.length === 0) state.leave('No sample does anything with it.');
    return [values.result(), state.result()];
  },
};

/** Tries to change a value in place, as careless code would; a frozen one stays. */
function spoil(value: unknown): void {
  try {
    if (Array.isArray(value)) value.push('spoiled');
    else if (typeof value === 'object' && value !== null)
      (value as Record<string, unknown>)['spoiled'] = true;
  } catch {
    // It cannot be changed, so nobody can spoil it for another.
  }
}

import type { Facet, Observation, ProbePage } from '../facet.js';
import { Observer, show } from '../observe.js';
import { isDefault, propertiesOf, propertiesWithoutValues, type PropertyData } from './property-data.js';
import { runSamples, samplesWith, type SampleData } from './run-samples.js';

interface Data {
  properties: PropertyData[];
  without: string[];
  samples: SampleData[];
}

/** Every property: first value, change, undefined, identity of objects. */
export const properties: Facet<Data> = {
  name: 'properties',
  title: 'Values arrive, change, and keep their identity',

  plan(facts) {
    const list = propertiesOf(facts);
    const without = propertiesWithoutValues(facts);
    if (list.length + without.length === 0) return { nothing: 'The contract declares no properties.' };
    const bound = list.map(({ name, attribute, first }) => ({ name, attribute, value: first }));
    const { scenes, data: samples } = samplesWith(facts, 'set');
    return {
      scenes: { ...scenes, bound: facts.scene({ properties: bound }) },
      data: { properties: list, without, samples },
    };
  },

  async probe(page, { properties: list, without, samples }) {
    const results: Observation[] = [];
    const mounted = await page.mount('bound');
    const element = mounted.element as unknown as Record<string, unknown>;
    for (const property of list) {
      const { name, first, second } = property;
      const observer = new Observer(name);
      await deliver(page, observer, property, `bind ${name}`, element, mounted.values[name]);
      await mounted.set(name, second);
      await page.until(() => Object.is(element[name], second));
      await deliver(page, observer, property, `change ${name}`, element, second);
      const again = property.kind === 'array' || property.kind === 'object' ? structuredClone(first) : first;
      await mounted.set(name, again);
      await page.until(() => Object.is(element[name], again));
      await deliver(page, observer, property, `change ${name} again`, element, again);
      await mounted.set(name, undefined);
      await page.until(() => isDefault(property, element[name]));
      judgeUndefined(page, observer, property, element);
      observer.noErrors(page.errors(), `use ${name}`);
      results.push(observer.result());
    }
    await mounted.unmount();
    for (const name of without) {
      const observer = new Observer(name);
      observer.leave('No value can be made from its schema; give "examples", or use it in a sample.');
      results.push(observer.result());
    }
    return [...results, ...(await runSamples(page, samples, 'set'))];
  },
};

/** The bound value must have arrived; where only the host keeps it from the element, it works with care. */
async function deliver(
  page: ProbePage,
  observer: Observer,
  { name }: PropertyData,
  did: string,
  element: Record<string, unknown>,
  wanted: unknown,
): Promise<void> {
  if (Object.is(element[name], wanted)) {
    observer.saw(did, show(wanted));
    return;
  }
  const plain = scratch(page);
  plain[name] = wanted;
  if (Object.is(plain[name], wanted) && assigns(element, name, wanted)) {
    observer.care(
      did,
      show(element[name]),
      `The framework does not hand over "${name}" as it is; set it through a reference.`,
    );
  } else observer.equal(did, element[name], wanted);
}

function assigns(element: Record<string, unknown>, name: string, value: unknown): boolean {
  element[name] = value;
  return Object.is(element[name], value);
}

function judgeUndefined(
  page: ProbePage,
  observer: Observer,
  property: PropertyData,
  element: Record<string, unknown>,
): void {
  const { name } = property;
  const did = `bind undefined to ${name}`;
  if (isDefault(property, element[name])) {
    observer.saw(did, show(element[name]));
    return;
  }
  const seen = show(element[name]);
  const plain = scratch(page);
  plain[name] = property.first;
  plain[name] = undefined;
  if (isDefault(property, plain[name])) {
    observer.care(
      did,
      seen,
      `The framework turns undefined into ${seen}; ${
        property.default === undefined
          ? 'do not bind it where there is no value'
          : `bind ${show(property.default)}, its default`
      }.`,
    );
  } else observer.fail(did, seen, show(property.default));
}

/** An element outside of the host, to tell what the element does from what the host does. */
function scratch(page: ProbePage): Record<string, unknown> {
  return document.createElement(page.tag) as unknown as Record<string, unknown>;
}

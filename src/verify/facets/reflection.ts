import type { Facet, Mounted, ProbePage } from '../facet.js';
import { Observer, show } from '../observe.js';
import { attributeText, propertiesOf, type PropertyData } from './property-data.js';

type Reflectable = PropertyData & { attribute: string };

interface Data {
  properties: Reflectable[];
}

/** Both directions, at once, no loop, no reflected default; and nothing written that is not to be reflected. */
export const reflection: Facet<Data> = {
  name: 'reflection',
  title: 'Properties and attributes agree',

  plan(facts) {
    const properties = propertiesOf(facts).filter(
      (property) => property.attribute !== undefined,
    ) as Reflectable[];
    if (properties.length === 0) return { nothing: 'The contract declares no attributes.' };
    const bound = properties
      .filter(({ reflect }) => reflect)
      .map(({ name, attribute, first }) => ({ name, attribute, value: first }));
    return { scenes: { bound: facts.scene({ properties: bound }) }, data: { properties } };
  },

  async probe(page, { properties }) {
    const mounted = await page.mount('bound');
    const results = [];
    for (const property of properties) {
      const observer = new Observer(property.attribute);
      if (property.reflect) await probeReflected(page, mounted, property, observer);
      else await probeSilent(page, property, observer);
      observer.noErrors(page.errors(), `use ${property.name}`);
      results.push(observer.result());
    }
    await mounted.unmount();
    return results;
  },
};

/** An element of its own in the page, whose attribute writes are counted. */
function watched(page: ProbePage, attribute: string) {
  const element = document.createElement(page.tag);
  page.container().append(element);
  let count = 0;
  const observer = new MutationObserver((records) => (count += records.length));
  observer.observe(element, { attributes: true, attributeFilter: [attribute] });
  return {
    element,
    values: element as unknown as Record<string, unknown>,
    /** Writes of the attribute since the last call. */
    writes(): number {
      const written = count + observer.takeRecords().length;
      count = 0;
      return written;
    },
    end(): void {
      observer.disconnect();
      element.remove();
    },
  };
}

async function probeReflected(
  page: ProbePage,
  mounted: Mounted,
  property: Reflectable,
  observer: Observer,
): Promise<void> {
  const { name, attribute, first, second, kind } = property;
  const textOf = (value: unknown): string | null =>
    kind === 'boolean' && value === false ? null : attributeText(property, value);
  observer.equal(
    `bind ${name}, look at ${attribute}`,
    mounted.element.getAttribute(attribute),
    textOf(first),
  );

  const { element, values, writes, end } = watched(page, attribute);
  observer.equal('create the element: the default is not reflected', element.getAttribute(attribute), null);
  writes();
  values[name] = first;
  observer.equal(`set ${name} to ${show(first)}`, element.getAttribute(attribute), textOf(first));
  await page.settle();
  const count = writes();
  observer.holds(`count the writes of ${attribute}`, count === 1, `${count} writes`, '1 write');
  element.setAttribute(attribute, attributeText(property, second));
  observer.equal(
    `write ${attribute}="${attributeText(property, second)}"`,
    values[name],
    kind === 'boolean' ? true : second,
  );
  await page.settle();
  const echoes = writes() - 1;
  observer.holds('count what the element writes in answer', echoes === 0, `${echoes} writes`, 'none');
  element.removeAttribute(attribute);
  observer.equal(`remove ${attribute}`, values[name], property.default);
  values[name] = first;
  values[name] = property.default;
  observer.equal(`set ${name} back to its default`, element.getAttribute(attribute), null);
  end();
}

async function probeSilent(
  page: ProbePage,
  { name, attribute, first }: Reflectable,
  observer: Observer,
): Promise<void> {
  const { element, values, writes, end } = watched(page, attribute);
  values[name] = first;
  await page.settle();
  const count = writes();
  observer.holds(
    `set ${name}, which is not reflected`,
    count === 0,
    `${attribute}=${show(element.getAttribute(attribute))}`,
    `no ${attribute}`,
  );
  end();
}

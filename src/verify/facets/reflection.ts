import type { Facet, Mounted, ProbePage } from '../facet.js';
import { Observer, show } from '../observe.js';
import { attributesOf, attributeText, type AttributeData } from './property-data.js';

interface Data {
  properties: AttributeData[];
}

/** Both directions, at once, no loop, no reflected default; and nothing written that is not to be reflected. */
export const reflection: Facet<Data> = {
  name: 'reflection',
  title: 'Properties and attributes agree',
  page: 'shared',

  plan(facts) {
    // Of another package's element it is known which properties are reflected, not that the others are not.
    const properties = attributesOf(facts).filter(({ reflect, unsaid }) => reflect || !unsaid);
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
      await probeOthers(page, property, properties, observer);
      observer.noErrors(page.errors(), `use ${property.name}`);
      results.push(observer.result());
    }
    await mounted.unmount();
    return results;
  },
};

/** What the attribute holds while the property has a value; null where there is none. */
function textOf(property: AttributeData, value: unknown): string | null {
  if (value === property.default || value === undefined) return null;
  return property.kind === 'boolean' && value === false ? null : attributeText(property, value);
}

/** An element of its own, whose attribute writes are counted. */
function watched(page: ProbePage, { name, attribute }: AttributeData) {
  const element = page.make(name);
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
  property: AttributeData,
  observer: Observer,
): Promise<void> {
  const { name, attribute, first, second, kind, valid, required } = property;
  observer.equal(
    `bind ${name}, look at ${attribute}`,
    mounted.element.getAttribute(attribute),
    textOf(property, first),
  );
  if (property.unsaid) {
    await probeSaid(page, property, observer);
    return;
  }
  const { element, values, writes, end } = watched(page, property);
  observer.equal('create the element: the default is not reflected', element.getAttribute(attribute), null);
  const sets = (value: unknown, when: string): void => {
    values[name] = value;
    observer.equal(
      `set ${name} to ${show(value)} ${when}`,
      element.getAttribute(attribute),
      textOf(property, value),
    );
  };
  sets(first, 'before it is in the page');
  sets(property.default, 'before it is in the page');
  // What must be given is never missing in the page.
  const atFirst = required ? second : property.default;
  values[name] = atFirst;
  page.container().append(element);
  await page.settle();
  observer.equal('put it into the page', element.getAttribute(attribute), textOf(property, atFirst));
  writes();
  sets(first, 'in the page');
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
  if (!required) {
    element.removeAttribute(attribute);
    observer.equal(`remove ${attribute}`, show(values[name]), show(property.default));
    await page.settle();
    observer.equal('look at the attribute again', element.getAttribute(attribute), null);
  }
  for (const value of [...valid, second, first, ...(required ? [] : [property.default, first, undefined])])
    sets(value, 'in the page');
  await page.settle();
  sets(first, 'once more');
  element.remove();
  await page.settle();
  observer.equal('take it out of the page', element.getAttribute(attribute), textOf(property, first));
  sets(property.default, 'after it has left the page');
  sets(first, 'after it has left the page');
  end();
}

/** What "reflects" says by itself: a value is written, and what is written is the value. */
async function probeSaid(page: ProbePage, property: AttributeData, observer: Observer): Promise<void> {
  const { name, attribute, first, second, kind } = property;
  const { element, values, end } = watched(page, property);
  page.container().append(element);
  await page.settle();
  for (const value of [first, second, first]) {
    values[name] = value;
    await page.settle();
    const wanted = textOf({ ...property, default: undefined }, value);
    observer.equal(`set ${name} to ${show(value)}`, element.getAttribute(attribute), wanted);
  }
  element.setAttribute(attribute, attributeText(property, second));
  observer.equal(
    `write ${attribute}="${attributeText(property, second)}"`,
    values[name],
    kind === 'boolean' ? true : second,
  );
  end();
}

async function probeSilent(page: ProbePage, property: AttributeData, observer: Observer): Promise<void> {
  const { name, attribute, first, second } = property;
  const { element, values, writes, end } = watched(page, property);
  const silent = async (did: string): Promise<void> => {
    await page.settle();
    const count = writes();
    observer.holds(
      did,
      count === 0,
      `${attribute}=${show(element.getAttribute(attribute))}`,
      `no ${attribute}`,
    );
  };
  values[name] = first;
  await silent(`set ${name}, which is not reflected, before it is in the page`);
  page.container().append(element);
  await silent('put it into the page');
  values[name] = second;
  await silent(`set ${name} in the page`);
  values[name] = first;
  await silent(`set ${name} again`);
  // What the consumer wrote stays, whatever the property is.
  element.setAttribute(attribute, attributeText({ kind: 'string' }, 'given'));
  writes();
  values[name] = second;
  await silent(`write ${attribute} and set ${name}`);
  end();
}

/** A property writes no attribute that belongs to another. */
async function probeOthers(
  page: ProbePage,
  { name, attribute, first }: AttributeData,
  properties: readonly AttributeData[],
  observer: Observer,
): Promise<void> {
  const element = page.make();
  page.container().append(element);
  await page.settle();
  const others = properties.map((other) => other.attribute).filter((other) => other !== attribute);
  const before = others.map((other) => element.getAttribute(other));
  (element as unknown as Record<string, unknown>)[name] = first;
  await page.settle();
  const changed = others.filter((other, place) => element.getAttribute(other) !== before[place]);
  if (changed.length > 0)
    observer.fail(`set ${name}, look at the other attributes`, `${changed.join(', ')} changed`, 'unchanged');
  element.remove();
}

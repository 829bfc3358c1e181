import type { Mounted, ProbePage } from '../facet.js';
import { LATE } from '../facets/run-steps.js';
import { Observer, show } from '../observe.js';
import type { Observation } from '../observation.js';
import { contradicted } from './contradicted.js';
import { differingPlaces, firstDifference, linesOf, ownAttribute, type Difference } from './lines.js';
import { componentNote } from './notes.js';
import type { WaysData } from './ways-data.js';

/**
 * Values that a framework hands over one by one, in one order and in the other, come to what a new element is that is given the last
 * ones at once. It does not judge values that the framework does not pass: the properties facet does, one by one.
 */
export async function inAnyOrder(page: ProbePage, mounted: Mounted, data: WaysData): Promise<Observation[]> {
  const historic = await contradicted(page, data.samples, data.parts);
  const properties = data.properties.filter(
    ({ name, values, instance }) => instance === undefined && values.length > 1 && !historic.has(name),
  );
  if (properties.length < 2) return [];
  const observer = new Observer('whatever the order, through the framework');
  const did: string[] = [];
  const last: Record<string, unknown> = {};
  const set = async (list: typeof properties, which: (index: number) => 0 | 1): Promise<void> => {
    for (const [index, { name, values }] of list.entries()) {
      last[name] = structuredClone(values[which(index)]);
      did.push(`set ${name} to ${show(last[name])}`);
      await mounted.set(name, last[name]);
    }
  };
  await set(properties, () => 1);
  await set(properties.toReversed(), (index) => (index % 2 === 0 ? 0 : 1));
  const fresh = (): HTMLElement => {
    const element = Object.assign(page.make(), structuredClone(last));
    page.container().append(element);
    return element;
  };
  await page.goesOn();
  const [other, third] = [fresh(), fresh()];
  await page.settle();
  await page.pictured(mounted.element, other, third);
  const only = { ...data, properties, inForm: false };
  const lines = (element: HTMLElement): ReturnType<typeof linesOf> => linesOf(element, only);
  // Frameworks write attributes of their own.
  const reflected = properties.filter(({ reflect }) => reflect).map(({ attribute }) => attribute);
  const written = [...mounted.element.attributes].filter(({ name }) => !reflected.includes(name));
  const ignored = new Set([
    ...differingPlaces(lines(other), lines(third)),
    ...written.map(({ name }) => ownAttribute(name)),
  ]);
  const difference = (): Difference | undefined =>
    firstDifference(lines(mounted.element), lines(other), ignored);
  await page.until(() => difference() === undefined, LATE);
  const found = difference();
  const words = `${did.join(', ')} through the framework; compare it with a new one that is given the same`;
  if (found === undefined) observer.saw(words, 'they are the same');
  else if (/^its (?:property|attribute) /.test(found.where))
    observer.saw(words, 'values are not handed over');
  else if (data.showsComponent)
    observer.care(words, `${found.where}: ${found.saw}`, componentNote(found.where));
  else observer.expect(words, false, `${found.where}: ${found.saw}`, `${found.where}: ${found.wanted}`);
  for (const element of [other, third]) element.parentElement!.remove();
  page.errors();
  return [observer.result()];
}

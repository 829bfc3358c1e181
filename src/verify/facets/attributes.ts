import type { Facet, ProbePage } from '../facet.js';
import { Observer, show } from '../observe.js';
import { samePlace } from '../relations/same-place.js';
import { waysData, type WaysData } from '../relations/ways-data.js';
import { attributesOf, attributeText, isDefault, type AttributeData } from './property-data.js';

interface Data {
  properties: AttributeData[];
  ways: WaysData | undefined;
}

/** Text to typed value and back; boolean presence; bad values. */
export const attributes: Facet<Data> = {
  name: 'attributes',
  title: 'Text becomes typed values',
  page: 'shared',

  plan(facts) {
    const properties = attributesOf(facts);
    if (properties.length === 0) return { nothing: 'The contract declares no attributes.' };
    const written = Object.fromEntries(
      properties.map((property) => [property.attribute, attributeText(property, property.first)]),
    );
    return {
      scenes: { written: facts.scene({ properties: [], attributes: written }) },
      data: { properties, ways: waysData(facts) },
    };
  },

  inFirstFramework: async (page, { ways }) => (ways ? samePlace(page, ways, 'attributes') : []),

  async probe(page, { properties }) {
    const mounted = await page.mount('written');
    const results = [];
    for (const property of properties) {
      const observer = new Observer(property.attribute);
      fromFramework(page, mounted.element, property, observer);
      const element = page.make();
      await writeAll(page, element, property, observer, 'before it is in the page');
      // What must be given is there again before it comes into the page.
      if (property.required)
        element.setAttribute(property.attribute, attributeText(property, property.first));
      page.container().append(element);
      await writeAll(page, element, property, observer, 'in the page');
      element.remove();
      observer.noErrors(page.errors(), `use ${property.attribute}`);
      results.push(observer.result());
    }
    await mounted.unmount();
    return results;
  },
};

/** What the framework wrote as an attribute is read as an attribute. */
function fromFramework(
  page: ProbePage,
  mounted: HTMLElement,
  property: AttributeData,
  observer: Observer,
): void {
  const { name, attribute, first } = property;
  const seen = (mounted as unknown as Record<string, unknown>)[name];
  const plain = page.make();
  plain.setAttribute(attribute, attributeText(property, first));
  const control = Object.is((plain as unknown as Record<string, unknown>)[name], first);
  const did = `write ${attribute}="${attributeText(property, first)}"`;
  if (Object.is(seen, first)) observer.saw(did, show(first));
  else if (control)
    observer.care(
      did,
      show(seen),
      `The framework does not pass "${attribute}" on as an attribute would be read.`,
    );
  else observer.equal(did, seen, first);
}

/** Every text that stands for a value, every text that stands for none, and no text. */
async function writeAll(
  page: ProbePage,
  element: HTMLElement,
  property: AttributeData,
  observer: Observer,
  when: string,
): Promise<void> {
  const { name, attribute, first, second, kind, texts, badTexts } = property;
  const values = element as unknown as Record<string, unknown>;
  const write = (text: string): void => element.setAttribute(attribute, text);
  const given = kind === 'boolean' ? [] : [first, second].map((value) => ({ text: String(value), value }));
  for (const { text, value } of [...given, ...texts]) {
    write(text);
    observer.equal(`set ${attribute}="${text}" ${when}`, values[name], value);
    await page.settle();
    observer.equal(`read ${name} again`, values[name], value);
    await keepsText(element, attribute, text, observer);
  }
  // What must be given is left out, or wrong, nowhere but outside of the page.
  const mayMiss = !property.required || !element.isConnected;
  for (const text of mayMiss ? badTexts : []) {
    write(attributeText(property, first));
    write(text);
    observer.expect(
      `set ${attribute}="${text}", which is no value of it, ${when}`,
      isDefault(property, values[name]),
      show(values[name]),
      show(property.default),
    );
    await page.settle();
    await keepsText(element, attribute, text, observer);
  }
  write(attributeText(property, first));
  if (!mayMiss || (property.unsaid && property.default === undefined)) return;
  element.removeAttribute(attribute);
  observer.expect(
    `remove ${attribute} ${when}`,
    isDefault(property, values[name]),
    show(values[name]),
    show(property.default),
  );
  await page.settle();
}

/** An attribute is the consumer's: the element does not write it because its text was another. */
async function keepsText(
  element: HTMLElement,
  attribute: string,
  text: string,
  observer: Observer,
): Promise<void> {
  const seen = element.getAttribute(attribute);
  if (seen !== text) observer.equal(`read the attribute ${attribute} again`, seen, text);
}

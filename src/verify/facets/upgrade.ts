import type { BoundProperty, Facet, ProbePage } from '../facet.js';
import { Observer, show } from '../observe.js';
import {
  attributeText,
  freshValue,
  freshValueFromText,
  likeFresh,
  propertiesOf,
  type PropertyData,
} from './property-data.js';

interface Data {
  properties: PropertyData[];
}

/** Works defined before and after it is in the page; what was set before upgrade is kept. */
export const upgrade: Facet<Data> = {
  name: 'upgrade',
  title: 'Defined before or after it is in the page',

  plan(facts) {
    const properties = propertiesOf(facts);
    const bound: BoundProperty[] = properties.map(({ name, attribute, first }) => ({
      name,
      attribute,
      value: first,
    }));
    return {
      scenes: {
        late: facts.scene({ properties: bound, register: undefined }),
        bare: facts.scene({ register: undefined }),
        early: facts.scene({ properties: bound }),
      },
      data: { properties },
    };
  },

  async probe(page, { properties }) {
    const { tag } = page;
    if (customElements.get(tag)) {
      const observer = new Observer('definition');
      observer.leave(
        'The page had to be loaded again after another probe, with the element already defined.',
      );
      return [observer.result()];
    }
    const late = await page.mount('late');
    const bare = await page.mount('bare');
    const own = setOwn(bare.element, properties);
    const written = await writtenAttributes(page, properties);
    await page.register();
    await page.settle();

    const before = new Observer('properties set before');
    if (properties.length === 0)
      before.holds('define the element', isUpgraded(bare.element, tag), 'not upgraded', 'upgraded');
    for (const { name } of properties) {
      const element = bare.element as unknown as Record<string, unknown>;
      const did = `set ${name} on the element, then define it`;
      const fresh = freshValue(tag, name, own[name]);
      before.expect(did, likeFresh(element[name], fresh, own[name]), show(element[name]), show(fresh));
      if (Object.hasOwn(element, name)) {
        before.fail(did, 'a plain property that hides the accessor', 'the accessor');
      }
    }
    const attributes = new Observer('attributes written before');
    for (const property of properties.filter(({ attribute }) => attribute !== undefined)) {
      const value = (written as unknown as Record<string, unknown>)[property.name];
      const markup = attributeText(property, property.first);
      attributes.equal(
        `write ${property.attribute}="${markup}", then define the element`,
        value,
        freshValueFromText(tag, property, markup),
      );
    }
    if (attributes.observed.length === 0)
      attributes.holds('define the element', isUpgraded(written, tag), 'not upgraded', 'upgraded');
    written.remove();

    const hosted = new Observer('rendered before');
    hosted.holds(
      'render, then define the element',
      isUpgraded(late.element, tag),
      'not upgraded',
      'an instance of its class',
    );
    for (const { name, first, second } of properties) {
      const element = late.element as unknown as Record<string, unknown>;
      const did = `bind ${name} and render, then define the element`;
      if (likeFresh(element[name], freshValue(tag, name, late.values[name]), late.values[name]))
        hosted.saw(did, show(element[name]));
      else {
        hosted.care(
          did,
          show(element[name]),
          'Import the element before the first rendering; till then the framework writes text and loses values.',
        );
      }
      await late.set(name, second);
      const fresh = freshValue(tag, name, first, second);
      await page.until(() => likeFresh(element[name], fresh, second));
      hosted.expect(
        `change ${name} afterwards`,
        likeFresh(element[name], fresh, second),
        show(element[name]),
        show(fresh),
      );
    }
    const early = await page.mount('early');
    const defined = new Observer('defined before');
    defined.holds(
      'render after the definition',
      isUpgraded(early.element, tag),
      'not upgraded',
      'an instance of its class',
    );
    defined.noErrors(page.errors(), 'upgrade');
    await Promise.all([late.unmount(), bare.unmount(), early.unmount()]);
    return [before, attributes, hosted, defined].map((observer) => observer.result());
  },
};

function isUpgraded(element: Element, tag: string): boolean {
  const Class = customElements.get(tag);
  return Class !== undefined && element instanceof Class;
}

/** Sets plain properties on an element that is not defined yet, as scripts do that run early. */
function setOwn(element: HTMLElement, properties: readonly PropertyData[]): Record<string, unknown> {
  const own: Record<string, unknown> = {};
  for (const { name, second, first, kind } of properties) {
    own[name] = kind === 'boolean' ? first : second;
    (element as unknown as Record<string, unknown>)[name] = own[name];
  }
  return own;
}

/** An element in the page that carries attributes and is not defined yet. */
async function writtenAttributes(page: ProbePage, properties: readonly PropertyData[]): Promise<Element> {
  const element = document.createElement(page.tag);
  for (const property of properties) {
    if (property.attribute !== undefined)
      element.setAttribute(property.attribute, attributeText(property, property.first));
  }
  page.container().append(element);
  return element;
}

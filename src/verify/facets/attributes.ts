import type { Facet } from '../facet.js';
import { Observer, show } from '../observe.js';
import { attributeText, isDefault, propertiesOf, type PropertyData } from './property-data.js';

interface Data {
  properties: (PropertyData & { attribute: string })[];
}

/** Text to typed value and back; boolean presence; bad values. */
export const attributes: Facet<Data> = {
  name: 'attributes',
  title: 'Text becomes typed values',

  plan(facts) {
    const properties = propertiesOf(facts).filter(
      (property) => property.attribute !== undefined,
    ) as Data['properties'];
    if (properties.length === 0) return { nothing: 'The contract declares no attributes.' };
    const written = Object.fromEntries(
      properties.map((property) => [property.attribute, attributeText(property, property.first)]),
    );
    return {
      scenes: { written: facts.scene({ properties: [], attributes: written }) },
      data: { properties },
    };
  },

  async probe(page, { properties }) {
    const mounted = await page.mount('written');
    const results = properties.map((property) => {
      const { name, attribute, kind, first, second, bad } = property;
      const observer = new Observer(attribute);
      const element = mounted.element as unknown as Record<string, unknown>;
      const plain = document.createElement(page.tag);
      const values = plain as unknown as Record<string, unknown>;
      const write = (text: string): void => plain.setAttribute(attribute, text);

      write(attributeText(property, first));
      const control = Object.is(values[name], first);
      const did = `write ${attribute}="${attributeText(property, first)}"`;
      if (Object.is(element[name], first)) observer.saw(did, show(first));
      else if (control)
        observer.care(
          did,
          show(element[name]),
          `The framework does not pass "${attribute}" on as an attribute would be read.`,
        );
      else observer.equal(did, element[name], first);

      if (kind === 'boolean') {
        write('false');
        observer.equal(`set ${attribute}="false": present, so`, values[name], true);
      } else {
        write(String(second));
        observer.equal(`set ${attribute}="${String(second)}"`, values[name], second);
      }
      for (const text of bad) {
        write(text);
        observer.expect(
          `set ${attribute}="${text}", which is no value of it`,
          isDefault(property, values[name]),
          show(values[name]),
          show(property.default),
        );
        write(String(second));
      }
      plain.removeAttribute(attribute);
      observer.expect(
        `remove ${attribute}`,
        isDefault(property, values[name]),
        show(values[name]),
        show(property.default),
      );
      observer.noErrors(page.errors(), `use ${attribute}`);
      return observer.result();
    });
    await mounted.unmount();
    return results;
  },
};

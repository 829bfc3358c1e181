import type { Facet, Mounted, ProbePage } from '../facet.js';
import type { BoundProperty } from '../../frameworks/scene.js';
import { Observer, show } from '../observe.js';
import { samePlace } from '../relations/same-place.js';
import { waysData, type WaysData } from '../relations/ways-data.js';
import { holdsIfStill, insideOf } from './look.js';
import {
  attributeText,
  freshValue,
  likeFresh,
  propertiesOf,
  type AttributeData,
  type PropertyData,
} from './property-data.js';

interface Data {
  properties: PropertyData[];
  ways: WaysData | undefined;
  /** True if content that it had before it was defined stays. */
  keepsContent: boolean;
}

/** Works defined before and after it is in the page; what was set before upgrade is kept and drawn. */
export const upgrade: Facet<Data> = {
  name: 'upgrade',
  title: 'Defined before or after it is in the page',
  page: 'first',

  plan(facts) {
    const properties = propertiesOf(facts);
    const bound: BoundProperty[] = properties.map(({ name, attribute, first }) => ({
      name,
      attribute,
      value: first,
    }));
    return {
      scenes: {
        late: facts.scene({ properties: bound, register: [] }),
        bare: facts.scene({ register: [] }),
        early: facts.scene({ properties: bound }),
      },
      // Without a shadow root, what is drawn takes the place of what was there.
      data: {
        properties,
        ways: waysData(facts),
        keepsContent: facts.contract.encapsulation !== 'none',
      },
    };
  },

  inFirstFramework: async (page, { ways }) =>
    ways && customElements.get(page.tag) ? samePlace(page, ways, 'definition') : [],

  async probe(page, { properties, keepsContent }) {
    const { tag } = page;
    const definition = new Observer('definition');
    if (customElements.get(tag)) {
      definition.leave(
        'The page had to be loaded again after another probe, with the element already defined.',
      );
      return [definition.result()];
    }
    const late = await page.mount('late');
    const bare = await page.mount('bare');
    const own = setOwn(bare.element, properties);
    const written = writtenAttributes(page, properties);
    const both = bothWays(page, properties);
    const apart = apartFromPage(page, properties);
    const given = bare.element.appendChild(document.createElement('i'));
    const why = await page.whyNotMade();
    if (why !== undefined) {
      definition.fail('make the element', why, 'an instance of its class');
      return [definition.result()];
    }
    await page.settle();
    const before = await setBefore(page, bare, own, properties);
    if (keepsContent)
      before.holds(
        'look for the content that it had',
        given.parentNode === bare.element,
        'gone',
        'still there',
      );
    const attributes = attributesBefore(page, written, properties);
    which(page, both, properties, before);
    await notYetThere(page, apart, properties, before);
    const hosted = await renderedBefore(page, late, properties);
    const early = await page.mount('early');
    if (hosted.result().verdict === 'care') await importedFirst(page, early, properties, hosted);
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

type Values = Record<string, unknown>;

/** Sets plain properties on an element that is not defined yet, as scripts do that run early. */
function setOwn(element: HTMLElement, properties: readonly PropertyData[]): Values {
  const own: Values = {};
  for (const { name, second, first, kind } of properties) {
    own[name] = kind === 'boolean' ? first : second;
    (element as unknown as Values)[name] = own[name];
  }
  return own;
}

async function setBefore(
  page: ProbePage,
  { element }: Mounted,
  own: Values,
  properties: readonly PropertyData[],
): Promise<Observer> {
  const { tag } = page;
  const observer = new Observer('properties set before');
  observer.holds('define the element', isUpgraded(element, tag), 'not upgraded', 'upgraded');
  observer.holds(
    'define the element, look for it',
    element.isConnected,
    'another one is in its place',
    'it is there',
  );
  const reference = document.createElement(tag) as unknown as Values;
  Object.assign(reference, own);
  const place = page.container();
  const later = place.appendChild(page.make());
  Object.assign(later, own);
  await page.settle();
  for (const property of properties) {
    const { name, unsaid, attribute, reflect } = property;
    const values = element as unknown as Values;
    const did = `set ${name} on the element, then define it`;
    // One that writes the attribute each time is told by reflection.
    if (attribute !== undefined && !reflect && !unsaid && !later.hasAttribute(attribute))
      observer.expect(
        `${did}, look for the attribute ${attribute}`,
        element.getAttribute(attribute) !== attributeText(property, own[name]),
        show(element.getAttribute(attribute)),
        'no word of it: it is not reflected',
      );
    const fresh = reference[name];
    // An accessor of the instance's own is none that hides another.
    const hidden = Object.getOwnPropertyDescriptor(element, name)?.writable === true;
    if (unsaid && hidden)
      observer.care(
        did,
        'a plain property that hides the accessor',
        'Import the element before its properties are set: it does not look at what was there.',
      );
    else {
      observer.expect(did, likeFresh(values[name], fresh, own[name]), show(values[name]), show(fresh));
      if (hidden) observer.fail(did, 'a plain property that hides the accessor', 'the accessor');
    }
  }
  place.remove();
  if (!properties.some(({ unsaid }) => unsaid)) await drawnAsSet(page, element, own, observer);
  return observer;
}

/** The early values are drawn as those are that are set on an element that is defined, in or out of the page. */
async function drawnAsSet(page: ProbePage, element: Element, own: Values, observer: Observer): Promise<void> {
  await page.settle();
  const early = insideOf(element);
  const drawn = async (inPage: boolean): Promise<string> => {
    const place = page.container();
    const other = page.make();
    other.append(document.createElement('i'));
    if (inPage) place.append(other);
    await page.settle();
    Object.assign(other, own);
    place.append(other);
    await page.until(() => insideOf(other) === insideOf(element));
    const inside = insideOf(other);
    place.remove();
    return inside;
  };
  const later = [await drawn(true), await drawn(false)];
  const isSame = later.some((inside) => inside === early || inside === insideOf(element));
  const did = 'look whether the early values are rendered';
  const otherwise = 'something else is rendered than with values that are set later';
  await holdsIfStill(page, [element], observer, did, isSame, otherwise, 'they are rendered');
}

/** An element in the page that carries attributes and is not defined yet. */
function writtenAttributes(page: ProbePage, properties: readonly PropertyData[]): Element {
  const element = document.createElement(page.tag);
  for (const property of withAttribute(properties))
    element.setAttribute(property.attribute, attributeText(property, property.first));
  giveRequired(element, properties);
  page.container().append(element);
  return element;
}

/** What must be given and no attribute can carry is set as a property. */
function giveRequired(element: Element, properties: readonly PropertyData[]): void {
  for (const { name, first, attribute, required } of properties)
    if (required && attribute === undefined) (element as unknown as Values)[name] = first;
}

function withAttribute(properties: readonly PropertyData[]): AttributeData[] {
  return properties.filter((property): property is AttributeData => property.attribute !== undefined);
}

function attributesBefore(page: ProbePage, written: Element, properties: readonly PropertyData[]): Observer {
  const observer = new Observer('attributes written before');
  observer.holds('define the element', isUpgraded(written, page.tag), 'not upgraded', 'upgraded');
  const reference = page.make();
  page.container().append(reference);
  for (const property of withAttribute(properties))
    reference.setAttribute(property.attribute, attributeText(property, property.first));
  for (const property of withAttribute(properties)) {
    const value = (written as unknown as Values)[property.name];
    const markup = attributeText(property, property.first);
    observer.equal(
      `write ${property.attribute}="${markup}", then define the element`,
      value,
      (reference as unknown as Values)[property.name],
    );
  }
  reference.parentElement?.remove();
  written.parentElement?.remove();
  return observer;
}

/** An element with an attribute and an early property of the same name, which has another value. */
function bothWays(page: ProbePage, properties: readonly PropertyData[]): Element {
  const element = writtenAttributes(
    page,
    properties.filter(({ kind }) => kind !== 'boolean'),
  );
  for (const { name, second } of withAttribute(properties)) (element as unknown as Values)[name] = second;
  return element;
}

/** The property wins: who sets it knows what the markup says. */
function which(
  page: ProbePage,
  element: Element,
  properties: readonly PropertyData[],
  observer: Observer,
): void {
  const reference = bothWays(page, properties);
  for (const { name, attribute, kind, unsaid } of withAttribute(properties)) {
    if (kind === 'boolean') continue;
    const [seen, wanted] = [element, reference].map((one) => (one as unknown as Values)[name]);
    const did = `write ${attribute} and set ${name} to another value, then define the element`;
    if (unsaid && !Object.is(seen, wanted))
      observer.care(
        did,
        show(seen),
        'Import the element before its properties are set: an attribute wins over them.',
      );
    else observer.equal(did, seen, wanted);
  }
  reference.parentElement?.remove();
  element.parentElement?.remove();
}

/** An element that is made and set before the definition, and comes into the page after it. */
function apartFromPage(page: ProbePage, properties: readonly PropertyData[]): Element {
  const element = document.createElement(page.tag);
  for (const { name, first } of properties) (element as unknown as Values)[name] = first;
  return element;
}

async function notYetThere(
  page: ProbePage,
  element: Element,
  properties: readonly PropertyData[],
  observer: Observer,
): Promise<void> {
  page.container().append(element);
  await page.settle();
  observer.holds(
    'put an element that was made before into the page',
    isUpgraded(element, page.tag),
    'not upgraded',
    'upgraded',
  );
  const reference = apartFromPage(page, properties) as unknown as Values;
  for (const { name, first } of properties) {
    const seen = (element as unknown as Values)[name];
    const fresh = reference[name];
    observer.expect(`read ${name} of it`, likeFresh(seen, fresh, first), show(seen), show(fresh));
  }
  element.parentElement?.remove();
}

const IMPORT_FIRST =
  'Import the element before the first rendering; till then the framework writes text and loses values.';

async function renderedBefore(
  page: ProbePage,
  late: Mounted,
  properties: readonly PropertyData[],
): Promise<Observer> {
  const { tag } = page;
  const observer = new Observer('rendered before');
  observer.holds(
    'render, then define the element',
    isUpgraded(late.element, tag),
    'not upgraded',
    'an instance of its class',
  );
  for (const { name, first, second } of properties) {
    const element = late.element as unknown as Values;
    const did = `bind ${name} and render, then define the element`;
    if (likeFresh(element[name], freshValue(tag, name, late.values[name]), late.values[name]))
      observer.saw(did, show(element[name]));
    else {
      observer.care(did, show(element[name]), IMPORT_FIRST);
    }
    await late.set(name, second);
    const fresh = freshValue(tag, name, first, second);
    await page.until(() => likeFresh(element[name], fresh, second));
    const changed = `change ${name} afterwards`;
    const seen = show(element[name]);
    if (likeFresh(element[name], fresh, second)) observer.saw(changed, seen);
    else if (takes(element, name, second, fresh)) observer.care(changed, seen, IMPORT_FIRST);
    else observer.fail(changed, seen, show(fresh));
  }
  return observer;
}

/** True if the element takes the value from a script: then it is the framework that does not give it. */
function takes(element: Values, name: string, value: unknown, fresh: unknown): boolean {
  element[name] = value;
  return likeFresh(element[name], fresh, value);
}

/** What is advised is tried: an element that was imported first has what was bound, and gets what changes. */
async function importedFirst(
  page: ProbePage,
  early: Mounted,
  properties: readonly PropertyData[],
  observer: Observer,
): Promise<void> {
  const element = early.element as unknown as Values;
  const arrived = async (did: string, name: string, wanted: unknown, fresh: unknown): Promise<void> => {
    const has = await page.until(() => likeFresh(element[name], fresh, wanted));
    const seen = show(element[name]);
    if (has) observer.saw(did, seen);
    // What is written does not arrive, but what a script sets does: that is told where it belongs.
    else if (!takes(element, name, wanted, fresh)) observer.fail(did, seen, show(fresh));
  };
  for (const { name, first, second } of properties) {
    const bound = freshValue(page.tag, name, early.values[name]);
    await arrived(`import the element first, bind ${name}`, name, early.values[name], bound);
    await early.set(name, second);
    const changed = freshValue(page.tag, name, first, second);
    await arrived(`import the element first, change ${name}`, name, second, changed);
  }
}

import { namedErrorText } from '../error-text.js';
import { componentOf } from '../../contract/implementation.js';
import type { JsonSchema } from '../../contract/schema.js';
import type { Facet, Mounted, ProbePage } from '../facet.js';
import type { Observation } from '../observation.js';
import { matchesSchema } from '../../runtime/matches-schema.js';
import { Observer, show } from '../observe.js';
import { snapshotOf } from './consumer-data.js';
import { CHANGES_BY_ITSELF, changesByItself, holdsIfStill, insideOf } from './look.js';
import { isDefault, propertiesOf, propertiesWithoutValues, type PropertyData } from './property-data.js';
import { instancesOf, tryInstance, type InstanceData } from './instance-properties.js';
import { functionsOf, tryFunction, type FunctionData } from './function-properties.js';
import { coupledProperties, samplesWith, type SampleData } from './plan-samples.js';
import { runSamples } from './run-samples.js';
import { samePlace } from '../relations/same-place.js';
import { inAnyOrder } from '../relations/through-framework.js';
import { waysData, type WaysData } from '../relations/ways-data.js';

interface Data {
  properties: PropertyData[];
  without: string[];
  functions: FunctionData[];
  instances: InstanceData[];
  ways: WaysData | undefined;
  samples: SampleData[];
  definitions: Record<string, JsonSchema>;
  /** For each property those that, as a sample says, change with it. */
  coupled: Record<string, string[]>;
  /** True for an element that shows a component of a framework. */
  showsComponent: boolean;
}

type Values = Record<string, unknown>;

/** Every property: first value, change, undefined, wrong values, identity of objects, before and after it is in the page. */
export const properties: Facet<Data> = {
  name: 'properties',
  title: 'Values arrive, change, and keep their identity',
  page: 'shared',

  plan(facts) {
    const list = propertiesOf(facts);
    const functions = functionsOf(facts);
    const instances = instancesOf(facts);
    const without = propertiesWithoutValues(facts).filter(
      (name) => ![...functions, ...instances].some((one) => one.name === name),
    );
    if (list.length + without.length + functions.length + instances.length === 0)
      return { nothing: 'The contract declares no properties.' };
    const bound = list.map(({ name, attribute, first }) => ({ name, attribute, value: first }));
    const { scenes, data: samples } = samplesWith(facts, 'set');
    const { definitions } = facts.contract;
    return {
      scenes: {
        ...scenes,
        bound: facts.scene({ properties: bound, plain: true }),
        // As the framework's users write it, who know what it cannot hand over.
        known: facts.scene({ properties: bound }),
      },
      data: {
        properties: list,
        without,
        functions,
        instances,
        ways: waysData(facts),
        samples,
        definitions,
        coupled: coupledProperties(facts.samples),
        showsComponent: componentOf(facts.contract) !== undefined,
      },
    };
  },

  inFirstFramework: async (page, { ways }) => (ways ? samePlace(page, ways, 'values') : []),

  async probe(page, data) {
    const { properties: list, without, functions, instances, samples } = data;
    const results: Observation[] = [];
    const mounted = await page.mount('bound');
    for (const property of list) {
      const observer = new Observer(property.name);
      const lost = await throughFramework(page, mounted, property, observer);
      if (lost !== undefined) await asUsersKnow(page, property, lost, observer);
      await alone(page, property, data, observer);
      observer.noErrors(page.errors(), `use ${property.name}`, wantedOf(property));
      results.push(observer.result());
    }
    if (data.ways) results.push(...(await inAnyOrder(page, mounted, data.ways)));
    await mounted.unmount();
    for (const one of functions) results.push((await tryFunction(page, one)).result());
    for (const one of instances) results.push((await tryInstance(page, one)).result());
    for (const name of without) {
      const observer = new Observer(name);
      observer.leave('No value can be made from its schema; give "examples", or use it in a sample.');
      results.push(observer.result());
    }
    return [...results, ...(await runSamples(page, samples, 'set'))];
  },
};

/** No error; where any text is a value, a person may have meant fewer. */
function wantedOf({ kind, schema }: PropertyData): string {
  const isAny = kind === 'string' && !schema.pattern && !schema.format;
  return isAny
    ? 'no error (if not every text is a value of it, say which are: enum, pattern or format)'
    : 'no error';
}

/**
 * What a consumer binds and changes in the framework's own syntax. Gives what the framework kept from the element, if it did: then it
 * is told elsewhere whether it can be used with care.
 */
async function throughFramework(
  page: ProbePage,
  mounted: Mounted,
  property: PropertyData,
  observer: Observer,
): Promise<{ did: string; saw: string } | undefined> {
  const { name, kind, first, second } = property;
  const element = mounted.element as unknown as Values;
  const isObject = kind === 'array' || kind === 'object';
  const untouched = `look at what the consumer passed for ${name}`;
  let lost = deliver(page, observer, property, `bind ${name}`, element, mounted.values[name]);
  if (isObject) snapshotOf(first).expectSame(mounted.values[name], observer, untouched);
  const given = snapshotOf(second);
  await mounted.set(name, second);
  await page.until(() => arrived(element[name], second));
  lost ??= deliver(page, observer, property, `change ${name}`, element, second);
  const again = isObject ? structuredClone(first) : first;
  await mounted.set(name, again);
  await page.until(() => arrived(element[name], again));
  lost ??= deliver(page, observer, property, `change ${name} again`, element, again);
  if (isObject) given.expectSame(second, observer, untouched);
  if (property.required || property.unsaid || lost) return lost;
  await mounted.set(name, undefined);
  await page.until(() => isDefault(property, element[name]));
  await judgeUndefined(page, mounted, observer, property);
  return undefined;
}

/** The bound value must have arrived; gives what was seen where only the framework keeps it from the element. */
function deliver(
  page: ProbePage,
  observer: Observer,
  { name }: PropertyData,
  did: string,
  element: Values,
  wanted: unknown,
): { did: string; saw: string } | undefined {
  if (arrived(element[name], wanted)) {
    observer.equal(did, element[name], wanted);
    return undefined;
  }
  const saw = show(element[name]);
  const plain = scratch(page);
  plain[name] = wanted;
  if (arrived(plain[name], wanted) && assigns(element, name, wanted)) return { did, saw };
  observer.equal(did, saw, show(wanted));
  return undefined;
}

function assigns(element: Values, name: string, value: unknown): boolean {
  element[name] = value;
  return arrived(element[name], value);
}

/** Is it what was given, or an equal one where nobody promises more? */
function arrived(seen: unknown, given: unknown): boolean {
  return Object.is(seen, given) || (Observer.copiesWillDo && show(seen) === show(given));
}

/** What a framework cannot hand over by itself is handed over as its users know; then it works with care. */
async function asUsersKnow(
  page: ProbePage,
  { name, first, second }: PropertyData,
  lost: { did: string; saw: string },
  observer: Observer,
): Promise<void> {
  // Without the value, an element may have had errors of which nobody is to blame but the framework.
  page.errors();
  const mounted = await page.mount('known');
  const element = mounted.element as unknown as Values;
  const arrives = (value: unknown): Promise<boolean> => page.until(() => arrived(element[name], value));
  const bound = await arrives(mounted.values[name]);
  await mounted.set(name, second);
  const changed = await arrives(second);
  await mounted.set(name, first);
  const again = await arrives(first);
  if (bound && changed && again)
    observer.care(
      lost.did,
      lost.saw,
      'The framework does not hand it over as it is; write it as the second example does: there it arrived.',
    );
  else if (assigns(element, name, second) && assigns(element, name, first))
    observer.care(
      lost.did,
      lost.saw,
      'It does not arrive as it is written; set it through a reference: that was tried.',
    );
  else observer.fail(`${lost.did}, through a reference`, show(element[name]), show(first));
  await mounted.unmount();
}

/** Undefined is as if nothing were given; where the framework makes something else of it, something else must do. */
async function judgeUndefined(
  page: ProbePage,
  mounted: Mounted,
  observer: Observer,
  property: PropertyData,
): Promise<void> {
  const { name } = property;
  const element = mounted.element as unknown as Values;
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
    if (property.default !== undefined) {
      await mounted.set(name, property.default);
      await page.until(() => isDefault(property, element[name]));
      const bound = `bind ${show(property.default)} to ${name}`;
      observer.expect(bound, isDefault(property, element[name]), show(element[name]), show(property.default));
    }
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

/** What the element does by itself: before it is in the page, in it, and after it has left. */
async function alone(
  page: ProbePage,
  property: PropertyData,
  { properties: list, definitions, coupled, showsComponent }: Data,
  observer: Observer,
): Promise<void> {
  const { name, first, second, valid } = property;
  const element = page.make(name);
  const values = element as unknown as Values;
  if (!property.unsaid || property.default !== undefined)
    observer.expect(
      `create the element, read ${name}`,
      isDefault(property, values[name]),
      show(values[name]),
      show(property.default),
    );
  const set = (value: unknown, when: string): void => {
    values[name] = value;
    observer.equal(`set ${name} ${when}`, values[name], value);
  };
  set(first, 'before it is in the page');
  await isDrawn(page, property, observer);
  page.container().append(element);
  await page.settle();
  observer.equal(`put it into the page, read ${name}`, values[name], first);
  const others = list.filter((other) => other.name !== name && !coupled[name]?.includes(other.name));
  for (const other of others) values[other.name] = other.first;
  for (const value of [second, ...valid, first]) {
    const before = others.map((other) => values[other.name]);
    set(value, 'in the page');
    await page.settle();
    observer.equal(`read ${name} again`, values[name], value);
    others.forEach((other, place) => {
      if (show(values[other.name]) === show(before[place])) return;
      observer.fail(
        `set ${name}, read ${other.name}`,
        `${show(values[other.name])} (a sample that sets ${name} and expects ${other.name} says that they belong together)`,
        show(before[place]),
      );
    });
  }
  // Who leaves out what must be given is told in development; what is drawn then, nobody promised.
  if (property.required) {
    element.remove();
    await page.settle();
  }
  if (!property.unsaid) {
    values[name] = undefined;
    observer.expect(
      `set ${name} to undefined`,
      isDefault(property, values[name]),
      show(values[name]),
      show(property.default),
    );
    judgeWrong(property, values, definitions, observer);
  }
  await page.settle();
  element.remove();
  set(second, 'after it has left the page');
  await page.settle();
  observer.equal(`read ${name} later`, values[name], second);
  // Others of it are made last: what they share with this one is told elsewhere.
  leavesOthers(page, property, others, observer);
  await isDrawnAnew(page, property, showsComponent, observer);
}

/** A value that is none of the type gives the default, or is turned into one of the type. */
function judgeWrong(
  property: PropertyData,
  values: Values,
  definitions: Record<string, JsonSchema>,
  observer: Observer,
): void {
  const { name, kind, first, wrong, schema } = property;
  const cannotBeTurned = (value: unknown): boolean =>
    value === null ||
    typeof value === 'number' ||
    kind === 'enum' ||
    (kind === 'string' && typeof value === 'string');
  for (const value of kind === 'number' ? [...wrong, NaN] : wrong) {
    values[name] = first;
    try {
      values[name] = value;
    } catch (error) {
      observer.fail(
        `set ${name} to ${show(value)}`,
        `error: ${namedErrorText(error)}`,
        show(property.default),
      );
      continue;
    }
    const seen = values[name];
    const did = `set ${name} to ${show(value)}, which is no value of it`;
    const turned =
      matchesSchema(seen, schema, definitions) && (kind !== 'string' || typeof seen === 'string');
    const strict =
      kind === 'number' || kind === 'enum' || kind === 'string' ? cannotBeTurned(value) : value === null;
    if (isDefault(property, seen) || (kind === 'boolean' && typeof seen === 'boolean'))
      observer.saw(did, show(seen));
    else if (turned && !(strict && Object.is(seen, value)) && !(value === null && seen === 'null'))
      observer.saw(did, show(seen));
    else if (kind === 'array' || kind === 'object') {
      if (value === null) observer.fail(did, show(seen), show(property.default));
      else observer.care(did, show(seen), `What is no ${kind} is kept in "${name}"; only types keep it out.`);
    } else observer.fail(did, show(seen), show(property.default));
  }
  values[name] = first;
}

/** In milliseconds: what is not drawn by then is not drawn for this value. */
const AT_ONCE = 40;

/** What is set before the connection is drawn, if the same is drawn when it is set afterwards. */
async function isDrawn(
  page: ProbePage,
  { name, first, second, required }: PropertyData,
  observer: Observer,
): Promise<void> {
  const make = (): HTMLElement => page.make(name);
  const [early, later, none] = [make(), make(), make()];
  // What must be given is compared with another value, not with none.
  if (required) for (const other of [later, none]) (other as unknown as Values)[name] = second;
  (early as unknown as Values)[name] = first;
  const place = page.container();
  place.append(early, later, none);
  await page.settle();
  (later as unknown as Values)[name] = first;
  await page.until(() => insideOf(later) !== insideOf(none), AT_ONCE);
  const shows = insideOf(later) !== insideOf(none);
  const isMissing = insideOf(early) === insideOf(none);
  const did = `set ${name} before it is in the page, look at what is rendered`;
  const without = `it is rendered as without ${name}`;
  if (shows) await holdsIfStill(page, [none], observer, did, !isMissing, without, `${name} is rendered`);
  place.remove();
}

/** Out of the page, too, a value that is set changes no other one. */
function leavesOthers(
  page: ProbePage,
  { name, first, second }: PropertyData,
  others: readonly PropertyData[],
  observer: Observer,
): void {
  const element = page.make(name);
  const values = element as unknown as Values;
  for (const other of others) values[other.name] = other.first;
  const textOf = ({ attribute }: PropertyData): string | null => element.getAttribute(attribute ?? '');
  const before = others.map((other) => ({ value: show(values[other.name]), text: textOf(other) }));
  for (const value of [first, second]) values[name] = value;
  // An attribute that is written, with the property that follows it, is told by reflection.
  const changed = others.filter(
    (other, place) =>
      show(values[other.name]) !== before[place]!.value && textOf(other) === before[place]!.text,
  );
  observer.expect(
    `set ${name} before it is in the page, read the others`,
    changed.length === 0,
    changed.map((other) => `${other.name} is ${show(values[other.name])}`).join(', '),
    'what they were',
  );
}

const COUNTS_FIRST =
  'Its component keeps the value that it is given first: for another one make another element, or let the component follow the property.';

/** No change is left undrawn that a new element shows. */
async function isDrawnAnew(
  page: ProbePage,
  { name, first, second, valid, required, unsaid }: PropertyData,
  showsComponent: boolean,
  observer: Observer,
): Promise<void> {
  const place = page.container();
  const make = (value: unknown): HTMLElement => {
    const element = page.make(name);
    (element as unknown as Values)[name] = value;
    place.append(element);
    return element;
  };
  const steps = [second, ...valid, ...(required || unsaid ? [] : [undefined]), first];
  const changing = make(first);
  const fresh = [first, ...steps].map(make);
  await page.settle();
  // What a picture does that does not come is done a little later.
  await page.pictured(changing, ...fresh);
  for (const [at, value] of steps.entries()) {
    const [before, wanted] = [fresh[at]!, fresh[at + 1]!].map(insideOf);
    const shown = insideOf(changing);
    (changing as unknown as Values)[name] = value;
    const differ = before !== wanted;
    await (differ ? page.until(() => insideOf(changing) !== shown) : page.settle());
    await page.pictured(changing);
    // On a busy machine what follows from a picture comes later than the picture.
    if (differ) await page.until(() => insideOf(changing) !== shown);
    // What goes on by itself, or remembers what was, is not compared any further.
    if (!differ || shown !== before) continue;
    const did = `change ${name} to ${show(value)}, look at what is rendered`;
    const same = 'the same as before, though a new element with that value shows something else';
    // In every framework a component may keep what it is given first, and its users know that.
    const stays = insideOf(changing) === shown;
    if (stays && (await changesByItself(page, fresh[at + 1]!))) observer.saw(did, CHANGES_BY_ITSELF);
    else if (showsComponent && stays) observer.care(did, same, COUNTS_FIRST);
    else observer.holds(did, !stays, same, 'something else than before');
  }
  place.remove();
}

/** An element outside of the framework, to tell what the element does from what the framework does. */
function scratch(page: ProbePage): Values {
  return document.createElement(page.tag) as unknown as Values;
}

import type { Facet, Mounted, ProbePage } from '../facet.js';
import type { Observation } from '../observation.js';
import { firstChange, Observer, show } from '../observe.js';
import { styleText } from './computed-style.js';
import {
  CHANGES_BY_ITSELF,
  changesByItself,
  difference,
  insideOf,
  isUntouched,
  looker,
  isOfInside,
  type Look,
} from './look.js';
import { nodesInside } from './opening.js';
import { propertiesOf, type PropertyData } from './property-data.js';
import { allSamples, type SampleData } from './plan-samples.js';
import { describeAct, HALTING, runSteps, UNHEARD, withSample, type SampleAct } from './run-steps.js';

interface Data {
  properties: PropertyData[];
  states: string[];
  samples: SampleData[];
}

/** Two instances share nothing: values, defaults, state, events. */
export const independence: Facet<Data> = {
  name: 'independence',
  title: 'Two of it share nothing',
  page: 'fresh',
  ofElement: {},

  plan(facts) {
    const { scenes, data: samples } = allSamples(facts);
    const bare = facts.scene({ events: facts.contract.events.map(({ name }) => name) });
    const states = facts.contract.states.map(({ name }) => name);
    return { scenes: { bare, ...scenes }, data: { properties: propertiesOf(facts), states, samples } };
  },

  inFirstFramework: async (page, data) => {
    const found: Observation[] = [];
    for (const sample of data.samples) {
      const observed = await shareNoData(page, sample, data);
      if (observed) found.push(observed);
    }
    return found;
  },

  async probe(page, data) {
    const values = await shareNoValues(page, data);
    const results = [values.result()];
    for (const sample of data.samples) results.push(await shareNoState(page, sample, data));
    if (data.samples.length === 0) {
      const state = new Observer('state and events');
      state.leave('No sample does anything with it.');
      results.push(state.result());
    }
    return results;
  },
};

async function shareNoValues(page: ProbePage, data: Data): Promise<Observer> {
  const { properties } = data;
  const look = looker(data);
  const observer = new Observer('values');
  const one = await page.mount('bare');
  const atFirst = begun(look(one.element));
  const other = await page.mount('bare');
  const [first, second] = [one, other].map(
    ({ element }) => element as unknown as Record<string, unknown>,
  ) as [Record<string, unknown>, Record<string, unknown>];
  observer.holds('mount it twice', one.element !== other.element, 'the same node', 'two nodes');
  for (const property of properties) {
    const { name } = property;
    const before = second[name];
    const beforeText = show(before);
    spoil(first[name]);
    observer.expect(
      `change the default of ${name} in place, in the first`,
      show(second[name]) === beforeText,
      show(second[name]),
      beforeText,
    );
    const untouched = look(other.element);
    first[name] = property.first;
    await page.settle();
    observer.equal(`set ${name} of the first`, second[name], before);
    await isUntouched(
      page,
      other.element,
      untouched,
      look,
      observer,
      `set ${name} of the first, look at the second`,
    );
    for (const value of [property.second, property.first, ...(property.required ? [] : [undefined])]) {
      const kept = look(one.element);
      second[name] = value;
      await page.settle();
      const did = `set ${name} of the second to ${show(value)}, look at the first`;
      await isUntouched(page, one.element, kept, look, observer, did);
    }
  }
  await other.unmount();
  await newOneIsNew(page, atFirst, data, observer, 'after properties of others were set');
  await shareNoStyle(page, properties, observer);
  observer.noErrors(page.errors(), 'set properties of one');
  await one.unmount();
  return observer;
}

/** How many nodes of an inside are looked at: all of them take long, and one style sheet reaches many. */
const LOOKED_AT = 12;

/** What one looks like does not change with the values of another. */
async function shareNoStyle(
  page: ProbePage,
  properties: readonly PropertyData[],
  observer: Observer,
): Promise<void> {
  const [changing, staying] = [page.make(), page.make()];
  const places = [changing, staying].map((element) => {
    const place = page.container();
    place.append(element);
    return place;
  });
  await page.settle();
  const look = (): string =>
    [staying, ...nodesInside(staying).slice(0, LOOKED_AT)]
      .map((node) => styleText(getComputedStyle(node)))
      .join('\n');
  // Without a box, computed values do not depend on what else is in the page.
  const neutral = page.container();
  neutral.style.display = 'none';
  const pageStyle = (): string => styleText(getComputedStyle(neutral));
  const around = pageStyle();
  let isOfPage = false;
  const changes = async (which: 'first' | 'second'): Promise<boolean> => {
    const before = look();
    for (const property of properties)
      (changing as unknown as Record<string, unknown>)[property.name] = property[which];
    await page.settle();
    isOfPage ||= pageStyle() !== around;
    return look() !== before;
  };
  // What comes late by itself, such as a picture, changes it once; values of the other do each time.
  const changed = (await changes('second')) || (await changes('first'));
  const again = changed && ((await changes('second')) || (await changes('first')));
  // Style of the whole page is told by encapsulation.
  if (!isOfPage)
    observer.holds(
      'set every property of one, compare the style of another with what it was',
      !again,
      'it looks different',
      'unchanged',
    );
  for (const place of [...places, neutral]) place.remove();
}

/** An element that is made later begins as the first one did. */
async function newOneIsNew(
  page: ProbePage,
  atFirst: Begun,
  data: Data,
  observer: Observer,
  when: string,
): Promise<void> {
  const later = await page.mount('bare');
  const now = begun(looker(data)(later.element));
  let other = Object.keys(now).find((part) => now[part] !== atFirst[part]);
  if (
    other === INSIDE &&
    ((await changesByItself(page, later.element)) || (await passesThrough(page, atFirst[INSIDE]!)))
  ) {
    observer.saw(`make another one ${when}`, CHANGES_BY_ITSELF);
    other = Object.keys(now).find((part) => part !== INSIDE && now[part] !== atFirst[part]);
  }
  observer.holds(
    `make another one ${when}`,
    other === undefined,
    other === undefined ? '' : `${other} ${changeOf(atFirst[other]!, now[other]!)}`,
    'it begins as the first one did',
  );
  await later.unmount();
}

/** True if a new element is for a moment what the first one was: that one was looked at before it had drawn all. */
async function passesThrough(page: ProbePage, inside: string): Promise<boolean> {
  const place = page.container();
  const element = page.make();
  place.append(element);
  const passed = await page.until(() => insideOf(element) === inside);
  place.remove();
  return passed;
}

const INSIDE = 'its inside';

function changeOf(before: string, after: string): string {
  const { was, is } = firstChange(before, after);
  return `is ${show(is)}, not ${show(was)}`;
}

/** How an element begins, as texts, which nobody can change afterwards. */
type Begun = Record<string, string>;

function begun({ values, attributes, inside, states }: Look): Begun {
  return {
    ...Object.fromEntries(Object.entries(values).map(([name, value]) => [name, show(value)])),
    // Numbers in ids are what tells one from another.
    'its attributes': show(attributes).replace(/\d+/g, '#'),
    [INSIDE]: inside,
    'its states': show(states),
  };
}

/** What one does after its sample's steps, seen from another one in the same state. */
async function shareNoState(page: ProbePage, sample: SampleData, data: Data): Promise<Observation> {
  const state = new Observer(`in the sample “${sample.sample}”`);
  const look = looker(data);
  const fresh = await page.mount('bare');
  const atFirst = begun(look(fresh.element));
  await fresh.unmount();
  const ran = await withSample(page, sample, async (watching) => {
    // The one that acts comes last, so that nothing of the other can lie over it.
    const acting = await page.mount(sample.scene);
    await actAndLook(page, acting, watching, sample, look, state);
    const usual = heardBy(acting);
    await actAndLook(page, watching, acting, sample, look, state);
    await acting.unmount();
    const left = await page.mount(sample.scene);
    // Whatever the others shared with it has gone with them.
    watching.element.remove();
    await page.settle();
    await runSteps(page, left, sample, UNHEARD);
    await page.settle();
    state.expect(
      'remove the others, run the sample once more',
      heardBy(left) === usual,
      heardBy(left),
      usual,
    );
    await left.unmount();
    watching.container.append(watching.element);
    page.errors();
  });
  if (ran) {
    await newOneIsNew(page, atFirst, data, state, 'after the first acted');
    page.errors();
  } else state.leave(HALTING);
  return state.result();
}

/**
 * Two that were given the very same data: what one does with it is not seen at the other, and a third one begins with it as the
 * second one did. Undefined where a sample gives no data, or does nothing.
 */
async function shareNoData(
  page: ProbePage,
  sample: SampleData,
  data: Data,
): Promise<Observation | undefined> {
  if (sample.steps.every(({ expect, wait }) => expect !== undefined || wait !== undefined)) return undefined;
  const observer = new Observer(`the same data, in the sample “${sample.sample}”`);
  const look = looker(data);
  const objectsOf = ({ element, values }: Mounted): Record<string, unknown> => {
    const own = element as unknown as Record<string, unknown>;
    const names = data.properties.map(({ name }) => name);
    return Object.fromEntries(
      names
        .filter((name) => values[name] && typeof own[name] === 'object' && own[name] !== null)
        .map((name) => [name, own[name]]),
    );
  };
  const give = async ({ element }: Mounted, objects: Record<string, unknown>): Promise<void> => {
    Object.assign(element, objects);
    await page.settle();
  };
  let isGiven = false;
  const changed = async (shares: boolean): Promise<string | undefined> => {
    let found: string | undefined;
    await withSample(page, sample, async (watching) => {
      const acting = await page.mount(sample.scene);
      const objects = objectsOf(acting);
      isGiven ||= Object.keys(objects).length > 0;
      if (shares) await give(watching, objects);
      const before = look(watching.element);
      if (!shares || isGiven) await runSteps(page, acting, sample, UNHEARD);
      found = difference(before, look(watching.element));
      if (shares && isGiven) {
        const later = await page.mount(sample.scene);
        await give(later, objects);
        const [first, now] = [begun(before), begun(look(later.element))];
        const other = Object.keys(now).find((part) => now[part] !== first[part]);
        if (other !== undefined) found ??= `of a third one, ${other} ${changeOf(first[other]!, now[other]!)}`;
        await later.unmount();
      }
      await acting.unmount();
    });
    page.errors();
    return found;
  };
  const found = await changed(true);
  if (!isGiven) return undefined;
  const did = 'give two the same data and act in one, look at the other and at a third one that is made then';
  // What follows the whole page does so without the data.
  if (found !== undefined && (await changed(false)) === undefined)
    observer.expect(did, false, found, 'as it was, and as it began');
  else observer.saw(did, 'unchanged');
  return observer.result();
}

function heardBy({ heard }: Mounted): string {
  const names = heard.map(({ type }) => type);
  return names.length > 0 ? `heard ${names.join(', ')}` : 'received nothing';
}

/** Runs a sample in one, and looks at and listens to the other. */
async function actAndLook(
  page: ProbePage,
  acting: Mounted,
  watching: Mounted,
  sample: SampleData,
  look: (element: Element) => Look,
  state: Observer,
): Promise<void> {
  // Whoever loses the focus, or the pointer, to the other may well tell of it.
  (document.activeElement as HTMLElement | null)?.blur();
  await page.park();
  await page.settle();
  watching.heard.length = 0;
  const changed = await changesOf(page, watching, acting, sample, look);
  const own = await ownDoing(page, changed, sample, look);
  const isRestless =
    changed.some(({ what }) => isOfInside(what)) && (await changesByItself(page, watching.element));
  if (changed.length === 0) state.saw('act in one, look at the other', 'unchanged');
  for (const { act, what } of changed) {
    const did = `${describeAct(act)} in one, look at the other`;
    if (isRestless && isOfInside(what)) state.saw(did, CHANGES_BY_ITSELF);
    else if (own.has(act)) state.fail(did, what, 'unchanged');
    else state.saw(did, `${what}, as after the same elsewhere in the page: both follow the page`);
  }
  if (changed.length === 0 || own.size > 0)
    state.expect(
      'listen to the other meanwhile',
      watching.heard.length === 0,
      heardBy(watching),
      'received nothing',
    );
}

interface Change {
  act: SampleAct;
  what: string;
}

/** What changes at one element while another runs a sample. */
async function changesOf(
  page: ProbePage,
  watching: Mounted,
  acting: Mounted,
  sample: SampleData,
  look: (element: Element) => Look,
): Promise<Change[]> {
  const changes: Change[] = [];
  let before = look(watching.element);
  await runSteps(page, acting, sample, {
    ...UNHEARD,
    acted: (act) => {
      const now = look(watching.element);
      const what = difference(before, now);
      if (what !== undefined) changes.push({ act, what });
      before = now;
    },
  });
  await page.settle();
  return changes;
}

/**
 * Acts whose effect on another element is the element's own doing: the same act elsewhere in the page does not bring it
 * about. An element that follows the whole page, such as a key pressed anywhere, shares nothing by that.
 */
async function ownDoing(
  page: ProbePage,
  changes: readonly Change[],
  sample: SampleData,
  look: (element: Element) => Look,
): Promise<Set<SampleAct>> {
  const own = new Set(changes.map(({ act }) => act));
  for (const { act } of changes) {
    if (!['click', 'hover', 'press', 'focus', 'type'].includes(act.kind)) continue;
    const alone = await page.mount(sample.scene);
    const before = look(alone.element);
    const elsewhere = document.createElement('button');
    elsewhere.textContent = 'Elsewhere';
    const beside = page.container();
    beside.append(elsewhere);
    // The next that Tab reaches is then the element.
    if (act.kind === 'press' && act.name === 'Tab') alone.container.before(beside);
    try {
      await page.click(elsewhere);
      if (act.kind === 'press') await page.press(act.name);
      else if (act.kind === 'type') await page.type('m');
    } catch {
      // It cannot be done elsewhere, so it tells nothing.
    }
    await page.settle();
    if (difference(before, look(alone.element)) !== undefined) own.delete(act);
    beside.remove();
    await alone.unmount();
  }
  return own;
}

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

import type { Expectation } from '../../contract/schema.js';
import type { Facet, Mounted, ProbePage } from '../facet.js';
import type { Observation } from '../observation.js';
import { addedNames } from '../added-names.js';
import { innerRoot } from '../inner-root.js';
import { Observer, show } from '../observe.js';
import { judge } from './judge.js';
import { A_TICK, holdsIfStill, insideOf, isUntouched, looker } from './look.js';
import { againIsNotMore } from '../relations/again.js';
import { samePlace } from '../relations/same-place.js';
import { waysData, type WaysData } from '../relations/ways-data.js';
import { freshValue, likeFresh, propertiesOf, type PropertyData } from './property-data.js';
import { allSamples, type SampleData } from './plan-samples.js';
import { describeAct, HALTING, runSteps, withSample, type SampleAct } from './run-steps.js';

interface Data {
  properties: PropertyData[];
  states: string[];
  samples: SampleData[];
  ways: WaysData | undefined;
}

const TIMES = 5;

/** What a consumer writes on any element, which is the consumer's. */
const GIVEN = { class: 'given-class', 'data-given': 'yes', style: 'scroll-margin-top: 7px' };

/** Moved, removed, added again; many times with nothing left over; and it still works. */
export const lifecycle: Facet<Data> = {
  name: 'lifecycle',
  title: 'It can be moved, removed and added again',
  page: 'shared',
  ofElement: { byFramework: async (page) => [(await remounts(page)).result()] },

  plan(facts) {
    const properties = propertiesOf(facts);
    const bound = properties.map(({ name, attribute, first }) => ({ name, attribute, value: first }));
    const content = facts.contract.slots
      .filter(({ each }) => each === undefined)
      .flatMap(({ name }) => facts.contentFor(name));
    const { scenes, data: samples } = allSamples(facts);
    return {
      scenes: {
        ...scenes,
        bound: facts.scene({ properties: bound, attributes: GIVEN, content, removable: true }),
      },
      data: {
        properties,
        samples,
        states: facts.contract.states.map(({ name }) => name),
        ways: waysData(facts),
      },
    };
  },

  inFirstFramework: async (page, { ways }) =>
    ways ? [...(await samePlace(page, ways, 'moves')), ...(await againIsNotMore(page, ways))] : [],

  async probe(page, data) {
    const observers = [
      await moves(page, data),
      await inAnotherDocument(page, data),
      await connections(page, data),
      await remounts(page),
      ...(await leaves(page, data)),
    ];
    const works = await stillWorks(page, data);
    return [...observers.map((observer): Observation => observer.result()), ...works];
  },
};

/** Everything is as before after a move, and after a removal and a second connection. */
async function moves(page: ProbePage, data: Data): Promise<Observer> {
  const observer = new Observer('moved');
  const look = looker(data);
  const mounted = await page.mount('bound');
  const { element } = mounted;
  const values = element as unknown as Record<string, unknown>;
  const before = look(element);
  const unchanged = (did: string): Promise<void> =>
    isUntouched(page, element, before, look, observer, did, 'all is as before');
  const place = element.nextSibling;
  const home = element.parentNode!;
  page.container().append(element);
  await page.settle();
  await unchanged('move it to another place');
  home.insertBefore(element, place);
  await page.settle();
  await unchanged('move it back');
  element.remove();
  await page.settle();
  home.insertBefore(element, place);
  await page.settle();
  await unchanged('take it out, let it go for a while, and put it back');
  for (const { name, first, second } of data.properties) {
    await mounted.set(name, second);
    const fresh = freshValue(page.tag, name, first, second);
    await page.until(() => likeFresh(values[name], fresh, second));
    observer.expect(
      `change ${name} after the move`,
      likeFresh(values[name], fresh, second),
      show(values[name]),
      show(fresh),
    );
  }
  await drawsAfterMove(page, data, observer);
  observer.noErrors(page.errors('leaving too'), 'move');
  await mounted.unmount();
  return observer;
}

/** A change after a second connection is drawn as it is without one. */
async function drawsAfterMove(page: ProbePage, { properties }: Data, observer: Observer): Promise<void> {
  for (const { name, first, second } of properties) {
    const place = page.container();
    const [moved, stayed] = [page.make(), page.make()];
    const both = [moved, stayed] as unknown as Record<string, unknown>[];
    place.append(moved, stayed);
    for (const one of both) one[name] = first;
    await page.settle();
    const early = insideOf(stayed);
    moved.remove();
    await page.settle();
    place.prepend(moved);
    await page.settle();
    for (const one of both) one[name] = second;
    await page.until(() => insideOf(moved) === insideOf(stayed));
    const shows = insideOf(stayed) !== early;
    const isSame = insideOf(moved) === insideOf(stayed);
    const did = `change ${name} after a second connection, look at what is rendered`;
    const other = 'something else than without it';
    if (shows)
      await holdsIfStill(page, [stayed, moved], observer, did, isSame, other, 'the same as without it');
    place.remove();
  }
}

/** In another document and back it has its values; what it does there, nobody promised. */
async function inAnotherDocument(page: ProbePage, data: Data): Promise<Observer> {
  const observer = new Observer('in another document');
  const frame = document.createElement('iframe');
  page.container().append(frame);
  const place = page.container();
  const element = page.make();
  const values = element as unknown as Record<string, unknown>;
  for (const { name, first } of data.properties) values[name] = first;
  place.append(element);
  await page.settle();
  page.errors('leaving too');
  const before = data.properties.map(({ name }) => show(values[name]));
  frame.contentDocument!.body.append(element);
  await page.settle();
  place.append(element);
  await page.settle();
  const thrown = page.errors('leaving too');
  const did = 'move it into another document and back';
  if (thrown.length > 0)
    observer.care(did, thrown[0]!, `It cannot be moved into another document: ${thrown[0]!}`);
  const lost = data.properties.filter(({ name }, at) => show(values[name]) !== before[at]);
  observer.expect(
    `${did}, read its values`,
    lost.length === 0,
    lost.map(({ name }) => `${name} is ${show(values[name])}`).join(', '),
    'those of before',
  );
  place.remove();
  frame.parentElement!.remove();
  await page.settle();
  page.errors('leaving too');
  return observer;
}

interface Counted {
  /** By name. */
  listeners: readonly string[];
  observers: number;
  timers: number;
  nodes: number;
  children: number;
}

const COUNTED = ['listeners', 'observers', 'timers', 'nodes', 'children'] as const;

function expectNoMore(
  observer: Observer,
  did: string,
  before: Partial<Counted>,
  after: Partial<Counted>,
): void {
  for (const kind of COUNTED) {
    const [earlier, later] = [before[kind], after[kind]];
    if (earlier === undefined || later === undefined) continue;
    const [was, is] = [sizeOf(earlier), sizeOf(later)];
    const named = typeof earlier === 'object' && typeof later === 'object';
    const which = named && is > was ? `: ${addedNames(earlier, later)} more` : '';
    observer.expect(`${did}; count ${kind}`, is <= was, `${was}, then ${is}${which}`, `no more than ${was}`);
  }
}

const sizeOf = (counted: number | readonly string[]): number =>
  typeof counted === 'number' ? counted : counted.length;

/** Connecting again must not add anything to what the first connection made. */
async function connections(page: ProbePage, data: Data): Promise<Observer> {
  const observer = new Observer('connected again');
  const mounted = await page.mount('bound');
  const { element } = mounted;
  const home = element.parentNode!;
  const counted = (): Counted => {
    const { listeners, observers, intervals, timeouts } = page.leftovers();
    const own = (target: EventTarget): boolean => isItsOwn(target, element) || target === home;
    return {
      listeners: listeners(own),
      observers: observers(own),
      timers: intervals + timeouts,
      nodes: innerRoot(element).querySelectorAll('*').length,
      children: element.childNodes.length,
    };
  };
  await page.restlessness();
  const connected = counted();
  const look = looker(data);
  const before = look(element);
  for (let time = 0; time < TIMES; time++) {
    element.remove();
    home.append(element);
    await page.settle();
  }
  // What only takes a moment may come to its end.
  await page.until(() => counted().timers <= connected.timers, A_TICK);
  expectNoMore(observer, `remove it and add it again, ${TIMES} times`, connected, counted());
  await isUntouched(page, element, before, look, observer, 'look at it', 'all is as before');
  observer.noErrors(page.errors('leaving too'), 'connect again');
  await mounted.unmount();
  return observer;
}

/** Mounted and unmounted by its framework, it leaves nothing on the window, the document or the clock. */
async function remounts(page: ProbePage): Promise<Observer> {
  const observer = new Observer('removed by the framework');
  const isThere = (): boolean => mounted.container.querySelector(page.tag) !== null;
  const mounted = await page.mount('bound');
  await mounted.show(false);
  await page.until(() => !isThere());
  observer.holds('take it away by the framework’s state', !isThere(), 'it is still there', 'it is gone');
  const counted = (): Partial<Counted> => {
    const { listeners, observers, intervals, timeouts } = page.leftovers();
    return {
      listeners: listeners(isGlobal),
      observers: observers(isGlobal),
      timers: intervals + timeouts,
      nodes: document.head.childNodes.length + document.body.childNodes.length,
    };
  };
  await page.restlessness();
  const before = counted();
  for (let time = 0; time < TIMES; time++) {
    await mounted.show(true);
    await page.until(isThere);
    await mounted.show(false);
    await page.until(() => !isThere());
  }
  await page.until(() => counted().timers! <= before.timers!, A_TICK);
  expectNoMore(
    observer,
    `let the framework add and remove it ${TIMES} times, look outside`,
    before,
    counted(),
  );
  await mounted.show(true);
  await page.until(isThere);
  observer.holds('let the framework add it again', isThere(), 'it is not there', 'it is there');
  observer.noErrors(page.errors('leaving too'), 'remove and add by the framework');
  await mounted.unmount();
  return observer;
}

/** When it has left for good, nothing goes on, nothing outside is changed; and nothing keeps it. */
async function leaves(page: ProbePage, { properties }: Data): Promise<Observer[]> {
  const observer = new Observer('left behind');
  const counted = (): Partial<Counted> => {
    const { listeners, observers, intervals, timeouts } = page.leftovers();
    return {
      listeners: listeners(isGlobal),
      observers: observers(isGlobal),
      timers: intervals + timeouts,
    };
  };
  // Who has made one already keeps what all of them share.
  await makeAndRemove(page, properties);
  const quiet = await page.restlessness();
  const before = counted();
  const kept = await makeAndRemove(page, properties);
  const busy = await page.restlessness();
  observer.expect(
    `make ${TIMES} and remove them; count what asks for more time`,
    busy <= Math.max(quiet, 1),
    `${busy} times in a quarter of a second`,
    'none',
  );
  await page.until(() => counted().timers! <= before.timers!, A_TICK);
  expectNoMore(observer, `make ${TIMES} and remove them, look outside`, before, counted());
  observer.noErrors(page.errors('leaving too'), 'make and remove');
  return [observer, await keeps(page, kept)];
}

/** What has left is kept by nobody. */
async function keeps(page: ProbePage, made: readonly WeakRef<object>[]): Promise<Observer> {
  const observer = new Observer('kept in memory');
  if (!(await page.collectGarbage())) {
    observer.leave('This browser lets nobody ask it to free memory.');
    return observer;
  }
  const countAlive = (): number => made.filter((reference) => reference.deref() !== undefined).length;
  let alive = countAlive();
  // What is still on its way (a picture) keeps an element for a while.
  for (let round = 0; alive === TIMES && round < 8; round++) {
    await page.until(() => false, 100);
    await page.collectGarbage();
    alive = countAlive();
  }
  observer.expect(
    `make ${TIMES} and remove them; count those that something still keeps`,
    alive < TIMES,
    `${alive} of ${TIMES}`,
    'none',
  );
  return observer;
}

async function makeAndRemove(
  page: ProbePage,
  properties: readonly PropertyData[],
): Promise<WeakRef<Element>[]> {
  const place = page.container();
  const made: WeakRef<Element>[] = [];
  for (let time = 0; time < TIMES; time++) {
    const element = page.make();
    for (const { name, first } of properties) (element as unknown as Record<string, unknown>)[name] = first;
    place.append(element);
    made.push(new WeakRef(element));
  }
  await page.settle();
  place.replaceChildren();
  place.remove();
  await page.settle();
  return made;
}

/** What was seen for each expectation of a sample, and whether it was what the sample expects. */
type Seen = Map<string, { saw: string; holds: boolean; exact?: boolean }>;

/** Samples bring about the same after a second connection as without one: events, reactions, methods. */
async function stillWorks(page: ProbePage, { samples }: Data): Promise<Observation[]> {
  const results: Observation[] = [];
  for (const sample of samples) {
    if (sample.steps.length === 0) continue;
    const observer = new Observer(`still works: ${sample.sample}`);
    const plain = await run(page, sample, async () => {});
    const again = await run(page, sample, async (mounted) => {
      const { element } = mounted;
      const [home, next] = [element.parentNode!, element.nextSibling];
      element.remove();
      await page.settle();
      home.insertBefore(element, next);
      await page.settle();
    });
    if (!plain || !again) observer.leave(HALTING);
    else {
      for (const [did, seen] of plain) {
        const now = again.get(did);
        // What does not hold anyway is told where it belongs.
        if (seen.holds)
          observer.expect(
            `take it out, put it back; ${did}`,
            now !== undefined && now.holds && (!seen.exact || now.saw === seen.saw),
            now?.saw ?? 'it did not come to that',
            seen.saw,
          );
      }
      if (observer.observed.length === 0) observer.saw('run it after a second connection', 'done');
    }
    page.errors();
    results.push(observer.result());
  }
  return results;
}

async function run(
  page: ProbePage,
  sample: SampleData,
  prepare: (mounted: Mounted) => Promise<void>,
): Promise<Seen | undefined> {
  const all: Seen = new Map();
  const ran = await withSample(page, sample, async (mounted) => {
    await prepare(mounted);
    mounted.heard.length = 0;
    await runSteps(page, mounted, sample, {
      acted: () => {},
      failed: () => {},
      async expected(expectation: Expectation, act: SampleAct, heard: readonly Event[]) {
        // What is sent on arrival was sent before.
        if (act.kind === 'start') return;
        const judged = new Observer('');
        await judge(page, mounted, sample, expectation, act, heard, judged);
        judged.observed.forEach(({ did, saw, wanted }, place) => {
          all.set(`${did}${place === 0 ? '' : ` (${place + 1})`}`, { saw, holds: wanted === undefined });
        });
        if (expectation.event !== undefined) {
          const count = heard.filter(({ type }) => type === expectation.event).length;
          const times = { saw: `${count}`, holds: true, exact: true };
          all.set(`${describeAct(act)}, count ${expectation.event}`, times);
        }
      },
    });
  });
  return ran ? all : undefined;
}

/** What stays in the page when an element leaves it. */
function isGlobal(target: EventTarget): boolean {
  return (
    !(target instanceof Node) ||
    target === document ||
    target === document.documentElement ||
    target === document.head ||
    target === document.body
  );
}

/** The element, what is inside it, and what it may listen to outside. */
function isItsOwn(target: EventTarget, element: Element): boolean {
  if (isGlobal(target)) return true;
  const node = target as Node;
  const inside = innerRoot(element);
  return element.contains(node) || node === inside || node.getRootNode() === inside;
}

import type { Facet, ProbePage } from '../facet.js';
import { innerRoot } from '../inner-root.js';
import { Observer, show } from '../observe.js';
import { insideText } from './run-samples.js';
import { freshValue, likeFresh, propertiesOf, type PropertyData } from './property-data.js';

interface Data {
  properties: PropertyData[];
}

const TIMES = 5;

/** Moved, removed, added again; many times with nothing left over. */
export const lifecycle: Facet<Data> = {
  name: 'lifecycle',
  title: 'It can be moved, removed and added again',

  plan(facts) {
    const properties = propertiesOf(facts);
    const bound = properties.map(({ name, attribute, first }) => ({ name, attribute, value: first }));
    const content = facts.contract.slots.flatMap(({ name }) => facts.contentFor(name));
    return {
      scenes: { bound: facts.scene({ properties: bound, content, removable: true }) },
      data: { properties },
    };
  },

  async probe(page, { properties }) {
    const results = [await moves(page, properties), await connections(page), await remounts(page)];
    return results.map((observer) => observer.result());
  },
};

async function moves(page: ProbePage, properties: readonly PropertyData[]): Promise<Observer> {
  const observer = new Observer('moved');
  const mounted = await page.mount('bound');
  const { element } = mounted;
  const before = insideText(mounted);
  const values = element as unknown as Record<string, unknown>;
  const place = element.nextSibling;
  const home = element.parentNode!;
  const elsewhere = page.container();
  elsewhere.append(element);
  await page.settle();
  observer.holds(
    'move it to another place',
    insideText(mounted) === before,
    `its inside changed`,
    'the same inside',
  );
  home.insertBefore(element, place);
  await page.settle();
  observer.holds('move it back', insideText(mounted) === before, 'its inside changed', 'the same inside');
  for (const { name, first, second } of properties) {
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
  observer.noErrors(page.errors(), 'move');
  await mounted.unmount();
  return observer;
}

/** Connecting again must not add listeners, timers or nodes to those of the first connection. */
async function connections(page: ProbePage): Promise<Observer> {
  const observer = new Observer('connected again');
  const mounted = await page.mount('bound');
  const { element } = mounted;
  const home = element.parentNode!;
  const counted = (): { listeners: number; timers: number; nodes: number } => ({
    listeners: page.listeners.count((target) => isItsOwn(target, element)),
    timers: page.listeners.timers(),
    nodes: innerRoot(element).querySelectorAll('*').length,
  });
  const connected = counted();
  for (let time = 0; time < TIMES; time++) {
    element.remove();
    home.append(element);
    await page.settle();
  }
  const later = counted();
  for (const kind of ['listeners', 'timers', 'nodes'] as const) {
    observer.expect(
      `remove it and add it again, ${TIMES} times; count ${kind}`,
      later[kind] <= connected[kind],
      `${connected[kind]}, then ${later[kind]}`,
      `no more than ${connected[kind]}`,
    );
  }
  observer.noErrors(page.errors(), 'connect again');
  await mounted.unmount();
  return observer;
}

/** Mounted and unmounted by its host, it leaves nothing on the window, the document or the clock. */
async function remounts(page: ProbePage): Promise<Observer> {
  const observer = new Observer('removed by the host');
  const isGlobal = (target: EventTarget): boolean =>
    target === window ||
    target === document ||
    target === document.documentElement ||
    target === document.body;
  const mounted = await page.mount('bound');
  await mounted.show(false);
  await page.until(() => !mounted.container.querySelector(page.tag));
  observer.holds(
    'take it away by the host’s state',
    !mounted.container.querySelector(page.tag),
    'it is still there',
    'it is gone',
  );
  const before = { listeners: page.listeners.count(isGlobal), timers: page.listeners.timers() };
  for (let time = 0; time < TIMES; time++) {
    await mounted.show(true);
    await page.until(() => mounted.container.querySelector(page.tag) !== null);
    await mounted.show(false);
    await page.until(() => !mounted.container.querySelector(page.tag));
  }
  const after = { listeners: page.listeners.count(isGlobal), timers: page.listeners.timers() };
  for (const kind of ['listeners', 'timers'] as const) {
    observer.expect(
      `let the host add and remove it ${TIMES} times; count ${kind} outside`,
      after[kind] <= before[kind],
      `${before[kind]}, then ${after[kind]}`,
      `no more than ${before[kind]}`,
    );
  }
  await mounted.show(true);
  await page.until(() => mounted.container.querySelector(page.tag) !== null);
  observer.holds(
    'let the host add it again',
    mounted.container.querySelector(page.tag) !== null,
    'it is not there',
    'it is there',
  );
  observer.noErrors(page.errors(), 'remove and add by the host');
  await mounted.unmount();
  return observer;
}

/** The element, what is inside it, and what it may listen to outside. */
function isItsOwn(target: EventTarget, element: Element): boolean {
  if (!(target instanceof Node) || target === document || target === document.body) return true;
  return (
    target === element ||
    element.contains(target) ||
    target === innerRoot(element) ||
    target.getRootNode() === innerRoot(element)
  );
}

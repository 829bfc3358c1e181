import type { ElementFacts, Facet, Mounted, ProbePage } from '../facet.js';
import type { Observation } from '../observation.js';
import type { Scene } from '../../frameworks/scene.js';
import { innerRoot } from '../inner-root.js';
import { Observer, show } from '../observe.js';
import { samePlace } from '../relations/same-place.js';
import { waysData, type WaysData } from '../relations/ways-data.js';
import { allSamples, type SampleData } from './plan-samples.js';
import { propertiesOf } from './property-data.js';
import { runSteps, UNHEARD, withSample } from './run-steps.js';

interface SlotData {
  name: string;
  /** Elements among the nodes that are given at first. */
  nodes: number;
  conditional: boolean;
  drawn: boolean;
  gives: string[];
  /** Values of properties that may show it. */
  values: { property: string; value: unknown }[];
  /** The scene in which it is filled, and the one in which it is not. */
  filled: string;
  empty: string;
}

interface Data {
  /** Slots of items, with the names that they have for the items given. */
  keyed: { name: string; names: string[] }[];
  slots: SlotData[];
  samples: SampleData[];
  ways: WaysData | undefined;
}

/** Each slot: its content, several nodes, text, late and removed content, fallback. */
export const slots: Facet<Data> = {
  name: 'slots',
  title: 'Content goes where it belongs',
  page: 'shared',

  plan(facts) {
    if (facts.contract.slots.length === 0) return { nothing: 'The contract declares no slots.' };
    const { scenes: sampleScenes, data: samples } = allSamples(facts);
    const scenes: Record<string, Scene> = { ...sampleScenes };
    const values = propertiesOf(facts)
      .filter(({ kind }) => kind === 'boolean' || kind === 'enum')
      .flatMap(({ name, first, second }) => [first, second].map((value) => ({ property: name, value })));
    const list = facts.contract.slots
      .filter(({ each }) => each === undefined)
      .map(({ name, drawn, gives }, place): SlotData => {
        const content = [...facts.contentFor(name), ...facts.contentFor(name, 'Second')];
        const sampled =
          facts.samples.find((sample) => sample.slots?.[name] !== undefined) ?? facts.samples[0];
        const properties = sampled ? facts.sampleScene(sampled).properties : [];
        const [filled, empty] = [`filled${place}`, `empty${place}`];
        // Each is filled alone: one may stand in another's fallback, which shows only while that one is empty.
        scenes[filled] = facts.scene({ properties, content, lateContent: facts.contentFor(name, 'Late') });
        scenes[empty] = facts.scene({ properties, lateContent: facts.contentFor(name, 'Late') });
        const nodes = content.filter((node) => typeof node !== 'string').length;
        const conditional = facts.conditional.slots.has(name);
        return { name, nodes, conditional, drawn, gives, values, filled, empty };
      });
    const { keyed, scene } = keyedSlots(facts);
    if (scene) scenes.items = scene;
    return { scenes, data: { keyed, slots: list, samples, ways: waysData(facts) } };
  },

  inFirstFramework: async (page, { ways }) => (ways ? samePlace(page, ways, 'content') : []),

  async probe(page, { slots: list, keyed, samples }) {
    const results: Observation[] = [];
    for (const slot of list) {
      const observer = new Observer(slot.name);
      await trySlot(page, slot, samples, observer);
      observer.noErrors(page.errors(), 'use the slot');
      results.push(observer.result());
    }
    if (keyed.length > 0) results.push(...(await tryKeyed(page, keyed)));
    return results;
  },
};

/** The keyed slots of an element, with a scene that gives each of their items content. */
function keyedSlots(facts: ElementFacts): { keyed: Data['keyed']; scene: Scene | undefined } {
  const declared = facts.contract.slots.filter(({ each }) => each !== undefined);
  if (declared.length === 0) return { keyed: [], scene: undefined };
  // A sample that has a list shows its items in a state that a person would see.
  const listed =
    facts.samples
      .map((sample) => facts.sampleScene(sample).properties)
      .find((given) => given.some(({ name }) => declared.some(({ each }) => each === name))) ?? [];
  const keyed = declared.map(({ name, each, key }) => {
    const items = listed.find((property) => property.name === each)?.value;
    const list = Array.isArray(items) ? (items as Record<string, unknown>[]) : [];
    return { name, names: list.map((item) => `${name}-${String(item[key!])}`) };
  });
  const content = keyed.flatMap((slot) => slot.names.flatMap((name) => facts.contentFor(name, name)));
  return { keyed, scene: facts.scene({ properties: listed, content }) };
}

async function trySlot(
  page: ProbePage,
  slot: SlotData,
  samples: readonly SampleData[],
  observer: Observer,
): Promise<void> {
  const { name, gives } = slot;
  const filled = await page.mount(slot.filled);
  const empty = await page.mount(slot.empty);
  const slotAtFirst = findSlot(filled.element, name);
  const closed = slotAtFirst && closedAround(slotAtFirst);
  const isHidden = slotAtFirst !== undefined && !closed && slot.drawn && hiddenAround(slotAtFirst);
  const isInSample =
    (closed || isHidden || !slotAtFirst) && (await showsInSample(page, slot, samples, observer));
  const opening = isHidden && !isInSample ? await findOpening(page, slot) : undefined;
  if (opening !== undefined)
    observer.leave(`It is not displayed at first, but after ${opening}: give a sample that does so.`);
  else if (slotAtFirst && !closed && !isInSample) {
    await tryContent(page, filled, slot, observer);
    await tryLateContent(page, empty, slot, observer);
  } else if (!isInSample) {
    if (closed) observer.leave(`It stands in a <${closed}> that is closed, and no sample opens it.`);
    else if (slot.conditional)
      observer.leave('The view shows this slot in certain states only, and no sample leads there.');
    else
      observer.fail(
        'look for the slot',
        'it is not there, also in no sample',
        'a slot of that name, or a sample that leads to where it shows',
      );
  }
  await Promise.all([filled.unmount(), empty.unmount()]);
  if (gives.length > 0) await tryGiven(page, slot, observer);
}

/** Content that is there from the start. */
async function tryContent(
  page: ProbePage,
  { element, more }: Mounted,
  { name, nodes, drawn }: SlotData,
  observer: Observer,
): Promise<void> {
  const given = (): Element[] => contentOf(element, name);
  const count = (): number => given().filter((node) => isIn(node, findSlot(element, name))).length;
  const wanted = given().length;
  observer.expect('count the given nodes', wanted === nodes, `${wanted} nodes`, `${nodes} nodes`);
  await page.until(() => count() === wanted);
  const inSlot = (did: string, number: number): void => {
    const seen = count();
    observer.expect(did, seen === number, `${seen} nodes in the slot`, `${number} nodes in the slot`);
  };
  inSlot('give the slot two nodes', wanted);
  const areDrawn = async (did: string): Promise<void> => {
    if (!drawn) return;
    const seen = (): number => given().filter(isDrawn).length;
    const all = given().length;
    await page.until(() => seen() === all);
    observer.expect(did, seen() === all, `${seen()} drawn`, `${all} drawn`);
  };
  await areDrawn('look whether they are rendered');
  if (name === 'default') {
    const text = document.createTextNode('Plain text');
    element.append(text);
    await page.until(() => isIn(text, findSlot(element, name)));
    observer.holds('add plain text', isIn(text, findSlot(element, name)), 'not in the slot', 'in the slot');
    text.remove();
  }
  await more(true);
  await page.until(() => count() > wanted);
  inSlot('add a node later', wanted + 1);
  await areDrawn('look whether all are rendered');
  await more(false);
  await page.until(() => given().length === wanted && count() === wanted);
  inSlot('remove it again', wanted);
  await areDrawn('look whether the others are rendered');
  // A consumer can also give a node to the slot that is there already.
  const late = document.createElement('span');
  late.textContent = 'Renamed';
  late.slot = 'no-slot-of-this-name';
  element.append(late);
  await page.settle();
  if (name === 'default') late.removeAttribute('slot');
  else late.slot = name;
  await page.until(() => count() > wanted);
  inSlot('give a node that was there its name', wanted + 1);
  late.remove();
  await page.settle();
}

/** Nothing at first, then content that comes late, then nothing again. */
async function tryLateContent(
  page: ProbePage,
  { element, more }: Mounted,
  { name, drawn }: SlotData,
  observer: Observer,
): Promise<void> {
  if (contentOf(element, name).length > 0) return;
  const fallbackIsDrawn = (): boolean => {
    const slot = findSlot(element, name);
    if (!slot) return false;
    const range = document.createRange();
    range.selectNodeContents(slot);
    return range.getClientRects().length > 0;
  };
  const slot = findSlot(element, name);
  const fallback = slot?.textContent?.trim() ?? '';
  const judgeFallback = async (did: string): Promise<void> => {
    const wanted = `its fallback: ${fallback.slice(0, 60)}`;
    if (await page.until(fallbackIsDrawn)) observer.saw(did, wanted);
    else if (await isDrawnWithoutBlanks(page, element, findSlot(element, name), fallbackIsDrawn))
      observer.care(
        did,
        'a text without characters',
        'The framework leaves an empty text where content comes and goes, which is content too: its fallback comes back only when that text is taken out.',
      );
    else observer.fail(did, 'its fallback is not rendered', wanted);
  };
  if (!slot) observer.saw('give it nothing', 'the slot is not there');
  else if (!fallback || !drawn) observer.saw('give it nothing', 'nothing; it has no fallback');
  else await judgeFallback('give it nothing');
  await more(true);
  const arrived = (): boolean =>
    contentOf(element, name).every(
      (node) => isIn(node, findSlot(element, name)) && (!drawn || isDrawn(node)),
    );
  await page.until(arrived);
  observer.holds('give content to the empty element', arrived(), 'it is not shown', 'it is shown');
  await more(false);
  await page.until(() => contentOf(element, name).length === 0);
  if (slot && fallback && drawn) await judgeFallback('take it away again');
}

/** True if nothing but texts without characters, which a framework put there, keeps a slot from what it shows alone. */
async function isDrawnWithoutBlanks(
  page: ProbePage,
  element: HTMLElement,
  slot: Element | null | undefined,
  isDrawn: () => boolean,
): Promise<boolean> {
  const given = slot instanceof HTMLSlotElement ? slot.assignedNodes() : [];
  const blank = given.filter((node) => node instanceof Text && node.data.trim() === '');
  if (given.length === 0 || blank.length < given.length) return false;
  const places = blank.map((node) => ({ node, before: node.nextSibling }));
  for (const node of blank) (node as Text).remove();
  const shows = await page.until(isDrawn);
  // The framework finds its place by them.
  for (const { node, before } of places.reverse()) element.insertBefore(node, before);
  return shows;
}

/** Is the slot shown, with its content, in some sample, or after some of its steps? */
async function showsInSample(
  page: ProbePage,
  { name, drawn }: SlotData,
  samples: readonly SampleData[],
  observer: Observer,
): Promise<boolean> {
  for (const sample of samples) {
    let found = false;
    const look = async ({ element }: Mounted): Promise<void> => {
      const slot = findSlot(element, name);
      if (found || !slot || closedAround(slot) || (drawn && hiddenAround(slot))) return;
      const marker = document.createElement('span');
      marker.textContent = 'Given';
      if (name !== 'default') marker.slot = name;
      element.append(marker);
      const shown = (): boolean => isIn(marker, findSlot(element, name)) && (!drawn || isDrawn(marker));
      await page.until(shown);
      observer.holds(
        `give it content in the sample “${sample.sample}”`,
        shown(),
        'it is not shown',
        'it is shown',
      );
      marker.remove();
      await page.settle();
      found = true;
    };
    await withSample(page, sample, async (mounted) => {
      await look(mounted);
      await runSteps(page, mounted, sample, { ...UNHEARD, acted: () => look(mounted) });
    });
    page.errors();
    if (found) return true;
  }
  return false;
}

/** So many controls are clicked to see whether they open something. */
const MOST_CLICKS = 8;

/** What makes a slot be displayed that is in a box that is not: a value of a property, or a click. */
async function findOpening(page: ProbePage, { name, filled, values }: SlotData): Promise<string | undefined> {
  const mounted = await page.mount(filled);
  const { element } = mounted;
  const isShown = (): boolean => {
    const slot = findSlot(element, name);
    return slot !== undefined && !hiddenAround(slot);
  };
  let opening: string | undefined;
  for (const { property, value } of values) {
    const before = (element as unknown as Record<string, unknown>)[property];
    (element as unknown as Record<string, unknown>)[property] = value;
    if (await page.until(isShown, 50)) opening = `${property} is set to ${show(value)}`;
    if (opening !== undefined) break;
    (element as unknown as Record<string, unknown>)[property] = before;
    await page.settle();
  }
  const controls = [...innerRoot(element).querySelectorAll('button, summary, [role=tab], [role=button]')];
  for (const control of opening === undefined ? controls.slice(0, MOST_CLICKS) : []) {
    try {
      await page.click(control);
    } catch {
      // What nobody can click opens nothing.
      continue;
    }
    if (await page.until(isShown))
      opening = `a click on “${control.textContent.trim() || control.localName}”`;
    if (opening !== undefined) break;
  }
  page.errors();
  await mounted.unmount();
  return opening;
}

/** What the slot hands to its content arrives there. */
async function tryGiven(page: ProbePage, { name, gives }: SlotData, observer: Observer): Promise<void> {
  const element = page.make();
  const heard: { slot: string; data: Record<string, unknown> }[] = [];
  element.addEventListener('slot-given', (event) => heard.push((event as CustomEvent).detail));
  const content = document.createElement('span');
  if (name !== 'default') content.slot = name;
  element.append(content);
  const place = page.container();
  place.append(element);
  const last = (): Record<string, unknown> | undefined => heard.findLast(({ slot }) => slot === name)?.data;
  await page.until(() => last() !== undefined);
  const missing = gives.filter((given) => !Object.hasOwn(last() ?? {}, given));
  observer.expect(
    'listen to slot-given for what it hands over',
    missing.length === 0,
    last() ? `without ${missing.join(', ')}` : 'not received',
    `data with ${gives.join(', ')}`,
  );
  place.remove();
}

/** The content of each item is shown at the item, for those items that are shown. */
async function tryKeyed(page: ProbePage, keyed: Data['keyed']): Promise<Observation[]> {
  const mounted = await page.mount('items');
  const { element } = mounted;
  const results = [];
  for (const { name, names } of keyed) {
    const observer = new Observer(name);
    const slotNames = names.filter((wanted) => findSlot(element, wanted));
    if (names.length === 0) observer.leave('No sample gives the list whose items it belongs to.');
    else if (slotNames.length === 0)
      observer.leave('No item’s slot is shown in the state that was shown first.');
    for (const wanted of slotNames) {
      const shown = (): number =>
        contentOf(element, wanted).filter((node) => isIn(node, findSlot(element, wanted)) && isDrawn(node))
          .length;
      await page.until(() => shown() === 1);
      observer.expect(
        `give content for ${wanted}`,
        shown() === 1,
        `${shown()} nodes rendered there`,
        '1 node rendered there',
      );
    }
    results.push(observer.result());
  }
  const errors = new Observer('items');
  const thrown = page.errors();
  errors.noErrors(thrown, 'give content to items');
  await mounted.unmount();
  return thrown.length > 0 ? [...results, errors.result()] : results;
}

function findSlot(element: Element, name: string): HTMLSlotElement | undefined {
  const root = innerRoot(element);
  // A slot outside of a shadow root takes nothing.
  if (root === element) return undefined;
  const all = [...root.querySelectorAll('slot')];
  return all.find((slot) => (slot.getAttribute('name') || 'default') === name);
}

/** What the platform draws once it is open: dialogs, details but for their summary, popovers. */
const CLOSED = 'dialog:not([open]), details:not([open]) > :not(summary), [popover]:not(:popover-open)';

/** The name of what keeps a slot from being drawn because nobody has opened it yet; undefined if nothing does. */
function closedAround(slot: HTMLSlotElement): string | undefined {
  const closed = slot.closest(CLOSED);
  return closed?.parentElement?.localName === 'details' ? 'details' : closed?.localName;
}

/** True if a slot stands in a box of the element that is not displayed, as in a panel of tabs. */
function hiddenAround(slot: HTMLSlotElement): boolean {
  for (let node = slot.parentElement; node; node = node.parentElement)
    if (getComputedStyle(node).display === 'none') return true;
  return false;
}

/** The children that a consumer gave for a slot. */
function contentOf(element: Element, name: string): Element[] {
  return [...element.children].filter((child) => (child.getAttribute('slot') || 'default') === name);
}

/** Is the node given to this slot? The slot is asked: a node in a closed shadow root does not tell (DOM, section 4.2.2.3). */
function isIn(node: Element | Text, slot: HTMLSlotElement | undefined): boolean {
  return slot !== undefined && slot.assignedNodes().includes(node);
}

function isDrawn(element: Element): boolean {
  return element.getClientRects().length > 0;
}

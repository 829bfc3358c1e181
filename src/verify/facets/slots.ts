import type { Facet, Mounted, Observation, ProbePage } from '../facet.js';
import { innerRoot } from '../inner-root.js';
import { Observer } from '../observe.js';

interface Data {
  /** Slots of items, with the names that they have for the items given. */
  keyed: { name: string; names: string[] }[];
  slots: { name: string; nodes: number; conditional: boolean }[];
}

/** Each slot: its content, several nodes, text, late and removed content, fallback. */
export const slots: Facet<Data> = {
  name: 'slots',
  title: 'Content goes where it belongs',

  plan(facts) {
    const keyedSlots = facts.contract.slots.filter(({ each }) => each !== undefined);
    const names = facts.contract.slots.filter(({ each }) => each === undefined).map(({ name }) => name);
    // A sample that has a list shows its items in a state that a person would see.
    const listed =
      facts.samples
        .map((sample) => facts.sampleScene(sample).properties)
        .find((given) => given.some(({ name }) => keyedSlots.some(({ each }) => each === name))) ?? [];
    const keyed = keyedSlots.map(({ name, each, key }) => {
      const items = listed.find((property) => property.name === each)?.value;
      const list = Array.isArray(items) ? (items as Record<string, unknown>[]) : [];
      return { name, names: list.map((item) => `${name}-${String(item[key!])}`) };
    });
    if (facts.contract.slots.length === 0) return { nothing: 'The contract declares no slots.' };
    const content = names.flatMap((name) => [...facts.contentFor(name), ...facts.contentFor(name, 'Second')]);
    // A slot that is shown in some state only is looked at in the state of the sample that fills it.
    const properties =
      facts.samples
        .filter(({ slots: given }) => given)
        .map((sample) => facts.sampleScene(sample).properties)[0] ?? [];
    const lateContent = names.flatMap((name) => facts.contentFor(name, 'Late'));
    const nodes = (name: string): number =>
      [...facts.contentFor(name), ...facts.contentFor(name, 'Second')].filter(
        (node) => typeof node !== 'string',
      ).length;
    return {
      scenes: {
        filled: facts.scene({ properties, content, lateContent }),
        empty: facts.scene({ properties }),
        ...(keyed.length > 0
          ? {
              items: facts.scene({
                properties: listed,
                content: keyed.flatMap((slot) => slot.names.flatMap((name) => facts.contentFor(name, name))),
              }),
            }
          : {}),
      },
      data: {
        keyed,
        slots: names.map((name) => ({
          name,
          nodes: nodes(name),
          conditional: facts.conditional.slots.has(name),
        })),
      },
    };
  },

  async probe(page, { slots: list, keyed }) {
    const filled = await page.mount('filled');
    const empty = await page.mount('empty');
    const results = [];
    for (const { name, nodes, conditional } of list) {
      const observer = new Observer(name);
      const slot = findSlot(filled, name);
      if (!slot && conditional) {
        observer.leave('The view shows this slot in certain states only, and no sample leads there.');
        results.push(observer.result());
        continue;
      }
      const count = (): number =>
        contentOf(filled.element, name).filter((node) => assigned(node, slot)).length;
      const wanted = contentOf(filled.element, name).length;
      observer.expect('count the given nodes', wanted === nodes, `${wanted} nodes`, `${nodes} nodes`);
      observer.expect(
        'give the slot two nodes',
        count() === wanted,
        `${count()} nodes in the slot`,
        `${wanted} nodes in the slot`,
      );
      const visible = contentOf(filled.element, name).filter(isDrawn).length;
      observer.expect(
        'look whether they are drawn',
        visible === wanted,
        `${visible} drawn`,
        `${wanted} drawn`,
      );
      if (name === 'default') {
        const text = document.createTextNode('Plain text');
        filled.element.append(text);
        observer.holds(
          'add plain text',
          text.assignedSlot === slot && slot !== undefined,
          'not in the slot',
          'in the slot',
        );
        text.remove();
      }
      await filled.more(true);
      await page.until(() => count() > wanted);
      observer.expect(
        'add a node later',
        count() === wanted + 1,
        `${count()} nodes in the slot`,
        `${wanted + 1} nodes in the slot`,
      );
      await filled.more(false);
      await page.until(() => contentOf(filled.element, name).length === wanted);
      observer.expect(
        'remove it again',
        count() === wanted,
        `${count()} nodes in the slot`,
        `${wanted} nodes in the slot`,
      );
      const emptySlot = findSlot(empty, name);
      if (emptySlot && contentOf(empty.element, name).length === 0) {
        const fallback = emptySlot.textContent?.trim() ?? '';
        const range = document.createRange();
        range.selectNodeContents(emptySlot);
        if (!fallback) observer.saw('give it nothing', 'nothing; it has no fallback');
        else
          observer.holds(
            'give it nothing',
            range.getClientRects().length > 0,
            'its fallback is not drawn',
            `its fallback: ${fallback.slice(0, 60)}`,
          );
      }
      observer.noErrors(page.errors(), 'use the slot');
      results.push(observer.result());
    }
    await Promise.all([filled.unmount(), empty.unmount()]);
    if (keyed.length > 0) results.push(...(await tryKeyed(page, keyed)));
    return results;
  },
};

/** The content of each item is shown at the item, for those items that are shown. */
async function tryKeyed(page: ProbePage, keyed: Data['keyed']): Promise<Observation[]> {
  const mounted = await page.mount('items');
  const results = keyed.map(({ name, names }) => {
    const observer = new Observer(name);
    const slots = names.flatMap((wanted) => findSlot(mounted, wanted) ?? []);
    if (names.length === 0) observer.leave('No sample gives the list whose items it belongs to.');
    else if (slots.length === 0) observer.leave('No item’s slot is shown in the state that was shown first.');
    for (const slot of slots) {
      const given = contentOf(mounted.element, slot.name);
      const shown = given.filter((node) => assigned(node, slot) && isDrawn(node)).length;
      observer.expect(
        `give content for ${slot.name}`,
        shown === 1,
        `${shown} nodes drawn there`,
        '1 node drawn there',
      );
    }
    return observer.result();
  });
  const errors = new Observer('items');
  const thrown = page.errors();
  errors.noErrors(thrown, 'give content to items');
  await mounted.unmount();
  return thrown.length > 0 ? [...results, errors.result()] : results;
}

function findSlot({ element }: Mounted, name: string): HTMLSlotElement | undefined {
  const all = [...innerRoot(element).querySelectorAll('slot')];
  return all.find((slot) => (slot.getAttribute('name') || 'default') === name);
}

/** The children that a consumer gave for a slot. */
function contentOf(element: Element, name: string): Element[] {
  return [...element.children].filter((child) => (child.getAttribute('slot') || 'default') === name);
}

/** Is the node given to this slot, or passed on by it to the slot of another element inside? */
function assigned(node: Element, slot: HTMLSlotElement | undefined): boolean {
  return slot !== undefined && node.assignedSlot === slot;
}

function isDrawn(element: Element): boolean {
  return element.getClientRects().length > 0;
}

import type { Facet, Mounted } from '../facet.js';
import { Observer } from '../observe.js';

interface Data {
  /** Slots of items, which are not looked at yet. */
  keyed: string[];
  slots: { name: string; nodes: number; conditional: boolean }[];
}

/** Each slot: its content, several nodes, text, late and removed content, fallback. */
export const slots: Facet<Data> = {
  name: 'slots',
  title: 'Content goes where it belongs',

  plan(facts) {
    const keyed = facts.contract.slots.filter(({ each }) => each !== undefined).map(({ name }) => name);
    const names = facts.contract.slots.map(({ name }) => name).filter((name) => !keyed.includes(name));
    if (names.length + keyed.length === 0) return { nothing: 'The contract declares no slots.' };
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
    for (const name of keyed) {
      const observer = new Observer(name);
      observer.leave('Keyed slots are not checked yet.');
      results.push(observer.result());
    }
    return results;
  },
};

function findSlot({ element }: Mounted, name: string): HTMLSlotElement | undefined {
  const all = [...(element.shadowRoot?.querySelectorAll('slot') ?? [])];
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

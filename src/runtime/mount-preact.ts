import { Component as Base, h, render, type ComponentChild, type VNode } from 'preact';
import type { Given, GivenSlots, Mounting, Place } from './component-view.js';

/** One object for each slot's name, so that nothing changes where nothing changed. */
const slotNodes = new Map<string, VNode<never>>();

function slotNode(name: string): VNode<never> {
  let node = slotNodes.get(name);
  if (!node) slotNodes.set(name, (node = h('slot', name === 'default' ? {} : { name }) as VNode<never>));
  return node;
}

interface GuardProps {
  fail: Place['fail'];
  given: Given;
  content: ComponentChild;
}

/** Stands around the component: what goes wrong inside is told, and forgotten when something else is given. */
class Guard extends Base<GuardProps> {
  #broken: Given | undefined;

  override componentDidCatch(error: unknown): void {
    this.#broken = this.props.given;
    this.props.fail(error);
    this.setState({});
  }

  override render({ given, content }: GuardProps): ComponentChild {
    return this.#broken === given ? null : content;
  }
}

/** Mounts components of Preact. */
export const mount: Mounting = (Component, { root, wiring, fail }, given, slots) => {
  let handle: object | null = null;
  const ref = (next: object | null): void => {
    handle = next;
  };
  const update = (given: Given, slots: GivenSlots): void => {
    const props: Given = wiring.called ? { ...given, ref } : { ...given };
    for (const name in slots) props[name] = slotNode(slots[name]!);
    render(h(Guard, { fail, given, content: h(Component, props) }), root);
  };
  update(given, slots);
  return { update, handle: () => handle, unmount: () => render(null, root) };
};

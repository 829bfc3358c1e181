import { Component as Base, h, render, type ComponentChild, type VNode } from 'preact';
import type { Given, Mounting, Place } from './component-view.js';

/** What shows a slot. */
export const slot = (name: string | undefined): VNode<never> => h('slot', { name }) as VNode<never>;

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
export const mount: Mounting = (Component, { root, wiring, fail }, given) => {
  let handle: object | null = null;
  const ref = (next: object | null): void => {
    handle = next;
  };
  const update = (given: Given): void => {
    const props = wiring.called ? { ...given, ref } : given;
    render(h(Guard, { fail, given, content: h(Component, props) }), root);
  };
  update(given);
  return { update, handle: () => handle, unmount: () => render(null, root) };
};

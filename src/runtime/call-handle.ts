import type { ComponentView } from './component-view.js';
import { VIEW, type Sender } from './inside.js';
import { insideOf, type ViewElement } from './view-element.js';

/** Calls that came before there was a component. */
const waiting = new WeakMap<Sender, (() => unknown)[]>();

/** Makes the calls that came before there was something to call, once what is mounted now is drawn. */
export function callWaiting(view: ComponentView): void {
  if (waiting.has(view.inside)) queueMicrotask(() => makeCalls(view));
}

function makeCalls(view: ComponentView): void {
  const all = waiting.get(view.inside) ?? [];
  waiting.delete(view.inside);
  for (const call of all) {
    try {
      call();
    } catch (error) {
      view.fail(error);
    }
  }
}

/**
 * Calls a method of what the component hands out. Where there is no component yet, one that gives nothing back is
 * called as soon as there is; one that `gives` something cannot be, and says so as the platform does.
 */
export function callHandle(
  host: ViewElement,
  name: string,
  values: readonly unknown[],
  gives = false,
): unknown {
  const inside = insideOf(host) as Sender;
  const view = inside[VIEW] as ComponentView | undefined;
  const mounted = view?.mounted;
  const handle = mounted?.handle(gives) as
    Record<string, (...values: readonly unknown[]) => unknown> | undefined;
  if (!handle && gives)
    throw new DOMException(
      `<${host.localName}>: ${name}() needs its component, which is not drawn yet.`,
      'InvalidStateError',
    );
  if (!handle) {
    const all = waiting.get(inside);
    const later = (): unknown => callHandle(host, name, values, true);
    if (all) all.push(later);
    else waiting.set(inside, [later]);
    // What is mounted is drawn by then.
    if (mounted) queueMicrotask(() => makeCalls(view!));
    return undefined;
  }
  if (typeof handle[name] !== 'function')
    throw new Error(`<${host.localName}>: no ${name}() in its component.`);
  const work = (): unknown => handle[name]!(...values);
  return mounted!.act ? mounted!.act(work) : work();
}

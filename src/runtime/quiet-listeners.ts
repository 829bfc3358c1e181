import { isSeen } from './is-seen.js';

/** How many listeners run now. */
export let busy = 0;

/** What adds the listeners that sleep, by the hosts of roots. */
const asleep = new WeakMap<EventTarget, (() => void)[]>();

/** Kinds of events: true for those of which the window tells, as it was asked to at their first listener. */
const told: Record<string, boolean> = {};

/** Events that leave a shadow root: a window can tell that one is coming. In the order that compresses best. */
const LEAVES =
  /cut|drop|blur|click|input|composition|wheel|drag|copy|menu|mouse|pointer|paste|focus|touch|key/;

/**
 * Gives a root an `addEventListener` of its own, with which a framework listens at less cost, and rightly. It adds more than a
 * hundred listeners to each root: those of events that leave the root are added when the first such event is on its way. And it
 * looks for its own nodes from the target upwards: what happens in a slot's content happens, for it, at the slot.
 *
 * What comes back is to be called when the root may be in another place.
 */
export function quietly(root: ShadowRoot | HTMLElement): () => unknown {
  const host = (root as ShadowRoot).host ?? root;
  // What listens to a root already is not added again.
  const sleeping = asleep.get(host) ?? [];
  asleep.set(host, sleeping);
  const { addEventListener } = root;
  root.addEventListener = (
    type: string,
    listener: EventListener,
    options?: boolean | AddEventListenerOptions,
  ): void => {
    const add = (): void =>
      addEventListener.call(
        root,
        type,
        (event) => {
          // For the listener, what comes from elsewhere comes from the first node of its own tree that is on the way.
          const isOwn = (node: EventTarget): boolean => (node as Partial<Node>).getRootNode?.() === root;
          const value = event.composedPath().find(isOwn) ?? event.target;
          Object.defineProperty(event, 'target', { value, configurable: true });
          busy++;
          try {
            listener.call(root, event);
          } finally {
            busy--;
            delete (event as { target?: unknown }).target;
          }
        },
        options,
      );
    if (tells(type)) sleeping.push(add);
    else add();
  };
  return () => isSeen(host) || wake(host);
}

/** True for events of which the window tells: it is asked to, the first time. */
function tells(type: string): boolean {
  if (!(type in told) && (told[type] = LEAVES.test(type)))
    addEventListener(type, (event) => event.composedPath().forEach(wake), true);
  return told[type]!;
}

/** Adds the listeners of a host's root that sleep. */
function wake(host: EventTarget): void {
  asleep
    .get(host)
    ?.splice(0)
    .forEach((add) => add());
}

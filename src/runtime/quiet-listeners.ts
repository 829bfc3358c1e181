import { isSeen } from './is-seen.js';

/** What listens to a root. */
export interface QuietListeners {
  /** How many of its listeners run now. */
  busy: number;
  /** The root may be in another place now. */
  moved(): unknown;
  /** Adds the listeners that sleep. */
  wake(): void;
}

/** What a listener is added with: its kind of event, itself and its options. */
type Added = [type: string, listener: EventListener, options?: boolean | AddEventListenerOptions];

/** By the hosts of roots. */
const quiet = new WeakMap<EventTarget, QuietListeners>();

/** Kinds of events: true for those of which the window tells, as it was asked to at their first listener. */
const kinds = new Map<string, boolean>();

/** Events that leave a shadow root: a window can tell that one is coming. */
const LEAVES =
  /^((aux|dbl)?click|contextmenu|(mouse|(got|lost)?pointer|touch|key|drag|composition|focus).*|drop|wheel|(before)?input|blur|copy|cut|paste)$/;

/**
 * Lets a framework listen to a root at less cost, and rightly, with all that it adds in `listen`. It adds more than a hundred
 * listeners to each root: those of events that leave the root are added when the first such event is on its way. And it looks
 * for its own nodes from the target upwards: what happens in a slot's content happens, for it, at the slot.
 */
export function quietly(root: ShadowRoot | HTMLElement, listen: () => void): QuietListeners {
  const host = root instanceof ShadowRoot ? root.host : root;
  let listeners = quiet.get(host);
  if (!listeners) {
    const asleep: Added[] = [];
    const isTold = isSeen(host);
    const { addEventListener } = root;
    const attach = ([type, listener, options]: Added): void =>
      addEventListener.call(root, type, (event) => hear(root, listeners!, listener, event), options);
    const wake = (): void => asleep.splice(0).forEach(attach);
    listeners = { busy: 0, wake, moved: () => isSeen(host) || wake() };
    quiet.set(host, listeners);
    root.addEventListener = (...added: Added): void => {
      if (isTold && tells(added[0])) asleep.push(added);
      else attach(added);
    };
  }
  listen();
  // Whoever else listens to the root does so as everywhere.
  delete (root as Partial<typeof root>).addEventListener;
  return listeners;
}

/** Calls a listener; for it, what comes from elsewhere comes from the first node of its own tree that is on the way. */
function hear(root: Node, listeners: QuietListeners, listener: EventListener, event: Event): void {
  const own = event.composedPath().find((node) => (node as Partial<Node>).getRootNode?.() === root);
  const isElsewhere = own && own !== event.target;
  if (isElsewhere) Object.defineProperty(event, 'target', { value: own, configurable: true });
  listeners.busy++;
  try {
    listener.call(root, event);
  } finally {
    listeners.busy--;
    if (isElsewhere) delete (event as { target?: unknown }).target;
  }
}

/** True for events of which the window tells: it is asked to, the first time. */
function tells(type: string): boolean {
  let told = kinds.get(type);
  if (told === undefined) {
    kinds.set(type, (told = LEAVES.test(type)));
    if (told) addEventListener(type, wakeAll, true);
  }
  return told;
}

/** Adds the listeners that wait for events, wherever one comes along. */
function wakeAll(event: Event): void {
  for (const target of event.composedPath()) quiet.get(target)?.wake();
}

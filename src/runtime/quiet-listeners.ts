/** What listens to a root. */
export interface QuietListeners {
  /** How many of its listeners run now. */
  busy: number;
}

/** Listeners that a root does not have yet: kind, listener and options of each, one after the other. */
type Sleeping = unknown[];

type Options = boolean | AddEventListenerOptions | undefined;

const quiet = new WeakMap<Node, QuietListeners>();

/** By the hosts of roots: what sleeps, and what adds it. */
const sleeping = new WeakMap<
  EventTarget,
  [Sleeping, (type: string, listener: EventListener, options: Options) => void]
>();

/** Kinds of events by window: true for those of which the window tells. */
const kinds = new WeakMap<Window, Map<string, boolean>>();

/** Events that leave a shadow root: a window can tell that one is coming. */
const LEAVES =
  /^((aux|dbl)?click|contextmenu|(mouse|(got|lost)?pointer|touch|key|drag|composition|focus).*|drop|wheel|(before)?input|blur|copy|cut|paste)$/;

/**
 * Lets a framework listen to a root at less cost, and rightly. It adds more than a hundred listeners to each root: those
 * of events that leave the root are added when the first such event is on its way. And it looks for its own nodes from
 * the target upwards: what happens in a slot's content happens, for it, at the slot.
 */
export function quietListeners(root: ShadowRoot | HTMLElement): QuietListeners {
  const known = quiet.get(root);
  if (known) return known;
  const listeners: QuietListeners = { busy: 0 };
  quiet.set(root, listeners);
  const host = root instanceof ShadowRoot ? root.host : root;
  // What is inside of somebody's closed root is on no path that a window is shown.
  const view = isHidden(host) ? null : host.ownerDocument.defaultView;
  const add = root.addEventListener;
  const attach = (type: string, listener: EventListener, options: Options): void =>
    add.call(
      root,
      type,
      typeof listener === 'function' ? (event) => hear(root, listeners, listener, event) : listener,
      options,
    );
  const asleep: Sleeping = [];
  sleeping.set(host, [asleep, attach]);
  root.addEventListener = (type: string, listener: never, options?: Options): void => {
    if (view && isTold(view, type)) asleep.push(type, listener, options);
    else attach(type, listener, options);
  };
  return listeners;
}

function hear(root: Node, listeners: QuietListeners, call: EventListener, event: Event): void {
  const { target } = event;
  const slot =
    target instanceof Node && target.getRootNode() !== root
      ? event.composedPath().find((node) => node instanceof HTMLSlotElement && node.getRootNode() === root)
      : undefined;
  if (slot) Object.defineProperty(event, 'target', { value: slot, configurable: true });
  listeners.busy++;
  try {
    call.call(root, event);
  } finally {
    listeners.busy--;
    if (slot) delete (event as { target?: unknown }).target;
  }
}

/** True for events of which the window tells: it is asked to, the first time. */
function isTold(view: Window, type: string): boolean {
  let own = kinds.get(view);
  if (!own) kinds.set(view, (own = new Map()));
  let told = own.get(type);
  if (told === undefined) {
    own.set(type, (told = LEAVES.test(type)));
    if (told) view.addEventListener(type, wake, true);
  }
  return told;
}

/** Adds the listeners that wait for such an event, wherever it comes along. */
function wake(event: Event): void {
  for (const target of event.composedPath()) {
    const [asleep, attach] = sleeping.get(target) ?? [];
    if (!attach) continue;
    for (let place = asleep!.indexOf(event.type); place !== -1; place = asleep!.indexOf(event.type, place)) {
      const [type, listener, options] = asleep!.splice(place, 3);
      attach(type as string, listener as EventListener, options as Options);
    }
  }
}

function isHidden(node: Node): boolean {
  for (let root = node.getRootNode(); root instanceof ShadowRoot; root = root.host.getRootNode())
    if (root.mode === 'closed') return true;
  return false;
}

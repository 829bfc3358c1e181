/** Listeners of one kind of event that a root does not have yet. */
type Sleeping = Map<string, (() => void)[]>;

/** What listens to a root. */
export interface QuietListeners {
  /** How many of its listeners run now. */
  busy: number;
}

const quiet = new WeakMap<Node, QuietListeners>();
const sleeping = new WeakMap<EventTarget, Sleeping>();
const watched = new WeakMap<Window, Set<string>>();

/** Events that leave a shadow root: a window can tell that one is coming. */
const LEAVES =
  /^(?:(?:aux|dbl)?click|contextmenu|(?:mouse|(?:got|lost)?pointer|touch|key|drag|composition|focus).*|drop|wheel|(?:before)?input|blur|copy|cut|paste)$/;

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
  const view = host.ownerDocument.defaultView;
  // What is inside of somebody's closed root is on no path that a window is shown.
  const hidden = isHidden(host);
  const add = root.addEventListener;
  root.addEventListener = (
    type: string,
    listener: EventListenerOrEventListenerObject | null,
    options?: boolean | AddEventListenerOptions,
  ): void => {
    const call = typeof listener === 'function' ? listener : undefined;
    const own = call && ((event: Event): void => hear(root, listeners, call, event));
    const attach = (): void => add.call(root, type, (own ?? listener)!, options);
    if (view && !hidden && LEAVES.test(type)) sleep(host, view, type, attach);
    else attach();
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

function sleep(host: Element, view: Window, type: string, attach: () => void): void {
  let own = sleeping.get(host);
  if (!own) sleeping.set(host, (own = new Map()));
  const same = own.get(type);
  if (same) same.push(attach);
  else own.set(type, [attach]);
  let types = watched.get(view);
  if (!types) watched.set(view, (types = new Set()));
  if (types.has(type)) return;
  types.add(type);
  view.addEventListener(type, wake, true);
}

function wake(event: Event): void {
  for (const target of event.composedPath()) {
    const own = sleeping.get(target);
    const list = own?.get(event.type);
    if (!list) continue;
    own!.delete(event.type);
    for (const attach of list) attach();
  }
}

function isHidden(node: Node): boolean {
  for (let root = node.getRootNode(); root instanceof ShadowRoot; root = root.host.getRootNode())
    if (root.mode === 'closed') return true;
  return false;
}

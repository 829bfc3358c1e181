import { createApp, createVNode, render, type AppContext, type VNode } from 'vue';
import type { Given, GivenSlots, Mounting } from './component-view.js';

const slotFunctions = new Map<string, () => VNode>();

/** The content of a slot as Vue takes it. */
function slotFunction(name: string): () => VNode {
  let made = slotFunctions.get(name);
  if (!made)
    slotFunctions.set(name, (made = () => createVNode('slot', name === 'default' ? null : { name })));
  return made;
}

/** Ids that components make for themselves begin with a number for each element. */
let elements = 0;

/** Mounts components of Vue. */
export const mount: Mounting = (Component, { root, fail }, given, slots) => {
  const app = createApp(Component);
  app.config.errorHandler = fail;
  app.config.idPrefix = `v${elements++}`;
  const context = (app as unknown as { _context: AppContext })._context;
  let node: VNode;
  const update = (given: Given, slots: GivenSlots): void => {
    const content = Object.fromEntries(
      Object.entries(slots).map(([name, slot]) => [name, slotFunction(slot)]),
    );
    node = createVNode(Component, given, { ...content, $stable: false });
    node.appContext = context;
    render(node, root);
  };
  update(given, slots);
  return {
    update,
    handle: () => node.component?.exposed ?? (node.component?.proxy as object | null),
    unmount: () => render(null, root),
  };
};

import { createApp, createVNode, render, type AppContext, type VNode } from 'vue';
import type { Given, Mounting } from './component-view.js';

/** What shows a slot. */
export const slot = (name: string | undefined) => (): VNode => createVNode('slot', { name });

/** Ids that components make for themselves begin with a number for each element. */
let elements = 0;

/** Mounts components of Vue. */
export const mount: Mounting = (Component, { root, fail }, given) => {
  const app = createApp(Component);
  app.config.errorHandler = fail;
  app.config.idPrefix = `v${elements++}`;
  const context = (app as unknown as { _context: AppContext })._context;
  let node: VNode;
  const update = (given: Given): void => {
    const properties: Given = {};
    const slots: Given = { $stable: false };
    for (const name in given)
      if (name[0] === '#') slots[name.slice(1)] = given[name];
      else properties[name] = given[name];
    node = createVNode(Component, properties, slots);
    node.appContext = context;
    render(node, root);
  };
  update(given);
  return {
    update,
    handle: () => node.component?.exposed ?? (node.component?.proxy as object | null),
    unmount: () => render(null, root),
  };
};

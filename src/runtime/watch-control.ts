import type { Inside } from './inside.js';
import { passTo } from './passing-element.js';
import { relay } from './relay.js';
import { rootOf } from './view-element.js';

/**
 * Makes what a component draws with a part's name the control that passed attributes reach, whenever it is another one;
 * its events of these types are sent again from the host.
 */
export function watchControl(part: string, relayed: readonly string[]): (inside: Inside) => void {
  return (inside) => {
    const root = rootOf(inside.host);
    let control: Element | null = null;
    new MutationObserver(() => {
      const found = root.querySelector(`[part~="${part}"]`);
      if (found && found !== control) {
        passTo(inside.host, found);
        for (const type of relayed) found.addEventListener(type, (event) => relay(inside, event));
      }
      control = found;
    }).observe(root, { childList: true, subtree: true });
  };
}

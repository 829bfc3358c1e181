import type { Inside } from './quay-menu.contract.yaml';

export const state = () => ({ open: false });

export function choose(menu: Inside, id: string) {
  menu.state.open = false;
  menu.emit('menu-choose', { id });
}

export function unfold(menu: Inside) {
  menu.state.open = true;
}

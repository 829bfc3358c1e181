import type { Inside } from './quay-tabs.contract.yaml';

export function select(tabs: Inside, id: string) {
  tabs.selected = id;
  tabs.emit('tab-select', { id });
}

import type { Inside } from './quay-panel.contract.yaml';

/** Folds or unfolds the body, and says so. */
export function toggle(panel: Inside) {
  panel.collapsed = !panel.collapsed;
  panel.emit('panel-toggle', { collapsed: panel.collapsed });
}

export function unfold(panel: Inside) {
  panel.collapsed = false;
}

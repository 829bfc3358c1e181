import type { Inside } from './quay-dialog.contract.yaml';

/** Closes it, unless someone objects. */
export function close(dialog: Inside) {
  if (dialog.emit('dialog-close')) dialog.open = false;
}

export function pressed(dialog: Inside, event: KeyboardEvent) {
  if (event.key === 'Escape') close(dialog);
}

export function show(dialog: Inside) {
  dialog.open = true;
}

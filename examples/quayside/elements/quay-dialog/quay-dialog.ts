import type { Inside } from './quay-dialog.contract.yaml';

/** Closes it, unless someone objects. */
export function close(dialog: Inside) {
  if (dialog.emit('dialog-close')) dialog.open = false;
}

export function show(dialog: Inside) {
  dialog.open = true;
}

/** Escape closes it as the button does. */
export function connected(dialog: Inside) {
  return dialog.listen(dialog.host, 'quay-escape', () => {
    if (dialog.open) close(dialog);
  });
}

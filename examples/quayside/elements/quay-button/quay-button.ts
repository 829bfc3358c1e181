import type { Inside } from './quay-button.contract.yaml';

/** Reports a press, whether it came from a click or from code; a busy button stays silent. */
export function press(button: Inside) {
  if (!button.busy) button.emit('quay-press', { variant: button.variant });
}

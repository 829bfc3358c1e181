import type { Inside } from './quay-notice.contract.yaml';

/** Puts it away, unless someone objects. */
export function dismiss(notice: Inside) {
  if (notice.emit('notice-dismiss')) notice.dismissed = true;
}

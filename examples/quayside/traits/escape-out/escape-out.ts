import type { Inside } from './escape-out.trait.yaml';

/** Listens on the host, so that the consumer's content counts as well. */
export function connected(element: Inside) {
  element.listen(element.host, 'keydown', (event) => {
    if (event.key === 'Escape' && !event.defaultPrevented) element.emit('quay-escape');
  });
}

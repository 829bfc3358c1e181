import type { ListedElement, LiveOverview } from '../../../shapes.js';
import { verdictWords } from '../../shared/words.js';
import type { Inside } from './live-overview.contract.yaml';

const NOTHING: Pick<LiveOverview, 'elements'> = { elements: [] };

export const results = {
  all: ({ library }: Inside) => ({ ...NOTHING, ...(library as Partial<LiveOverview>) }),
  found(overview: Inside): readonly ListedElement[] {
    const words = overview.search.toLowerCase().split(/\s+/).filter(Boolean);
    return results
      .all(overview)
      .elements.filter(({ tag, summary }) =>
        words.every((word) => `${tag} ${summary}`.toLowerCase().includes(word)),
      );
  },
};

/** Pictures are made when they come into view: a library may have a thousand elements. */
export function connected(overview: Inside) {
  const seen = new IntersectionObserver(
    (entries) => {
      for (const { isIntersecting, target } of entries)
        if (isIntersecting) overview.emit('picture-want', { tag: (target as HTMLElement).dataset.tag! });
    },
    { rootMargin: '200px' },
  );
  observers.set(overview.host, seen);
  drawn(overview);
  return () => seen.disconnect();
}

const observers = new WeakMap<HTMLElement, IntersectionObserver>();

export function drawn({ host }: Inside) {
  const seen = observers.get(host);
  for (const item of host.shadowRoot?.querySelectorAll('li') ?? []) seen?.observe(item);
}

export function choose(overview: Inside, tag: string, event: MouseEvent) {
  // With a key held down it is a link as any other.
  if (event.ctrlKey || event.metaKey || event.shiftKey) return;
  event.preventDefault();
  overview.emit('element-choose', { tag });
}

export function addressOf({ pictures }: Inside, tag: string): string {
  return String(pictures[tag] ?? '');
}

export function versionOf({ versions }: Inside, tag: string): number {
  return Number(versions[tag] ?? 0);
}

export function count(_: Inside, number: number, what: string): string {
  return `${number} ${what}${number === 1 ? '' : 's'}`;
}

export function verdicts(_: Inside, element: ListedElement): string {
  return verdictWords(element.verdicts);
}

import type { Filters } from './state.js';

/** Leaves of the causes those that the filters ask for. */
export function showCauses(filters: Filters): void {
  const names = (text: string | undefined, wanted: string): boolean =>
    !wanted || (text ?? '').split(' ').includes(wanted);
  const part = filters.element.trim().toLowerCase();
  for (const section of document.querySelectorAll<HTMLElement>('.causes')) {
    let left = 0;
    for (const cause of section.querySelectorAll<HTMLElement>('.cause')) {
      const places = [...cause.querySelectorAll('li')];
      for (const place of places) {
        const { frameworks, browsers, facets } = place.dataset;
        const elements = [...place.querySelectorAll<HTMLElement>('[data-element]')];
        place.hidden =
          !names(frameworks, filters.framework) ||
          !names(browsers, filters.browser) ||
          !names(facets, filters.facet) ||
          !elements.some(({ dataset }) => dataset.element!.includes(part));
      }
      cause.hidden = places.every(({ hidden }) => hidden);
      if (!cause.hidden) left++;
    }
    section.hidden = left === 0 || (filters.verdict !== '' && section.dataset.verdict !== filters.verdict);
  }
}

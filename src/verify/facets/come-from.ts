import type { ProbePage } from '../facet.js';

/**
 * Clicks a button that stands beside the element: a person came from somewhere, so the focus is on something else when the element
 * arrives, and browsers know that it was a pointer that was used last. Gives a function that takes the button away.
 */
export async function comeFromElsewhere(page: ProbePage): Promise<() => void> {
  const opener = document.createElement('button');
  opener.textContent = 'Open';
  const place = page.container();
  place.append(opener);
  await page.click(opener);
  return () => place.remove();
}

import type { ProbePage } from '../facet.js';

/** Puts a button beside the element: where the focus is before it arrives. */
export function opener(page: ProbePage): HTMLButtonElement {
  const button = document.createElement('button');
  button.textContent = 'Open';
  page.container().append(button);
  return button;
}

/**
 * Clicks a button that stands beside the element: a person came from somewhere, so the focus is on something else when the element
 * arrives, and browsers know that it was a pointer that was used last. Gives a function that takes the button away.
 */
export async function comeFromElsewhere(page: ProbePage): Promise<() => void> {
  const button = opener(page);
  await page.click(button);
  return () => button.parentElement!.remove();
}

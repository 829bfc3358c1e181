/** What is said of a component of a framework that does not follow all that it is given. */
export function componentNote(where: string): string {
  return `Its component keeps something of what it was given before (${where}); for a new state make another element, or let the component follow its properties.`;
}

/** What is said of an element without a shadow root whose clone draws once more beside what was cloned. */
export const LIGHT_TREE =
  'It renders into its own children, and a clone has those already. Create a new element instead of cloning, or let the element look for what is there.';

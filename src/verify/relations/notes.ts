/** What is said of a component of a framework that does not follow all that it is given. */
export function componentNote(where: string): string {
  return `Its component keeps something of what it was given before (${where}); for a new state make another element, or let the component follow its properties.`;
}

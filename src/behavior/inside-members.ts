/** Members of an element's inside (`host`, `emit`, …); a property of the same name is reached through `host`. */
export const INSIDE_MEMBERS: ReadonlySet<string> = new Set([
  'host',
  'state',
  'emit',
  'listen',
  'parts',
  'internals',
  'release',
]);

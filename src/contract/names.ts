/** `maxCount` to `max-count`. */
export function kebabCase(name: string): string {
  return name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
}

/** `max-count` to `maxCount`. */
export function camelCase(name: string): string {
  return name.replace(/-([a-z0-9])/g, (_, letter: string) => letter.toUpperCase());
}

/** `quay-berth` to `QuayBerth`. */
export function pascalCase(name: string): string {
  const camel = camelCase(name);
  return camel.charAt(0).toUpperCase() + camel.slice(1);
}

/** `maxCount` to `MAX_COUNT`. */
export function constantCase(name: string): string {
  return name.replace(/[A-Z]/g, (letter) => `_${letter}`).toUpperCase();
}

/** Names that the custom elements standard keeps for SVG and MathML (HTML, section 4.13.2). */
const RESERVED_TAGS = new Set([
  'annotation-xml',
  'color-profile',
  'font-face',
  'font-face-src',
  'font-face-uri',
  'font-face-format',
  'font-face-name',
  'missing-glyph',
]);

/** What is wrong with a tag as the name of a custom element, or undefined. ASCII letters only, so that it works in CSS and JSX as it is. */
export function tagProblem(tag: string): string | undefined {
  if (/[A-Z]/.test(tag)) return 'has a capital letter; custom element names are lower case';
  if (!tag.includes('-'))
    return 'has no hyphen; a custom element needs one to be told apart from HTML elements';
  if (!/^[a-z][a-z0-9._-]*$/.test(tag)) return 'holds a character that a custom element name cannot have';
  if (RESERVED_TAGS.has(tag)) return 'is reserved by the standard';
  return undefined;
}

/** Names of all properties that have a computed value, custom ones aside; the same for all nodes of a page. */
let names: readonly string[] | undefined;

/** The whole computed style of a node, or of a pseudo-element of it, as text; custom properties are left out. */
export function styleText(style: CSSStyleDeclaration): string {
  names ??= [...style].filter((name) => !name.startsWith('--'));
  let text = '';
  for (const name of names) text += `${style.getPropertyValue(name)};`;
  return text;
}

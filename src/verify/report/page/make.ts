import { SIGN_PATHS } from '../report-data.js';

/** An element with attributes and content; texts are texts. */
export function make<Name extends keyof HTMLElementTagNameMap>(
  name: Name,
  attributes: Readonly<Record<string, string>> = {},
  ...content: (Node | string)[]
): HTMLElementTagNameMap[Name] {
  const made = document.createElement(name);
  for (const [attribute, value] of Object.entries(attributes)) made.setAttribute(attribute, value);
  made.append(...content);
  return made;
}

/** The sign of a verdict; words say the same beside it. */
export function sign(verdict: keyof typeof SIGN_PATHS): SVGElement {
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
  path.setAttribute('d', SIGN_PATHS[verdict]);
  for (const [name, value] of [
    ['class', 'sign'],
    ['viewBox', '0 0 16 16'],
    ['aria-hidden', 'true'],
  ] as const)
    svg.setAttribute(name, value);
  svg.append(path);
  return svg;
}

import { transform, type Selector, type SelectorComponent, type TokenOrValue } from 'lightningcss';

const SCOPE: SelectorComponent = { type: 'pseudo-class', kind: 'scope' };

/**
 * The style of an element without a shadow root, kept to what is inside of it (CSS Cascading 6, section 2.5): what
 * selects the host selects the root of the scope.
 */
export function scopedStyle(css: string, tag: string): string {
  const { code } = transform({
    filename: `${tag}.css`,
    code: Buffer.from(css),
    minify: true,
    visitor: { Selector: (selector) => inScope(selector) },
  });
  return `@scope (${tag}){${Buffer.from(code).toString()}}`;
}

function inScope(selector: Selector): Selector {
  return selector.flatMap((component): SelectorComponent[] => {
    if (component.type !== 'pseudo-class') return [component];
    if (component.kind === 'host') {
      const { selectors } = component;
      return selectors ? [{ type: 'pseudo-class', kind: 'is', selectors: [selectors] }, SCOPE] : [SCOPE];
    }
    if (component.kind === 'custom-function' && component.name === 'host-context') {
      // The host is it, or lies in it.
      const within = [...component.arguments, token('white-space', ' '), token('delim', '*')];
      const either = [...component.arguments, token('comma'), ...within];
      return [{ ...component, name: 'is', arguments: either }, SCOPE];
    }
    return [component];
  });
}

function token(type: string, value?: string): TokenOrValue {
  return { type: 'token', value: { type, value } } as TokenOrValue;
}

import type { ComponentFramework } from '../../contract/component-frameworks.js';
import type { TypeSymbol } from './type-program.js';

/** Where a framework declares what native elements take: an author's own folders may have the same names. */
const DECLARED: Record<ComponentFramework, RegExp> = {
  react: /[\\/]node_modules[\\/]@types[\\/]react(?:-\d+)?[\\/]/,
  preact: /[\\/]node_modules[\\/]preact[\\/](?:src|compat|hooks|dist)[\\/]/,
  vue: /[\\/]node_modules[\\/]@vue[\\/]runtime-dom[\\/]/,
  svelte: /[\\/]node_modules[\\/]svelte[\\/]elements\.d\.ts$/,
  solid: /[\\/]node_modules[\\/]solid-js[\\/](?:types|web|h)[\\/]/,
};

/** True for what a framework alone declares, as every native element of its takes it, and the component does not. */
export function isNative({ declarations }: TypeSymbol, framework: ComponentFramework): boolean {
  return declarations.length > 0 && declarations.every(({ path }) => DECLARED[framework].test(path));
}

/** The element whose attributes these are, as far as they tell. */
export function nativeElement(names: readonly string[]): string | undefined {
  const has = new Set(names.map((name) => name.toLowerCase()));
  if (has.has('checked') && has.has('maxlength')) return 'input';
  if (has.has('rows') && has.has('cols')) return 'textarea';
  if (has.has('formaction')) return 'button';
  if (has.has('href') && has.has('download')) return 'a';
  if (has.has('srcset') && has.has('alt')) return 'img';
  if (has.has('multiple') && has.has('size')) return 'select';
  return undefined;
}

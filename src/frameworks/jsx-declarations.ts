import type { Contract } from '../contract/model.js';
import { heardAtHost, tagEntries, useImports, useInterfaces, type UseDialect } from './declarations.js';

/** Declarations for a framework whose elements are listed in a `JSX` namespace of its module. */
export function jsxDeclarations(
  contracts: readonly Contract[],
  module: string,
  imports: string,
  dialect: UseDialect,
): string {
  return `${imports}
${useImports(contracts, dialect.listener !== undefined)}

${useInterfaces(contracts, dialect)}
declare module '${module}' {
  namespace JSX {
    interface IntrinsicElements {
${tagEntries(contracts, 6)}
    }
  }
}
`;
}

/** Declarations for React, whose versions differ in whether elements can be listened to. */
export function reactDeclarations(
  contracts: readonly Contract[],
  { listener, given }: Pick<UseDialect, 'listener' | 'given'>,
): string {
  return jsxDeclarations(
    contracts,
    'react',
    `import type { ChangeEvent, ClassAttributes, ComponentPropsWithoutRef, CSSProperties, DOMAttributes, HTMLAttributes } from 'react';`,
    {
      native: (tag, className) =>
        tag === undefined
          ? `HTMLAttributes<${className}>`
          : heardAtHost(`ComponentPropsWithoutRef<'${tag}'>`, 'DOMAttributes', className),
      replaced: `'style' | 'ref' | 'key'`,
      more: ({ className, passthrough }) => [
        ...(/^(?:input|select|textarea)$/.test(passthrough?.native ?? '')
          ? [
              `onChange?: ((event: ChangeEvent<${className}> & { target: ${className} }) => void) | undefined;`,
            ]
          : []),
        `key?: ClassAttributes<${className}>['key'];`,
        `ref?: ClassAttributes<${className}>['ref'];`,
        `style?: (CSSProperties & ${className}Style & { [name: \`--\${string}\`]: string | number | undefined }) | undefined;`,
        'class?: string | undefined;',
      ],
      ...(listener ? { listener } : {}),
      ...(given ? { given } : {}),
    },
  );
}

import { checkWithTsc } from './checkers.js';
import type { FrameworkTyping } from './framework.js';
import { listenerCode, writeTyped } from './typed-use.js';

/** How a framework's JSX writes typed uses. */
export interface JsxTyping {
  jsxImportSource: string;
  /** Packages that the sources import, with that of its types. */
  packages: FrameworkTyping['packages'];
  /** The import of what makes a reference, the code that makes one, and the reference's element. */
  reference: { imports: string; make(className: string): string; element: string };
  binds?: FrameworkTyping['binds'];
  property(name: string, value: string): string;
  /** Undefined where templates cannot listen. */
  listener?(event: string): string;
}

/** Typed uses in JSX, looked at by TypeScript. */
export function jsxTyping(dialect: JsxTyping): FrameworkTyping {
  const { reference } = dialect;
  return {
    file: 'tsx',
    packages: dialect.packages,
    listens: dialect.listener !== undefined,
    ...(dialect.binds ? { binds: dialect.binds } : {}),
    compilerOptions: {
      jsx: dialect.jsxImportSource === 'solid-js' ? 'preserve' : 'react-jsx',
      jsxImportSource: dialect.jsxImportSource,
    },
    write: (file) =>
      writeTyped(file, {
        head: [
          `import type {} from '${file.packageName}/${file.entry}';`,
          `import type { ${file.className} } from '${file.packageName}/${file.tag}';`,
          reference.imports,
          '',
          ...file.constants.map(([name, code]) => `const ${name} = ${code};`),
          '',
          'export function Uses() {',
          `  ${reference.make(file.className)}`,
          '  const calls = () => {',
        ],
        call: (method) => `    ${reference.element}?.${method}();`,
        between: ['  };', '  void calls;', '  return (', '    <>'],
        margin: '      ',
        attributes: ({ properties, listeners }) => [
          'ref={reference}',
          ...properties.map(([name, constant]) => dialect.property(name, constant)),
          ...listeners.map((one) => `${dialect.listener?.(one.event)}={${listenerCode(one)}}`),
        ],
        tail: ['    </>', '  );', '}', ''],
      }),
    check: checkWithTsc,
  };
}

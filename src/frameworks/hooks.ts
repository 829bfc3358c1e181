import { quoted, literal } from '../syntax/literal.js';
import { ExampleNames } from './example-names.js';
import { lateContent } from './jsx.js';
import { Callback, type BoundProperty, type Scene } from './scene.js';
import type { ServerRendering } from './framework.js';
import { writeServerFile } from './server-rendering.js';
import { heardCode, stageCall } from './stage-call.js';
import { indented, valueCode, writeContent, writeElement, type MarkupSyntax } from './write-content.js';

/** Names that examples use themselves. */
const TAKEN = [
  'Example',
  'heard',
  'current',
  'more',
  'setMore',
  'setShown',
  'shown',
  'useEffect',
  'useLayoutEffect',
  'useRef',
  'useState',
];

/** How a framework with function components and hooks differs from the others of its kind. */
export interface HooksDialect {
  /** The module that exports the hooks. */
  hooks: string;
  syntax: MarkupSyntax;
  /** An attribute of the custom element. */
  attribute(name: string, value: string): string;
  /** How a property is written in JSX; undefined where it is set through the reference, in an effect. */
  property(property: BoundProperty, value: string, scene: Scene): string | undefined;
  /** Attributes by which the framework leaves alone what an element without a shadow root holds. */
  leaving?: readonly string[];
  /** True if JSX takes listeners for the element's events; otherwise they are added in an effect. */
  listens: boolean;
}

/** By these, React leaves alone what an element without a shadow root holds. */
export const REACT_LEAVING = ['suppressHydrationWarning', "dangerouslySetInnerHTML={{ __html: '' }}"];

/** An example as a function component with hooks. */
export function writeWithHooks(scene: Scene, dialect: HooksDialect): string {
  const names = new ExampleNames(scene, TAKEN);
  const { tag, properties, attributes, events, content, removable } = scene;
  const states = properties.map(
    ({ name, value }) =>
      `const [${names.value(name)}, ${names.setter(name)}] = useState(${value instanceof Callback ? `() => ${valueCode(value)}` : literal(value)});`,
  );
  const effects: string[] = [];
  const needed = removable ? ', shown' : '';
  const current = removable ? `if (${names.element}.current) ` : '';
  const bound = properties.flatMap((property) => {
    const value = names.value(property.name);
    const written = dialect.property(property, value, scene);
    if (written !== undefined) return [written];
    effects.push(
      `useLayoutEffect(() => {\n  ${current}${names.element}.current.${property.name} = ${value};\n}, [${value}${needed}]);`,
    );
    return [];
  });
  const listeners = dialect.listens ? events : [];
  if (!dialect.listens && events.length > 0) effects.push(listening(names.element, scene));
  // Only who reaches for the element needs a reference to it.
  const refers = scene.staged || effects.length > 0;
  const written = [
    ...(refers ? [`ref={${names.element}}`] : []),
    ...Object.entries(attributes).map(([name, value]) => dialect.attribute(name, value)),
    ...bound,
    ...(scene.light ? (dialect.leaving ?? []) : []),
    ...listeners.map((event) => `on${event}={(event) => ${heardCode(scene)}}`),
  ];
  const inside = writeContent(content, dialect.syntax);
  if (scene.lateContent.length > 0) {
    states.push('const [more, setMore] = useState(false);');
    inside.push(lateContent('more', scene.lateContent, dialect.syntax));
  }
  let markup = writeElement(tag, written, inside);
  if (removable) {
    states.push('const [shown, setShown] = useState(true);');
    markup = `<>\n  {shown && (\n${indented(markup, 4)}\n  )}\n</>`;
  }
  const hooks = [
    ...(effects.length > 0 ? ['useLayoutEffect'] : []),
    ...(refers ? ['useRef'] : []),
    ...(states.length > 0 ? ['useState'] : []),
  ];
  const lines = [
    ...states,
    ...(refers ? [`const ${names.element} = useRef(null);`] : []),
    ...effects,
    ...stageCall(scene, {
      stage: 'stage',
      element: `${names.element}.current`,
      value: (name) => names.value(name),
      set: (name) => names.setter(name),
      setMore: 'setMore',
      setShown: 'setShown',
    }),
    '',
    `return (\n${indented(markup, 2)}\n);`,
  ];
  const imports = [
    ...(hooks.length > 0 ? [`import { ${hooks.join(', ')} } from ${quoted(dialect.hooks)};`] : []),
    ...scene.register.map((module) => `import ${quoted(module)};`),
  ];
  return `${imports.join('\n')}\n\nexport function Example(${scene.staged ? '{ stage }' : ''}) {\n${indented(lines.join('\n'), 2)}\n}\n`;
}

function listening(element: string, scene: Scene): string {
  const { events, removable, staged } = scene;
  const each = (method: string): string[] =>
    events.map((event) => `current${removable ? '?' : ''}.${method}(${quoted(event)}, heard);`);
  return [
    'useLayoutEffect(() => {',
    `  const { current } = ${element};`,
    `  const heard = (event) => ${heardCode(scene)};`,
    ...each('addEventListener').map((line) => `  ${line}`),
    '  return () => {',
    ...each('removeEventListener').map((line) => `    ${line}`),
    '  };',
    `}, [${[...(staged ? ['stage'] : []), ...(removable ? ['shown'] : [])].join(', ')}]);`,
  ].join('\n');
}

/** The module for browsers of frameworks that render into a root that they make. */
export function reactMount(root: string, jsx: string): string {
  return `
import { createRoot } from ${quoted(root)};
import { jsx } from ${quoted(jsx)};

export function mount({ Example }, container, stage) {
  const root = createRoot(container);
  root.render(jsx(Example, { stage }));
  return () => root.unmount();
}
`;
}

/** How frameworks with React's server renderer and root do it. */
export function reactServer(
  jsx: string,
  own: Pick<ServerRendering, 'example' | 'misses' | 'care'>,
): ServerRendering {
  return {
    ...own,
    packages: [],
    file: 'server.jsx',
    jsxImportSource: jsx.replace(/\/jsx-runtime$/, ''),
    write: (page) =>
      writeServerFile(
        page,
        [`import { renderToString } from 'react-dom/server';`, `import { Example } from './Example.jsx';`],
        (stage) => `renderToString(<Example${stage && ` stage={${stage}}`} />)`,
      ),
    hydrateModule: `
import { hydrateRoot } from 'react-dom/client';
import { jsx } from ${quoted(jsx)};

export function hydrate({ Example }, container, stage) {
  const root = hydrateRoot(container, jsx(Example, { stage }), {
    onRecoverableError: (error) => console.error(error),
  });
  return () => root.unmount();
}
`,
  };
}

/** Compiles JSX as a bundler does in production, for a framework's own JSX functions. */
export async function compileJsx(source: string, jsxImportSource: string): Promise<string> {
  const { transform } = await import('esbuild');
  const { code } = await transform(source, {
    loader: 'jsx',
    jsx: 'automatic',
    jsxImportSource,
    target: 'es2022',
  });
  return code;
}

import { literal, quoted, templateLiteral } from '../syntax/literal.js';
import type { BoundProperty, Scene } from './scene.js';
import { ExampleNames } from './example-names.js';
import { heardCode } from './stage-call.js';
import type { Framework } from './framework.js';
import { entry, HTML_SYNTAX, indented, valueCode, writeContent, writeElement } from './write-content.js';

/** True for a value that markup can carry. */
function isWritten({ attribute, value }: BoundProperty): boolean {
  return attribute !== undefined && typeof value !== 'object' && value !== undefined;
}

function writtenAttributes(scene: Scene): string[] {
  const bound = scene.properties.filter(isWritten).flatMap(({ attribute, value }) => {
    if (value === false) return [];
    return [HTML_SYNTAX.attribute(attribute!, value === true ? '' : String(value))];
  });
  return [
    ...Object.entries(scene.attributes).map(([name, value]) => HTML_SYNTAX.attribute(name, value)),
    ...bound,
  ];
}

function scriptLines(scene: Scene): string[] {
  const names = new ExampleNames(scene, ['place', 'shown']);
  const variable = names.element;
  const { tag, properties, events, lateContent } = scene;
  const lines = scene.register.map((module) => `import ${quoted(module)};`);
  if (lines.length > 0) lines.push('');
  const refers = scene.staged || events.length > 0 || properties.some((one) => !isWritten(one));
  if (refers) lines.push(`const ${variable} = document.querySelector(${quoted(tag)});`);
  for (const property of properties.filter((candidate) => !isWritten(candidate))) {
    lines.push(
      `const ${names.value(property.name)} = ${valueCode(property.value)};`,
      `${variable}.${property.name} = ${names.value(property.name)};`,
    );
  }
  for (const event of events)
    lines.push(`${variable}.addEventListener(${quoted(event)}, (event) => ${heardCode(scene)});`);
  if (!scene.staged) return lines;
  lines.push('', 'stage({', `  element: () => ${variable},`);
  const values = properties.map(({ name, value, ...rest }) =>
    isWritten({ name, value, ...rest }) ? `${name}: ${literal(value)}` : entry(name, names.value(name)),
  );
  if (values.length > 0) {
    lines.push(`  values: { ${values.join(', ')} },`, '  set: {');
    for (const { name } of properties) lines.push(`    ${name}: (value) => (${variable}.${name} = value),`);
    lines.push('  },');
  }
  if (lateContent.length > 0) {
    const markup = writeContent(lateContent, HTML_SYNTAX).join('');
    lines.push(
      '  setMore(shown) {',
      `    if (shown) ${variable}.insertAdjacentHTML('beforeend', ${quoted(markup)});`,
      `    else for (let count = ${lateContent.length}; count > 0; count--) ${variable}.lastChild.remove();`,
      '  },',
    );
  }
  if (scene.removable) {
    lines.push(
      '  setShown: (shown) => (shown ? place.append(' + variable + ') : ' + variable + '.remove()),',
    );
    lines.splice(lines.indexOf('stage({'), 0, `const place = ${variable}.parentNode;`, '');
  }
  lines.push('});');
  return lines;
}

/** Plain HTML: markup, then a script for what markup cannot say. */
export const html: Framework = {
  name: 'html',
  title: 'HTML',
  packages: [],
  exampleFile: 'example.html',
  vendor: {},
  defines: {},

  write(scene) {
    const markup = writeElement(
      scene.tag,
      writtenAttributes(scene),
      writeContent(scene.content, HTML_SYNTAX),
    );
    const code = scriptLines(scene).join('\n').trim();
    return `${markup}\n\n<script type="module">\n${indented(code, 2)}\n</script>\n`;
  },

  /** A page has one document; here several examples share one, so each looks for its element in its own place. */
  async compile(source) {
    const [markup, script] = source.split('<script type="module">') as [string, string];
    const code = script.slice(0, script.lastIndexOf('</script>'));
    const imports: string[] = [];
    const body = code.replace(/^\s*import .*;$/gm, (line) => {
      imports.push(line.trim());
      return '';
    });
    return `${imports.join('\n')}\nexport const markup = ${templateLiteral(markup.trim())};\nexport function run(document, stage) {${body}}\n`;
  },

  server: {
    packages: [],
    file: 'server.js',
    write({ scene, libraryName }) {
      const given = scene.properties.map(({ name, value }) => entry(name, valueCode(value)));
      const content = writeContent(scene.content, HTML_SYNTAX).join('');
      const input = [
        ...(given.length > 0 ? [`properties: {\n${indented(`${given.join(',\n')},`, 2)}\n},`] : []),
        ...(Object.keys(scene.attributes).length > 0 ? [`attributes: ${literal(scene.attributes)},`] : []),
        ...(content ? [`content: ${quoted(content)},`] : []),
      ].join('\n');
      const passed = input && `, {\n${indented(input, 4)}\n  }`;
      return `import { render } from ${quoted(`${libraryName}/server`)};\n\nexport function page(${scene.staged ? 'stage' : ''}) {\n  return render(${quoted(scene.tag)}${passed});\n}\n`;
    },
    hydrateModule: `
export function hydrate(example, container, stage) {
  example.run(container, stage);
  return () => container.replaceChildren();
}
`,
  },

  mountModule: `
// The markup of an example is the page's own text.
const rules = { createHTML: (markup) => markup };
const page = globalThis.trustedTypes?.createPolicy('page', rules) ?? rules;

export function mount(example, container, stage) {
  container.innerHTML = page.createHTML(example.markup);
  example.run(container, stage);
  return () => container.replaceChildren();
}
`,
};

import { packageExports, registeringModule, sharedPeers } from '../build/package-manifest.js';
import { componentOf } from '../contract/implementation.js';
import type { InstalledFramework } from '../frameworks/find-framework.js';
import { ExampleCompiler } from '../frameworks/example-compiler.js';
import { vendorFiles } from '../frameworks/vendor.js';
import type { Scene } from '../frameworks/scene.js';
import type { Analysis } from '../library/library-element.js';
import { literal, quoted } from '../syntax/literal.js';
import { escapeMarkup } from '../syntax/markup.js';
import { FACETS } from './facets/index.js';
import { factsOf } from './facts.js';
import { BuiltCode } from './rests-on.js';
import { sharedFrameworks } from './shared-frameworks.js';
import { sharedNames } from './shared-names.js';
import { VERDICT_WORDS, type VerifyResult } from './result.js';

/** What a case is about. */
export interface Case {
  element: string;
  facet: string;
  framework: InstalledFramework;
  /** What was seen in the cell. */
  results: readonly VerifyResult[];
}

/** The version of the development server that a case asks for. */
const VITE = '^7';

/**
 * A small project that shows one cell in its framework, with the framework's ordinary development server: the built element, the
 * examples as a consumer writes them, a page that mounts them, and what was seen. Undefined where the facet has no examples.
 */
export async function caseProject(
  { library, elements }: Analysis,
  files: ReadonlyMap<string, string | Uint8Array>,
  { element: tag, facet, framework: installed, results }: Case,
): Promise<Record<string, string> | undefined> {
  const { framework, version } = installed;
  const element = elements.find(({ contract }) => contract.tag === tag)!;
  const tags = elements.map(({ contract }) => contract.tag);
  const plan = FACETS.find(({ name }) => name === facet)!.plan(factsOf(element, library, new Set(tags)));
  if (!('scenes' in plan)) return undefined;
  const examples = examplesOf(plan.scenes, (scene) => framework.write(scene));
  const scenes: Scene[] = Object.values(plan.scenes);
  const modules = new Set([
    registeringModule(library.name, tag),
    ...scenes.flatMap(({ register }) => register),
  ]);
  const exports = packageExports(
    library,
    elements.map(({ contract }) => contract),
  );
  // The framework that the element's component shares with whoever uses it.
  const ownFramework = componentOf(element.contract)?.framework;
  const shared = (await sharedFrameworks(library.root, sharedNames(elements), files)).filter(
    ({ framework }) => framework.name === ownFramework,
  );
  const entries = [...modules].map((module) => {
    const path = `.${module.slice(library.name.length)}`;
    return [path, exports[path]!] as const;
  });
  const project: Record<string, string> = {
    'README.md': readme(tag, facet, installed, results),
    'package.json': `${JSON.stringify(
      {
        name: `case-${tag}-${facet}`,
        private: true,
        type: 'module',
        scripts: { start: 'vite', build: 'vite build' },
        dependencies: {
          ...Object.fromEntries(
            shared.flatMap((one) => sharedPeers(one).map(([name]) => [name, `^${one.version}`])),
          ),
          ...(framework.project
            ? Object.fromEntries(
                framework.packages.map(({ name, major }, place) => [
                  name,
                  place === 0 ? version : `^${major}`,
                ]),
              )
            : {}),
          [library.name]: 'file:./element',
          vite: VITE,
          ...framework.project?.packages,
        },
      },
      null,
      2,
    )}\n`,
    'element/package.json': `${JSON.stringify(
      {
        name: library.name,
        version: library.version,
        type: 'module',
        exports: Object.fromEntries(entries),
        ...(shared.length > 0 ? { peerDependencies: Object.fromEntries(shared.flatMap(sharedPeers)) } : {}),
      },
      null,
      2,
    )}\n`,
    '.gitignore': 'node_modules\ndist\n',
  };
  const code = new BuiltCode(files);
  for (const [, entry] of entries)
    for (const path of code.reachedFrom(entry.slice('./'.length)))
      project[`element/${path}`] = code.textOf(path);
  if (framework.project) project['vite.config.js'] = framework.project.config(tags);
  if (framework.packages.length === 0) Object.assign(project, htmlPages(examples, tag, facet, results));
  else Object.assign(project, await frameworkPage(examples, installed, tags, tag, facet, results));
  return project;
}

/** Examples that are alike stand for all scenes that they belong to. */
function examplesOf(
  scenes: Record<string, Scene>,
  write: (scene: Scene) => string,
): [name: string, text: string][] {
  const seen = new Set<string>();
  return Object.entries(scenes).flatMap(([name, scene]) => {
    const text = write(scene);
    if (seen.has(text)) return [];
    seen.add(text);
    return [[name.replace(/[^\w-]/g, '-'), text] as [string, string]];
  });
}

/** What examples call with what a tool may use of them; here it shows what they hear. */
const STAGE = `/** Examples hand over what may be used of them, and say what they hear. */
export function makeStage(log) {
  const write = (text) => { log.textContent += text + '\\n'; };
  const stage = (handed) => { Object.assign(stage, { handed }); globalThis.handed = handed; };
  stage.heard = (event) => write(event.type + ' ' + JSON.stringify(event.detail));
  stage.called = (name, given) => write(name + ' was called with ' + JSON.stringify(given));
  return stage;
}
`;

async function frameworkPage(
  examples: readonly [string, string][],
  installed: InstalledFramework,
  tags: readonly string[],
  tag: string,
  facet: string,
  results: readonly VerifyResult[],
): Promise<Record<string, string>> {
  const { framework } = installed;
  const ending = framework.exampleFile.slice(framework.exampleFile.indexOf('.'));
  const files: Record<string, string> = {};
  const compiler = framework.project ? undefined : new ExampleCompiler(installed, new Set(tags));
  if (compiler) Object.assign(files, await ownModules(installed));
  if (compiler?.together) await compiler.compileTogether(examples.map(([, text]) => text));
  for (const [name, text] of examples) {
    files[`examples/${name}${ending}`] = text;
    // Where its users have other tools, what runs is what the framework's own compiler made of it.
    if (compiler) files[`compiled/${name}.js`] = await compiler.compile(text);
  }
  const imports = examples.map(([name], place) => {
    const path = compiler ? `./compiled/${name}.js` : `./examples/${name}${ending}`;
    return `import * as example${place} from ${quoted(path)};`;
  });
  files['stage.js'] = STAGE;
  files['mount.js'] = framework.mountModule.trimStart();
  files['main.js'] = `${imports.join('\n')}
import { mount } from './mount.js';
import { makeStage } from './stage.js';

const examples = { ${examples.map(([name], place) => `${quoted(name)}: example${place}`).join(', ')} };
for (const [name, example] of Object.entries(examples)) {
  const section = document.createElement('section');
  const [title, place, log] = ['h2', 'div', 'pre'].map((tag) => section.appendChild(document.createElement(tag)));
  title.textContent = name;
  document.body.append(section);
  mount({ ...example, Example: example.Example ?? example.default }, place, makeStage(log));
}
`;
  files['index.html'] = page(tag, facet, results, '<script type="module" src="/main.js"></script>');
  return files;
}

/** The framework as its users' own tools hand it to a browser, where Vite alone cannot. */
async function ownModules(installed: InstalledFramework): Promise<Record<string, string>> {
  const { specifiers, files } = await vendorFiles(installed);
  // The longest first: a shorter one may be the beginning of it.
  const sorted = [...specifiers].sort(([a], [b]) => b.length - a.length);
  const aliases = sorted.map(
    ([specifier, name]) =>
      `  { find: ${quoted(specifier)}, replacement: new URL(${quoted(`./vendor/${name}`)}, import.meta.url).pathname },\n`,
  );
  return {
    ...Object.fromEntries([...files].map(([name, text]) => [`vendor/${name}`, text])),
    'vite.config.js': `const modules = [\n${aliases.join('')}];\n\nexport default { resolve: { alias: modules }, optimizeDeps: { noDiscovery: true } };\n`,
  };
}

/** In plain HTML an example is a page. */
function htmlPages(
  examples: readonly [string, string][],
  tag: string,
  facet: string,
  results: readonly VerifyResult[],
): Record<string, string> {
  const links = examples.map(([name]) => `<li><a href="/${name}.html">${name}</a></li>`);
  const pages = examples.map(([name, text]) => [
    `${name}.html`,
    page(
      tag,
      facet,
      [],
      `<script type="module">\n  import { makeStage } from './stage.js';\n\n  globalThis.stage = makeStage(document.querySelector('pre'));\n</script>\n\n${text}\n<pre></pre>`,
    ),
  ]);
  const inputs = Object.fromEntries(
    ['index', ...examples.map(([name]) => name)].map((name) => [name, `${name}.html`]),
  );
  return {
    'stage.js': STAGE,
    'index.html': page(tag, facet, results, `<ul>${links.join('')}</ul>`),
    'vite.config.js': `export default { build: { rollupOptions: { input: ${literal(inputs)} } } };\n`,
    ...(Object.fromEntries(pages) as Record<string, string>),
  };
}

function page(tag: string, facet: string, results: readonly VerifyResult[], content: string): string {
  const told = results
    .filter(({ verdict }) => verdict !== 'fits')
    .map(
      ({ subject, verdict, note }) =>
        `<li>${escapeMarkup(`${VERDICT_WORDS[verdict]}: ${subject}. ${note}`)}</li>`,
    );
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<title>${escapeMarkup(`${tag}, ${facet}`)}</title>
</head>
<body>
<h1>${escapeMarkup(`<${tag}>, ${facet}`)}</h1>
${told.length > 0 ? `<ul>${told.join('\n')}</ul>\n` : ''}${content}
</body>
</html>
`;
}

function readme(
  tag: string,
  facet: string,
  { framework, version }: InstalledFramework,
  results: readonly VerifyResult[],
): string {
  const seen = results.map(({ subject, verdict, note, observed }) => {
    const wrong = observed
      .filter(({ wanted }) => wanted !== undefined)
      .map(({ did, saw, wanted }) => `  - ${did}: saw ${saw}, wanted ${wanted}`);
    return [`- **${subject}**: ${VERDICT_WORDS[verdict]}${note ? `. ${note}` : ''}`, ...wrong].join('\n');
  });
  return `# \`<${tag}>\` in ${framework.title}${version ? ` (${version})` : ''}: ${facet}

    npm install
    npm start

The page shows each example and what it hears; \`handed\` in its console has the element and what sets its values.
${framework.project || framework.packages.length === 0 ? '' : `\nExamples are in \`examples/\` as a user of ${framework.title} writes them; what runs is in \`compiled/\`, as its own compiler made it, with the framework itself in \`vendor/\`.\n`}
## What was seen

${seen.join('\n') || 'Nothing yet.'}
`;
}

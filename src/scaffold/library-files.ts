import { frameworkDependencies } from '../frameworks/framework-packages.js';
import type { Framework } from '../frameworks/framework.js';
import { schemaLine } from './schema-line.js';
import { elementFiles } from './element-files.js';

/**
 * The files of a new library, by path; it checks, builds and verifies as it is. `tool` is what it names as its
 * dependency on the tool.
 */
export function libraryFiles(
  name: string,
  tag: string,
  tool: string,
  frameworks: readonly Framework[],
): Record<string, string> {
  const folder = `elements/${tag}`;
  const { devDependencies, overrides } = frameworkDependencies(frameworks);
  const element = elementFiles({
    tag,
    summary: 'A lantern at the quay: a first element to change or to replace.',
    properties: ['label:string=Lantern', 'color:white|green|red', 'bright:boolean'],
    slots: ['default'],
    events: ['lantern-switch'],
    methods: ['reveal'],
    folder,
  });
  return {
    'lastwright.yaml': `${schemaLine('library', '')}library: 1
elements: elements/*
frameworks: [${frameworks.map((framework) => framework.name).join(', ')}]
browsers: [chromium]
output: dist
`,
    'package.json': `${JSON.stringify(
      {
        name,
        version: '0.1.0',
        private: true,
        type: 'module',
        scripts: {
          check: 'lastwright check',
          build: 'lastwright build',
          preview: 'lastwright preview',
          verify: 'lastwright verify',
          test: 'node --test',
        },
        devDependencies: Object.fromEntries(
          Object.entries({ ...devDependencies, lastwright: tool }).sort(([a], [b]) => (a < b ? -1 : 1)),
        ),
        ...(Object.keys(overrides).length > 0 ? { overrides } : {}),
      },
      null,
      2,
    )}\n`,
    'tsconfig.json': TSCONFIG,
    '.gitignore': 'node_modules/\ndist/\n.lastwright/\n',
    'tests/library.test.mjs': LIBRARY_TEST,
    '.github/workflows/library.yml': WORKFLOW,
    ...Object.fromEntries(Object.entries(element).map(([file, text]) => [`${folder}/${file}`, text])),
  };
}

const TSCONFIG = `{
  "compilerOptions": {
    "target": "ES2022",
    "module": "ESNext",
    "moduleResolution": "Bundler",
    "lib": ["ES2023", "DOM", "DOM.Iterable"],
    "types": [],
    "strict": true,
    "noEmit": true,
    "allowArbitraryExtensions": true,
    "allowImportingTsExtensions": true,
    "skipLibCheck": true,
    "rootDirs": [".", ".lastwright/types"]
  },
  "include": ["elements", ".lastwright/types/**/*.d.*.ts"]
}
`;

const LIBRARY_TEST = `// Every element keeps its contract: what \`lastwright verify\` proves, as a test.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { analyze, buildLibrary, openLibrary, verifyLibrary } from 'lastwright';

test('every element keeps its contract', async () => {
  const analysis = analyze(await openLibrary(process.cwd()));
  const { files, findings } = await buildLibrary(analysis);
  assert.deepEqual(findings.filter(({ severity }) => severity === 'error'), []);
  const { report } = await verifyLibrary(analysis, files);
  const failing = report.results.filter(({ verdict }) => verdict === 'fails');
  assert.deepEqual(failing.map(({ element, facet, framework, note }) => [element, facet, framework, note]), []);
});
`;

const WORKFLOW = `name: library
on: [push, pull_request]
jobs:
  verify:
    runs-on: ubuntu-latest
    steps:
      - uses: actions/checkout@v4
      - uses: actions/setup-node@v4
        with: { node-version: 22 }
      - run: npm ci
      - run: npx lastwright check --format github
      - run: npm test
`;

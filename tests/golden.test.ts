import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { classDeclaration, elementDeclaration } from '../src/build/declarations.js';
import { emitElement } from '../src/emit/browser/element.js';
import { emitServerDefinition } from '../src/emit/server/server-module.js';
import { examplePath, PLAIN, type ExampleFiles } from '../src/findings/codes/code.js';
import { CODES } from '../src/findings/codes/index.js';
import type { Finding } from '../src/findings/finding.js';
import { analyze, openLibrary, Workspace, type LibraryElement } from '../src/index.js';
import { elementTypeFiles } from '../src/types/type-files.js';
import { readBehavior, type Behavior } from '../src/behavior/read-behavior.js';
import { BEHAVIORS } from './golden-behaviors.js';
import { EVERY_TYPE, MISTAKES, MIXED } from './golden-corpus.js';
import { copyDemo, writeFiles } from './helpers.js';

// What is compared here whole, with files that people read: `npx vitest run tests/golden.test.ts -u` writes them anew, and
// the difference is reviewed like any other code.
const golden = (name: string): string => join(import.meta.dirname, 'golden', name);

const open = async (files: ExampleFiles) =>
  openLibrary(
    writeFiles(
      Object.fromEntries(
        Object.entries({ ...PLAIN, ...files }).map(([path, text]) => [examplePath(path), text]),
      ),
    ),
  );

const line = ({ code, severity, file, line: row, column, message, help, fix }: Finding): string =>
  `  ${file}:${row}:${column} ${severity} ${code}\n    ${message}\n    ${help}${
    fix ? `\n    mend ${fix.start}-${fix.end} ${JSON.stringify(fix.text)}` : ''
  }`;

describe('what is said', () => {
  it.each([
    ['said-of-examples.txt', CODES.map(({ code, fails }) => [code, fails] as const)],
    ['said-of-mistakes.txt', Object.entries(MISTAKES)],
  ])('of each mistake, and where: %s', async (file, libraries) => {
    const said: string[] = [];
    for (const [name, files] of libraries) {
      const { findings } = await new Workspace(await open(files)).check(false);
      said.push(`${name}\n${findings.map(line).join('\n')}`);
    }
    await expect(`${said.join('\n\n')}\n`).toMatchFileSnapshot(golden(file));
  });

  it('of types', async () => {
    const { findings } = await new Workspace(
      await open({
        '.html':
          '<b onclick="go(1, 2, 3)">{label.lenght}{label + go(2)}{two(label)}</b>\n<template when="label"><quay-mast label="{1}"></quay-mast></template>',
        '.ts':
          "import type { Inside } from './quay-mast.contract.yaml';\nexport function go(mast: Inside, by: number) { return mast.lable + by; }\nexport const two = () => 1;\n",
        '.contract.yaml': `${PLAIN['.contract.yaml']}`.replace(
          'string }',
          "string, default: '' }\n  day: { instance: Dat }",
        ),
      }).then(({ root }) => openLibrary(root)),
    ).check(true);
    await expect(`${findings.map(line).join('\n')}\n`).toMatchFileSnapshot(golden('said-of-types.txt'));
  });
});

/** Everything that is emitted for one element, one after the other. */
function emitted(element: LibraryElement, all: readonly LibraryElement[]): string {
  const { contract, tree, folder, behavior, traits, css } = element;
  const contracts = new Map(all.map((one) => [one.contract.tag, one.contract]));
  const source = {
    contract,
    tree: tree!,
    viewText: folder.view!.text,
    behavior,
    traits,
    css,
    documentCss: '',
    libraryCss: '',
  };
  const addresses = {
    runtime: '../shared/runtime.js',
    passing: '../shared/passthrough.js',
    behavior: '../behavior.js',
    trait: (name: string) => `../traits/${name}.js`,
    styles: '../shared/styles.js',
    component: '../component.js',
    mount: (framework: string) => `../shared/${framework}.js`,
  };
  const module = emitElement(source, addresses);
  const types = [...elementTypeFiles(element, [], contracts)!.files];
  return [
    ['the class', module.code],
    ['where its pieces come from', module.map.mappings],
    [
      'its first rendering on a server',
      emitServerDefinition({ ...source, sheets: [] }, contracts, {
        helpers: '../server.js',
        behavior: '../behavior.js',
      }),
    ],
    ...types,
    ['the declaration of the class', classDeclaration(element)],
    ['the declaration of the module that registers it', elementDeclaration(contract)],
  ]
    .map(([title, text]) => `// ---- ${title!}\n${text!.trimEnd()}\n`)
    .join('\n');
}

describe('what is emitted', () => {
  it('for elements of the demo library', async () => {
    const { elements } = analyze(await openLibrary(copyDemo()));
    for (const tag of ['quay-berth', 'quay-button', 'quay-field', 'quay-dialog', 'quay-board']) {
      const element = elements.find(({ contract }) => contract.tag === tag)!;
      await expect(emitted(element, elements)).toMatchFileSnapshot(golden(`${tag}.txt`));
    }
  });

  it('for every kind of type, and for a view of everything', async () => {
    const { elements, findings } = analyze(
      await openLibrary(
        writeFiles({
          'lastwright.yaml': 'library: 1\n',
          ...MIXED,
          'elements/quay-every/quay-every.contract.yaml': EVERY_TYPE,
          'elements/quay-every/quay-every.html': `<div part="box" hidden="{!on}"><button part="control" onclick="press(rows[0])">{text}{whole}{share}{look}{level}{maxCount}{hiddenText}{pairs}{any}{shape}{map}{nested}{day}{pick}{needed}</button>
<template for-each="row, at of rows" key="row.id"><slot name="row-{row.id}"></slot>{at}{row['two words'][at]}</template><slot></slot><select value="{text}"><option selected="{on}">{text}</option></select>
<other-tag some="{text}" aria-label="{text}"></other-tag><quay-mixed label="{text}" flags="{rows}"></quay-mixed></div>`,
          'elements/quay-every/quay-every.ts': `
export const state = () => ({ heavy: true, twoWords: 1 });
export const states = { crowded: (every) => every.rows.length > 2 };
export const results = { 'two words': (every) => every.text };
export const changes = { text(every, now) { every.emit('every-change', now); }, maxCount(every) { every.emit('every-quiet'); } };
export function validity(every) { return every.text ? {} : { valueMissing: true }; }
export function firstConnected() {}
export function connected(every) { every.listen(window, 'x', () => {}); }
export function disconnected() {}
export function moved() {}
export function adopted() {}
export function drawn() {}
export function open(every, far) { return far; }
export function close() {}
export function press(every) {}
`,
        }),
      ),
    );
    expect(findings.filter(({ severity }) => severity === 'error')).toEqual([]);
    for (const element of elements)
      await expect(emitted(element, elements)).toMatchFileSnapshot(golden(`${element.contract.tag}.txt`));
  });
});

/** Everything that is known of a behavior, in a few lines. */
function known({ exports, named, positions, ...rest }: Behavior): string {
  const reads = (one: Behavior['exports'] extends Map<string, infer Export> ? Export : never): string =>
    one.reads === 'everything'
      ? 'everything'
      : `properties [${[...one.reads.properties].join(' ')}], state [${[...one.reads.state].join(' ')}]`;
  const at = (offset: number): string => `${positions.at(offset).line}:${positions.at(offset).column}`;
  const listed = (list: Iterable<Parameters<typeof reads>[0]>): string[] =>
    [...list].map(
      (one) =>
        `    ${one.name} (${one.kind}${one.takesInside ? ', takes the inside' : ''}) at ${at(one.offset)} reads ${reads(one)}`,
    );
  return [
    '  exports',
    ...listed(exports.values()),
    ...Object.entries(named).flatMap(([kind, functions]) => [`  ${kind}`, ...listed(functions.values())]),
    ...Object.entries(rest).map(([key, value]) => `  ${key}: ${JSON.stringify(value)}`),
  ].join('\n');
}

describe('what is read', () => {
  it('of behaviors', async () => {
    const read = Object.entries(BEHAVIORS).map(([name, text]) => {
      const { behavior, findings } = readBehavior('mast.ts', text);
      return `${name}\n${[known(behavior), ...findings.map(line)].join('\n')}`;
    });
    await expect(`${read.join('\n\n')}\n`).toMatchFileSnapshot(golden('behaviors.txt'));
  });

  it('of contracts, with what their traits bring', async () => {
    const library = await open({
      'lastwright.yaml': 'library: 1\neverywhere: [lamplight]\ndefinitions: definitions.yaml\n',
      'definitions.yaml': 'parcel: { type: object, properties: { id: { type: string } } }\n',
      'traits/lamplight/lamplight.trait.yaml':
        'trait: 1\nname: lamplight\nproperties: { glow: { type: number, reflect: true }, far: { type: string, attribute: false }, dim: { type: string, attribute: shade } }\nevents: { lamp-up: {}, mast-up: { cancelable: true } }\nmethods: { open: {}, shine: {} }\nstates: { glowing: {}, high: {} }\ncssProperties: { --lamp: {}, --mast: {} }\ndefinitions: { beam: { type: string }, parcel: { type: number } }\n',
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\ntraits: [{ trait: lamplight, as: { glow: shineLevel, far: label, dim: duskTone } }]\nproperties: { label: { type: string } }\nevents: { mast-up: One line }\nmethods: { open: {} }\nstates: { high: {} }\ncssProperties: { --mast: {} }\n',
      'elements/quay-every/quay-every.contract.yaml': EVERY_TYPE,
      'elements/quay-every/quay-every.html': '',
    });
    const { elements, findings } = analyze(library);
    const read = elements.map(({ contract }) => JSON.stringify(contract, undefined, 1));
    await expect(`${[...read, ...findings.map(line)].join('\n')}\n`).toMatchFileSnapshot(
      golden('contracts.txt'),
    );
  });
});

import { readdir, readFile, stat } from 'node:fs/promises';
import { basename, join, relative, resolve } from 'node:path';
import { findFramework } from '../components/find-framework.js';
import { wrappedFramework } from '../components/index.js';
import type { ComponentFacts, NoFacts } from '../components/read/facts.js';
import { readApart } from '../components/read/read-apart.js';
import { kebabCase, tagProblem } from '../contract/names.js';
import { readContract } from '../contract/read-contract.js';
import { LARGEST, slashed, type Library } from '../library/open-library.js';
import { UsageError } from '../system/usage-error.js';
import { writeWhole } from '../system/write-whole.js';
import { writeNew } from '../scaffold/write-new.js';
import { findComponent, type FoundComponent, type Said } from './find-component.js';
import { frameworksOfProject } from './frameworks-of-project.js';
import { adoptPackage, packageFolder } from './adopt-package.js';
import { fromClass } from './from-class.js';
import { fromComponent } from './from-component.js';
import { mergeContract, type MergeChange } from './merge-contract.js';
import { sampleText } from './sample-text.js';
import type { Source } from './source.js';
import { toContract, type AdoptedMember } from './to-contract.js';
import { contractText } from './write-yaml.js';

/** What is to be adopted, and what a person said of it. */
export interface AdoptWish extends Said {
  /** A path from the current folder, or the name of a package. */
  source: string;
  from: string;
  tag?: string | undefined;
  update: boolean;
}

/** One element that was adopted. */
export interface Adopted {
  tag: string;
  /** Files that were written, from the library's root. */
  files: string[];
  members: AdoptedMember[];
  told: { name: string; what: string }[];
  /** What an update changed; undefined for a new element. */
  changes: MergeChange[] | undefined;
}

/** Writes the folders of elements from what is there already. Nothing is overwritten; nothing of it is run. */
export async function adopt(library: Library, wish: AdoptWish): Promise<Adopted[]> {
  const path = resolve(wish.from, wish.source);
  const found = await stat(path).catch(() => undefined);
  if (!found || found.isDirectory()) {
    const folder = await packageFolder(found ? path : undefined, wish.source, library.root);
    const sources = await adoptPackage(library, folder, wish);
    return writeAll(library, sources, wish);
  }
  if (!found.isFile())
    throw new UsageError(`${wish.source} is no plain file.`, 'Name the file of a component.');
  if (found.size > LARGEST)
    throw new UsageError(
      `${wish.source} is larger than ${LARGEST / 1e6} MB, which no check of the library would take.`,
      'Name the source of a component, not a bundle.',
    );
  const text = await readFile(path, 'utf8');
  const component = findComponent(path, text, wish, await frameworksOfProject(path));
  const source = await read(library, path, text, component, wish);
  return writeAll(library, [source], wish);
}

async function read(
  library: Library,
  path: string,
  text: string,
  { framework, exported, name }: FoundComponent,
  wish: AdoptWish,
): Promise<Source> {
  if (framework !== 'class') {
    const installed = findFramework(wrappedFramework(framework), library.root);
    if ('missing' in installed)
      throw new UsageError(
        `The component cannot be read: ${installed.missing}.`,
        `Run ${installed.install}.`,
      );
  }
  const output = await readApart({
    root: library.root,
    components: [{ framework, path, exported }],
    types: [],
  });
  if ('unread' in output)
    throw new UsageError(
      `TypeScript cannot read it: ${output.unread}`,
      'Try it again, or write the contract by hand.',
    );
  const [facts] = output.components as [ComponentFacts | NoFacts];
  if ('problem' in facts)
    throw new UsageError(
      `${basename(path)} cannot be adopted: ${facts.message.replace(/\.$/, '')}.`,
      facts.exported.length > 0
        ? `It exports: ${facts.exported.join(', ')}. Say which with --export.`
        : 'Fix it first.',
    );
  const tag = wish.tag ?? tagFor(library, name);
  const problem = tagProblem(tag);
  if (problem) throw new UsageError(`The tag "${tag}" ${problem}.`, 'Say another with --tag.');
  const module = moduleFrom(library, facts.element?.tag ?? tag, path);
  if (facts.element) {
    const wraps = { element: module, ...(exported === 'default' ? {} : { export: exported }) };
    const source = fromClass(tag, wraps, { ...facts, element: facts.element });
    return { ...source, tag: wish.tag ?? source.tag };
  }
  const component = {
    kind: 'component',
    framework: framework as 'react',
    module,
    exported,
    shared: undefined,
  } as const;
  return fromComponent(tag, component, facts, text);
}

/** Where a source is from the folder of its element. */
function moduleFrom({ root, elementsFolder }: Library, tag: string, path: string): string {
  const module = slashed(relative(join(root, elementsFolder, tag), path));
  return module.startsWith('.') ? module : `./${module}`;
}

/** The library's prefix, and the component's name. */
function tagFor(library: Library, name: string): string {
  const own = kebabCase(name.charAt(0).toLowerCase() + name.slice(1)).replace(/[^a-z0-9-]/g, '');
  const tags = library.elements.flatMap(
    ({ contract }) => /^tag:\s*['"]?([a-z][\w.-]*)/m.exec(contract.text)?.[1] ?? [],
  );
  const prefixes = new Set(tags.map((tag) => tag.split('-')[0]!));
  const [prefix] = prefixes.size === 1 ? prefixes : [library.name.replace(/^@[^/]*\//, '').split(/[-.]/)[0]!];
  if (own.startsWith(`${prefix}-`)) return own;
  return `${prefix}-${own}`;
}

async function writeAll(library: Library, sources: readonly Source[], wish: AdoptWish): Promise<Adopted[]> {
  const adopted: Adopted[] = [];
  for (const source of sources) adopted.push(await write(library, source, wish.update));
  return adopted;
}

async function write(library: Library, source: Source, update: boolean): Promise<Adopted> {
  const { root, elementsFolder } = library;
  const { tag } = source;
  const folder = `${elementsFolder}/${tag}`;
  const written = toContract(source);
  const { members, told } = written;
  const there = (await readdir(join(root, folder)).catch(() => [] as string[])).find((name) =>
    /\.contract\.(?:ya?ml|json)$/.test(name),
  );
  if (there !== undefined && update) {
    const file = `${folder}/${there}`;
    const before = await readFile(join(root, file), 'utf8');
    const { text, changes } = mergeContract(file, before, written);
    const touched = changes.some(({ change }) => change !== 'gone');
    if (touched) await writeWhole(join(root, file), text);
    return { tag, files: touched ? [file] : [], members, told, changes };
  }
  const text = contractText(written, folder);
  const files: Record<string, string> = { [`${folder}/${tag}.contract.yaml`]: text };
  // Values for the sample come from the contract as it is read.
  const { contract } = readContract(`${folder}/${tag}.contract.yaml`, text);
  if (contract) files[`${folder}/${tag}.samples.yaml`] = sampleText(contract, folder);
  return { tag, files: await writeNew(root, files), members, told, changes: undefined };
}

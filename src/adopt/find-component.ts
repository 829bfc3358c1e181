import { basename, extname } from 'node:path';
import { behind, readSyntax, type SourceSyntax } from '../components/read/source-syntax.js';
import type { WrappedFramework } from '../components/framework.js';
import { WRAPPED_FRAMEWORKS } from '../components/index.js';
import type { ComponentFramework } from '../contract/component-frameworks.js';
import { walk, type TreeNode } from '../syntax/tree.js';
import { UsageError } from '../system/usage-error.js';

/** What a file has that can be adopted. */
export interface FoundComponent {
  framework: ComponentFramework | 'class';
  exported: string;
  /** The name that it has in its file. */
  name: string;
}

/** What a person said of it already. */
export interface Said {
  framework?: string | undefined;
  exported?: string | undefined;
}

/**
 * Finds the component, or the class, in a file; throws a `UsageError` that says what to add where that is not clear.
 * `project` are the frameworks that the file's project uses: one that imports none is of the only one that can be.
 */
export function findComponent(
  path: string,
  text: string,
  said: Said,
  project: readonly WrappedFramework[],
): FoundComponent {
  const ending = extname(path);
  const fromName = pascal(basename(path, ending).replace(/\.[^.]*$/, ''));
  if (ending === '.svelte') return { framework: 'svelte', exported: 'default', name: fromName };
  if (ending === '.vue') return { framework: 'vue', exported: 'default', name: fromName };
  if (!/^\.[cm]?[jt]sx?$/.test(ending))
    throw new UsageError(
      `Nothing can be adopted from "${basename(path)}".`,
      'Name a file that ends in .tsx, .jsx, .ts, .js, .vue or .svelte, a package, or a folder with a custom-elements.json.',
    );
  const syntax = readSyntax(path, text);
  if (syntax.problem !== undefined)
    throw new UsageError(`${basename(path)} cannot be read: ${syntax.problem}.`, 'Fix it first.');
  const exported = said.exported ?? chosenExport(syntax, fromName);
  const value = syntax.exported.get(exported);
  const made = behind(value, syntax);
  const own =
    (made?.id as TreeNode | null | undefined)?.name ??
    (value?.type === 'Identifier' ? value.name : undefined);
  // Consumers know it by the name that it is exported by.
  const name = String(exported === 'default' ? (own ?? fromName) : exported);
  if (made && made.type.startsWith('Class') && extendsElement(made, syntax))
    return { framework: 'class', exported, name };
  return { framework: frameworkOf(path, text, syntax, said.framework, project), exported, name };
}

/** The export that is meant: the only one that can be a component, or the one that has the file's name. */
function chosenExport(syntax: SourceSyntax, fileName: string): string {
  const names = [...syntax.exported.keys()].filter((name) => name === 'default' || /^[A-Z]/.test(name));
  const likely = names.filter(
    (name) => name === 'default' || behind(syntax.exported.get(name), syntax) !== undefined,
  );
  const [only] = likely;
  if (likely.length === 1) return only!;
  if (likely.includes('default')) return 'default';
  if (likely.includes(fileName)) return fileName;
  if (likely.length > 1)
    throw new UsageError(
      `The file has ${likely.length} exports that can be a component: ${likely.join(', ')}.`,
      `Say which with --export ${only!}.`,
    );
  throw new UsageError(
    'The file exports no component.',
    'Export it; a name that begins with a capital letter, or the default, is looked at.',
  );
}

function extendsElement(made: TreeNode, syntax: SourceSyntax): boolean {
  const parent = made.superClass as TreeNode | null;
  if (!parent) return false;
  if (parent.type === 'Identifier') {
    if (/^HTML\w*Element$/.test(parent.name as string)) return true;
    const other = behind(parent, syntax);
    return other !== undefined && other.type.startsWith('Class') && extendsElement(other, syntax);
  }
  let found = false;
  walk(parent, (node) => {
    if (node.type === 'Identifier' && /^HTML\w*Element$/.test(node.name as string)) found = true;
    return undefined;
  });
  return found;
}

function frameworkOf(
  path: string,
  text: string,
  { body }: SourceSyntax,
  said: string | undefined,
  project: readonly WrappedFramework[],
): ComponentFramework {
  const names = WRAPPED_FRAMEWORKS.map(({ name }) => name);
  const known = names.find((name) => name === said);
  if (known) return known;
  if (said !== undefined)
    throw new UsageError(`There is no framework "${said}" to wrap.`, `Write one of: ${names.join(', ')}.`);
  const pragma = /@jsxImportSource\s+(\S+)/.exec(text)?.[1];
  const sources = body.flatMap(
    (node) => ((node.source as TreeNode | null)?.value as string | undefined) ?? [],
  );
  const found = WRAPPED_FRAMEWORKS.filter(({ owns }) =>
    [...sources, ...(pragma ? [pragma] : [])].some((one) => owns.test(one)),
  );
  if (found.length === 1) return found[0]!.name;
  // JSX need not import anything of its framework.
  const possible = project.filter(({ jsxSource }) => jsxSource !== undefined);
  if (found.length === 0 && possible.length === 1) return possible[0]!.name;
  throw new UsageError(
    `${basename(path)} imports ${found.length === 0 ? 'no framework' : 'several frameworks'}, so nothing tells which one its component is of.`,
    `Say it with --framework ${found[0]?.name ?? 'react'} (or ${names.filter((name) => name !== (found[0]?.name ?? 'react')).join(', ')}).`,
  );
}

function pascal(name: string): string {
  return name
    .split(/[^A-Za-z0-9]+/)
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
    .join('');
}

import { basename, dirname, join } from 'node:path';
import type { TreeNode } from '../../syntax/tree.js';
import type { ComponentFacts, MemberFact, SlotFact, Unread } from './facts.js';
import { genericTypes } from './generic-types.js';
import type { ComponentSource, ReadingPlan } from './plan.js';
import { isNative, nativeElement } from './native-element.js';
import {
  behind,
  defaultOf,
  nameOf,
  patternDefaults,
  reachesOf,
  readSyntax,
  type KnownDefault,
  type SourceSyntax,
} from './source-syntax.js';
import { TypeFacts } from './type-facts.js';
import type { TypeProgram } from './type-program.js';

/** What a script of Svelte says of a component's properties. */
interface Script {
  syntax: SourceSyntax;
  /** The text of the type of all properties, if there is one. */
  type: string | undefined;
  /** Their names, where only the pattern has them. */
  names: string[];
  defaults: Map<string, KnownDefault>;
  bindable: string[];
  rest: boolean;
  /** Names of exported functions. */
  functions: string[];
  /** Properties in the older style: `export let`. */
  older: string[];
}

/** How a component of Svelte is read. */
export function planSvelte(source: ComponentSource): ReadingPlan {
  const { path, text } = source;
  // Attributes may hold what ends a tag: generics="Item extends Map<string, string>".
  const scripts = [...text.matchAll(/<script\b((?:[^>"']|"[^"]*"|'[^']*')*)>([\s\S]*?)<\/script>/g)];
  const generics = scripts
    .map(([, attributes]) => /\bgenerics=(["'])([\s\S]*?)\1/.exec(attributes!)?.[2])
    .find((one) => one !== undefined);
  const typed = scripts.some(([, attributes]) => /\blang=["']?ts/.test(attributes!));
  const code = scripts.map(([, , content]) => content).join('\n');
  const syntax = readSyntax(`${basename(path)}.${typed ? 'ts' : 'js'}`, code, typed ? 'ts' : 'js');
  const read = readScript(syntax);
  const made = join(dirname(path), `lastwright-${source.key}.${typed ? 'ts' : 'js'}`);
  const all = [
    ...(read.type !== undefined && typed ? [`export type PropsOfComponent = ${read.type};`] : []),
    ...(read.type !== undefined && !typed
      ? [`/** @type {${read.type}} */\nexport const propsOfComponent = /** @type {any} */ (undefined);`]
      : []),
    ...(read.type === undefined ? [`export const propsOfComponent = { ${untyped(read)} };`] : []),
    ...(read.functions.length > 0
      ? [`export const exportedByComponent = { ${read.functions.join(', ')} };`]
      : []),
  ];
  // Signals are written by other means than assignments; what they hold has the same type.
  const runes = typed
    ? 'declare function $state<T>(value: T): T; declare function $state<T>(): T | undefined; declare function $derived<T>(value: T): T; declare function $props(): any; declare function $bindable<T>(value?: T): T; declare function $effect(run: () => unknown): void; declare namespace $state { function raw<T>(value: T): T; function snapshot<T>(value: T): T } declare namespace $derived { function by<T>(work: () => T): T }'
    : '';
  return {
    path: made,
    text: `${genericTypes(generics)}\n${code}\n${runes}\n${all.join('\n')}\n`,
    finish: (program) =>
      syntax.problem === undefined
        ? new SvelteReader(read, legacySlots(text), program, made).read()
        : { problem: 'syntax', exported: [], message: syntax.problem },
  };
}

function readScript(syntax: SourceSyntax): Script {
  const read: Script = {
    syntax,
    type: undefined,
    names: [],
    defaults: new Map(),
    bindable: [],
    rest: false,
    functions: [],
    older: [],
  };
  const textOf = ({ start, end }: TreeNode): string => syntax.text.slice(start, end);
  for (const node of syntax.body) {
    for (const { id, init } of (node.declarations as TreeNode[] | undefined) ?? []) {
      const pattern = id as TreeNode;
      const call = init as TreeNode | null;
      if (call?.type !== 'CallExpression' || (call.callee as TreeNode).name !== '$props') continue;
      const annotation = (pattern.typeAnnotation as TreeNode | null)?.typeAnnotation as TreeNode | undefined;
      read.type = annotation ? textOf(annotation) : jsDocType(syntax.text, node.start);
      if (pattern.type !== 'ObjectPattern') continue;
      const own = patternDefaults(pattern, syntax);
      read.names = own.names;
      read.rest = own.rest;
      for (const one of pattern.properties as TreeNode[]) {
        if (one.type !== 'Property') continue;
        const name = nameOf(one.key as TreeNode);
        const value = one.value as TreeNode;
        const given = value.type === 'AssignmentPattern' ? (value.right as TreeNode) : undefined;
        if (!given) continue;
        const isBindable = given.type === 'CallExpression' && (given.callee as TreeNode).name === '$bindable';
        if (isBindable) read.bindable.push(name);
        const plain = isBindable ? (given.arguments as TreeNode[])[0] : given;
        if (plain) read.defaults.set(name, defaultOf(plain, syntax));
      }
    }
    if (node.type !== 'ExportNamedDeclaration') continue;
    const inner = node.declaration as TreeNode | null;
    if (inner?.type === 'VariableDeclaration' && inner.kind === 'let')
      for (const { id, init } of inner.declarations as TreeNode[]) {
        const name = (id as TreeNode).name as string;
        read.older.push(name);
        if (init) read.defaults.set(name, defaultOf(init as TreeNode, syntax));
      }
    else if (inner?.type === 'FunctionDeclaration')
      read.functions.push((inner.id as TreeNode).name as string);
    else if (inner?.type === 'VariableDeclaration')
      for (const { id } of inner.declarations as TreeNode[]) {
        const name = (id as TreeNode).name as string;
        if (behind(syntax.declared.get(name), syntax)) read.functions.push(name);
      }
    else if (!inner)
      for (const { local } of node.specifiers as TreeNode[]) {
        const name = (local as TreeNode).name as string;
        if (behind(syntax.declared.get(name), syntax)) read.functions.push(name);
      }
  }
  return read;
}

/** The type that a comment before a declaration gives. */
function jsDocType(text: string, offset: number): string | undefined {
  const before = /\/\*\*((?:(?!\*\/)[\s\S])*)\*\/\s*$/.exec(text.slice(0, offset));
  const start = before?.[1]!.indexOf('@type') ?? -1;
  if (!before || start === -1) return undefined;
  const rest = before[1]!.slice(start);
  const open = rest.indexOf('{');
  let depth = 0;
  for (let place = open; place < rest.length; place++) {
    if (rest[place] === '{') depth++;
    else if (rest[place] === '}' && --depth === 0)
      return rest.slice(open + 1, place).replace(/^\s*\*\s?/gm, '');
  }
  return undefined;
}

/** Properties that nothing is said of, as values from which TypeScript tells what it can. */
function untyped({ names, older, defaults }: Script): string {
  return [...names, ...older]
    .map((name) => {
      const own = defaults.get(name);
      const text = own ? ('value' in own ? JSON.stringify(own.value) : own.text) : undefined;
      const declared = older.includes(name) ? name : (text ?? '/** @type {any} */ (undefined)');
      return `${JSON.stringify(name)}: ${declared}`;
    })
    .join(', ');
}

/** Slots in the older style. */
function legacySlots(text: string): SlotFact[] {
  const markup = text.replace(/<(script|style)\b[\s\S]*?<\/\1>/g, '').replace(/<!--[\s\S]*?-->/g, '');
  return [...markup.matchAll(/<slot\b([^>]*)>/g)].map(([, attributes]) => ({
    name: /\bname=["']?([\w-]+)/.exec(attributes!)?.[1] ?? 'default',
    given: false,
    description: undefined,
  }));
}

class SvelteReader {
  readonly #unread: Unread[] = [];

  constructor(
    readonly script: Script,
    readonly older: readonly SlotFact[],
    readonly program: TypeProgram,
    readonly made: string,
  ) {}

  read(): ComponentFacts {
    const { script, program } = this;
    const { checker } = program;
    const exports = program.exportsOf(this.made);
    const types = new TypeFacts(program, { drawable: undefined, snippet: /^Snippet$/ });
    const symbol = exports.get('PropsOfComponent') ?? exports.get('propsOfComponent');
    const type =
      symbol &&
      (symbol.name === 'PropsOfComponent'
        ? checker.getDeclaredTypeOfSymbol(symbol)
        : checker.getTypeOfSymbol(symbol));
    const slots: SlotFact[] = [];
    const members: MemberFact[] = [];
    const found = type && !type.isErrorType() ? checker.getPropertiesOfType(type) : [];
    // What every native element takes is no property of the component.
    // What the component takes out by its name is its own affair; events reach consumers in any case.
    const native = found.filter(
      (one) => isNative(one, 'svelte') && (!script.names.includes(one.name) || one.name.startsWith('on')),
    );
    const all = found.filter((one) => !native.includes(one)).map((one) => types.member(one));
    const seen = new Set(all.map(({ name }) => name));
    for (const { name } of native) seen.add(name);
    // What the pattern names and the type does not is there all the same.
    for (const name of script.names) if (!seen.has(name)) all.push(unsaid(name));
    for (const member of all) {
      const own = script.defaults.get(member.name);
      if (own) {
        member.default = own;
        member.required = false;
      } else if (script.older.includes(member.name)) member.required = true;
      // Where nothing is said of types, nothing is said of what must be given.
      else if (symbol?.name === 'propsOfComponent' && member.type.kind === 'unknown') member.required = false;
      if (member.type.kind === 'content') {
        const { name, type: content, description } = member;
        if (script.names.length > 0 && !script.rest && !script.names.includes(name)) {
          this.#unread.push({ name, what: 'the component takes this content and never shows it' });
          continue;
        }
        slots.push({ name, given: content.given, description });
      } else members.push(member);
    }
    for (const { name } of this.older)
      this.#unread.push({
        name,
        what: `<slot${name === 'default' ? '' : ` name="${name}"`}> is the older style, which shows nothing here; write {@render} with a snippet`,
      });
    const exported = exports.get('exportedByComponent');
    const handle = exported && checker.getTypeOfSymbol(exported);
    return {
      description: undefined,
      members,
      emits: [],
      slots,
      methods: handle ? types.membersOf(handle) : [],
      writes: script.bindable,
      rest: script.rest ? { native: nativeElement(native.map(({ name }) => name)) } : undefined,
      definitions: types.definitions,
      reaches: reachesOf(script.syntax),
      unread: this.#unread,
      complete: !script.rest,
    };
  }
}

function unsaid(name: string): MemberFact {
  return {
    name,
    required: false,
    type: { kind: 'unknown', text: 'any', why: 'is not said' },
    description: undefined,
    deprecated: undefined,
    default: undefined,
  };
}

import { basename, dirname, join } from 'node:path';
import { quoted } from '../../syntax/literal.js';
import { walk, type TreeNode } from '../../syntax/tree.js';
import type { ComponentFramework } from '../../contract/component-frameworks.js';
import type { ComponentFacts, MemberFact, NoFacts, SlotFact, Unread } from './facts.js';
import type { ComponentSource, ReadingPlan } from './plan.js';
import { namesUsed } from './names-used.js';
import { isNative, nativeElement } from './native-element.js';
import {
  behind,
  defaultOf,
  firstPattern,
  isNamed,
  nameOf,
  patternDefaults,
  propertiesOf,
  reachesOf,
  readSyntax,
  type KnownDefault,
  type SourceSyntax,
} from './source-syntax.js';
import { oneParagraph, TypeFacts } from './type-facts.js';
import { SymbolFlags, type Checker, type Type, type TypeProgram, type TypeSymbol } from './type-program.js';
import type { JsonSchema } from '../../contract/schema.js';

/** What a framework can draw, as a type. */
const DRAWABLE: Partial<Record<ComponentFramework, string>> = {
  react: `import type { ReactElement } from 'react';\nexport type Drawable = ReactElement;`,
  preact: `import type { VNode } from 'preact';\nexport type Drawable = VNode;`,
  solid: `export type Drawable = HTMLElement;`,
};

/** Files in which types can only be guessed from values. */
const UNTYPED = /\.[cm]?jsx?$/;

/** What a framework takes for itself. */
const OWN = new Set(['key', 'ref', 'jsx', 'dangerouslySetInnerHTML', 'innerHTML', '$ServerOnly']);

/** How a component is read whose properties are the parameter of a function or of a class. */
export function planJsx(source: ComponentSource): ReadingPlan {
  const { path, text, exported, framework } = source;
  const made = join(dirname(path), `lastwright-${source.key}.tsx`);
  const member = `(typeof module)[${quoted(exported)}]`;
  const lines = [
    `import * as module from ${quoted(`./${basename(path)}`)};`,
    DRAWABLE[framework as ComponentFramework]!,
    `export * as all from ${quoted(`./${basename(path)}`)};`,
    `type Made = ${member};`,
    'export declare const made: Made;',
    // Nothing where it takes nothing; who may leave its properties out takes them all the same.
    'type First<Given extends unknown[]> = Given["length"] extends 0 ? {} : NonNullable<Given[0]>;',
    'export type Props = Made extends abstract new (...given: infer Given) => unknown ? First<Given> : Made extends (...given: infer Given) => unknown ? First<Given> : never;',
    // What is given as `ref`, in any of the forms that it can have.
    'type OfRef<Ref> = Ref extends { current: infer Handle } ? NonNullable<Handle> : never;',
    'type OfCall<Ref> = Ref extends (handle: infer Handle) => unknown ? NonNullable<Handle> : never;',
    ...(framework === 'preact' ? ["import type { FunctionComponent } from 'preact';"] : []),
    // Preact gives every component a reference to anything beside its own.
    `type Own = ${framework === 'preact' ? 'Made extends FunctionComponent<infer Given> ? Given : never' : 'Props'};`,
    `export type Handle = Own extends { ref?: infer Ref } ? ${framework === 'solid' ? 'OfCall' : 'OfRef'}<NonNullable<Ref>> : never;`,
  ];
  return {
    path: made,
    text: `${lines.join('\n')}\n`,
    finish: (program) => new JsxReader(source, readSyntax(path, text), program, made).read(),
  };
}

class JsxReader {
  readonly #exports: ReadonlyMap<string, TypeSymbol>;
  readonly #types: TypeFacts;
  readonly #unread: Unread[] = [];

  constructor(
    readonly source: ComponentSource,
    readonly syntax: SourceSyntax,
    readonly program: TypeProgram,
    made: string,
  ) {
    this.#exports = program.exportsOf(made);
    const drawable = this.#exports.get('Drawable');
    const type = drawable && program.checker.getDeclaredTypeOfSymbol(drawable);
    this.#types = new TypeFacts(program, { drawable: type?.isErrorType() ? undefined : type });
  }

  read(): ComponentFacts | NoFacts {
    const { checker } = this.program;
    const { syntax, source } = this;
    if (syntax.problem !== undefined) return { problem: 'syntax', exported: [], message: syntax.problem };
    const all = this.#exports.get('all');
    const module = all && checker.getAliasedSymbol(all);
    const exported = module ? checker.getExportsOfModule(module) : [];
    const names = exported.map(({ name }) => name);
    const own = exported.find(({ name }) => name === source.exported);
    const none = (message: string): NoFacts => ({ problem: 'export', exported: names, message });
    if (!own) return none(`It exports nothing named "${source.exported}".`);
    const made = checker.getTypeOfSymbol(this.#exports.get('made')!);
    const asked = checker.getDeclaredTypeOfSymbol(this.#exports.get('Props')!);
    // What is written without types can be called, and takes what its pattern says.
    const props = checker.typeToString(asked) === 'never' ? made && this.program.parameterOf(made, 0) : asked;
    if (!props) return none(`"${source.exported}" is no component: it can neither be called nor made.`);
    const target = this.#target(own);
    const { defaults, names: taken } = this.#patterns();
    const used = namesUsed(syntax.exported.get(source.exported), syntax);
    const native: string[] = [];
    const members: MemberFact[] = [];
    const slots: SlotFact[] = [];
    const alternatives = props.isUnionType() ? props.getTypes() : [props];
    for (const { name, symbols } of membersOfAll(alternatives, checker)) {
      const [symbol] = symbols as [TypeSymbol];
      if (OWN.has(name)) continue;
      const ofFramework = isNative(symbol, source.framework as ComponentFramework);
      // What the component takes out by its name is its own affair; events reach consumers in any case.
      const isTaken = taken.has(name) && !/^on[A-Z]/.test(name);
      if (ofFramework && name !== 'children' && !isTaken) {
        native.push(name);
        continue;
      }
      const member = this.#oneOf(symbols, alternatives.length);
      const own = defaults.get(name);
      if (own) {
        member.default = own;
        // The component sees to it itself, whatever its type asks of who uses it.
        member.required = false;
      }
      // Where nothing is said of types, nothing is said of what must be given.
      if (UNTYPED.test(source.path) && member.type.kind === 'unknown') member.required = false;
      const isContent = member.type.kind === 'content' || name === 'children';
      if (isContent && !used(name)) {
        // A framework's own type of a component takes children, whether this one shows them or not.
        if (!ofFramework)
          this.#unread.push({ name, what: 'the component takes this content and never shows it' });
        continue;
      }
      // Children that are given as they are need no name among the properties.
      if (isContent) this.#slot(member, slots);
      else members.push(member);
    }
    // Without the framework's types nobody knows what is content.
    const typed = this.#types.content.drawable !== undefined;
    const index = checker.getIndexInfosOfType(props).length > 0;
    return {
      description: target && oneParagraph(this.program.commentOf(target)),
      members,
      emits: [],
      slots,
      methods: this.#methods(),
      writes: [],
      rest: native.length > 0 ? { native: nativeElement(native) } : undefined,
      definitions: this.#types.definitions,
      reaches: reachesOf(syntax),
      unread: this.#unread,
      complete: typed && !index && !props.isErrorType(),
    };
  }

  /** A member that some alternatives have: what it is in all of them, if that is one thing. */
  #oneOf(symbols: readonly TypeSymbol[], alternatives: number): MemberFact {
    const facts = symbols.map((symbol) => this.#types.member(symbol));
    const [first] = facts as [MemberFact];
    const required = facts.length === alternatives && facts.every((one) => one.required);
    const schemas = facts.flatMap(({ type }) => (type.kind === 'schema' ? [type.schema] : []));
    const values = schemas.flatMap((one) => one.enum ?? ('const' in one ? [one.const] : []));
    const same = facts.every(({ type }) => JSON.stringify(type) === JSON.stringify(first.type));
    if (same) return { ...first, required };
    if (schemas.length === facts.length && values.length >= facts.length)
      return { ...first, required, type: { kind: 'schema', schema: literals(values) } };
    const text = 'one of several';
    return { ...first, required, type: { kind: 'unknown', text, why: 'depends on another property' } };
  }

  #target(symbol: TypeSymbol): TypeSymbol | undefined {
    const { checker } = this.program;
    if (!(symbol.flags & SymbolFlags.Alias)) return symbol;
    const aliased = checker.getAliasedSymbol(symbol);
    return checker.isUnknownSymbol(aliased) ? symbol : aliased;
  }

  #slot({ name, type, description }: MemberFact, slots: SlotFact[]): void {
    if (type.kind === 'content') slots.push({ name, given: type.given, description });
    else
      this.#unread.push({
        name,
        what: `the component's content ${type.kind === 'function' ? 'is a function that is handed data, which slots cannot be' : 'has a type that is no content'}`,
      });
  }

  /** What the component hands out through its reference. */
  #methods(): MemberFact[] {
    const { checker } = this.program;
    const handle = checker.getDeclaredTypeOfSymbol(this.#exports.get('Handle')!);
    const symbol = handle.getSymbol();
    // A reference to a node of the page is no object with methods.
    if ((symbol && this.program.isStandard(symbol)) || !handle.isObjectType()) return [];
    return this.#types.membersOf(handle).filter((one) => {
      if (one.type.kind === 'function') return true;
      this.#unread.push({ name: one.name, what: 'the component hands it out, and it is no method' });
      return false;
    });
  }

  /** Defaults as the component's function has them, and the names of what it takes out by itself. */
  #patterns(): { defaults: Map<string, KnownDefault>; names: ReadonlySet<string> } {
    const { syntax } = this;
    const defaults = new Map<string, KnownDefault>();
    const names = new Set<string>();
    const made = behind(syntax.exported.get(this.source.exported), syntax);
    const pattern = made && firstPattern(made);
    const add = (more: ReadonlyMap<string, KnownDefault>): void => {
      for (const [name, value] of more) defaults.set(name, value);
    };
    const take = (from: TreeNode): void => {
      const own = patternDefaults(from, syntax);
      add(own.defaults);
      for (const name of own.names) names.add(name);
    };
    if (pattern?.type === 'ObjectPattern') take(pattern);
    const name = pattern?.type === 'Identifier' ? (pattern.name as string) : undefined;
    const isProps = (node: TreeNode | undefined | null): boolean => isNamed(node, name);
    /** Properties by the names that the function has for them. */
    const locals = new Map(pattern?.type === 'ObjectPattern' ? localNames(pattern) : []);
    const propertyOf = (node: TreeNode): string | undefined => {
      if (node.type === 'Identifier') return locals.get(node.name as string);
      const { object, property, computed } = node as {
        object?: TreeNode;
        property?: TreeNode;
        computed?: boolean;
      };
      return node.type === 'MemberExpression' && !computed && isProps(object) ? nameOf(property!) : undefined;
    };
    if (made?.body)
      walk(made.body as TreeNode, (node) => {
        const { id, init } = node as { id?: TreeNode; init?: TreeNode | null };
        if (
          node.type === 'VariableDeclarator' &&
          id?.type === 'ObjectPattern' &&
          name !== undefined &&
          isProps(init)
        ) {
          take(id);
          for (const [local, property] of localNames(id)) locals.set(local, property);
        }
        // What stands in for a value that is missing: `size ?? 'small'`, `size ||= 'small'`.
        if (
          /^(?:Logical|Assignment)Expression$/.test(node.type) &&
          /^(?:\?\?|\|\|)=?$/.test(node.operator as string)
        ) {
          const property = propertyOf(node.left as TreeNode);
          if (property !== undefined && !defaults.has(property))
            defaults.set(property, defaultOf(node.right as TreeNode, syntax));
        }
        // Solid's way: what comes first is there where nothing else is.
        if (node.type !== 'CallExpression') return undefined;
        const [own, ...others] = node.arguments as TreeNode[];
        if ((node.callee as TreeNode).name === 'mergeProps' && own && others.some(isProps))
          add(objectDefaults(own, syntax));
        return undefined;
      });
    for (const node of syntax.body) {
      const { expression } = node as { expression?: TreeNode };
      const left = expression?.left as TreeNode | undefined;
      if (expression?.type === 'AssignmentExpression' && left?.type === 'MemberExpression')
        if ((left.property as TreeNode).name === 'defaultProps')
          add(objectDefaults(expression.right as TreeNode, syntax));
    }
    return { defaults, names };
  }
}

/** Names that a pattern gives to what it takes out, each with the property's own. */
function localNames(pattern: TreeNode): [local: string, property: string][] {
  return (pattern.properties as TreeNode[]).flatMap((one): [string, string][] => {
    if (one.type !== 'Property' || one.computed) return [];
    const value = one.value as TreeNode;
    const target = value.type === 'AssignmentPattern' ? (value.left as TreeNode) : value;
    return target.type === 'Identifier' ? [[target.name as string, nameOf(one.key as TreeNode)]] : [];
  });
}

/** The members of all alternatives, in their order, each with what the alternatives that have it say of it. */
function membersOfAll(
  alternatives: readonly Type[],
  checker: Checker,
): { name: string; symbols: TypeSymbol[] }[] {
  const found = new Map<string, TypeSymbol[]>();
  for (const type of alternatives)
    for (const symbol of checker.getPropertiesOfType(type))
      found.set(symbol.name, [...(found.get(symbol.name) ?? []), symbol]);
  return [...found].map(([name, symbols]) => ({ name, symbols }));
}

function literals(values: readonly unknown[]): JsonSchema {
  const all = [...new Set(values)];
  return all.every((one) => typeof one === 'boolean') ? { type: 'boolean' } : { enum: all };
}

function objectDefaults(node: TreeNode, syntax: SourceSyntax): Map<string, KnownDefault> {
  const object = node.type === 'Identifier' ? syntax.declared.get(node.name as string) : node;
  const defaults = new Map<string, KnownDefault>();
  if (object?.type !== 'ObjectExpression') return defaults;
  for (const { name, value } of propertiesOf(object)) defaults.set(name, defaultOf(value, syntax));
  return defaults;
}

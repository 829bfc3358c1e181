import { basename, dirname, join } from 'node:path';
import { parseFragment } from 'parse5';
import { camelCase } from '../../contract/names.js';
import type { JsonSchema } from '../../contract/schema.js';
import { quoted } from '../../syntax/literal.js';
import { walk, type TreeNode } from '../../syntax/tree.js';
import type { ClassFacts, ComponentFacts, MemberFact, NoFacts, TypeFact, Unread } from './facts.js';
import type { ComponentSource, ReadingPlan } from './plan.js';
import { getterDefault } from './getter-default.js';
import {
  behind,
  defaultOf,
  memberOf,
  nameOf,
  plainValue,
  readSyntax,
  type SourceSyntax,
} from './source-syntax.js';
import { TypeFacts } from './type-facts.js';
import type { TypeProgram } from './type-program.js';

/** What the platform calls, and what is no method of an element's consumers. */
const REACTIONS =
  /^(?:constructor|(?:connected|disconnected|adopted|connectedMove|attributeChanged|form\w+)Callback|handleEvent)$/;

/** How a class that extends HTMLElement is read. */
export function planClass(source: ComponentSource): ReadingPlan {
  const { path, text, exported } = source;
  const made = join(dirname(path), `lastwright-${source.key}.ts`);
  const module = `./${basename(path)}`;
  return {
    path: made,
    text: [
      `import * as module from ${quoted(module)};`,
      `type Made = (typeof module)[${quoted(exported)}];`,
      'export type Instance = Made extends abstract new (...given: never) => infer Instance ? Instance : never;',
      '',
    ].join('\n'),
    finish: (program) => new ClassReader(source, readSyntax(path, text), program, made).read(),
  };
}

class ClassReader {
  readonly #types: TypeFacts;
  readonly #unread: Unread[] = [];

  constructor(
    readonly source: ComponentSource,
    readonly syntax: SourceSyntax,
    readonly program: TypeProgram,
    readonly made: string,
  ) {
    this.#types = new TypeFacts(program, { drawable: undefined });
  }

  read(): ComponentFacts | NoFacts {
    const { checker } = this.program;
    const { syntax, source } = this;
    if (syntax.problem !== undefined) return { problem: 'syntax', exported: [], message: syntax.problem };
    const exports = this.program.exportsOf(this.made);
    const names = [...syntax.exported.keys()];
    const made = behind(syntax.exported.get(source.exported), syntax);
    const instance = checker.getDeclaredTypeOfSymbol(exports.get('Instance')!);
    if (!made || !made.type.startsWith('Class') || checker.typeToString(instance) === 'never')
      return {
        problem: 'export',
        exported: names,
        message: `It exports no class "${source.exported}".`,
      };
    const body = (made.body as TreeNode).body as TreeNode[];
    const own = new Map<string, TreeNode[]>();
    for (const member of body) {
      if (member.computed || member.static || (member.key as TreeNode | undefined)?.type !== 'Identifier')
        continue;
      if (/^(?:private|protected)$/.test(String(member.accessibility))) continue;
      const name = (member.key as TreeNode).name as string;
      own.set(name, [...(own.get(name) ?? []), member]);
    }
    const attributes = this.#strings(staticMember(body, 'observedAttributes'));
    const members: MemberFact[] = [];
    const methods: MemberFact[] = [];
    const reflected: string[] = [];
    for (const symbol of checker.getPropertiesOfType(instance)) {
      const { name } = symbol;
      const declared = own.get(name);
      if (!declared || name.startsWith('_') || REACTIONS.test(name)) continue;
      const isMethod = declared.some(({ type, kind }) => type === 'MethodDefinition' && kind === 'method');
      const getter = declared.find(({ kind }) => kind === 'get');
      const setter = declared.find(({ kind }) => kind === 'set');
      const member = this.#types.member(symbol);
      member.required = false;
      if (isMethod) methods.push(member);
      else if (getter && !setter)
        this.#unread.push({ name, what: 'it can only be read, which no contract says' });
      else {
        const field = declared.find(({ type, value }) => type === 'PropertyDefinition' && value);
        if (field) member.default = defaultOf(field.value as TreeNode, syntax);
        const begins = getter && getterDefault(getter, body, syntax);
        if (begins === 'unknown')
          this.#unread.push({
            name,
            what: 'what it is at first is worked out; add "default" if it is something',
          });
        else if (begins) member.default = begins;
        if (setter && writesAttribute(setter)) reflected.push(name);
        members.push(member);
      }
    }
    const facts: ClassFacts = {
      tag: this.#tag(made),
      attributes,
      reflected,
      events: this.#events(made),
      ...markupIn(this.#writtenWith(made)),
      form: plainTrue(staticMember(body, 'formAssociated')),
      closed: /mode:\s*['"]closed['"]/.test(syntax.text.slice(made.start, made.end)),
      shadow: /attachShadow\s*\(/.test(syntax.text.slice(made.start, made.end)),
    };
    const byName = new Set(members.map(({ name }) => name));
    for (const attribute of attributes)
      if (!byName.has(camelCase(attribute)) && !byName.has(attribute) && !lowered(byName).has(attribute))
        this.#unread.push({
          name: attribute,
          what: 'it is observed as an attribute, and there is no property of its name',
        });
    return {
      description: this.#description(made),
      members,
      emits: [],
      slots: facts.slotNames.map((name) => ({ name, given: false, description: undefined })),
      methods,
      writes: [],
      rest: undefined,
      definitions: this.#types.definitions,
      reaches: [],
      unread: this.#unread,
      complete: true,
      element: facts,
    };
  }

  /** A class, and what it uses of its module: constants with markup, functions that make some, mixins, templates. */
  #writtenWith(made: TreeNode): TreeNode[] {
    const { declared, body } = this.syntax;
    const all = [made];
    const names = new Set<string>();
    for (const node of all)
      walk(node, (inner) => {
        const name = inner.type === 'Identifier' ? (inner.name as string) : undefined;
        if (name === undefined || names.has(name) || !declared.has(name)) return undefined;
        names.add(name);
        if (declared.get(name) !== made) all.push(declared.get(name)!);
        return undefined;
      });
    // What is put into a template stands beside it.
    const filling = body.filter(({ type, expression }) => {
      if (type !== 'ExpressionStatement') return false;
      const { left } = expression as { left?: TreeNode };
      const object = left?.object as TreeNode | undefined;
      return object?.type === 'Identifier' && names.has(object.name as string);
    });
    return [...all, ...filling];
  }

  #description(made: TreeNode): string | undefined {
    const before = /\/\*\*((?:(?!\*\/)[\s\S])*)\*\/\s*(?:export\s+(?:default\s+)?)?$/.exec(
      this.syntax.text.slice(0, made.start),
    );
    const words = before?.[1]!
      .split('\n')
      .map((line) => line.replace(/^\s*\*\s?/, ''))
      .filter((line) => !line.trimStart().startsWith('@'))
      .join(' ')
      .replace(/\s+/g, ' ')
      .trim();
    return words || undefined;
  }

  /** The tag that the module registers the class under. */
  #tag(made: TreeNode): string | undefined {
    let tag: string | undefined;
    for (const node of this.syntax.body)
      walk(node, (one) => {
        const callee = one.callee as TreeNode | undefined;
        if (one.type !== 'CallExpression' || callee?.type !== 'MemberExpression') return undefined;
        if ((callee.property as TreeNode).name !== 'define') return undefined;
        const [name, what] = one.arguments as TreeNode[];
        if (!name || !what || behind(what, this.syntax) !== made) return undefined;
        const value = plainValue(name, this.syntax)?.value;
        if (typeof value === 'string') tag = value;
        return undefined;
      });
    return tag;
  }

  #strings(member: TreeNode | undefined): string[] {
    const value = member && (member.value as TreeNode | null);
    const returned =
      value && /Function/.test(value.type)
        ? ((value.body as TreeNode).body as TreeNode[]).find(({ type }) => type === 'ReturnStatement')
        : undefined;
    const list = (returned?.argument as TreeNode | undefined) ?? value;
    const plain = list ? plainValue(list, this.syntax)?.value : undefined;
    return Array.isArray(plain) ? plain.filter((one) => typeof one === 'string') : [];
  }

  /** Events that the class makes, with what they pass. */
  #events(made: TreeNode): ClassFacts['events'] {
    const events = new Map<string, ClassFacts['events'][number]>();
    walk(made, (node) => {
      const callee = node.callee as TreeNode | undefined;
      if (node.type !== 'NewExpression' || callee?.type !== 'Identifier') return undefined;
      if (!/^(?:CustomEvent|Event|InputEvent|ToggleEvent)$/.test(callee.name as string)) return undefined;
      const [type, options] = node.arguments as TreeNode[];
      const name = type && plainValue(type, this.syntax)?.value;
      if (typeof name !== 'string') {
        this.#unread.push({ name: 'an event', what: 'its name is worked out at run time' });
        return undefined;
      }
      const flag = (key: string): boolean | undefined => {
        const value = options?.type === 'ObjectExpression' ? memberOf(options, key) : undefined;
        const plain = value && plainValue(value, this.syntax)?.value;
        return typeof plain === 'boolean' ? plain : undefined;
      };
      const detail = options?.type === 'ObjectExpression' ? memberOf(options, 'detail') : undefined;
      events.set(name, {
        name,
        detail: detail && this.#typeOf(detail),
        bubbles: flag('bubbles') ?? false,
        composed: flag('composed') ?? false,
        cancelable: flag('cancelable') ?? false,
      });
      return undefined;
    });
    return [...events.values()];
  }

  /** The type of an expression of the class. */
  #typeOf(node: TreeNode): TypeFact {
    if (node.type === 'ObjectExpression') {
      const properties: Record<string, JsonSchema> = {};
      for (const { type, key, value, computed } of node.properties as TreeNode[]) {
        if (type !== 'Property' || computed) continue;
        const fact = this.#typeOf(value as TreeNode);
        properties[nameOf(key as TreeNode)] = fact.kind === 'schema' ? fact.schema : {};
      }
      return { kind: 'schema', schema: { type: 'object', properties, required: Object.keys(properties) } };
    }
    const at = node.type === 'Identifier' || node.type === 'MemberExpression' ? node.end - 1 : undefined;
    const plain = plainValue(node, this.syntax)?.value;
    if (plain !== undefined && plain !== null && typeof plain !== 'object')
      return { kind: 'schema', schema: { type: typeof plain as 'string' } };
    const type = at === undefined ? undefined : this.program.typeAt(this.source.path, at);
    return type
      ? this.#types.of(type)
      : { kind: 'unknown', text: this.syntax.text.slice(node.start, node.end), why: 'is not said' };
  }
}

function lowered(names: ReadonlySet<string>): Set<string> {
  return new Set([...names].map((name) => name.toLowerCase()));
}

function staticMember(body: readonly TreeNode[], name: string): TreeNode | undefined {
  return body.find((one) => one.static && (one.key as TreeNode | undefined)?.name === name);
}

function plainTrue(member: TreeNode | undefined): boolean {
  return (member?.value as TreeNode | undefined)?.value === true;
}

function writesAttribute(setter: TreeNode): boolean {
  let writes = false;
  walk(setter, (node) => {
    const callee = node.callee as TreeNode | undefined;
    if (callee?.type !== 'MemberExpression') return undefined;
    if ((callee.object as TreeNode).type !== 'ThisExpression') return undefined;
    if (/^(?:set|toggle)Attribute$/.test((callee.property as TreeNode).name as string)) writes = true;
    return undefined;
  });
  return writes;
}

interface MarkupNode {
  nodeName: string;
  value?: string;
  attrs?: { name: string; value: string }[];
  childNodes?: MarkupNode[];
  content?: MarkupNode;
}

/** Slots, parts and custom properties in the markup and style that a class writes. */
function markupIn(written: readonly TreeNode[]): Pick<ClassFacts, 'slotNames' | 'parts' | 'cssProperties'> {
  const texts: string[] = [];
  for (const one of written)
    walk(one, (node) => {
      if (node.type === 'TemplateLiteral')
        texts.push(
          (node.quasis as TreeNode[]).map(({ value }) => (value as { cooked: string }).cooked).join(''),
        );
      else if (node.type === 'Literal' && typeof node.value === 'string') texts.push(node.value);
      return undefined;
    });
  const slots = new Set<string>();
  const parts = new Set<string>();
  const visit = (node: MarkupNode): void => {
    const attribute = (name: string): string | undefined =>
      node.attrs?.find((one) => one.name === name)?.value;
    if (node.nodeName === 'slot') slots.add(attribute('name') || 'default');
    for (const part of (attribute('part') ?? '').split(/\s+/)) if (/^[\w-]+$/.test(part)) parts.add(part);
    for (const child of [...(node.childNodes ?? []), ...(node.content ? [node.content] : [])]) visit(child);
  };
  for (const text of texts) if (text.includes('<')) visit(parseFragment(text) as unknown as MarkupNode);
  const all = texts.join('\n');
  const set = new Set([...all.matchAll(/(?:^|[;{\s])(--[\w-]+)\s*:/g)].map(([, name]) => name));
  const read = [...all.matchAll(/var\(\s*(--[\w-]+)/g)].map(([, name]) => name!);
  return {
    slotNames: [...slots],
    parts: [...parts],
    cssProperties: [...new Set(read)].filter((name) => !set.has(name)),
  };
}

import { basename, dirname, extname, join } from 'node:path';
import { quoted } from '../../syntax/literal.js';
import type { TreeNode } from '../../syntax/tree.js';
import type { FrameworkTools } from '../../frameworks/framework.js';
import type { ComponentFacts, MemberFact, NoFacts, SlotFact, Unread } from './facts.js';
import type { ComponentSource, ReadingPlan } from './plan.js';
import {
  defaultOf,
  memberOf,
  patternDefaults,
  plainValue,
  propertiesOf,
  reachesOf,
  readSyntax,
  type KnownDefault,
  type SourceSyntax,
} from './source-syntax.js';
import { genericTypes } from './generic-types.js';
import { isNative } from './native-element.js';
import { oneParagraph, TypeFacts } from './type-facts.js';
import type { Type, TypeProgram, TypeSymbol } from './type-program.js';

interface TemplateNode {
  type: number;
  tag?: string;
  props?: {
    type: number;
    name: string;
    value?: { content: string };
    arg?: { content: string };
    exp?: { content: string };
  }[];
  children?: TemplateNode[];
}

interface Block {
  content: string;
  lang?: string;
  attrs?: Record<string, string | true>;
}

interface Descriptor {
  script: Block | null;
  scriptSetup: Block | null;
  template: { ast?: TemplateNode } | null;
}

interface SfcCompiler {
  parse(source: string, options: object): { descriptor: Descriptor; errors: Error[] };
}

/** What stands in a component's script, by its own names. */
interface Script {
  syntax: SourceSyntax;
  /** Types and values that the made module exports. */
  made: string[];
  defaults: Map<string, KnownDefault>;
  /** Models: properties that the component writes. */
  models: string[];
  /** Events that are emitted by name only. */
  emitted: string[];
  /** Names of what is exposed, where not all of it is. */
  exposed: string[] | undefined;
}

const ELEMENT = 1;
const ATTRIBUTE = 6;

/** How a single-file component of Vue is read. */
export async function planVue(
  source: ComponentSource,
  tools: FrameworkTools,
): Promise<ReadingPlan | NoFacts> {
  const { path, text } = source;
  const { descriptor, errors } = path.endsWith('.vue')
    ? ((await tools.load('vue/compiler-sfc')) as SfcCompiler).parse(text, { filename: path })
    : { descriptor: moduleDescriptor(path, text), errors: [] };
  if (errors[0]) return { problem: 'syntax', exported: [], message: errors[0].message.split('\n')[0]! };
  const { script, scriptSetup, template } = descriptor;
  const lang = (scriptSetup ?? script)?.lang ?? 'js';
  const code = [script?.content ?? '', scriptSetup?.content ?? ''].join('\n');
  const ending = lang.endsWith('x') ? 'tsx' : 'ts';
  const syntax = readSyntax(`${basename(path)}.${ending}`, code, ending);
  if (syntax.problem !== undefined) return { problem: 'syntax', exported: [], message: syntax.problem };
  const read = scriptSetup ? setupScript(syntax) : optionsScript(syntax, source.exported);
  const made = join(dirname(path), `lastwright-${source.key}.${ending}`);
  return {
    path: made,
    text: `${genericTypes(scriptSetup?.attrs?.generic)}\n${code}\n${read.made.join('\n')}\n`,
    finish: (program) => new VueReader(read, slotsIn(template?.ast), program, made).read(),
  };
}

/** A component that is written as a module, as if it were the script of a file of its own. */
function moduleDescriptor(path: string, text: string): Descriptor {
  return { script: { content: text, lang: extname(path).slice(1) }, scriptSetup: null, template: null };
}

function emptyScript(syntax: SourceSyntax): Script {
  return { syntax, made: [], defaults: new Map(), models: [], emitted: [], exposed: undefined };
}

/** What the compiler's own functions are told in `<script setup>`. */
function setupScript(syntax: SourceSyntax): Script {
  const read = emptyScript(syntax);
  const textOf = ({ start, end }: TreeNode): string => syntax.text.slice(start, end);
  const visit = (call: TreeNode, pattern: TreeNode | undefined): void => {
    const name = (call.callee as TreeNode).name as string;
    const [first, second] = call.arguments as TreeNode[];
    const [type] = ((call.typeArguments as TreeNode | null)?.params as TreeNode[] | undefined) ?? [];
    switch (name) {
      case 'withDefaults':
        if (first?.type === 'CallExpression') visit(first, undefined);
        if (second?.type === 'ObjectExpression')
          for (const { name: own, value } of propertiesOf(second))
            read.defaults.set(own, factory(value, syntax));
        break;
      case 'defineProps':
        read.made.push(...propsType(type && textOf(type), first && textOf(first)));
        if (first?.type === 'ObjectExpression') runtimeDefaults(first, read);
        if (pattern?.type === 'ObjectPattern')
          for (const [own, value] of patternDefaults(pattern, syntax).defaults) read.defaults.set(own, value);
        break;
      case 'defineEmits':
        if (type) read.made.push(`export type Emits = ${textOf(type)};`);
        else if (first) emitsValue(first, read, textOf);
        break;
      case 'defineExpose':
        if (first) read.made.push(`export const exposedByComponent = ${textOf(first)};`);
        break;
      case 'defineModel': {
        const own = first && plainValue(first, syntax);
        const model = typeof own?.value === 'string' ? own.value : 'modelValue';
        const options = typeof own?.value === 'string' ? second : first;
        read.models.push(model);
        const required = options?.type === 'ObjectExpression' && /required:\s*true/.test(textOf(options));
        read.made.push(
          `export type Model${read.models.length} = { ${quoted(model)}${required ? '' : '?'}: ${type ? textOf(type) : runtimeType(options, textOf)} };`,
        );
        if (options?.type === 'ObjectExpression') {
          const given = memberOf(options, 'default');
          if (given) read.defaults.set(model, factory(given, syntax));
        }
        break;
      }
    }
  };
  for (const node of syntax.body) {
    const { expression, declarations } = node as { expression?: TreeNode; declarations?: TreeNode[] };
    if (expression?.type === 'CallExpression') visit(expression, undefined);
    for (const { id, init } of declarations ?? [])
      if ((init as TreeNode | null)?.type === 'CallExpression') visit(init as TreeNode, id as TreeNode);
  }
  const models = read.models.map((_, place) => `Model${place + 1}`);
  if (models.length > 0) read.made.push(`export type Models = ${models.join(' & ')};`);
  return read;
}

/** What stands in a component that is an object of options. */
function optionsScript(syntax: SourceSyntax, exported: string): Script {
  const read = emptyScript(syntax);
  const textOf = ({ start, end }: TreeNode): string => syntax.text.slice(start, end);
  let options = syntax.exported.get(exported);
  while (options?.type === 'Identifier') options = syntax.declared.get(options.name as string);
  if (options?.type === 'CallExpression') options = (options.arguments as TreeNode[])[0];
  if (options?.type !== 'ObjectExpression') return read;
  const props = memberOf(options, 'props');
  if (props) read.made.push(...propsType(undefined, textOf(props)));
  if (props?.type === 'ObjectExpression') runtimeDefaults(props, read);
  const emits = memberOf(options, 'emits');
  if (emits) emitsValue(emits, read, textOf);
  const expose = memberOf(options, 'expose');
  const names = expose && plainValue(expose, syntax)?.value;
  if (Array.isArray(names)) read.exposed = names.map(String);
  const methods = memberOf(options, 'methods');
  if (methods?.type === 'ObjectExpression')
    read.made.push(`export const exposedByComponent = ${textOf(methods)};`);
  return read;
}

function propsType(type: string | undefined, value: string | undefined): string[] {
  if (type !== undefined) return [`export type Props = ${type};`];
  if (value === undefined) return [];
  return [
    `import type { ComponentObjectPropsOptions as PropsOptions, ExtractPublicPropTypes as PublicProps } from 'vue';`,
    `const propsOfComponent = asProps(${value});`,
    `declare function asProps<const Names extends readonly string[]>(names: Names): { [Name in Names[number]]: null };`,
    `declare function asProps<Given extends PropsOptions>(given: Given): Given;`,
    `export type Props = PublicProps<typeof propsOfComponent>;`,
  ];
}

function runtimeType(options: TreeNode | undefined, textOf: (node: TreeNode) => string): string {
  const type = options?.type === 'ObjectExpression' ? memberOf(options, 'type') : undefined;
  const simple: Record<string, string> = { String: 'string', Number: 'number', Boolean: 'boolean' };
  return (type && simple[textOf(type)]) ?? 'unknown';
}

/** A default that a function makes, so that elements do not share it, is what it gives back. */
function factory(node: TreeNode, syntax: SourceSyntax): KnownDefault {
  const isFactory = node.type === 'ArrowFunctionExpression' && node.expression === true;
  if (!isFactory) return defaultOf(node, syntax);
  const body = node.body as TreeNode;
  const inner = body.type === 'ParenthesizedExpression' ? (body.expression as TreeNode) : body;
  return plainValue(inner, syntax) ?? { text: syntax.text.slice(node.start, node.end) };
}

function runtimeDefaults(props: TreeNode, read: Script): void {
  for (const { name, value } of propertiesOf(props)) {
    const given = value.type === 'ObjectExpression' ? memberOf(value, 'default') : undefined;
    if (given) read.defaults.set(name, factory(given, read.syntax));
  }
}

function emitsValue(node: TreeNode, read: Script, textOf: (node: TreeNode) => string): void {
  if (node.type === 'ArrayExpression') {
    const names = plainValue(node, read.syntax)?.value as string[] | undefined;
    read.emitted.push(...(names ?? []).filter((name) => typeof name === 'string'));
  } else if (node.type === 'ObjectExpression')
    read.made.push(
      `const emitsOfComponent = ${textOf(node)};`,
      `type EmitsGiven = typeof emitsOfComponent;`,
      `export type Emits = { [Name in keyof EmitsGiven]: EmitsGiven[Name] extends (...given: infer Given) => unknown ? Given : [unknown] };`,
    );
}

/** The slots that a template has. */
function slotsIn(root: TemplateNode | undefined): (SlotFact | Unread)[] {
  const found: (SlotFact | Unread)[] = [];
  const visit = (node: TemplateNode): void => {
    if (node.type === ELEMENT && node.tag === 'slot') {
      const { props = [] } = node;
      const named = props.find(({ type, name }) => type === ATTRIBUTE && name === 'name');
      const computed = props.some(({ arg }) => arg?.content === 'name');
      // What decides whether it is there, such as v-else, is no data; nor is what names it.
      const given = props.some(
        (one) =>
          (one.type === ATTRIBUTE || one.name === 'bind') &&
          !/^(?:name|key|ref)$/.test(one.type === ATTRIBUTE ? one.name : (one.arg?.content ?? '')),
      );
      const name = named?.value?.content ?? 'default';
      if (computed) found.push({ name: 'slot', what: 'a slot has a computed name' });
      else if (!found.some((one) => one.name === name && 'given' in one))
        found.push({ name, given, description: undefined });
    }
    node.children?.forEach(visit);
  };
  if (root) visit(root);
  return found;
}

class VueReader {
  readonly #exports: ReadonlyMap<string, TypeSymbol>;
  readonly #types: TypeFacts;
  readonly #unread: Unread[] = [];

  constructor(
    readonly script: Script,
    readonly slots: readonly (SlotFact | Unread)[],
    readonly program: TypeProgram,
    made: string,
  ) {
    this.#exports = program.exportsOf(made);
    this.#types = new TypeFacts(program, { drawable: undefined });
  }

  read(): ComponentFacts {
    const { script } = this;
    const props = [...this.#membersOf('Props'), ...this.#membersOf('Models')];
    const callbacks: MemberFact[] = [];
    const members = props.filter((member) => {
      const own = script.defaults.get(member.name);
      if (own) member.default = own;
      const isCallback = /^on[A-Z]/.test(member.name) && member.type.kind === 'function';
      if (isCallback) callbacks.push(member);
      return !isCallback;
    });
    const emits = [...this.#emits(), ...callbacks];
    for (const name of script.models) {
      const { type } = members.find((one) => one.name === name)!;
      if (emits.some((one) => one.name === `update:${name}`)) continue;
      emits.push(emitted(`update:${name}`, [{ name: 'value', type, optional: false }]));
    }
    const slots = this.slots.filter((one) => 'given' in one);
    this.#unread.push(...this.slots.filter((one) => 'what' in one));
    return {
      description: undefined,
      members,
      emits,
      slots,
      methods: this.#methods(),
      writes: script.models,
      rest: undefined,
      definitions: this.#types.definitions,
      reaches: reachesOf(script.syntax),
      unread: this.#unread,
      complete: true,
    };
  }

  #type(name: string): Type | undefined {
    const symbol = this.#exports.get(name);
    return symbol && this.program.checker.getDeclaredTypeOfSymbol(symbol);
  }

  #membersOf(name: string): MemberFact[] {
    const type = this.#type(name);
    if (!type) return [];
    if (!type.isErrorType())
      return (
        this.program.checker
          .getPropertiesOfType(type)
          // A component passes on what every native element takes, without being asked.
          .filter((symbol) => !isNative(symbol, 'vue'))
          .map((symbol) => this.#types.member(symbol))
      );
    this.#unread.push({ name, what: 'its type cannot be found out' });
    return [];
  }

  /** Events with what they pass: from a type with call signatures, or from one with a list for each name. */
  #emits(): MemberFact[] {
    const { checker } = this.program;
    const type = this.#type('Emits');
    const named = this.script.emitted.map((name) =>
      emitted(name, [{ name: 'value', type: UNSAID, optional: true }]),
    );
    if (!type) return named;
    const called = checker.getSignaturesOfType(type, 0);
    const parameters = (own: Type): MemberFact['type'] => this.#types.of(own);
    if (called.length > 0)
      return called.flatMap((signature) => {
        const [event, ...rest] = signature.getParameters();
        const types = event ? checker.getParameterType(signature, 0) : undefined;
        const names = types?.isUnionType() ? types.getTypes() : types ? [types] : [];
        const given = rest.map((symbol, place) => {
          const own = checker.getParameterType(signature, place + 1);
          return { name: symbol.name, type: own ? parameters(own) : UNSAID, optional: false };
        });
        return names.flatMap((one) => (one.isStringLiteralType() ? [emitted(one.value, given)] : []));
      });
    return checker.getPropertiesOfType(type).map((symbol) => {
      const own = checker.getTypeOfSymbol(symbol);
      const description = oneParagraph(this.program.commentOf(symbol));
      const list = own?.isTypeReference() ? checker.getTypeArguments(own) : [];
      const given = list.map((one, place) => ({
        name: labelOf(place, checker.typeToString(own!)),
        type: parameters(one),
        optional: false,
      }));
      const fact = own && this.#types.of(own);
      if (fact?.kind === 'function') return { ...emitted(symbol.name, fact.parameters), description };
      return { ...emitted(symbol.name, given), description };
    });
  }

  /** What the component exposes. */
  #methods(): MemberFact[] {
    const symbol = this.#exports.get('exposedByComponent');
    const type = symbol && this.program.checker.getTypeOfSymbol(symbol);
    if (!type) return [];
    const { exposed } = this.script;
    return this.#types.membersOf(type).filter((one) => {
      if (exposed && !exposed.includes(one.name)) return false;
      if (one.type.kind === 'function') return true;
      this.#unread.push({ name: one.name, what: 'the component exposes it, and it is no method' });
      return false;
    });
  }
}

const UNSAID = { kind: 'unknown', text: 'unknown', why: 'is not said' } as const;

function emitted(
  name: string,
  parameters: (MemberFact['type'] & { kind: 'function' })['parameters'],
): MemberFact {
  return {
    name,
    required: false,
    type: { kind: 'function', parameters, returns: undefined, mayReturnFalse: false },
    description: undefined,
    deprecated: undefined,
    default: undefined,
  };
}

/** The label of a place in a tuple: `level` of `[level: number]`. */
function labelOf(place: number, text: string): string {
  const parts = text.slice(1, -1).split(/,(?![^<({[]*[>)}\]])/);
  const label = /^\s*([A-Za-z_$][\w$]*)\??\s*:/.exec(parts[place] ?? '');
  return label?.[1] ?? (place === 0 ? 'value' : `value${place + 1}`);
}

import { report } from '../findings/report.js';
import { parseSync } from 'oxc-parser';
import { PositionIndex, type Finding } from '../findings/finding.js';
import { mutationsIn, unendedIn, type Mutation } from './habits.js';
import { importsIn, moduleStateIn, shadowRootsIn } from './module-habits.js';
import { functionReads, type Reads } from './reads.js';
import { DEEPEST_MODULE, tooDeepAt } from '../syntax/nesting.js';
import { isFunction, isTreeNode, walk, type TreeNode } from '../syntax/tree.js';

/** One name that a behavior module exports. */
export interface BehaviorExport {
  name: string;
  kind: 'function' | 'value';
  offset: number;
  /** What a function reads through its first argument. */
  reads: Reads;
  /** True if it is seen to have a first argument. */
  takesInside: boolean;
}

/** An event that a behavior emits, by a name that stands in its source. */
export interface EmittedEvent {
  name: string;
  offset: number;
}

/** What the tool knows of an element's behavior from its syntax tree; nothing of it is run. */
export interface Behavior {
  file: string;
  exports: Map<string, BehaviorExport>;
  /** Names of the state, in order; empty if there is none. */
  state: string[];
  /** Functions in `changes`, `results` and `states`, by what they are for. */
  named: Record<NamedExport, Map<string, BehaviorExport>>;
  emissions: EmittedEvent[];
  /** True if some event is emitted whose name is not a plain text. */
  emitsUnknown: boolean;
  /** Places that change in place what was passed in, or what the state holds. */
  mutations: Mutation[];
  /** True if it may listen until the element leaves. */
  mayListen: boolean;
  /** What `connected` begins and nothing ends. */
  unended: { what: string; offset: number }[];
  /** Modules that it imports, types aside. */
  imports: { from: string; offset: number }[];
  /** Places that read `shadowRoot` of the host. */
  shadowRoots: number[];
  /** Variables of the module that some function of it changes. */
  moduleState: { name: string; offset: number }[];
  positions: PositionIndex;
  /** False if names of exports or of the state could not be read, because of errors. */
  isWhole: boolean;
}

/** Exports that are objects of functions by name, which Lastwright calls itself. */
const NAMED_EXPORTS = ['changes', 'results', 'states'] as const;
export type NamedExport = (typeof NAMED_EXPORTS)[number];

/** Functions that run at moments of an element's life. */
const LIFE_EXPORTS = ['firstConnected', 'connected', 'disconnected', 'moved', 'adopted', 'drawn'] as const;

/** Exports that Lastwright calls itself; a view cannot. */
export const LIFECYCLE_EXPORTS = ['state', 'validity', ...LIFE_EXPORTS, ...NAMED_EXPORTS] as const;

/** Reads a behavior module (TypeScript or JavaScript) without running it. */
export function readBehavior(file: string, text: string): { behavior: Behavior; findings: Finding[] } {
  const deep = tooDeepAt(text, DEEPEST_MODULE);
  try {
    if (deep === undefined) return readModule(file, text);
  } catch (error) {
    // What is nested without brackets, such as a sum of thousands.
    if (!(error instanceof RangeError)) throw error;
  }
  const behavior = { ...emptyBehavior(file, text), isWhole: false };
  const place = { file, ...behavior.positions.at(deep ?? 0) };
  const finding = report(
    'behavior/syntax',
    place,
    'The module is nested too deep to be read.',
    'Write it in several steps.',
  );
  return { behavior, findings: [finding] };
}

function emptyBehavior(file: string, text: string): Behavior {
  return {
    file,
    exports: new Map(),
    state: [],
    named: { changes: new Map(), results: new Map(), states: new Map() },
    emissions: [],
    emitsUnknown: false,
    mutations: [],
    // Other modules may do it with an inside that they are given.
    mayListen: /\blisten\b|\bimport\s*(?!type\b)[\w{*'"(]/.test(text),
    unended: [],
    imports: [],
    shadowRoots: [],
    moduleState: [],
    positions: new PositionIndex(text),
    isWhole: true,
  };
}

function readModule(file: string, text: string): { behavior: Behavior; findings: Finding[] } {
  const findings: Finding[] = [];
  const behavior = emptyBehavior(file, text);
  const { positions } = behavior;
  const { program, errors, module } = parseSync(file, text, { astType: 'js', sourceType: 'module' });
  const [error] = errors;
  if (error) {
    findings.push(
      report(
        'behavior/syntax',
        { file, ...positions.at(error.labels[0]?.start ?? 0) },
        `The module cannot be parsed: ${error.message.replace(/\.$/, '')}.`,
        'Fix the syntax near here.',
      ),
    );
    return { behavior: { ...behavior, isWhole: false }, findings };
  }
  const root = program as unknown as TreeNode;
  const functions = moduleFunctions(root);
  const exported = module.staticExports.flatMap(({ entries }) => entries);
  const types = new Set(exported.flatMap(({ isType, exportName }) => (isType ? exportName.name : [])));
  for (const statement of root.body as TreeNode[]) {
    if (statement.type === 'ExportDefaultDeclaration' || statement.type === 'ExportAllDeclaration') {
      findings.push(
        report(
          'behavior/export',
          { file, ...positions.at(statement.start) },
          statement.type === 'ExportAllDeclaration'
            ? 'A behavior cannot pass on all exports of another module.'
            : 'A behavior has no default export.',
          'Export each function by its name: "export function …" or "export { name }".',
        ),
      );
    }
    if (statement.type !== 'ExportNamedDeclaration') continue;
    for (const { name, value, offset } of exportedNames(statement, functions)) {
      if (types.has(name)) continue;
      const node = value ?? functions.get(name);
      behavior.exports.set(name, {
        name,
        kind: node && isFunction(node) ? 'function' : 'value',
        offset,
        ...readsOf(node, functions),
      });
      if (isNamedExport(name)) {
        const members = node && membersOf(node, functions);
        if (members) behavior.named[name] = members;
        else {
          findings.push(
            report(
              'behavior/unreadable',
              { file, ...positions.at(offset) },
              `The functions of "${name}" cannot be seen in the source.`,
              `Write "export const ${name} = { name(inside) { … } }", an object literal of functions.`,
            ),
          );
        }
      }
      if (name === 'state') {
        const keys = node && stateNames(node);
        if (keys) behavior.state = keys;
        else {
          findings.push(
            report(
              'state/unreadable',
              { file, ...positions.at(offset) },
              'The names of the state cannot be seen in the source.',
              'Write "export const state = () => ({ name: value })", a function that returns an object literal.',
            ),
          );
        }
      }
    }
  }
  walk(root, (node) => {
    const emission = emissionOf(node);
    if (emission === 'unknown') behavior.emitsUnknown = true;
    else if (emission) behavior.emissions.push(emission);
    if (isFunction(node)) behavior.mutations.push(...mutationsIn(node, text));
  });
  behavior.imports = importsIn(root, module);
  behavior.shadowRoots = shadowRootsIn(root);
  behavior.moduleState = moduleStateIn(root);
  behavior.isWhole = findings.every(({ code }) => code === 'behavior/export') && !passesAllOn(root);
  const connected = functions.get('connected');
  if (connected && behavior.exports.has('connected') && !behavior.exports.has('disconnected'))
    behavior.unended = unendedIn(connected);
  return { behavior, findings };
}

/** True for a module with all exports of another one. */
function passesAllOn(root: TreeNode): boolean {
  return (root.body as TreeNode[]).some(({ type }) => type === 'ExportAllDeclaration');
}

/** The functions at the top of a module by name, declared or assigned to a constant. */
export function moduleFunctions(root: TreeNode): Map<string, TreeNode> {
  const found = new Map<string, TreeNode>();
  for (const statement of root.body as TreeNode[]) {
    const declaration = isTreeNode(statement.declaration) ? statement.declaration : statement;
    if (declaration.type === 'FunctionDeclaration' && isTreeNode(declaration.id)) {
      found.set(declaration.id.name as string, declaration);
    }
    if (declaration.type === 'VariableDeclaration') {
      for (const { id, init } of declaration.declarations as unknown as { id: TreeNode; init: unknown }[]) {
        if (id.type === 'Identifier' && isTreeNode(init) && isFunction(init))
          found.set(id.name as string, init);
      }
    }
  }
  return found;
}

interface Exported {
  name: string;
  value: TreeNode | undefined;
  offset: number;
}

function exportedNames(statement: TreeNode, functions: ReadonlyMap<string, TreeNode>): Exported[] {
  const declaration = statement.declaration;
  if (!isTreeNode(declaration)) {
    return (statement.specifiers as TreeNode[])
      .filter(({ exported }) => (exported as TreeNode).type === 'Identifier')
      .map((specifier) => ({
        name: (specifier.exported as TreeNode).name as string,
        // What another module has cannot be seen from here.
        value: statement.source ? undefined : functions.get((specifier.local as TreeNode).name as string),
        offset: specifier.start,
      }));
  }
  if (declaration.type === 'VariableDeclaration') {
    return (declaration.declarations as unknown as { id: TreeNode; init: unknown }[])
      .filter(({ id }) => id.type === 'Identifier')
      .map(({ id, init }) => ({
        name: id.name as string,
        value: isTreeNode(init) ? init : undefined,
        offset: id.start,
      }));
  }
  if (declaration.type === 'FunctionDeclaration' && isTreeNode(declaration.id)) {
    return [{ name: declaration.id.name as string, value: declaration, offset: declaration.id.start }];
  }
  return [];
}

function readsOf(
  node: TreeNode | undefined,
  functions: ReadonlyMap<string, TreeNode>,
): Pick<BehaviorExport, 'reads' | 'takesInside'> {
  if (!node || !isFunction(node)) return { reads: 'everything', takesInside: false };
  return { reads: functionReads(node, functions), takesInside: (node.params as TreeNode[]).length > 0 };
}

function isNamedExport(name: string): name is NamedExport {
  return (NAMED_EXPORTS as readonly string[]).includes(name);
}

/** The functions of an object literal by their names, or undefined if they cannot be seen. */
function membersOf(
  node: TreeNode,
  functions: ReadonlyMap<string, TreeNode>,
): Map<string, BehaviorExport> | undefined {
  const object = bare(node);
  if (object.type !== 'ObjectExpression') return undefined;
  const members = new Map<string, BehaviorExport>();
  for (const property of object.properties as TreeNode[]) {
    const key = property.key;
    if (property.type !== 'Property' || property.computed || !isTreeNode(key)) return undefined;
    const name = String(key.type === 'Identifier' ? key.name : key.value);
    const value = bare(property.value as TreeNode);
    const work = value.type === 'Identifier' ? functions.get(value.name as string) : value;
    members.set(name, { name, kind: 'function', offset: key.start, ...readsOf(work, functions) });
  }
  return members;
}

/** An expression without parentheses and type assertions around it. */
export function bare(node: TreeNode): TreeNode {
  let result = node;
  while (/^(ParenthesizedExpression|TSAsExpression|TSSatisfiesExpression)$/.test(result.type)) {
    result = result.expression as TreeNode;
  }
  return result;
}

/** The keys of the object literal that a state function returns, or undefined if they cannot be seen. */
function stateNames(node: TreeNode): string[] | undefined {
  if (!isFunction(node)) return undefined;
  let result = node.body as TreeNode;
  if (result.type === 'BlockStatement') {
    const last = (result.body as TreeNode[]).at(-1);
    if (last?.type !== 'ReturnStatement' || !isTreeNode(last.argument)) return undefined;
    result = last.argument;
  }
  result = bare(result);
  if (result.type !== 'ObjectExpression') return undefined;
  const names: string[] = [];
  for (const property of result.properties as TreeNode[]) {
    const key = property.key;
    if (property.type !== 'Property' || property.computed || !isTreeNode(key)) return undefined;
    names.push(String(key.type === 'Identifier' ? key.name : key.value));
  }
  return names;
}

/** The event that a call like `berth.emit('berth-claim')` emits. */
function emissionOf(node: TreeNode): EmittedEvent | 'unknown' | undefined {
  if (node.type !== 'CallExpression') return undefined;
  const callee = node.callee as TreeNode;
  if (callee.type !== 'MemberExpression' || callee.computed) return undefined;
  if ((callee.property as TreeNode).name !== 'emit') return undefined;
  const [first] = node.arguments as TreeNode[];
  if (first?.type === 'Literal' && typeof first.value === 'string')
    return { name: first.value, offset: first.start };
  return 'unknown';
}

import type { Contract } from '../contract/model.js';
import { constantCase, pascalCase } from '../contract/names.js';
import { quoted, templateLiteral } from '../literal.js';
import { assignBits, type Bits } from './bits.js';
import { access, localName } from './emit-expression.js';
import { ValueEmitter } from './emit-value.js';
import { Origins } from './mapped-code.js';
import { allBlocks, type Binding, type BlockPlan, type NodeRef, type ViewPlan } from './view-plan.js';
import type { PositionIndex } from '../finding.js';
import type { LoopVariable, ReadKeys, Resolved } from './resolve.js';

/** What an emitted view is made with, and what it turns out to need. */
export interface Emission {
  contract: Contract;
  positions: PositionIndex;
  origins: Origins;
  bits: Bits;
  /** Names to import from the runtime. */
  runtime: Set<string>;
  /** Names of constants at the top of the module. */
  constants: Set<string>;
}

/** The code of all blocks of a view, inner ones first, with their templates and the constants of their bits. */
export function emitView(
  plan: ViewPlan,
  contract: Contract,
  positions: PositionIndex,
  origins: Origins,
): { code: string; emission: Emission } {
  const emission: Emission = {
    contract,
    positions,
    origins,
    bits: assignBits(plan),
    runtime: new Set(['template', 'copy']),
    constants: new Set(),
  };
  const blocks: string[] = [];
  const loopBits = new Map<string, number>();
  emitBlock(plan.root, [], { ...emission, file: plan.file, blocks, loopBits });
  const bits = [...emission.bits.constants, ...loopBits];
  for (const [name] of bits) emission.constants.add(name);
  const constants = bits.map(([name, bit]) => `const ${name} = 1 << ${Math.log2(bit)};`);
  const note = constants.length > 0 ? ['// Each name that the view reads has a bit; a change sets it.'] : [];
  return { code: [[...note, ...constants].join('\n'), ...blocks].filter(Boolean).join('\n\n'), emission };
}

interface BlockContext extends Emission {
  file: string;
  blocks: string[];
  loopBits: Map<string, number>;
}

function emitBlock(block: BlockPlan, outers: readonly BlockPlan[], context: BlockContext): void {
  for (const binding of block.bindings) {
    if (binding.kind === 'repeat' || binding.kind === 'named')
      emitBlock(binding.block, [block, ...outers], context);
    if (binding.kind === 'choose') {
      emitBlock(binding.chosen, [block, ...outers], context);
      if (binding.otherwise) emitBlock(binding.otherwise, [block, ...outers], context);
    }
  }
  context.blocks.push(new BlockEmitter(block, outers, context).emit());
}

class BlockEmitter {
  readonly #template: string;
  readonly values: ValueEmitter;

  constructor(
    readonly block: BlockPlan,
    readonly outers: readonly BlockPlan[],
    readonly context: BlockContext,
  ) {
    this.values = new ValueEmitter(context);
    this.#template = `${block.name.charAt(0).toLowerCase()}${block.name.slice(1)}Template`;
  }

  emit(): string {
    const { block } = this;
    const members = [...this.#statics(), this.#construct(), this.#update(), ...this.#handleEvent()];
    return [
      ...(block.renamed ? [] : [`const ${this.#template} = ${this.#templateCode()};`, '']),
      `class ${block.name} {`,
      members.map((member) => indent(member)).join('\n\n'),
      '}',
      ...this.#kinds(),
    ].join('\n');
  }

  /** What gives the kinds of a renamed block, behind its class. */
  #kinds(): string[] {
    const [outer] = this.outers;
    const binding = outer?.bindings.find((other) => other.kind === 'named' && other.block === this.block);
    if (binding?.kind !== 'named') return [];
    this.context.runtime.add('named');
    const among = binding.among.map(quoted).join(', ');
    return ['', `const ${kindsOf(this.block)} = named(${this.block.name}, [${among}]);`];
  }

  #templateCode(): string {
    const { markup, around } = this.block;
    const more = around ? `, ${quoted(around)}` : '';
    const only = this.block.single ? '.firstChild' : '';
    return `template(${templateLiteral(Origins.plain(markup))}${more})${only}`;
  }

  #statics(): string[] {
    const { repeats, renamed } = this.block;
    if (renamed) return [`static template = ${this.#templateCode()};`];
    if (!repeats) return [];
    const own = this.block.loops.filter(({ depth }) => depth === repeats.depth);
    const item = this.#loopBit(own.find(({ kind }) => kind === 'item')!);
    const index = own.find(({ kind }) => kind === 'index');
    const bits = [`static bits = [${item}, ${index ? this.#loopBit(index) : 0}];`];
    if (repeats.key) {
      const names = own.map((variable) => localName(variable)).join(', ');
      bits.push(`static key(${names}) {\n  return ${this.values.code(repeats.key)};\n}`);
    }
    return bits;
  }

  #construct(): string {
    const { block, outers } = this;
    const isRoot = outers.length === 0;
    const repeated = block.repeats !== undefined;
    const lines: string[] = [];
    if (isRoot) lines.push('this.inside = inside;');
    else {
      if (usesInside(block)) lines.push('this.inside = outer.inside;');
      if (block.loops.some(({ depth }) => depth !== block.repeats?.depth)) lines.push('this.outer = outer;');
    }
    if (repeated) lines.push('this.item = item;');
    const hasIndex = repeated && block.repeats!.index !== undefined;
    if (hasIndex) lines.push('this.index = index;');
    if (block.single) {
      lines.push(`this.root = copy(${block.renamed ? 'this.constructor.template' : this.#template});`);
    } else {
      lines.push(`this.root = copy(${this.#template});`);
      if (!isRoot) lines.push('this.first = this.root.firstChild;', 'this.last = this.root.lastChild;');
    }
    lines.push(...this.#findNodes());
    for (const { node, type } of block.listeners) {
      const line = `${this.#nodePlace(node)}.addEventListener(${quoted(type)}, this);`;
      if (!lines.includes(line)) lines.push(line);
    }
    for (const control of block.controls) {
      this.context.runtime.add('passTo');
      lines.push(`passTo(this.inside.host, ${this.#nodePlace(control)});`);
    }
    const own = repeated ? ['outer', 'item', ...(hasIndex ? ['index'] : [])] : ['outer'];
    const parameters = isRoot ? 'inside' : own.join(', ');
    return `constructor(${parameters}) {\n${indent(lines.join('\n'))}\n}`;
  }

  /** The statements that find each node that is needed, walking from one to the next. */
  #findNodes(): string[] {
    const refs = new Map<string, NodeRef>();
    for (const { node } of [...this.block.bindings, ...this.block.listeners])
      refs.set(node.path.join(), node);
    for (const node of this.block.controls) refs.set(node.path.join(), node);
    const wanted = [...refs.values()].sort((a, b) => comparePaths(a.path, b.path));
    const places = new Map<string, string>();
    const lines: string[] = [];
    const passed = new Map<string, number>();
    for (const { path } of wanted) {
      for (let depth = 1; depth <= path.length; depth++) {
        const key = path.slice(0, depth).join();
        passed.set(key, (passed.get(key) ?? 0) + 1);
      }
    }
    /** Nodes that are only walked through get a constant if more than one walk starts there. */
    let constants = 0;
    const reach = (path: readonly number[]): string => {
      const key = path.join();
      const known = places.get(key);
      if (known) return known;
      const ref = refs.get(key);
      const walk = this.#walk(path, places, reach);
      if (ref) {
        places.set(key, this.#nodePlace(ref));
        const own = this.#nodePlace(ref);
        if (walk !== own) lines.push(`${own.startsWith('this.') ? '' : 'const '}${own} = ${walk};`);
        return this.#nodePlace(ref);
      }
      if (passed.get(key)! < 2 || walk === 'this.root') return walk;
      const name = `node${++constants}`;
      lines.push(`const ${name} = ${walk};`);
      places.set(key, name);
      return name;
    };
    for (const { path } of wanted) reach(path);
    return lines;
  }

  #walk(
    path: readonly number[],
    places: ReadonlyMap<string, string>,
    reach: (path: readonly number[]) => string,
  ): string {
    if (path.length === 1 && this.block.single) return 'this.root';
    const above = path.slice(0, -1);
    const place = path.at(-1)!;
    for (let before = place - 1; before >= 0; before--) {
      const sibling = places.get([...above, before].join());
      if (sibling) return sibling + '.nextSibling'.repeat(place - before);
    }
    const parent = above.length > 0 ? reach(above) : 'this.root';
    return `${parent}.firstChild${'.nextSibling'.repeat(place)}`;
  }

  /** True for a node that only the constructor needs: it is listened to, and nothing else there could be meant. */
  #isPassing(node: NodeRef): boolean {
    const { bindings, listeners, controls } = this.block;
    return (
      bindings.every((binding) => binding.node !== node) &&
      !controls.includes(node) &&
      listeners.every((listener) => listener.node === node)
    );
  }

  #nodePlace(node: NodeRef): string {
    if (!(this.block.single && node.path.length === 1) && this.#isPassing(node)) return `${node.name}Node`;
    return this.block.single && node.path.length === 1 ? 'this.root' : `this.${node.name}`;
  }

  #update(): string {
    const statements = [
      ...this.block.bindings.map((binding) => this.#guarded(binding.reads, this.#statement(binding))),
      ...this.block.tasks.map(({ reads, code }) => this.#guarded(reads, code)),
    ];
    for (const { runtime } of this.block.tasks) for (const name of runtime) this.context.runtime.add(name);
    const used = this.block.bindings.flatMap((binding) => expressionsOf(binding));
    // An element's whole view is given its host: one object less to look into at every update.
    const given = this.outers.length === 0 && membersIn(kindsIn(used)).has('host') ? ['host'] : [];
    const lines = [...this.#locals(used, this.block.tasks.length > 0, given), ...statements];
    const parameters = ['changed', ...given].join(', ');
    return lines.length > 0 ? `update(${parameters}) {\n${indent(lines.join('\n'))}\n}` : 'update() {}';
  }

  /** The declarations that expressions need beside what is given: host, state, loop variables. */
  #locals(expressions: readonly Resolved[], needsInside = false, given: readonly string[] = []): string[] {
    const lines: string[] = [];
    const kinds = kindsIn(expressions);
    const whole = needsInside || kinds.has('function') || kinds.has('result');
    if (whole) lines.push('const { inside } = this;');
    const inside = whole ? 'inside' : 'this.inside';
    const members = [...membersIn(kinds)].filter((member) => !given.includes(member));
    if (kinds.has('filled')) {
      this.context.runtime.add('filledSlots');
      lines.push(`const filled = filledSlots(${inside});`);
    }
    if (members.length > 0) lines.push(`const { ${members.join(', ')} } = ${inside};`);
    const declared = new Set<string>();
    for (const { names } of expressions) {
      for (const { meaning } of names) {
        if (meaning.kind !== 'loop' || declared.has(meaning.variable.name)) continue;
        declared.add(meaning.variable.name);
        lines.push(`const ${localName(meaning.variable)} = ${this.#variablePlace(meaning.variable)};`);
      }
    }
    return lines;
  }

  #variablePlace({ kind, depth }: LoopVariable): string {
    const hops = [this.block, ...this.outers].findIndex((block) => block.repeats?.depth === depth);
    return `this${'.outer'.repeat(hops)}.${kind}`;
  }

  #guarded(reads: ReadKeys, statement: string): string {
    const mask = this.#mask(reads);
    if (mask === undefined) return statement.startsWith('const ') ? `{\n${indent(statement)}\n}` : statement;
    const test = mask === '' ? 'changed === -1' : `changed & ${mask}`;
    return `if (${test}) {\n${indent(statement)}\n}`;
  }

  /** The bits that a binding looks at; empty if it reads nothing, undefined if it may read anything. */
  #mask(reads: ReadKeys): string | undefined {
    if (reads.has('*')) return undefined;
    const masks = new Set<string>();
    for (const key of reads) {
      const [kind, rest] = key.split(':') as [string, string];
      if (kind === 'item' || kind === 'index') {
        const variable = this.block.loops.find((loop) => loop.kind === kind && loop.depth === Number(rest));
        if (variable) masks.add(this.#loopBit(variable));
        continue;
      }
      const bit = this.context.bits.of(key);
      for (const [name, value] of this.context.bits.constants) if (value === bit) masks.add(name);
    }
    return masks.size > 1 ? `(${[...masks].join(' | ')})` : [...masks].join('');
  }

  #loopBit(variable: LoopVariable): string {
    const { bits, loopBits } = this.context;
    const bit = bits[variable.kind](variable.depth);
    const name = constantCase(variable.name);
    for (const candidate of [
      name,
      `${name}_${variable.depth + 1}`,
      `LOOP_${name}_${variable.kind.toUpperCase()}_${variable.depth + 1}`,
    ]) {
      if ((loopBits.get(candidate) ?? bit) !== bit || bits.constants.has(candidate)) continue;
      loopBits.set(candidate, bit);
      return candidate;
    }
    return String(bit);
  }

  #statement(binding: Binding): string {
    const node = this.#nodePlace(binding.node);
    const { runtime } = this.context;
    const compared = (was: string, value: string, write: (value: string) => string): string =>
      `const value = ${value};\nif (value !== this.${was}) ${write(`(this.${was} = value)`)};`;
    const was = (name: string): string => `${binding.node.name}${pascalCase(name)}Was`;
    switch (binding.kind) {
      case 'text': {
        const { code, isText } = this.values.value(binding.parts);
        // The page turns a number into text by itself.
        const [only] = binding.parts;
        const plain =
          isText || (typeof only === 'object' && binding.parts.length === 1 && this.values.isNumber(only));
        if (!plain) runtime.add('text');
        return compared(
          was(''),
          code,
          (value) => `${node}.data = ${plain ? stripped(value) : `text${value}`}`,
        );
      }
      case 'attribute': {
        runtime.add('setAttribute');
        const { code } = this.values.value(binding.parts);
        return compared(
          was(binding.name),
          code,
          (value) => `setAttribute(${node}, ${quoted(binding.name)}, ${stripped(value)})`,
        );
      }
      case 'foreign': {
        runtime.add('setForeign');
        return compared(
          was(binding.name),
          this.values.value(binding.parts).code,
          (value) => `setForeign(${node}, ${quoted(binding.name)}, ${stripped(value)})`,
        );
      }
      case 'address': {
        runtime.add('setAddress');
        return compared(
          was(binding.name),
          this.values.value(binding.parts).code,
          (value) => `setAddress(${node}, ${quoted(binding.name)}, ${stripped(value)})`,
        );
      }
      case 'class': {
        const code = this.values.classValue(binding.parts);
        return compared(was('class'), code, (value) =>
          binding.html
            ? `${node}.className = ${stripped(value)}`
            : `${node}.setAttribute('class', ${stripped(value)})`,
        );
      }
      case 'style': {
        const { code, isText } = this.values.value(binding.parts);
        if (!isText) runtime.add('writeStyle');
        return compared(was('style'), code, (value) =>
          isText ? `${node}.style.cssText = ${stripped(value)}` : `writeStyle(${node}, ${stripped(value)})`,
        );
      }
      case 'property':
        return compared(
          was(binding.name),
          this.values.value(binding.parts).code,
          (value) => `${node}${access(binding.name)} = ${stripped(value)}`,
        );
      case 'live': {
        const { code, isText } = this.values.value(binding.parts);
        if (binding.name !== 'value') return `${node}.${binding.name} = Boolean(${code});`;
        if (!isText) runtime.add('text');
        return `const value = ${isText ? code : `text(${code})`};\nif (value !== ${node}.value) ${node}.value = value;`;
      }
      case 'choose': {
        runtime.add('choose');
        const { condition, chosen, otherwise, name } = binding;
        return `this.${name} = choose(${node}, this.${name}, ${this.values.operand(condition)} ? ${chosen.name} : ${otherwise?.name ?? 'undefined'}, this, changed);`;
      }
      case 'named': {
        runtime.add('choose');
        const { name, block, parts } = binding;
        const kind = `${kindsOf(block)}(${this.values.value(parts).code})`;
        return `this.${name} = choose(${node}, this.${name}, ${kind}, this, changed);`;
      }
      case 'repeat': {
        runtime.add('repeat');
        const { list, block, name } = binding;
        const own = this.#loopBitsOf(block);
        return `this.${name} = repeat(${node}, this.${name}, ${this.values.code(list)}, ${block.name}, this, ${own});`;
      }
    }
  }

  /** What a repeated block is told of changes outside: only what it reads, so that a kept row costs nothing. */
  #loopBitsOf(block: BlockPlan): string {
    const ownDepth = block.repeats!.depth;
    const reads = block.bindings.flatMap((inner) => [...inner.reads]);
    const outside = new Set(reads.filter((key) => key !== `item:${ownDepth}` && key !== `index:${ownDepth}`));
    const mask = this.#mask(outside);
    if (mask === undefined) return 'changed';
    return mask === '' ? '0' : `changed & ${mask}`;
  }

  #handleEvent(): string[] {
    const { listeners } = this.block;
    if (listeners.length === 0) return [];
    const sameNode = listeners.every(({ node }) => node === listeners[0]!.node);
    const sameType = listeners.every(({ type }) => type === listeners[0]!.type);
    const cases = listeners.map((listener) => {
      const code = listener.code
        ? this.values.code(listener.code).replace(/;?$/, ';')
        : 'relay(this.inside, event);';
      if (!listener.code) this.context.runtime.add('relay');
      const tests = [
        ...(sameNode ? [] : [`event.currentTarget === ${this.#nodePlace(listener.node)}`]),
        ...(sameType ? [] : [`event.type === ${quoted(listener.type)}`]),
      ];
      return tests.length > 0 ? `if (${tests.join(' && ')}) {\n${indent(code)}\n}` : code;
    });
    const lines = [...this.#locals(listeners.flatMap(({ code }) => code ?? [])), ...cases];
    return [`handleEvent(event) {\n${indent(lines.join('\n'))}\n}`];
  }
}

function expressionsOf(binding: Binding): Resolved[] {
  switch (binding.kind) {
    case 'choose':
      return [binding.condition];
    case 'repeat':
      return [binding.list];
    default:
      return binding.parts.filter((part) => typeof part !== 'string');
  }
}

function comparePaths(a: readonly number[], b: readonly number[]): number {
  for (let at = 0; at < Math.min(a.length, b.length); at++) if (a[at] !== b[at]) return a[at]! - b[at]!;
  return a.length - b.length;
}

/** `(this.was = value)` less its parentheses, where they are not needed. */
function stripped(value: string): string {
  return value.slice(1, -1);
}

/** Kinds of what the names in expressions mean. */
function kindsIn(expressions: readonly Resolved[]): Set<string> {
  return new Set(expressions.flatMap(({ names }) => names.map(({ meaning }) => meaning.kind)));
}

/** Members of the inside that hold what names of these kinds mean. */
function membersIn(kinds: ReadonlySet<string>): Set<'host' | 'state'> {
  const members = new Set<'host' | 'state'>();
  if (kinds.has('property') || kinds.has('native')) members.add('host');
  if (kinds.has('state')) members.add('state');
  return members;
}

/** True if a block, or one inside of it, reads something of the element or acts on it. */
function usesInside(block: BlockPlan): boolean {
  const expressions = [
    ...block.bindings.flatMap(expressionsOf),
    ...block.listeners.flatMap(({ code }) => code ?? []),
  ];
  return (
    block.listeners.length + block.controls.length + block.tasks.length > 0 ||
    expressions.some(({ names }) =>
      names.some(({ meaning }) => !/^(loop|global|value)$/.test(meaning.kind)),
    ) ||
    allBlocks(block).slice(1).some(usesInside)
  );
}

/** The constant that gives a renamed block's kind by its name. */
function kindsOf({ name }: BlockPlan): string {
  return `${name.charAt(0).toLowerCase()}${name.slice(1)}s`;
}

/** Two spaces before each line that is not empty and not inside a template literal's text. */
export function indent(code: string): string {
  return code.replace(/^(?=.)/gm, '  ');
}

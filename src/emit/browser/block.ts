import {
  array,
  assign,
  block as blockOf,
  call,
  expression,
  identifier,
  literal,
  member,
  members,
  object,
  property,
  statements,
  templateLiteral,
} from '../../syntax/build.js';
import type { TreeNode } from '../../syntax/tree.js';
import type { LoopVariable, Meaning, ReadKeys, Resolved } from '../../view/resolve.js';
import type { Effect } from '../../view/effects.js';
import { authorExpression, authorStatements, localName } from '../author-code.js';
import { bindingStatements, keptField, kindsOf } from './binding.js';
import { effectStatement } from './effect.js';
import type { Emission } from './emission.js';
import { findNodes, nodePlace } from './find-nodes.js';
import { innerLayouts, layoutReads, ownKeys, type BlockLayout, type BoundNode } from './layout.js';

/** The code of a block and of all blocks inside of it, inner ones first, each with its template. */
export function blockCode(
  layout: BlockLayout,
  outers: readonly BlockLayout[],
  effects: readonly Effect[],
  emission: Emission,
): TreeNode[] {
  const within = layout.bindings.flatMap((binding) => {
    const inner = innerLayouts(binding).flatMap((block) =>
      blockCode(block, [layout, ...outers], [], emission),
    );
    if (binding.kind !== 'dynamic') return inner;
    emission.runtime.add('byLocalName');
    const among = array(binding.source.among.map(literal));
    const kinds = statements`const ${kindsOf(binding.block)} = byLocalName(${binding.block.name}, ${among});`;
    return [...inner, ...kinds];
  });
  return [...within, ...new BlockEmitter(layout, outers, effects, emission).statements()];
}

class BlockEmitter {
  readonly #template: string;
  readonly #isRoot: boolean;

  constructor(
    readonly layout: BlockLayout,
    readonly outers: readonly BlockLayout[],
    readonly effects: readonly Effect[],
    readonly emission: Emission,
  ) {
    const { name } = layout;
    this.#template = emission.names.make(`${name.charAt(0).toLowerCase()}${name.slice(1)}Template`);
    this.#isRoot = outers.length === 0;
  }

  statements(): TreeNode[] {
    const { name, among } = this.layout;
    const body = [...this.#statics(), ...this.#construct(), ...this.#update(), ...this.#handleEvent()];
    const template = among ? [] : statements`const ${this.#template} = ${this.#templateCode()};`;
    return [...template.map((one) => ({ ...one, apart: true })), ...statements`class ${name} { ${body} }`];
  }

  #templateCode(): TreeNode {
    const { markup, single, source } = this.layout;
    const inside = source.namespace === 'html' ? undefined : literal(source.namespace);
    const content = call('template', [templateLiteral([markup]), inside]);
    return single ? expression`${content}.firstChild` : content;
  }

  #statics(): TreeNode[] {
    const { each, among } = this.layout;
    if (among) return members`static template = ${this.#templateCode()};`;
    if (!each) return [];
    const { bits, author } = this.emission;
    const own = each.index ? [each.item, each.index] : [each.item];
    const [item, index] = own.map((variable) => identifier(bits.ofLoop(variable)));
    const key = each.key && authorExpression(each.key, author);
    return [
      ...members`static bits = [${item!}, ${index ?? literal(0)}];`,
      ...(key
        ? members`static key(${own.map((one) => identifier(localName(one, author)))}) { return ${key}; }`
        : []),
    ];
  }

  #construct(): TreeNode[] {
    const { layout, emission } = this;
    const { each, single, among, listeners, controls, source } = layout;
    const lines: TreeNode[] = [];
    if (this.#isRoot) lines.push(...statements`this.inside = inside;`);
    else {
      if (usesInside(layout)) lines.push(...statements`this.inside = outer.inside;`);
      if (source.loops.some(({ depth }) => depth !== each?.item.depth))
        lines.push(...statements`this.outer = outer;`);
    }
    if (each) lines.push(...statements`this.item = item;`);
    if (each?.index) lines.push(...statements`this.index = index;`);
    const template = among ? expression`this.constructor.template` : identifier(this.#template);
    lines.push(
      ...(emission.takesOver
        ? statements`this.root = claim(${template});`
        : statements`this.root = copy(${template});`),
    );
    if (!single && !this.#isRoot)
      lines.push(...statements`this.first = this.root.firstChild; this.last = this.root.lastChild;`);
    lines.push(...findNodes(layout), ...this.#unset());
    const listened = new Set<string>();
    for (const { node, type } of listeners) {
      const path = node.path.join();
      if (listened.has(`${path} ${type}`)) continue;
      const place = nodePlace(node, layout);
      lines.push(...statements`${place}.addEventListener(${literal(type)}, this);`);
      listened.add(`${path} ${type}`);
      const isOfPicture = type === 'load' || type === 'error';
      if (!emission.takesOver || !isOfPicture || listened.has(`${path} picture`)) continue;
      emission.runtime.add('hearPicture');
      lines.push(...statements`hearPicture(${place});`);
      listened.add(`${path} picture`);
    }
    for (const control of controls) {
      emission.runtime.add('passTo');
      const node = nodePlace(control, layout);
      if (emission.takesOver) emission.runtime.add('passOver');
      lines.push(
        ...(emission.takesOver
          ? statements`passOver(passTo, this.inside.host, ${node});`
          : statements`passTo(this.inside.host, ${node});`),
      );
    }
    if (emission.takesOver) lines.push(...statements`claimed();`);
    const own = each ? ['outer', 'item', ...(each.index ? ['index'] : [])] : ['outer'];
    const parameters = this.#isRoot ? ['inside'] : own;
    return members`constructor(${parameters.map(identifier)}) { ${lines} }`;
  }

  /** All fields are there from the start: what a browser compiles for the first drawing fits those that follow. */
  #unset(): TreeNode[] {
    const { bindings } = this.layout;
    const isUnseen = (binding: BoundNode): boolean => this.emission.takesOver && isWritten(binding);
    const fieldsOf = (some: readonly BoundNode[]): string[] =>
      some.map(keptField).filter((field) => field !== undefined);
    const unseen = fieldsOf(bindings.filter(isUnseen));
    if (unseen.length > 0) this.emission.runtime.add('UNSEEN');
    return [
      ...this.#chains(fieldsOf(bindings.filter((one) => !isUnseen(one))), identifier('undefined')),
      ...this.#chains(unseen, identifier('UNSEEN')),
    ];
  }

  #chains(fields: readonly string[], initial: TreeNode): TreeNode[] {
    const lines: TreeNode[] = [];
    for (let start = 0; start < fields.length; start += MOST_IN_A_CHAIN) {
      const chain = fields
        .slice(start, start + MOST_IN_A_CHAIN)
        .reduceRight<TreeNode>((value, field) => assign(member(identifier('this'), field), value), initial);
      lines.push(...statements`${chain};`);
    }
    return lines;
  }

  #update(): TreeNode[] {
    const { layout, emission } = this;
    const following = [
      ...layout.bindings.map((binding) =>
        this.#guarded(
          binding.reads,
          bindingStatements(binding, nodePlace(binding.node, layout), emission, (block) =>
            this.#dirtyOutside(block),
          ),
        ),
      ),
      ...this.effects.map((effect) => this.#guarded(effect.reads, [effectStatement(effect, emission)])),
    ].flat();
    const used = layout.bindings.flatMap(expressionsOf);
    // An element's whole view is given its host: one object less to look into at every update.
    const given = this.#isRoot && membersIn(kindsIn(used)).has('host') ? ['host'] : [];
    const lines = [...this.#locals(used, this.effects.length > 0, given), ...following];
    if (lines.length === 0) return members`update() {}`;
    return members`update(${['changed', ...given].map(identifier)}) { ${lines} }`;
  }

  /** The declarations that expressions need beside what is given: host, state, loop variables. */
  #locals(expressions: readonly Resolved[], needsInside = false, given: readonly string[] = []): TreeNode[] {
    const { author, runtime } = this.emission;
    const lines: TreeNode[] = [];
    const kinds = kindsIn(expressions);
    const whole = needsInside || kinds.has('function') || kinds.has('result');
    if (whole) lines.push(...statements`const { inside } = this;`);
    const inside = whole ? identifier('inside') : expression`this.inside`;
    const wanted = [...membersIn(kinds)].filter((one) => !given.includes(one));
    if (kinds.has('filled')) {
      runtime.add('filledSlots');
      lines.push(...statements`const filled = filledSlots(${inside});`);
    }
    if (wanted.length > 0) {
      const names = wanted.map((name) => property(name, identifier(name)));
      lines.push(...statements`const ${{ ...object(names), type: 'ObjectPattern' }} = ${inside};`);
    }
    const declared = new Set<string>();
    for (const { names } of expressions) {
      for (const { meaning } of names) {
        if (meaning.kind !== 'loop' || declared.has(meaning.variable.name)) continue;
        declared.add(meaning.variable.name);
        const place = this.#variablePlace(meaning.variable);
        lines.push(...statements`const ${localName(meaning.variable, author)} = ${place};`);
      }
    }
    return lines;
  }

  #variablePlace({ kind, depth }: LoopVariable): TreeNode {
    const hops = [this.layout, ...this.outers].findIndex(({ each }) => each?.item.depth === depth);
    let view: TreeNode = identifier('this');
    for (let hop = 0; hop < hops; hop++) view = member(view, 'outer');
    return member(view, kind);
  }

  #guarded(reads: ReadKeys, lines: readonly TreeNode[]): TreeNode[] {
    const mask = this.#mask(reads);
    if (mask === 'everything')
      return lines.some(({ type }) => type === 'VariableDeclaration') ? [blockOf(lines)] : [...lines];
    const test = mask ? expression`changed & ${mask}` : expression`changed === -1`;
    return statements`if (${test}) { ${lines} }`;
  }

  /** The bits that a binding looks at; undefined if it reads nothing that changes. */
  #mask(reads: ReadKeys): TreeNode | 'everything' | undefined {
    if (reads.has('*')) return 'everything';
    const { bits } = this.emission;
    const names = new Set<string | number>();
    for (const key of reads) {
      const [kind, rest] = key.split(':') as [string, string];
      if (kind !== 'item' && kind !== 'index') {
        names.add(bits.nameOf(bits.of(key)));
        continue;
      }
      const variable = this.layout.source.loops.find(
        (loop) => loop.kind === kind && loop.depth === Number(rest),
      );
      if (variable) names.add(bits.ofLoop(variable));
    }
    return [...names]
      .map((name) => (typeof name === 'string' ? identifier(name) : literal(name)))
      .reduce<TreeNode | undefined>((all, one) => (all ? expression`${all} | ${one}` : one), undefined);
  }

  /** What a repeated block is told of changes outside: only what it reads, so that a kept row costs nothing. */
  #dirtyOutside(block: BlockLayout): TreeNode {
    const own = ownKeys(block.each!);
    const mask = this.#mask(new Set([...layoutReads(block)].filter((key) => !own.has(key))));
    if (mask === 'everything') return identifier('changed');
    return mask ? expression`changed & ${mask}` : literal(0);
  }

  #handleEvent(): TreeNode[] {
    const { layout, emission } = this;
    const { listeners } = layout;
    if (listeners.length === 0) return [];
    const [first] = listeners;
    const sameNode = listeners.every(({ node }) => node === first!.node);
    const sameType = listeners.every(({ type }) => type === first!.type);
    const cases = listeners.flatMap(({ node, type, code }) => {
      if (!code) emission.runtime.add('relay');
      const lines = code ? authorStatements(code, emission.author) : statements`relay(this.inside, event);`;
      const tests = [
        ...(sameNode ? [] : [expression`event.currentTarget === ${nodePlace(node, layout)}`]),
        ...(sameType ? [] : [expression`event.type === ${literal(type)}`]),
      ];
      const test = tests.reduce<TreeNode | undefined>(
        (all, one) => (all ? expression`${all} && ${one}` : one),
        undefined,
      );
      if (test) return statements`if (${test}) { ${lines} }`;
      return listeners.length > 1 && lines.length > 1 ? [blockOf(lines)] : lines;
    });
    const lines = [...this.#locals(listeners.flatMap(({ code }) => code ?? [])), ...cases];
    return members`handleEvent(event) { ${lines} }`;
  }
}

/** True for what is written into a node that a server may have rendered otherwise. */
function isWritten(binding: BoundNode): boolean {
  if (binding.kind !== 'attribute') return binding.kind === 'text';
  return binding.source.kind !== 'property' && binding.source.kind !== 'foreign';
}

function expressionsOf(binding: BoundNode): Resolved[] {
  switch (binding.kind) {
    case 'when':
      return [binding.source.condition];
    case 'each':
      return [binding.source.list];
    default:
      return binding.source.parts.filter((part) => typeof part !== 'string');
  }
}

/** Kinds of what the names in expressions mean. */
function kindsIn(expressions: readonly Resolved[]): Set<Meaning['kind']> {
  return new Set(expressions.flatMap(({ names }) => names.map(({ meaning }) => meaning.kind)));
}

/** So many fields are set by one statement. */
const MOST_IN_A_CHAIN = 40;

/** Members of the inside that hold what names of these kinds mean. */
function membersIn(kinds: ReadonlySet<Meaning['kind']>): Set<'host' | 'state'> {
  const found = new Set<'host' | 'state'>();
  if (kinds.has('property') || kinds.has('native') || kinds.has('hostClass')) found.add('host');
  if (kinds.has('state')) found.add('state');
  return found;
}

/** True if a block, or one inside of it, reads something of the element or acts on it. */
function usesInside(layout: BlockLayout): boolean {
  const { bindings, listeners, controls } = layout;
  const expressions = [...bindings.flatMap(expressionsOf), ...listeners.flatMap(({ code }) => code ?? [])];
  return (
    listeners.length + controls.length > 0 ||
    expressions.some(({ names }) =>
      names.some(({ meaning }) => !/^(loop|global|value)$/.test(meaning.kind)),
    ) ||
    bindings.flatMap(innerLayouts).some(usesInside)
  );
}

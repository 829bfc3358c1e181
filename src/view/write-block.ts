import { propertyForAttribute, type Contract } from '../contract/model.js';
import { kebabCase, pascalCase } from '../contract/names.js';
import { isCssProperty, suggestedProperty } from '../style/css-properties.js';
import { relayedEvents } from '../contract/passed.js';
import { walk, type TreeNode } from '../behavior/tree.js';
import { escapeText, VOID_ELEMENTS } from '../markup.js';
import { nearest, suggestion } from '../nearest.js';
import { isNativeElement, nativeElements } from '../standards/standards.js';
import { isAddress, runsCode } from '../runtime/addresses.js';
import { parseWhole, type Part } from './expression.js';
import type { ViewAttribute, ViewEach, ViewElement, ViewNode, ViewWhen } from './parse-view.js';
import type { Planner } from './plan.js';
import { HOST_CLASS, type LoopVariable, type Resolved } from './resolve.js';
import { unique } from './unique.js';
import { slottedProblems, usageProblems } from './usage.js';
import { variantExpressions } from './variants.js';
import {
  blockReads,
  readsOf,
  type BlockPlan,
  type NodeRef,
  type Placed,
  type PlanPart,
} from './view-plan.js';
import { withoutLayoutSpace } from './whitespace.js';

/** Attributes of native elements whose property is what the page shows, once a person has touched it. */
const LIVE: Record<string, readonly string[]> = {
  input: ['value', 'checked', 'indeterminate'],
  textarea: ['value'],
  select: ['value'],
  option: ['selected'],
  audio: ['muted'],
  video: ['muted'],
};

/** Writes the markup of one block and collects what is bound in it. */
export class BlockWriter {
  readonly #nodeNames = new Set([
    'inside',
    'outer',
    'root',
    'first',
    'last',
    'item',
    'index',
    'update',
    'handleEvent',
  ]);

  /** The nodes that are needed, by their paths. */
  readonly #refs = new Map<string, NodeRef>();

  constructor(
    readonly planner: Planner,
    readonly plan: BlockPlan,
    readonly conditional: boolean,
    /** Names that the block's only element has by turns. */
    readonly tags: readonly string[] | undefined,
  ) {}

  children(nodes: readonly ViewNode[], path: readonly number[], first = 0): string {
    return nodes
      .map((node, place) => {
        const own = [...path, place + first];
        const last = place === nodes.length - 1 && path.length > 0;
        return this.#node(node, own, last ? path : undefined);
      })
      .join('');
  }

  /**
   * The markup of one node. A block is marked by a comment, unless it ends its parent: then `end`, the path of the
   * parent, is where it is.
   */
  #node(node: ViewNode, path: number[], end: readonly number[] | undefined): string {
    switch (node.kind) {
      case 'text': {
        if (node.parts.every((part) => typeof part === 'string')) return contentMarkup(node.parts.join(''));
        const parts = this.#parts(node.parts);
        this.plan.bindings.push({
          kind: 'text',
          node: this.#ref('text', path),
          parts,
          reads: readsOf(parts),
        });
        return ' ';
      }
      case 'element':
        return node.named ? this.#named(node, node.named, path, end) : this.#element(node, path);
      case 'when':
        return this.#when(node, path, end);
      case 'each':
        return this.#each(node, path, end);
    }
  }

  #ref(name: string, path: number[]): NodeRef {
    const key = path.join();
    const ref = this.#refs.get(key) ?? { name: unique(name, this.#nodeNames), path };
    this.#refs.set(key, ref);
    return ref;
  }

  #parts(parts: readonly Part[]): PlanPart[] {
    return parts.map((part) =>
      typeof part === 'string' ? part : this.planner.resolve(part, this.plan.loops),
    );
  }

  #element(node: ViewElement, path: number[]): string {
    const known = node.html ? this.planner.library.get(node.name) : undefined;
    if (known) this.planner.seen.uses.add(node.name);
    if (node.name === this.planner.contract.tag && !this.conditional) {
      this.planner.report({
        code: 'view/endless',
        message: `<${node.name}> always contains itself: the first one would never be finished.`,
        help: 'Put it into a <template when> or a <template for-each> that comes to an end.',
        offset: node.offset,
      });
    }
    const plain = (name: string): string | undefined => {
      const attribute = node.attributes.find((other) => other.name === name);
      return attribute?.parts.every((part) => typeof part === 'string')
        ? attribute.parts.join('')
        : undefined;
    };
    this.#place(node, plain);
    const name = nodeName(plain('part') ?? node.name);
    let tag = `<${node.name}`;
    const { passthrough } = this.planner.contract;
    const partNames = plain('part')?.split(/\s+/) ?? [];
    const attributes = this.#withVariants(node, partNames);
    if (passthrough && partNames.includes(passthrough.to)) this.#control(node, this.#ref(name, path));
    for (const event of this.planner.contract.events) {
      if (event.relay !== undefined && partNames.includes(event.relay))
        this.#relay(node, event.name, this.#ref(name, path));
    }
    for (const attribute of attributes) {
      const value = attribute.parts.every((part) => typeof part === 'string')
        ? attribute.parts.join('')
        : undefined;
      // A strict policy blocks style in markup, but not what code sets.
      const byCode = attribute.name === 'style' && attribute.parts.length > 0;
      if ((value === undefined || byCode) && attribute.parts.length > 0)
        this.#attribute(node, attribute, known, this.#ref(name, path));
      else {
        if (isAddress(node.name, attribute.name) && runsCode(value ?? '')) this.#refuseAddress(attribute);
        if (attribute.name === 'srcdoc' && /<script|\son\w+\s*=|javascript:/i.test(value ?? ''))
          this.#refuseMarkup(attribute, 'The markup in "srcdoc" runs code.');
        tag += value ? ` ${attribute.name}="${escapeAttribute(value)}"` : ` ${attribute.name}`;
      }
    }
    for (const { type, code } of node.listeners) {
      const resolved = this.planner.resolve(code, this.plan.loops, true);
      this.#checkCalled(resolved);
      this.plan.listeners.push({ node: this.#ref(name, path), tag: node.name, type, code: resolved });
    }
    if (node.html && VOID_ELEMENTS.has(node.name)) return `${tag}>`;
    const content = this.children(withoutLayoutSpace(node.children, node.name), path);
    const newline = /^(pre|textarea|listing)$/.test(node.name) && content.startsWith('\n') ? '\n' : '';
    return `${tag}>${newline}${content}</${node.name}>`;
  }

  #refuseAddress({ name, offset }: ViewAttribute): void {
    this.planner.report({
      code: 'view/address',
      message: `The address in "${name}" runs code.`,
      help: 'Use a <button> with an on… handler; strict pages block such addresses anyway.',
      offset,
    });
  }

  #refuseMarkup({ offset }: ViewAttribute, message: string): void {
    this.planner.report({
      code: 'view/markup-attribute',
      message,
      help: 'Write plain markup, or give the <iframe> an address.',
      offset,
    });
  }

  /** An element whose name is chosen at run time is a block of its own, of which the name decides the kind. */
  #named(
    node: ViewElement,
    named: NonNullable<ViewElement['named']>,
    path: number[],
    end: readonly number[] | undefined,
  ): string {
    const parts = this.#parts(named.name);
    const part = node.attributes.find(({ name }) => name === 'part')?.parts.join('') ?? node.name;
    const name = pascalCase(nodeName(part));
    const element = { ...node, named: undefined };
    const frame = {
      loops: this.plan.loops,
      offset: node.offset,
      conditional: this.conditional,
      renamed: named.among,
    };
    const block = this.planner.block(`${name}Block`, [element], frame);
    if (block.controls.length > 0) for (const tag of named.among) this.planner.seen.controlTags.add(tag);
    for (const tag of named.among) if (this.planner.library.has(tag)) this.planner.seen.uses.add(tag);
    this.#checkNames(named, parts);
    this.plan.bindings.push({
      kind: 'named',
      node: this.#placeOf(nodeName(name), path, end),
      name: unique(`${nodeName(name)}Block`, this.#nodeNames),
      parts,
      among: named.among,
      block,
      reads: new Set([...readsOf(parts), ...blockReads(block)]),
    });
    return end ? '' : '<!---->';
  }

  /** Names that no element has, and names that the expression gives but the list lacks. */
  #checkNames({ among, offset }: NonNullable<ViewElement['named']>, parts: readonly PlanPart[]): void {
    const { library } = this.planner;
    const refuse = (message: string, help: string): void =>
      this.planner.report({ code: 'view/local-name', message, help, offset });
    for (const tag of among) {
      if (isNativeElement(tag) || library.has(tag)) continue;
      // A custom element of somebody else's is nobody's mistake, unless one of the library has nearly its name.
      const near = nearest(tag, [...library.keys()]);
      if (tag.includes('-') && near === undefined) continue;
      refuse(
        `There is no element <${tag}>.`,
        suggestion(tag, [...nativeElements(), ...library.keys()], 'elements'),
      );
    }
    for (const name of namesGiven(parts)) {
      if (among.includes(name)) continue;
      refuse(
        `The name can be "${name}", which local-names does not list; nothing would be shown then.`,
        `Write local-names="${[...among, name].join(' ')}".`,
      );
    }
  }

  /** Where a block is shown. */
  #placeOf(name: string, path: number[], end: readonly number[] | undefined): NodeRef {
    return end ? this.#ref(`${name}Place`, [...end]) : this.#ref(`${name}Anchor`, path);
  }

  /** The element is the control that passed attributes reach. */
  #control(node: ViewElement, ref: NodeRef): void {
    const { contract, seen } = this.planner;
    this.plan.controls.push(ref);
    seen.controlTags.add(node.name);
    for (const { name, parts } of node.attributes) {
      if (parts.some((part) => typeof part !== 'string')) seen.written.add(name);
    }
    for (const type of relayedEvents(contract)) this.#relay(node, type, ref);
  }

  #relay(node: ViewElement, type: string, ref: NodeRef): void {
    if (this.plan.listeners.some((other) => other.node === ref && other.type === type && !other.code)) return;
    this.plan.listeners.push({ node: ref, tag: node.name, type, code: undefined });
  }

  /** The attributes of an element, with the classes that the contract's variants give to its parts. */
  #withVariants(node: ViewElement, partNames: readonly string[]): ViewAttribute[] {
    const { contract } = this.planner;
    const wanted = contract.variants.filter(({ part }) => partNames.includes(part));
    const { passthrough } = contract;
    const given = passthrough?.classes && partNames.includes(passthrough.to);
    if (wanted.length === 0 && !given) return node.attributes;
    const own = node.attributes.find(({ name }) => name === 'class');
    const offset = own?.offset ?? node.offset;
    const parts: Part[] = own ? [...own.parts] : [];
    for (const variants of wanted) {
      if (variants.always) parts.push(` ${variants.always}`);
      for (const source of variantExpressions(variants, contract)) {
        const expression = parseWhole(source, () => offset, []);
        if (expression) parts.push(' ', expression);
      }
    }
    if (given)
      parts.push(
        ' ',
        parseWhole(HOST_CLASS, () => offset, [])!,
      );
    return [...node.attributes.filter((attribute) => attribute !== own), { name: 'class', parts, offset }];
  }

  /** Notes the slot and the parts that an element of the view is, and what it gives to a known element's slots. */
  #place(node: ViewElement, plain: (name: string) => string | undefined): void {
    const { seen } = this.planner;
    const tags = node.html ? (this.tags ?? [node.name]) : undefined;
    const place = { offset: node.offset, conditional: this.conditional, tags };
    if (node.name === 'slot') {
      const name = node.attributes.find((attribute) => attribute.name === 'name');
      const keyed = name && this.#keyedSlot(name);
      if (keyed !== undefined) seen.slots.push({ ...place, name: keyed });
      else if (name && plain('name') === undefined) {
        this.planner.report({
          code: 'slot/computed-name',
          message: 'The name of a slot must be known ahead.',
          help: 'Write the name as plain text; choose between slots with <template when>.',
          offset: name.offset,
        });
      } else this.#noteSlot({ ...place, name: plain('name') || 'default' });
    }
    const parts = node.attributes.find((attribute) => attribute.name === 'part');
    for (const name of plain('part')?.split(/\s+/) ?? []) {
      if (name) seen.parts.push({ ...place, name, offset: parts!.offset });
    }
    const known = this.planner.library.get(node.name);
    if (known) {
      const problems = [
        ...node.children.flatMap((child) => slottedProblems(node, known, child)),
        ...usageProblems(node, known),
      ];
      for (const problem of problems) this.planner.report(problem);
    }
  }

  /** A slot that is always there takes all content of its name: a second one of it stays empty. */
  #noteSlot(slot: Placed): void {
    const { seen, contract } = this.planner;
    const { name, offset, conditional } = slot;
    const keyed = contract.slots.find((other) => other.name === name && other.each !== undefined);
    if (keyed)
      this.planner.report({
        code: 'slot/without-key',
        message: `The slot "${name}" belongs to the items of "${keyed.each}": one slot for each, with its key in the name.`,
        help: `Write <slot name="${name}-{item.${keyed.key}}"> in the loop.`,
        offset,
      });
    else if (!conditional && seen.slots.some((other) => other.name === name && !other.conditional))
      this.planner.report({
        code: 'slot/twice',
        message: `The view has the ${name === 'default' ? 'unnamed slot' : `slot "${name}"`} twice; all content goes to the first.`,
        help: 'Remove one, give it another name, or show one of them at a time with <template when>.',
        offset,
      });
    seen.slots.push(slot);
  }

  /** The name of the keyed slot that a computed name like `parcel-{parcel.id}` belongs to. */
  #keyedSlot({ parts }: ViewAttribute): string | undefined {
    const [prefix] = parts;
    if (parts.length !== 2 || typeof prefix !== 'string') return undefined;
    const slot = this.planner.contract.slots.find(
      ({ name, each }) => each !== undefined && prefix === `${name}-`,
    );
    return slot?.name;
  }

  #attribute(node: ViewElement, attribute: ViewAttribute, known: Contract | undefined, ref: NodeRef): void {
    const parts = this.#parts(attribute.parts);
    const binding = { node: ref, parts, reads: readsOf(parts) };
    const property = known && propertyForAttribute(known, attribute.name);
    if (property)
      this.plan.bindings.push({ ...binding, kind: 'property', tag: node.name, name: property.name });
    else if (node.html && LIVE[node.name]?.includes(attribute.name)) {
      this.plan.bindings.push({ ...binding, kind: 'live', name: attribute.name });
    } else {
      if (attribute.name === 'srcdoc')
        this.#refuseMarkup(attribute, 'The value of "srcdoc" is markup, which no expression can be.');
      if (attribute.name === 'style') this.#checkStyleMap(parts);
      const kind = isAddress(node.name, attribute.name)
        ? 'address'
        : attribute.name === 'class' || attribute.name === 'style'
          ? attribute.name
          : node.html &&
              node.name.includes('-') &&
              !known &&
              !/^(?:aria|data)-|^(?:id|part|slot|role)$/.test(attribute.name)
            ? 'foreign'
            : 'attribute';
      this.plan.bindings.push({ ...binding, kind, name: attribute.name, html: node.html });
    }
  }

  /** Keys of a map are names of CSS, with hyphens. */
  #checkStyleMap(parts: readonly PlanPart[]): void {
    for (const part of parts) {
      if (typeof part === 'string') continue;
      const { expression } = part;
      walk(expression.tree, (node) => {
        const key = node.key as TreeNode | undefined;
        if (node.type !== 'Property' || node.computed || !key) return undefined;
        const name = String(key.type === 'Identifier' ? key.name : key.value);
        if (name.startsWith('--') || isCssProperty(name)) return undefined;
        const hyphened = kebabCase(name);
        this.planner.report({
          code: 'view/style-name',
          message: `CSS has no property "${name}".`,
          help: isCssProperty(hyphened) ? `Write '${hyphened}'.` : suggestedProperty(hyphened),
          offset: expression.toFile(key.start),
        });
        return undefined;
      });
    }
  }

  /** `onclick="pick"` does nothing: the name of a function is not a call of it. */
  #checkCalled({ expression, names }: Resolved): void {
    for (const { free, meaning } of names) {
      if (meaning.kind !== 'function' || free.call || expression.source.trim() !== free.name) continue;
      this.planner.report({
        code: 'view/handler-not-called',
        message: `This handler names the function "${free.name}" but does not call it.`,
        help: `Write "${free.name}()", or "${free.name}(event)".`,
        offset: expression.toFile(free.start),
        insert: { at: expression.toFile(free.end - 1) + 1, text: '()' },
      });
    }
  }

  #when(node: ViewWhen, path: number[], end: readonly number[] | undefined): string {
    const { loops } = this.plan;
    const condition = this.planner.resolve(node.condition, loops);
    const name = pascalCase(firstName(condition) ?? 'choice');
    const frame = { loops, offset: node.offset, conditional: true, around: node.around };
    const chosen = this.planner.block(`${name}Block`, node.children, frame);
    const otherwise = node.otherwise && this.planner.block(`No${name}Block`, node.otherwise, frame);
    this.plan.bindings.push({
      kind: 'choose',
      node: this.#placeOf(nodeName(name), path, end),
      name: unique(`${nodeName(name)}Block`, this.#nodeNames),
      condition,
      chosen,
      otherwise,
      reads: new Set([
        ...condition.reads,
        ...blockReads(chosen),
        ...(otherwise ? blockReads(otherwise) : []),
      ]),
    });
    return end ? '' : '<!---->';
  }

  #each(node: ViewEach, path: number[], end: readonly number[] | undefined): string {
    const list = this.planner.resolve(node.list, this.plan.loops);
    const depth = this.plan.loops.filter(({ kind }) => kind === 'item').length;
    const own: LoopVariable[] = [{ name: node.item, kind: 'item', depth }];
    if (node.index) own.push({ name: node.index, kind: 'index', depth });
    const loops = [...this.plan.loops, ...own];
    const key = node.key && this.planner.resolve(node.key, loops);
    const ownKeys = new Set([`item:${depth}`, `index:${depth}`]);
    if (node.key && [...key!.reads].some((read) => !ownKeys.has(read))) {
      this.planner.report({
        code: 'view/key',
        message: 'A key can only be made from the item and its index.',
        help: `Write something like key="${node.item}.id".`,
        offset: node.key.toFile(0),
      });
    }
    const block = this.planner.block(`${pascalCase(node.item)}Block`, node.children, {
      loops,
      offset: node.offset,
      conditional: true,
      around: node.around,
      repeats: { item: node.item, index: node.index, key, depth },
    });
    this.plan.bindings.push({
      kind: 'repeat',
      node: this.#placeOf(node.item, path, end),
      name: unique(`${node.item}Blocks`, this.#nodeNames),
      list,
      block,
      reads: new Set([...list.reads, ...[...blockReads(block)].filter((read) => !ownKeys.has(read))]),
    });
    return end ? '' : '<!---->';
  }
}

/** The texts that an expression can give, as far as it shows: those it is, or chooses between. */
function namesGiven(parts: readonly PlanPart[]): string[] {
  const [only] = parts;
  if (parts.length !== 1) return [];
  if (typeof only === 'string') return [only.trim()];
  const outcomes = (node: TreeNode): string[] => {
    if (node.type === 'Literal' && typeof node.value === 'string') return [node.value];
    if (node.type === 'ParenthesizedExpression') return outcomes(node.expression as TreeNode);
    if (node.type === 'ConditionalExpression')
      return [node.consequent, node.alternate].flatMap((branch) => outcomes(branch as TreeNode));
    if (node.type === 'LogicalExpression')
      return [node.left, node.right].flatMap((side) => outcomes(side as TreeNode));
    return [];
  };
  return outcomes(only!.expression.tree);
}

function firstName(resolved: Resolved): string | undefined {
  return resolved.names.find(({ meaning }) => meaning.kind !== 'global')?.free.name;
}

/** A property name for a node: `list-item` and `ListItem` give `listItem`. */
function nodeName(name: string): string {
  const camel =
    pascalCase(
      name
        .trim()
        .split(/\s+/)[0]!
        .replace(/[^A-Za-z0-9-]/g, ''),
    ) || 'Node';
  return camel.charAt(0).toLowerCase() + camel.slice(1);
}

/** Spaces that must not break are written by name, so that nobody takes them for others. */
function contentMarkup(text: string): string {
  return escapeText(text).replace(/\u00a0/g, '&nbsp;');
}

function escapeAttribute(text: string): string {
  return text
    .replace(/&/g, '&amp;')
    .replace(/"/g, '&quot;')
    .replace(/\u00a0/g, '&nbsp;');
}

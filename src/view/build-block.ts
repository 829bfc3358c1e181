import { propertyForAttribute, type Contract } from '../contract/model.js';
import { relayedEvents } from '../contract/passed.js';
import { isAddress, runsCode } from '../runtime/addresses.js';
import { isLiveAttribute } from '../standards/live-members.js';
import { checkCalled, checkNames, checkStyleMap } from './check-values.js';
import { parseWhole, plainText, type Part } from './expression.js';
import type {
  MarkupAttribute,
  MarkupEach,
  MarkupElement,
  MarkupNode,
  MarkupWhen,
  Namespace,
} from './parse-view.js';
import { placeElement } from './place-element.js';
import type { ViewScope } from './view-scope.js';
import { ANY_NAME, HOST_CLASS, type LoopVariable } from './resolve.js';
import { variantExpressions } from './variants.js';
import {
  readsOf,
  type AttributeBinding,
  type Block,
  type DynamicName,
  type EachNode,
  type ElementNode,
  type TargetKind,
  type Value,
  type ViewNode,
  type WhenNode,
} from './view-tree.js';
import { keepsSpace, withoutLayoutSpace } from './whitespace.js';

/** Where a block stands, and how. */
export interface BlockFrame {
  loops: readonly LoopVariable[];
  offset: number;
  /** True if it is not always shown. */
  conditional: boolean;
  namespace: Namespace;
  /** True inside of an element that shows white space as it stands. */
  keepsSpace: boolean;
}

/** Builds a block of a view from its markup, with all blocks inside of it. */
export function buildBlock(markup: readonly MarkupNode[], view: ViewScope, frame: BlockFrame): Block {
  const { loops, offset, namespace, keepsSpace: keeps } = frame;
  for (const { name } of loops) if (name !== '') view.seen.bound.add(name);
  const nodes = new BlockBuilder(view, frame).nodes(markup, undefined, keeps);
  return { nodes, namespace, loops, offset };
}

/** Builds the nodes of one block of a view. */
class BlockBuilder {
  constructor(
    readonly view: ViewScope,
    readonly frame: BlockFrame,
  ) {}

  /** The nodes of an element's content, or of a block's where there is no `parent`. */
  nodes(markup: readonly MarkupNode[], parent: string | undefined, keeps: boolean): ViewNode[] {
    return withoutLayoutSpace(markup, parent, keeps).map((node) => this.#node(node, keeps));
  }

  #node(node: MarkupNode, keeps: boolean): ViewNode {
    switch (node.kind) {
      case 'text': {
        const first = node.parts.find((part) => typeof part !== 'string');
        return { kind: 'text', ...this.#value(node.parts), offset: first?.toFile(0) ?? this.frame.offset };
      }
      case 'element':
        return this.#element(node, keeps);
      case 'when':
        return this.#when(node, keeps);
      case 'each':
        return this.#each(node, keeps);
    }
  }

  #value(parts: readonly Part[]): Value {
    const resolved = parts.map((part) =>
      typeof part === 'string' ? part : this.view.resolve(part, this.frame.loops),
    );
    return { parts: resolved, reads: readsOf(resolved) };
  }

  #element(node: MarkupElement, keeps: boolean): ElementNode {
    const { contract, library, seen } = this.view;
    const known = node.namespace === 'html' ? library.get(node.name) : undefined;
    if (known) seen.uses.add(node.name);
    if (node.name === contract.tag && !this.frame.conditional) {
      this.view.report({
        code: 'view/endless',
        message: `<${node.name}> always contains itself: the first one would never be finished.`,
        help: 'Put it into a <template when> or a <template for-each> that comes to an end.',
        offset: node.offset,
      });
    }
    const dynamic = node.dynamic && this.#dynamic(node.dynamic);
    placeElement(node, this.view, this.frame.conditional);
    const partNames = this.#partNames(node);
    const { passthrough } = contract;
    const isControl = passthrough !== undefined && partNames.includes(passthrough.to);
    const element: ElementNode = {
      kind: 'element',
      name: node.name,
      namespace: node.namespace,
      dynamic,
      attributes: [],
      bindings: [],
      listeners: [],
      part: partNames[0],
      isControl,
      children: [],
      offset: node.offset,
    };
    if (isControl) this.#control(node, element);
    for (const event of contract.events) {
      if (event.relay !== undefined && partNames.includes(event.relay)) relay(element, event.name);
    }
    for (const attribute of this.#withVariants(node, partNames))
      this.#attribute(node, attribute, known, element);
    for (const { type, code } of node.listeners) {
      const resolved = this.view.resolve(code, this.frame.loops, true);
      checkCalled(resolved, this.view);
      element.listeners.push({ type, code: resolved });
    }
    const keepsInside = keeps || [node.name, ...(dynamic?.among ?? [])].some(keepsSpace);
    element.children = this.nodes(node.children, node.name, keepsInside);
    return element;
  }

  #partNames(node: MarkupElement): string[] {
    const part = node.attributes.find(({ name }) => name === 'part');
    return (part && plainText(part.parts)?.trim().split(/\s+/).filter(Boolean)) ?? [];
  }

  /** A local name that is chosen at run time. */
  #dynamic(written: NonNullable<MarkupElement['dynamic']>): DynamicName {
    const { library, seen } = this.view;
    const value = this.#value(written.name);
    for (const tag of written.among) if (library.has(tag)) seen.uses.add(tag);
    const dynamic = { ...value, among: written.among, offset: written.offset };
    checkNames(dynamic, this.view);
    return dynamic;
  }

  /** The element is the control that passed attributes reach. */
  #control(node: MarkupElement, element: ElementNode): void {
    const { contract, seen } = this.view;
    seen.controlTags.add(node.name);
    for (const tag of element.dynamic?.among ?? []) seen.controlTags.add(tag);
    for (const { name, parts } of node.attributes) {
      if (parts.some((part) => typeof part !== 'string')) seen.written.add(name);
    }
    for (const type of relayedEvents(contract)) relay(element, type);
  }

  /** The attributes of an element, with the classes that the contract's variants give to its parts. */
  #withVariants(node: MarkupElement, partNames: readonly string[]): MarkupAttribute[] {
    const { contract } = this.view;
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

  #attribute(
    node: MarkupElement,
    attribute: MarkupAttribute,
    known: Contract | undefined,
    element: ElementNode,
  ): void {
    const { name, parts, offset } = attribute;
    const text = plainText(parts);
    // A strict policy blocks style in markup, but not what code sets.
    const byCode = name === 'style' && parts.length > 0;
    if (text === undefined || byCode) {
      element.bindings.push(this.#binding(node, attribute, known));
      return;
    }
    if (isAddress(node.name, name) && runsCode(text)) {
      this.view.report({
        code: 'view/address',
        message: `The address in "${name}" runs code.`,
        help: 'Use a <button> with an on… handler; strict pages block such addresses anyway.',
        offset,
      });
    }
    if (name === 'srcdoc' && /<script|\son\w+\s*=|javascript:/i.test(text))
      this.#refuseMarkup(attribute, 'The markup in "srcdoc" runs code.');
    element.attributes.push({ name, value: text, offset });
  }

  #binding(node: MarkupElement, attribute: MarkupAttribute, known: Contract | undefined): AttributeBinding {
    const { name, offset } = attribute;
    const value = this.#value(attribute.parts);
    const property = known && propertyForAttribute(known, name);
    if (property) return { ...value, kind: 'property', name: property.name, offset };
    if (name === 'srcdoc')
      this.#refuseMarkup(attribute, 'The value of "srcdoc" is markup, which no expression can be.');
    if (name === 'style') checkStyleMap(value.parts, this.view);
    return { ...value, kind: targetKind(node, name, known !== undefined), name, offset };
  }

  #refuseMarkup({ offset }: MarkupAttribute, message: string): void {
    this.view.report({
      code: 'view/markup-attribute',
      message,
      help: 'Write plain markup, or give the <iframe> an address.',
      offset,
    });
  }

  #when(node: MarkupWhen, keepsSpace: boolean): WhenNode {
    const condition = this.view.resolve(node.condition, this.frame.loops);
    const loops = node.hidesNames ? [...this.frame.loops, ANY_NAME] : this.frame.loops;
    const frame = { loops, offset: node.offset, conditional: true, namespace: node.namespace, keepsSpace };
    return {
      kind: 'when',
      condition,
      chosen: buildBlock(node.children, this.view, frame),
      otherwise: node.otherwise && buildBlock(node.otherwise, this.view, frame),
      offset: node.offset,
    };
  }

  #each(node: MarkupEach, keepsSpace: boolean): EachNode {
    const { offset, namespace } = node;
    const list = this.view.resolve(node.list, this.frame.loops);
    const depth = this.frame.loops.filter((loop) => loop.kind === 'item' && loop !== ANY_NAME).length;
    const item: LoopVariable = { name: node.item, kind: 'item', depth };
    const index: LoopVariable | undefined = node.index
      ? { name: node.index, kind: 'index', depth }
      : undefined;
    const loops = [...this.frame.loops, item, ...(index ? [index] : [])];
    const key = node.key && this.view.resolve(node.key, loops);
    const own = new Set([`item:${depth}`, `index:${depth}`]);
    if (node.key && [...key!.reads].some((read) => !own.has(read))) {
      this.view.report({
        code: 'view/key',
        message: 'A key can only be made from the item and its index.',
        help: `Write something like key="${node.item}.id".`,
        offset: node.key.toFile(0),
      });
    }
    const block = buildBlock(node.children, this.view, {
      loops,
      offset,
      conditional: true,
      namespace,
      keepsSpace,
    });
    return { kind: 'each', item, index, list, key, block, offset };
  }
}

/** What an attribute in the view becomes on an element. */
function targetKind({ name: element, namespace }: MarkupElement, name: string, isKnown: boolean): TargetKind {
  const inHtml = namespace === 'html';
  if (inHtml && isLiveAttribute(element, name)) return 'live';
  if (isAddress(element, name)) return 'address';
  if (name === 'class' || name === 'style') return name;
  const isForeign = inHtml && element.includes('-') && !isKnown;
  return isForeign && !/^(?:aria|data)-|^(?:id|part|slot|role)$/.test(name) ? 'foreign' : 'attribute';
}

/** The event is dispatched again from the host, once. */
function relay({ listeners }: ElementNode, type: string): void {
  if (listeners.some((other) => other.type === type && !other.code)) return;
  listeners.push({ type, code: undefined });
}

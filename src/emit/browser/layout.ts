import { pascalCase } from '../../contract/names.js';
import { escapeText, VOID_ELEMENTS } from '../../syntax/markup.js';
import { unique } from '../../syntax/unique.js';
import type { LoopVariable, ReadKeys, Resolved } from '../../view/resolve.js';
import type {
  AttributeBinding,
  Block,
  DynamicName,
  EachNode,
  ElementNode,
  TextNode,
  ViewNode,
  WhenNode,
} from '../../view/view-tree.js';
import type { ModuleNames } from './names.js';

/** A node that code must find: by its path of child indexes from the block's content. */
export interface NodeRef {
  name: string;
  path: number[];
}

/** Something in a block that follows names, at its node. */
export type BoundNode = { node: NodeRef; reads: ReadKeys } & (
  | { kind: 'text'; source: TextNode }
  | { kind: 'attribute'; source: AttributeBinding; element: ElementNode; field: string }
  | { kind: 'when'; source: WhenNode; chosen: BlockLayout; otherwise: BlockLayout | undefined; field: string }
  | { kind: 'dynamic'; source: DynamicName; block: BlockLayout; field: string }
  | { kind: 'each'; source: EachNode; block: BlockLayout; field: string }
);

export interface BoundListener {
  node: NodeRef;
  type: string;
  /** Undefined where the event is only dispatched again from the host. */
  code: Resolved | undefined;
}

/** How one block of a view is made in the browser: its template, and the nodes of it that code works with. */
export interface BlockLayout {
  /** Name of the class that is emitted for it. */
  name: string;
  /** Static markup, with a placeholder for each bound text and an empty comment for each place of blocks. */
  markup: string;
  /** True if the markup is one node, which then is the block. */
  single: boolean;
  bindings: BoundNode[];
  listeners: BoundListener[];
  /** Nodes that are the control which passed attributes reach. */
  controls: NodeRef[];
  source: Block;
  /** The loop that repeats it, or undefined. */
  each: EachNode | undefined;
  /** The names that its only element has by turns, or undefined. */
  among: readonly string[] | undefined;
}

/** Lays out a block and all blocks inside of it. */
export function layOut(
  name: string,
  source: Block,
  names: ModuleNames,
  { each, dynamic, isBounded }: { each?: EachNode; dynamic?: ElementNode; isBounded: boolean },
): BlockLayout {
  const [only] = source.nodes;
  const single =
    source.nodes.length === 1 &&
    (only!.kind === 'text' || (only!.kind === 'element' && (!only!.dynamic || only === dynamic)));
  const layout: BlockLayout = {
    name: names.make(name),
    markup: '',
    single,
    bindings: [],
    listeners: [],
    controls: [],
    source,
    each,
    among: dynamic?.dynamic?.among,
  };
  const edge = isBounded && !single ? '<!---->' : '';
  const writer = new LayoutWriter(layout, names, dynamic);
  layout.markup = edge + writer.children(source.nodes, [], edge ? 1 : 0) + edge;
  return layout;
}

/** All layouts of a view, the root first. */
export function allLayouts(layout: BlockLayout): BlockLayout[] {
  return [layout, ...layout.bindings.flatMap(innerLayouts).flatMap(allLayouts)];
}

/** The blocks that a binding shows. */
export function innerLayouts(binding: BoundNode): BlockLayout[] {
  if (binding.kind === 'when') return [binding.chosen, ...(binding.otherwise ? [binding.otherwise] : [])];
  return binding.kind === 'each' || binding.kind === 'dynamic' ? [binding.block] : [];
}

/** What the bindings of a block read, those of blocks inside of it included. */
export function layoutReads({ bindings }: BlockLayout): ReadKeys {
  return new Set(bindings.flatMap(({ reads }) => [...reads]));
}

class LayoutWriter {
  /** Names of fields that a block has; those that every block has come first. */
  readonly #fields = new Set(
    'constructor first handleEvent index inside item last outer root update'.split(' '),
  );

  /** The nodes that are needed, by their paths. */
  readonly #refs = new Map<string, NodeRef>();

  constructor(
    readonly layout: BlockLayout,
    readonly names: ModuleNames,
    /** The element with the dynamic name that this block is made for. */
    readonly dynamic: ElementNode | undefined,
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
   * The markup of one node. A place of blocks is marked by a comment, unless it ends its parent: then `end`, the path of
   * the parent, is where it is.
   */
  #node(node: ViewNode, path: number[], end: readonly number[] | undefined): string {
    switch (node.kind) {
      case 'text': {
        if (node.parts.every((part) => typeof part === 'string')) return contentMarkup(node.parts.join(''));
        this.layout.bindings.push({
          kind: 'text',
          node: this.#ref('text', path),
          source: node,
          reads: node.reads,
        });
        return ' ';
      }
      case 'element':
        return node.dynamic && node !== this.dynamic
          ? this.#dynamicElement(node, node.dynamic, path, end)
          : this.#element(node, path);
      case 'when':
        return this.#when(node, path, end);
      case 'each':
        return this.#each(node, path, end);
    }
  }

  #ref(name: string, path: number[]): NodeRef {
    const key = path.join();
    const ref = this.#refs.get(key) ?? { name: unique(name, this.#fields), path };
    this.#refs.set(key, ref);
    return ref;
  }

  /** Where blocks are shown. */
  #place(name: string, path: number[], end: readonly number[] | undefined): NodeRef {
    return end ? this.#ref(`${name}Place`, [...end]) : this.#ref(`${name}Anchor`, path);
  }

  #element(node: ElementNode, path: number[]): string {
    const { bindings, listeners, controls } = this.layout;
    const name = fieldName(node.part ?? node.name);
    if (node.isControl) controls.push(this.#ref(name, path));
    for (const { type, code } of node.listeners) listeners.push({ node: this.#ref(name, path), type, code });
    for (const source of node.bindings) {
      const ref = this.#ref(name, path);
      const field = unique(`${ref.name}${pascalCase(fieldName(source.name))}Was`, this.#fields);
      bindings.push({ kind: 'attribute', node: ref, source, element: node, reads: source.reads, field });
    }
    const attributes = node.attributes.map(({ name: attribute, value }) =>
      value ? ` ${attribute}="${escapeAttribute(value)}"` : ` ${attribute}`,
    );
    const tag = `<${node.name}${attributes.join('')}>`;
    if (node.namespace === 'html' && VOID_ELEMENTS.has(node.name)) return tag;
    const content = this.children(node.children, path);
    const newline = /^(pre|textarea|listing)$/.test(node.name) && content.startsWith('\n') ? '\n' : '';
    return `${tag}${newline}${content}</${node.name}>`;
  }

  /** An element whose name is chosen at run time is a block of its own, of which the name decides the kind. */
  #dynamicElement(
    node: ElementNode,
    source: DynamicName,
    path: number[],
    end: readonly number[] | undefined,
  ): string {
    const name = pascalCase(fieldName(node.part ?? node.name));
    const { loops } = this.layout.source;
    const content: Block = { nodes: [node], namespace: 'html', loops, offset: node.offset };
    const block = layOut(`${name}Block`, content, this.names, { dynamic: node, isBounded: false });
    this.layout.bindings.push({
      kind: 'dynamic',
      node: this.#place(fieldName(name), path, end),
      field: unique(`${fieldName(name)}Block`, this.#fields),
      source,
      block,
      reads: new Set([...source.reads, ...layoutReads(block)]),
    });
    return end ? '' : '<!---->';
  }

  #when(source: WhenNode, path: number[], end: readonly number[] | undefined): string {
    const name = pascalCase(fieldName(firstName(source.condition) ?? 'choice'));
    const chosen = layOut(`${name}Block`, source.chosen, this.names, { isBounded: true });
    const otherwise =
      source.otherwise && layOut(`No${name}Block`, source.otherwise, this.names, { isBounded: true });
    this.layout.bindings.push({
      kind: 'when',
      node: this.#place(fieldName(name), path, end),
      field: unique(`${fieldName(name)}Block`, this.#fields),
      source,
      chosen,
      otherwise,
      reads: new Set([
        ...source.condition.reads,
        ...layoutReads(chosen),
        ...(otherwise ? layoutReads(otherwise) : []),
      ]),
    });
    return end ? '' : '<!---->';
  }

  #each(source: EachNode, path: number[], end: readonly number[] | undefined): string {
    const { item, list } = source;
    const block = layOut(`${pascalCase(item.name)}Block`, source.block, this.names, {
      each: source,
      isBounded: true,
    });
    const own = ownKeys(source);
    this.layout.bindings.push({
      kind: 'each',
      node: this.#place(item.name, path, end),
      field: unique(`${item.name}Blocks`, this.#fields),
      source,
      block,
      reads: new Set([...list.reads, ...[...layoutReads(block)].filter((read) => !own.has(read))]),
    });
    return end ? '' : '<!---->';
  }
}

/** What a loop's own variables are as keys of what is read. */
export function ownKeys({ item: { depth } }: { item: LoopVariable }): ReadonlySet<string> {
  return new Set([`item:${depth}`, `index:${depth}`]);
}

function firstName(resolved: Resolved): string | undefined {
  return resolved.names.find(({ meaning }) => meaning.kind !== 'global')?.free.name;
}

/** A field's name for what has this name in the view: `list-item`, `xlink:href` and `ListItem` give camelCase. */
function fieldName(name: string): string {
  const words = name.replace(/[^A-Za-z0-9]+/g, '-').replace(/^-+|-+$/g, '');
  const camel = pascalCase(words) || 'Node';
  const field = camel.charAt(0).toLowerCase() + camel.slice(1);
  return /^\d/.test(field) ? `node${field}` : field;
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

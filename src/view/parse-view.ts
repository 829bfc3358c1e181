import type { Code } from '../findings/severities.js';
import { report } from '../findings/report.js';
import {
  defaultTreeAdapter,
  html,
  parseFragment,
  type DefaultTreeAdapterTypes,
  type ParserError,
} from 'parse5';
import { isVariableName } from '../syntax/words.js';
import { PositionIndex, type Finding } from '../findings/finding.js';
import { VOID_ELEMENTS } from '../syntax/markup.js';
import { suggestion } from '../findings/nearest.js';
import {
  lostExpression,
  parseHandler,
  parseParts,
  parseWhole,
  type Expression,
  type ExpressionProblem,
  type Part,
} from './expression.js';
import { foreignSyntax } from './foreign-syntax.js';
import { sourceOffsets, type ToFile } from './source-offsets.js';

type Source = DefaultTreeAdapterTypes.ChildNode;
type SourceElement = DefaultTreeAdapterTypes.Element;

/** An attribute with its value in parts; one plain part (or none) where nothing is computed. */
export interface MarkupAttribute {
  name: string;
  parts: Part[];
  offset: number;
}

export interface MarkupListener {
  /** The event's type: `click` for `onclick`. */
  type: string;
  code: Expression;
}

export interface MarkupElement {
  kind: 'element';
  name: string;
  namespace: Namespace;
  /** What its name is at run time, and the names that it can have. */
  dynamic: { name: Part[]; among: string[]; offset: number } | undefined;
  attributes: MarkupAttribute[];
  listeners: MarkupListener[];
  children: MarkupNode[];
  offset: number;
}

export interface MarkupText {
  kind: 'text';
  parts: Part[];
}

/** What kind of content an element is, or the nodes of a block are. */
export type Namespace = 'html' | 'svg' | 'math';

export interface MarkupWhen {
  kind: 'when';
  namespace: Namespace;
  condition: Expression;
  children: MarkupNode[];
  otherwise: MarkupNode[] | undefined;
  offset: number;
  /** True if names inside may be loop variables of a loop that could not be understood. */
  hidesNames?: boolean;
}

export interface MarkupEach {
  kind: 'each';
  namespace: Namespace;
  item: string;
  index: string | undefined;
  list: Expression;
  key: Expression | undefined;
  children: MarkupNode[];
  offset: number;
}

export type MarkupNode = MarkupElement | MarkupText | MarkupWhen | MarkupEach;

/** A view as its file says it; names are not resolved yet. */
export interface ParsedView {
  file: string;
  nodes: MarkupNode[];
  positions: PositionIndex;
  /** False if some code or content of it could not be understood and is left out. */
  isWhole: boolean;
}

/** Deeper markup than this is refused: no page needs it, and browsers cut it off as well. */
const DEEPEST = 200;

/** Reads a view: HTML with expressions. All problems come back as findings; what can be read is. */
export function parseView(file: string, text: string): { view: ParsedView; findings: Finding[] } {
  const positions = new PositionIndex(text);
  const findings: Finding[] = [];
  const note = ({ code, message, help, offset }: ExpressionProblem): void => {
    findings.push(report(code, { file, ...positions.at(offset) }, message, help));
  };
  const fragment = parseFragment(text, {
    sourceCodeLocationInfo: true,
    scriptingEnabled: false,
    onParseError: (error) => reportMarkup(error, note),
  });
  const reader = new ViewReader(text, note);
  const nodes = reader.children(fragment.childNodes, 0);
  return { view: { file, nodes, positions, isWhole: reader.isWhole }, findings };
}

const MARKUP_PROBLEMS: Record<string, [message: string, help: string]> = {
  'non-void-html-element-start-tag-with-trailing-solidus': [
    'An HTML element does not end with "/>"; the slash means nothing here.',
    'Write a start tag and an end tag.',
  ],
  'duplicate-attribute': ['The attribute is given twice; the second is ignored.', 'Keep one of them.'],
  'eof-in-tag': ['The tag is never closed.', 'Close it with ">".'],
  'eof-in-comment': ['The comment is never closed.', 'Close it with "-->".'],
  'missing-whitespace-between-attributes': [
    'Two attributes have no space between them.',
    'Put a space between.',
  ],
  'unexpected-character-in-attribute-name': [
    'An attribute name holds a quote or "<".',
    'Look for a missing quote before it.',
  ],
  'end-tag-without-matching-open-element': [
    'This end tag has no start tag.',
    'Remove it, or add the start tag.',
  ],
  'end-tag-with-attributes': ['An end tag cannot have attributes.', 'Move them to the start tag.'],
};

function reportMarkup(error: ParserError, report: (problem: ExpressionProblem) => void): void {
  const words = MARKUP_PROBLEMS[error.code];
  if (words) report({ code: 'view/markup', message: words[0], help: words[1], offset: error.startOffset });
}

/** Problems of markup that leave nothing out. */
const HARMLESS: ReadonlySet<Code> = new Set(['view/markup', 'view/foreign-code']);

class ViewReader {
  isWhole = true;
  readonly report: (problem: ExpressionProblem) => void;

  constructor(
    readonly text: string,
    report: (problem: ExpressionProblem) => void,
  ) {
    this.report = (problem) => {
      if (!HARMLESS.has(problem.code)) this.isWhole = false;
      report(problem);
    };
  }

  children(nodes: readonly Source[], depth: number): MarkupNode[] {
    const result: MarkupNode[] = [];
    const [first] = nodes;
    if (depth > DEEPEST) {
      if (first) {
        this.report({
          code: 'view/too-deep',
          message: `The markup is nested more than ${DEEPEST} levels deep.`,
          help: 'Split it into several elements.',
          offset: first.sourceCodeLocation?.startOffset ?? 0,
        });
      }
      return result;
    }
    for (const node of nodes) {
      if (defaultTreeAdapter.isTextNode(node)) this.#text(node, result);
      else if (defaultTreeAdapter.isElementNode(node)) this.#element(node, result, depth);
    }
    return result;
  }

  #text(node: DefaultTreeAdapterTypes.TextNode, result: MarkupNode[]): void {
    const location = node.sourceCodeLocation;
    const start = location?.startOffset ?? 0;
    const raw = this.text.slice(start, location?.endOffset ?? start);
    result.push({
      kind: 'text',
      parts: this.#parts(node.value, sourceOffsets(raw, node.value, start, false)),
    });
  }

  #parts(value: string, toFile: ToFile): Part[] {
    return this.#gather((problems) => parseParts(value, toFile, problems)) ?? [];
  }

  #gather<Result>(read: (problems: ExpressionProblem[]) => Result): Result {
    const problems: ExpressionProblem[] = [];
    const result = read(problems);
    problems.forEach(this.report);
    return result;
  }

  #element(node: SourceElement, result: MarkupNode[], depth: number): void {
    const offset = node.sourceCodeLocation?.startOffset ?? 0;
    if (node.tagName === 'script' || node.tagName === 'style') {
      this.report({
        code: 'view/foreign-code',
        message: `A view cannot hold <${node.tagName}>.`,
        help:
          node.tagName === 'script'
            ? 'Put the code into the behavior.'
            : "Put the rules into the element's CSS file.",
        offset,
      });
      return;
    }
    if (node.tagName === 'template') {
      this.#block(node, result, depth, offset);
      return;
    }
    this.#checkEnd(node, offset);
    const element: MarkupElement = {
      kind: 'element',
      name: node.tagName,
      namespace: NAMESPACES[node.namespaceURI] ?? 'html',
      dynamic: undefined,
      attributes: [],
      listeners: [],
      children: [],
      offset,
    };
    for (const { name, value, prefix } of node.attrs) {
      const written = prefix ? `${prefix}:${name}` : name;
      const { toFile, start } = this.#attribute(node, written, value);
      const foreign = foreignSyntax(written, value);
      if (foreign) {
        this.report({ code: 'view/foreign-syntax', ...foreign, offset: start });
        continue;
      }
      if (/^on[a-z]/.test(written)) {
        if (/^\s*\{[^;]*\}\s*$/.test(value)) {
          const code = value.trim().slice(1, -1).trim();
          this.report({
            code: 'view/handler-braces',
            message: `"${written}" holds code as it is, without braces.`,
            // The name of a function alone does nothing.
            help: `Write ${written}="${isVariableName(code) ? `${code}()` : code}".`,
            offset: start,
          });
          continue;
        }
        const code = this.#gather((problems) => parseHandler(value, toFile, problems));
        if (code) element.listeners.push({ type: written.slice(2), code });
      } else if (written === 'local-name') {
        element.dynamic = { name: this.#parts(value, toFile), among: [], offset: start };
      } else if (written !== 'local-names') {
        element.attributes.push({ name: written, parts: this.#parts(value, toFile), offset: start });
      }
    }
    this.#names(node, element);
    element.children = this.children(node.childNodes, depth + 1);
    result.push(element);
  }

  /** The names that an element can have at run time: a list in the view, of which none does more than show content. */
  #names(node: SourceElement, element: MarkupElement): void {
    const list = node.attrs.find(({ name }) => name === 'local-names');
    const refuse = (message: string, help: string): void => {
      const offset = element.dynamic?.offset ?? element.offset;
      this.report({ code: 'view/local-name', message, help, offset });
      element.dynamic = undefined;
    };
    if (!element.dynamic && !list) return;
    if (!element.dynamic || !list) {
      refuse(
        'A name that is chosen at run time needs both local-name and local-names.',
        `Write <${node.tagName} local-name="{…}" local-names="${node.tagName} a">: the expression, and all names it can give.`,
      );
      return;
    }
    element.dynamic.among = list.value.split(/\s+/).filter(Boolean);
    const bad = element.dynamic.among.find(
      (name) => !/^[a-z][a-z0-9.-]*$/.test(name) || UNSAFE_NAMES.has(name),
    );
    if (element.dynamic.among.length === 0 || bad !== undefined || element.namespace !== 'html') {
      refuse(
        bad === undefined
          ? 'There are no names for this element to choose from.'
          : `<${bad}> cannot be chosen at run time.`,
        'List names of HTML elements in small letters, and none that loads or runs something.',
      );
    }
  }

  /** An element that is never closed swallows what follows, which is seldom meant. */
  #checkEnd(node: SourceElement, offset: number): void {
    const location = node.sourceCodeLocation;
    if (!location || location.endTag || node.namespaceURI !== html.NS.HTML) return;
    if (VOID_OR_OPTIONAL_END.has(node.tagName)) return;
    // A slash at the end of the start tag is a finding already.
    if (this.text.slice(0, location.startTag?.endOffset).endsWith('/>')) return;
    this.report({
      code: 'view/markup',
      message: `<${node.tagName}> is never closed.`,
      help: `Add </${node.tagName}> where its content ends.`,
      offset,
    });
  }

  /** Where an attribute stands, and where each character of its value does. */
  #attribute(node: SourceElement, name: string, value: string): { toFile: ToFile; start: number } {
    const location =
      node.sourceCodeLocation?.attrs?.[name.toLowerCase()] ?? node.sourceCodeLocation?.attrs?.[name];
    const start = location?.startOffset ?? node.sourceCodeLocation?.startOffset ?? 0;
    const raw = this.text.slice(start, location?.endOffset ?? start);
    const before = /^[^=]*=\s*["']?/.exec(raw)?.[0].length ?? raw.length;
    return { toFile: sourceOffsets(raw.slice(before), value, start + before, true), start };
  }

  /** `<template when>`, `<template otherwise>`, `<template for-each>`. */
  #block(node: SourceElement, result: MarkupNode[], depth: number, offset: number): void {
    const namespace = NAMESPACES[node.namespaceURI] ?? 'html';
    // In SVG and MathML a <template> is an element like any other, with children of its own.
    const content =
      namespace !== 'html'
        ? node
        : defaultTreeAdapter.getTemplateContent(node as DefaultTreeAdapterTypes.Template);
    const value = (name: string): string | undefined =>
      node.attrs.find((attribute) => attribute.name === name)?.value;
    const expression = (name: string, text: string, skip = 0): Expression => {
      const { toFile, start } = this.#attribute(node, name, value(name)!);
      const read = this.#gather((problems) => parseWhole(text, (at) => toFile(at + skip), problems));
      return read ?? lostExpression(start);
    };
    const startOf = (name: string): number => this.#attribute(node, name, '').start;
    const refuse = (code: Code, message: string, help: string, at = offset): void =>
      this.report({ code, message, help, offset: at });
    /** What could not be understood shows its content under some condition. */
    const showAtTimes = (hidesNames: boolean): void => {
      const condition = lostExpression(offset);
      result.push({ kind: 'when', namespace, condition, children, otherwise: undefined, offset, hidesNames });
    };
    this.#checkEnd(node, offset);
    const children = this.children(content.childNodes, depth + 1);
    const when = value('when');
    const each = value('for-each');
    let known = true;
    for (const { name } of node.attrs) {
      if (['when', 'otherwise', 'for-each', 'key'].includes(name)) continue;
      known = false;
      this.report({
        code: 'view/block',
        message: `A <template> of a view has no attribute "${name}".`,
        help: suggestion(name, ['when', 'otherwise', 'for-each', 'key'], 'attributes'),
        offset: startOf(name),
      });
    }
    if (when !== undefined) {
      const condition = expression('when', when);
      result.push({ kind: 'when', namespace, condition, children, otherwise: undefined, offset });
    } else if (value('otherwise') !== undefined) {
      const before = result.findLast(
        (other) =>
          other.kind !== 'text' || other.parts.some((part) => typeof part !== 'string' || part.trim()),
      );
      if (before?.kind === 'when' && !before.otherwise) {
        before.otherwise = children;
        while (result.at(-1) !== before) result.pop();
      } else {
        refuse(
          'view/otherwise',
          '<template otherwise> has no <template when> right before it.',
          'Put it directly behind the <template when> that it belongs to.',
          startOf('otherwise'),
        );
        showAtTimes(false);
      }
    } else if (each !== undefined) {
      const match = /^(\s*([A-Za-z_$][\w$]*)(?:\s*,\s*([A-Za-z_$][\w$]*))?\s+of\s+)(\S[\s\S]*)$/.exec(each);
      if (!match || !isVariableName(match[2]!) || (match[3] !== undefined && !isVariableName(match[3]))) {
        refuse(
          'view/for-each',
          `"${each}" does not say what is repeated.`,
          'Write "item of list", or "item, index of list".',
          startOf('for-each'),
        );
        showAtTimes(true);
        return;
      }
      const list = expression('for-each', match[4]!, match[1]!.length);
      const key = value('key');
      const keyExpression = key === undefined ? undefined : expression('key', key);
      result.push({
        kind: 'each',
        namespace,
        item: match[2]!,
        index: match[3],
        list,
        key: keyExpression,
        children,
        offset,
      });
    } else {
      if (known)
        refuse(
          'view/block',
          'A <template> without when, otherwise or for-each shows nothing.',
          'Add one of them, or remove the <template>.',
        );
      showAtTimes(!known);
    }
  }
}

/** Names that an element cannot take at run time: what loads or runs something, or is no element of a body. */
const UNSAFE_NAMES: ReadonlySet<string> = new Set(
  'applet base body embed frame frameset head html iframe link meta noscript object script slot style template title'.split(
    ' ',
  ),
);

const NAMESPACES: Readonly<Record<string, Namespace>> = { [html.NS.SVG]: 'svg', [html.NS.MATHML]: 'math' };

/** Elements that need no end tag: void ones, and those whose end HTML finds by itself (section 13.1.2.4). */
const VOID_OR_OPTIONAL_END: ReadonlySet<string> = new Set([
  ...VOID_ELEMENTS,
  ...'li dt dd p rt rp optgroup option colgroup caption thead tbody tfoot tr td th html head body'.split(' '),
]);

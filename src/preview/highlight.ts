import highlighter from 'highlight.js/lib/core';
import javascript from 'highlight.js/lib/languages/javascript';
import json from 'highlight.js/lib/languages/json';
import typescript from 'highlight.js/lib/languages/typescript';
import xml from 'highlight.js/lib/languages/xml';
import yaml from 'highlight.js/lib/languages/yaml';
import { defaultTreeAdapter, parseFragment, type DefaultTreeAdapterTypes } from 'parse5';
import type { Token } from './shapes.js';

highlighter.registerLanguage('javascript', javascript);
highlighter.registerLanguage('json', json);
highlighter.registerLanguage('typescript', typescript);
highlighter.registerLanguage('xml', xml);
highlighter.registerLanguage('yaml', yaml);

/** Languages by the endings of examples. */
const LANGUAGES: Readonly<Record<string, string>> = {
  html: 'xml',
  vue: 'xml',
  svelte: 'xml',
  riot: 'xml',
  jsx: 'javascript',
  js: 'javascript',
  gjs: 'javascript',
  ts: 'typescript',
  json: 'json',
  yaml: 'yaml',
};

/** Code in pieces that can be shown in colors; `file` says by its ending what it is written in. */
export function tokensOf(code: string, file: string): Token[] {
  const language = LANGUAGES[file.split('.').pop()!] ?? 'xml';
  const { value } = highlighter.highlight(code, { language });
  return merge(parseFragment(value).childNodes.flatMap((node) => flatten(node, '')));
}

function flatten(node: DefaultTreeAdapterTypes.ChildNode, kind: string): Token[] {
  if (defaultTreeAdapter.isTextNode(node)) return [{ text: node.value, kind }];
  if (!defaultTreeAdapter.isElementNode(node)) return [];
  const [name = ''] = (node.attrs.find((one) => one.name === 'class')?.value ?? '').split(' ');
  const own = name.startsWith('hljs-') ? name.slice('hljs-'.length) : kind;
  return node.childNodes.flatMap((child) => flatten(child, own));
}

function merge(tokens: readonly Token[]): Token[] {
  const merged: Token[] = [];
  for (const token of tokens) {
    const last = merged.at(-1);
    if (last && last.kind === token.kind) last.text += token.text;
    else merged.push({ ...token });
  }
  return merged;
}

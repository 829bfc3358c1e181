import { report } from '../findings/report.js';
import { CORE_SCHEMA, load } from 'js-yaml';
import {
  isAlias,
  isCollection,
  isMap,
  isNode,
  isPair,
  isScalar,
  isSeq,
  LineCounter,
  parseDocument,
  visit,
  type Document,
  type Node,
} from 'yaml';
import type { z } from 'zod';
import type { Finding, Fix, Position } from '../findings/finding.js';
import { nearest, suggestion } from '../findings/nearest.js';
import { knownKeys } from './known-keys.js';
import { fittingPart } from './fitting-part.js';
import { meantAlternative } from './meant-alternative.js';
import { quickFit } from './quick-fit.js';

type Path = readonly PropertyKey[];

/** A YAML or JSON file: its value by a schema, and where each part of it stands. */
export interface ReadDocument<Value> {
  /** What the file says, less what has errors; undefined where nothing sensible is left. */
  value: Value | undefined;
  findings: Finding[];
  /** Paths, as they are in the file, of what is left out of the value, or is not to be relied on. */
  unclear: readonly Path[];
  locate: Locate;
}

/** Where the value at a path stands, or with `key` the key it stands under; the nearest parent if it is missing. */
export type Locate = (path: Path, of?: 'key' | 'value') => Position;

/** The largest file that is read, in UTF-16 code units; no contract that a person wrote comes near. */
export const LARGEST = 2_000_000;

/**
 * Reads YAML or JSON (which is YAML too) and checks it against a schema. Every problem of the file comes
 * back at once, each with its position; nothing is thrown for bad input. Positions are looked up only where
 * something is found: that takes a slower parser.
 */
export function readDocument<Value>(
  file: string,
  text: string,
  schema: z.ZodType<Value>,
): ReadDocument<Value> {
  const quick = parseQuickly(text);
  if (quick) {
    const fitting = quickFit(schema, quick.data);
    if (fitting) return { value: fitting.value, findings: [], unclear: [], locate: lazyLocate(text) };
  }
  return readSlowly(file, text, schema);
}

/** The data of a file without positions; undefined where the file needs a closer look. */
function parseQuickly(text: string): { data: unknown } | undefined {
  // Aliases can multiply, and one key is not like the others: both are for the closer look.
  if (text.length > LARGEST || /[&*]|__proto__/.test(text)) return undefined;
  try {
    return { data: load(text, { schema: CORE_SCHEMA }) };
  } catch {
    return undefined;
  }
}

/** The data of a file that nobody has checked yet; undefined where it cannot be read. */
export function roughData(text: string): unknown {
  try {
    return (parseQuickly(text) ?? { data: parseDocument(text).toJS({ maxAliasCount: 100 }) as unknown }).data;
  } catch {
    return undefined;
  }
}

/** Finds positions in a document that is parsed for it when the first one is asked for. */
function lazyLocate(text: string): Locate {
  let locate: Locate | undefined;
  return (path, of) => {
    if (!locate) {
      const lines = new LineCounter();
      locate = locateIn(parseDocument(text, { lineCounter: lines, prettyErrors: false }), lines);
    }
    return locate(path, of);
  };
}

function locateIn(document: Document.Parsed, lines: LineCounter): Locate {
  return (path, of = 'value') => positionAt(lines, offsetOf(document, path, of));
}

function positionAt(lines: LineCounter, offset: number): Position {
  const { line, col } = lines.linePos(offset);
  return { line: Math.max(line, 1), column: Math.max(col, 1) };
}

function readSlowly<Value>(file: string, text: string, schema: z.ZodType<Value>): ReadDocument<Value> {
  const start = { line: 1, column: 1 };
  const fail = (message: string, help: string): ReadDocument<Value> => ({
    value: undefined,
    findings: [report('document/unreadable', { file, ...start }, message, help)],
    unclear: [],
    locate: () => start,
  });
  if (text.length > LARGEST) {
    return fail(
      `The file is larger than ${LARGEST / 1e6} MB.`,
      'Split it: a contract describes one element.',
    );
  }
  const lines = new LineCounter();
  let document: Document.Parsed;
  try {
    document = parseDocument(text, { lineCounter: lines, prettyErrors: false });
  } catch (error) {
    return fail(`The file cannot be read: ${messageOf(error)}.`, 'Write it as YAML or JSON.');
  }
  const findings = syntaxFindings(document, lines, file, text);
  const locate = locateIn(document, lines);
  // Of two values under one key, the second counts.
  if (findings.some(({ code }) => code !== 'document/duplicate-key'))
    return { value: undefined, findings, unclear: [], locate };
  let data: unknown;
  try {
    data = document.toJS({ maxAliasCount: 100 });
  } catch (error) {
    return fail(
      `The file cannot be read: ${messageOf(error)}.`,
      'Write the repeated part out, or use definitions.',
    );
  }
  if (holdsItself(data))
    return fail('An alias leads back to what it stands in.', 'Write the value out, or use definitions.');
  const result = schema.safeParse(data);
  if (result.success) return { value: result.data, findings, unclear: [], locate };
  const rename = (at: Position, key: string, name: string): Fix | undefined => {
    const start = lines.lineStarts[at.line - 1]! + at.column - 1;
    const end = start + key.length;
    return text.slice(start, end) === key ? { start, end, text: name } : undefined;
  };
  const reading = { schema, data, file, locate, rename };
  const part = fittingPart(schema, data);
  const issues = [...result.error.issues, ...(part?.later ?? [])];
  findings.push(...issues.flatMap((issue) => issueFindings(issue, reading)));
  return {
    value: part?.value,
    findings,
    unclear: part?.unclear ?? [],
    locate: (path, of) => locate(part?.toDocument(path) ?? path, of),
  };
}

/** True if a value is somewhere inside of itself. */
function holdsItself(value: unknown, around = new Set<unknown>()): boolean {
  if (typeof value !== 'object' || value === null) return false;
  if (around.has(value)) return true;
  around.add(value);
  const found = Object.values(value).some((inner) => holdsItself(inner, around));
  around.delete(value);
  return found;
}

/** What the parser complains of, and the one key that no schema would see. */
function syntaxFindings(
  document: Document.Parsed,
  lines: LineCounter,
  file: string,
  text: string,
): Finding[] {
  const findings: Finding[] = document.errors.map((error) => {
    const twice = error.code === 'DUPLICATE_KEY';
    return report(
      twice ? 'document/duplicate-key' : 'document/syntax',
      { file, ...positionAt(lines, error.pos[0]) },
      /call stack/.test(error.message) ? 'The file is nested too deep.' : sentence(error.message),
      twice
        ? 'Keep one of the two: the second would hide the first.'
        : 'Fix the syntax; check indentation, colons and quotes near here.',
    );
  });
  // The one key that no mapping of JavaScript can hold as it is, so that a schema would not see it.
  if (text.includes('__proto__')) {
    visit(document, {
      Pair(_, { key }) {
        if (!isScalar(key) || key.value !== '__proto__') return;
        const message = 'There is no key "__proto__".';
        const help = 'Choose another name.';
        const at = positionAt(lines, key.range?.[0] ?? 0);
        findings.push(report('document/unknown-key', { file, ...at }, message, help));
      },
    });
  }
  return findings;
}

function messageOf(error: unknown): string {
  const message = (error instanceof Error ? error.message : String(error)).replace(/\.$/, '');
  return /call stack/.test(message) ? 'something in it contains itself, or is nested too deep' : message;
}

function sentence(text: string): string {
  return /[.!?]$/.test(text) ? text : `${text}.`;
}

/** Offset of the node at a path; a missing part leads to its nearest parent that exists. */
function offsetOf(document: Document.Parsed, path: Path, of: 'key' | 'value'): number {
  let node: Node | null = document.contents;
  let offset = node?.range?.[0] ?? 0;
  for (const [depth, step] of path.entries()) {
    if (isAlias(node)) node = node.resolve(document) ?? null;
    if (!isCollection(node)) break;
    if (isSeq(node)) {
      const item: unknown = node.items[Number(step)];
      if (!isNode(item)) break;
      node = item;
      offset = node.range?.[0] ?? offset;
      continue;
    }
    if (!isMap(node)) break;
    const pair: unknown = node.items.find(
      (item) => isPair(item) && isScalar(item.key) && String(item.key.value) === String(step),
    );
    if (!isPair(pair) || !isNode(pair.key)) break;
    const last = depth === path.length - 1;
    offset = pair.key.range?.[0] ?? offset;
    if (!isNode(pair.value)) break;
    node = pair.value;
    if ((!last || of === 'value') && node.range && node.range[0] !== node.range[1]) offset = node.range[0];
  }
  return offset;
}

/** Keys of the configuration under the names that earlier versions had for them. */
const RENAMED: Readonly<Record<string, string>> = {
  hosts: 'frameworks',
  engines: 'browsers',
  engine: 'browser',
};

/** What a complaint is turned into findings with. */
interface Reading {
  /** The fix that gives a key another name; none where it is not written plainly. */
  rename(at: Position, key: string, name: string): Fix | undefined;
  schema: z.ZodType;
  data: unknown;
  file: string;
  locate: Locate;
}

/** Without complaints that a key is missing which is there under an earlier name. */
function withoutRenamed(issues: readonly z.core.$ZodIssue[]): z.core.$ZodIssue[] {
  const renamed = issues.flatMap((issue) =>
    issue.code === 'unrecognized_keys' ? issue.keys.flatMap((key) => RENAMED[key] ?? []) : [],
  );
  return issues.filter(({ path }) => !renamed.includes(String(path.at(-1))));
}

/** A schema's complaint as findings: one for each unknown key, one for anything else. */
function issueFindings(issue: z.core.$ZodIssue, reading: Reading): Finding[] {
  const { schema, data, file, locate } = reading;
  const path = issue.path;
  const place = path.length > 0 ? `"${path.join('.')}"` : 'The file';
  if (issue.code === 'unrecognized_keys') {
    return issue.keys.map((key) => {
      const known = knownKeys(schema, path);
      const renamed = RENAMED[key];
      const isRenamed = renamed !== undefined && known.includes(renamed);
      const meant = nearest(key, known);
      const around = valueAt(data, path);
      const isThere =
        meant !== undefined && typeof around === 'object' && around !== null && Object.hasOwn(around, meant);
      const at = locate([...path, key], 'key');
      return report(
        'document/unknown-key',
        { file, ...at },
        path.length > 0 ? `${place} has no key "${key}".` : `There is no key "${key}".`,
        /\s/.test(key)
          ? 'Between braces a comma ends the text before it: put a text that has one into quotes.'
          : isRenamed
            ? `Rename it: "${renamed}".`
            : isThere
              ? `"${meant}" stands beside it: move what belongs to that there, and remove "${key}".`
              : suggestion(key, known, 'keys'),
        isRenamed ? reading.rename(at, key, renamed) : undefined,
      );
    });
  }
  if (issue.code === 'invalid_union') {
    const meant = meantAlternative(issue);
    if (meant)
      return withoutRenamed(meant).flatMap((inner) =>
        issueFindings({ ...inner, path: [...path, ...inner.path] } as z.core.$ZodIssue, reading),
      );
  }
  const missing = path.length > 0 && valueAt(data, path) === undefined;
  const key = String(path.at(-1) ?? '');
  if (missing) {
    return [
      report(
        'document/missing-key',
        { file, ...locate(path.slice(0, -1)) },
        `The key "${path.join('.')}" is missing.`,
        `Add ${['contract', 'library', 'trait'].includes(key) ? `"${key}: 1", the version of this format` : `"${key}"`}.`,
      ),
    ];
  }
  return [
    report(
      'document/value',
      { file, ...locate(path) },
      `${place} does not have a value that fits here.`,
      expectation(issue),
    ),
  ];
}

function valueAt(data: unknown, path: Path): unknown {
  return path.reduce<unknown>(
    (value, step) =>
      typeof value === 'object' && value !== null ? (value as Record<PropertyKey, unknown>)[step] : undefined,
    data,
  );
}

/** What a schema wanted, in words. */
function expectation(issue: z.core.$ZodIssue): string {
  if (issue.code === 'invalid_value') return `Write one of: ${issue.values.map(String).join(', ')}.`;
  if (issue.code === 'invalid_type') return `Write ${article(issue.expected)}.`;
  if (issue.code === 'invalid_union') {
    const kinds = issue.errors
      .flat()
      .map((error) =>
        'expected' in error
          ? String(error.expected)
          : 'values' in error
            ? (error.values as unknown[]).map(String).join(' or ')
            : '',
      );
    return `Write ${[...new Set(kinds.filter(Boolean))].map(article).join(' or ')}.`;
  }
  return sentence(issue.message);
}

function article(kind: string): string {
  const words: Record<string, string> = {
    record: 'a mapping',
    object: 'a mapping',
    array: 'a list',
    int: 'a whole number',
  };
  return words[kind] ?? (kind === 'false' || kind === 'true' ? kind : `a ${kind}`);
}

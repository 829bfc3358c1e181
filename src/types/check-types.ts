import { spawn } from 'node:child_process';
import { createRequire } from 'node:module';
import { dirname, isAbsolute, join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Analysis } from '../check/analyze.js';
import type { Finding } from '../finding.js';
import { slashed } from '../library/open-library.js';
import { originOf } from '../view/mapped-code.js';
import { TYPES_FOLDER, typeFiles, writeTypes, type TypeFiles } from './type-files.js';

const require = createRequire(import.meta.url);

/** What TypeScript found in views and behaviors; or why it could not be asked. */
export interface CheckedTypes {
  findings: Finding[];
  unchecked: string | undefined;
}

/**
 * Writes the types of a library into the tool's own folder there, and lets TypeScript (its native compiler,
 * as a process) check views and behaviors with them.
 */
export async function checkTypes(analysis: Analysis): Promise<CheckedTypes> {
  const { root } = analysis.library;
  const made = typeFiles(analysis);
  writeTypes(root, made);
  if (made.views.size + made.behaviors.length === 0) return { findings: [], unchecked: undefined };
  const compiler = await findCompiler();
  if (!compiler) return { findings: [], unchecked: 'TypeScript has no compiler for this machine.' };
  const { output, ended } = await run(
    compiler,
    ['-p', join(root, TYPES_FOLDER, 'tsconfig.json'), '--pretty', 'false'],
    root,
  );
  const diagnostics = parseDiagnostics(output, root);
  if (diagnostics.length === 0 && ended !== 0) {
    return {
      findings: [],
      unchecked: `TypeScript did not come to an end: ${output.trim().split('\n')[0] ?? ended}`,
    };
  }
  return { findings: toFindings(diagnostics, made, analysis), unchecked: undefined };
}

async function findCompiler(): Promise<string | undefined> {
  try {
    const main = require.resolve('typescript/package.json');
    const { default: getExePath } = (await import(
      pathToFileURL(join(dirname(main), 'lib', 'getExePath.js')).href
    )) as {
      default: () => string;
    };
    return getExePath();
  } catch {
    return undefined;
  }
}

function run(
  command: string,
  args: readonly string[],
  cwd: string,
): Promise<{ output: string; ended: number | null }> {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd, stdio: ['ignore', 'pipe', 'pipe'] });
    let output = '';
    child.stdout.on('data', (chunk: Buffer) => (output += chunk.toString()));
    child.stderr.on('data', (chunk: Buffer) => (output += chunk.toString()));
    child.on('error', (error) => resolve({ output: error.message, ended: null }));
    child.on('close', (ended) => resolve({ output, ended }));
  });
}

interface Diagnostic {
  /** Path from the library's root. */
  file: string;
  line: number;
  column: number;
  message: string;
}

/** `file(line,column): error TS1234: message`, with more of the message on indented lines. */
function parseDiagnostics(output: string, root: string): Diagnostic[] {
  const found: Diagnostic[] = [];
  for (const line of output.split(/\r?\n/)) {
    const match = /^(.+?)\((\d+),(\d+)\): error TS\d+: (.*)$/.exec(line);
    if (match) {
      const path = isAbsolute(match[1]!) ? relative(root, match[1]!) : match[1]!;
      found.push({
        file: slashed(path),
        line: Number(match[2]),
        column: Number(match[3]),
        message: match[4]!,
      });
    } else if (/^\s/.test(line) && found.length > 0) found.at(-1)!.message += ` ${line.trim()}`;
  }
  return found;
}

function toFindings(diagnostics: readonly Diagnostic[], made: TypeFiles, { elements }: Analysis): Finding[] {
  const findings: Finding[] = [];
  const seen = new Set<string>();
  for (const diagnostic of diagnostics) {
    const finding = toFinding(diagnostic, made, elements);
    const key = finding && `${finding.file}:${finding.line}:${finding.column}`;
    if (!finding || seen.has(key!)) continue;
    seen.add(key!);
    findings.push(finding);
  }
  return findings;
}

function toFinding(
  diagnostic: Diagnostic,
  { views, behaviors }: TypeFiles,
  elements: Analysis['elements'],
): Finding | undefined {
  const { file, line, column } = diagnostic;
  const message = sentence(diagnostic.message);
  const segments = views.get(file);
  if (segments) {
    const origin = originOf(segments, line, column);
    if (!origin) return undefined;
    const help = 'Mend the expression, or the type in the contract or the behavior.';
    return { code: 'view/type', severity: 'error', message, help, file: origin.file, ...origin.at };
  }
  if (!file.startsWith(`${TYPES_FOLDER}/`)) {
    if (!behaviors.includes(file)) return undefined;
    const help = 'Mend the code, or the type in the contract.';
    return { code: 'behavior/type', severity: 'error', message, help, file, line, column };
  }
  // Generated declarations hold nothing of the author's but the names of classes.
  const name = /Cannot find name '([^']+)'/.exec(message)?.[1];
  const element = elements.find(({ contract }) =>
    file.startsWith(`${TYPES_FOLDER}/${dirname(contract.file)}/`),
  );
  const property = element?.contract.properties.find(({ instance }) => instance?.split('.')[0] === name);
  if (!element || !property) return undefined;
  return {
    code: 'property/instance',
    severity: 'error',
    message: `There is no class "${property.instance}".`,
    help: 'Write the name of a standard class, such as Date, File or HTMLElement.',
    file: element.contract.file,
    ...element.contract.locate(['properties', property.name, 'instance']),
  };
}

/** TypeScript's reason as a sentence. */
function sentence(message: string): string {
  const text = message.replace(/ClassAttributes<[^>]*>/g, 'the element').trim();
  return /[.?!]$/.test(text) ? text : `${text}.`;
}

import { report } from '../findings/report.js';
import { spawn } from 'node:child_process';
import { constants, setPriority } from 'node:os';
import { createRequire } from 'node:module';
import { availableParallelism } from 'node:os';
import { dirname, isAbsolute, join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Contract, Shared } from '../contract/model.js';
import type { Finding, Position } from '../findings/finding.js';
import type { LibraryElement } from '../library/library-element.js';
import { slashed, type ElementFolder, type Library } from '../library/open-library.js';
import { readTypeScriptOutput } from '../system/typescript-output.js';
import { hearText } from '../system/hear-text.js';
import type { Segment } from '../syntax/print.js';
import { originOf } from '../syntax/source-map.js';
import {
  joinPrograms,
  sharedModule,
  viewSource,
  traitTypeFiles,
  writeProgram,
  writeTypeFiles,
  type TypedProgram,
} from './type-files.js';
import { TYPES_FOLDER } from './types-folder.js';
import { viewModule } from '../emit/types/view-module.js';
import type { ViewTree } from '../view/view-tree.js';

const require = createRequire(import.meta.url);

/** What TypeScript found in views and behaviors; or why it could not be asked. */
export interface CheckedTypes {
  findings: Finding[];
  unchecked: string | undefined;
  /** Files that TypeScript looked at, by absolute paths. */
  files: string[];
}

/** Gives what is known of a folder's element, and the contracts that its view may refer to. */
export type LookUp = (
  folder: ElementFolder,
) => { element: LibraryElement; contracts: ReadonlyMap<string, Contract> } | undefined;

/**
 * Lets TypeScript (its native compiler, as a process) check views and behaviors of a library, with the types of
 * its elements that were written into the tool's own folder already. Few elements have problems: `lookUp` is asked for
 * those that do. `gently` lets whatever else goes on come first.
 */
export async function checkTypes(
  library: Library,
  shared: Shared,
  elements: TypedProgram,
  lookUp: LookUp,
  gently = false,
): Promise<CheckedTypes> {
  const { root } = library;
  const traits = traitTypeFiles(shared.traits.values());
  writeTypeFiles(root, traits.files);
  const program = joinPrograms([elements, traits.program]);
  const again = writeProgram(root, program);
  if (program.views.length + program.behaviors.length === 0)
    return { findings: [], unchecked: undefined, files: [] };
  const compiler = await findCompiler();
  if (!compiler)
    return { findings: [], unchecked: 'TypeScript has no compiler for this machine.', files: [] };
  const { output, ended } = await run(
    compiler,
    [
      '-p',
      join(root, TYPES_FOLDER, 'tsconfig.json'),
      '--pretty',
      'false',
      '--listFiles',
      ...checkers(),
      ...(again ? [] : ONCE),
    ],
    root,
    gently,
  );
  const { diagnostics, files, rest } = parseOutput(output, root);
  if (diagnostics.length === 0 && ended !== 0) {
    return {
      findings: [],
      unchecked: `TypeScript did not come to an end: ${rest.split('\n')[0] || ended}`,
      files,
    };
  }
  const findings = toFindings(diagnostics, program, new Places(library, lookUp));
  return { findings, unchecked: undefined, files };
}

/** Looks up where generated code comes from. */
class Places {
  /** Where the pieces of the modules of views come from, by view. */
  readonly #segments = new Map<ViewTree, readonly Segment[]>();

  constructor(
    readonly library: Library,
    readonly lookUp: LookUp,
  ) {}

  /** The element in whose folder (below that of generated types) a file lies. */
  element(file: string): ReturnType<LookUp> {
    const folder = this.library.elements.find((candidate) =>
      file.startsWith(`${TYPES_FOLDER}/${candidate.folder}/`),
    );
    return folder && this.lookUp(folder);
  }

  /** The place in a view that a place in its module comes from. */
  inView({ file, line, column }: Diagnostic): ({ file: string } & Position) | undefined {
    const found = this.element(file);
    if (!found) return undefined;
    const { element, contracts } = found;
    const { tree, folder } = element;
    if (!tree) return undefined;
    // A view with many mistakes is printed once for all of them.
    const segments =
      this.#segments.get(tree) ??
      viewModule(viewSource(element, tree), contracts, sharedModule(folder.folder)).segments;
    this.#segments.set(tree, segments);
    const origin = originOf(segments, line, column);
    return origin && { file: tree.file, ...origin };
  }
}

/**
 * A first check is often the only one, as in continuous integration: what makes the next one faster is written by
 * the second, since writing it takes a sixth longer.
 */
const ONCE = ['--incremental', 'false', '--tsBuildInfoFile', 'null'];

/** Each checker of TypeScript reads the platform's types for itself: more of them than cores only cost. */
function checkers(): string[] {
  return ['--checkers', String(Math.min(availableParallelism(), 4))];
}

async function findCompiler(): Promise<string | undefined> {
  try {
    const main = require.resolve('typescript-7/package.json');
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
  gently: boolean,
): Promise<{ output: string; ended: number | null }> {
  return new Promise((resolve) => {
    // The compiler runs once and ends: collecting its garbage less often takes a third of its time away.
    const env = { GOGC: '400', ...process.env };
    const child = spawn(command, args, { cwd, env, stdio: ['ignore', 'pipe', 'pipe'] });
    if (gently && child.pid !== undefined) {
      try {
        setPriority(child.pid, constants.priority.PRIORITY_LOW);
      } catch {
        // It has ended already, or the system lets nobody do so.
      }
    }
    let output = '';
    for (const stream of [child.stdout, child.stderr]) hearText(stream, (text) => (output += text));
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

/** What TypeScript has against files, the files that it looked at, and whatever else it says. */
function parseOutput(
  output: string,
  root: string,
): { diagnostics: Diagnostic[]; files: string[]; rest: string } {
  const { diagnostics, rest } = readTypeScriptOutput(output);
  const lines = rest.split('\n');
  return {
    diagnostics: diagnostics.map(({ path, ...diagnostic }) => ({
      file: slashed(isAbsolute(path) ? relative(root, path) : path),
      ...diagnostic,
    })),
    files: lines.filter(isAbsolute),
    rest: lines.filter((line) => !isAbsolute(line)).join('\n'),
  };
}

function toFindings(diagnostics: readonly Diagnostic[], program: TypedProgram, places: Places): Finding[] {
  const findings = new Map<string, Finding>();
  const views = new Set(program.views);
  const behaviors = new Set(program.behaviors);
  for (const diagnostic of diagnostics) {
    const finding = views.has(diagnostic.file)
      ? viewFinding(diagnostic, places)
      : behaviors.has(diagnostic.file)
        ? behaviorFinding(diagnostic)
        : contractFinding(diagnostic, places);
    const key = finding && `${finding.file}:${finding.line}:${finding.column}`;
    if (finding && !findings.has(key!)) findings.set(key!, finding);
  }
  return [...findings.values()];
}

function viewFinding(diagnostic: Diagnostic, places: Places): Finding | undefined {
  const origin = places.inView(diagnostic);
  if (!origin) return undefined;
  const help = 'Fix the expression, or the type in the contract or the behavior.';
  return report('view/type', { ...origin }, viewSentence(diagnostic.message), help);
}

function behaviorFinding({ file, line, column, message }: Diagnostic): Finding {
  const help = 'Fix the code, or the type in the contract.';
  return report('behavior/type', { file, line, column }, sentence(message), help);
}

/** Generated declarations hold nothing of the author's but the names of classes. */
function contractFinding({ file, message }: Diagnostic, places: Places): Finding | undefined {
  const name = /Cannot find name '([^']+)'/.exec(message)?.[1];
  const contract = name === undefined ? undefined : places.element(file)?.element.contract;
  const property = contract?.properties.find(({ instance }) => instance?.split('.')[0] === name);
  if (!contract || !property) return undefined;
  return report(
    'property/instance',
    { file: contract.file, ...contract.locate(['properties', property.name, 'instance']) },
    `There is no class "${property.instance}".`,
    'Write the name of a standard class, such as Date, File or HTMLElement.',
  );
}

/** TypeScript's reason as a sentence about what the author wrote, not about the code that is made of it. */
function sentence(message: string): string {
  const text = message
    .replace(/ClassAttributes<[^>]*>/g, 'the element')
    .replace(/'(?:host|state|behavior|results)\.([\w$]+)'/g, "'$1'")
    .trim();
  return /[.?!]$/.test(text) ? text : `${text}.`;
}

/** The same for a view, whose calls give the element's inside as well. */
function viewSentence(message: string): string {
  const counts = /^Expected (\d+)(-\d+)? arguments?, but got (\d+)/.exec(message);
  if (counts) {
    const [, wanted, most, given] = counts;
    const less = (count: string): number => Math.max(0, Number(count) - 1);
    const range = most ? `${less(wanted!)} to ${less(most.slice(1))}` : `${less(wanted!)}`;
    return `The function takes ${range} ${range === '1' ? 'argument' : 'arguments'} beside the element's inside, not ${less(given!)}.`;
  }
  if (/Rest parameter|spread argument/i.test(message))
    return 'A function of the behavior that is handed on here takes other arguments.';
  return sentence(message);
}

import { readdirSync, readFileSync } from 'node:fs';
import { join, posix } from 'node:path';
import type { FrameworkTools } from './framework.js';
import type { CheckerDiagnostic } from './typed-use.js';

/** The parts of TypeScript that a program in memory needs. */
interface TypeScript {
  ScriptTarget: Record<string, number>;
  ModuleKind: Record<string, number>;
  ModuleResolutionKind: Record<string, number>;
  createCompilerHost(options: object, setParentNodes: boolean): CompilerHost;
  createSourceFile(name: string, text: string, options: unknown, setParentNodes: boolean): SourceFile;
  flattenDiagnosticMessageText(text: unknown, newLine: string): string;
}

interface CompilerHost {
  getSourceFile(name: string, options: unknown): SourceFile | undefined;
  readFile(name: string): string | undefined;
  fileExists(name: string): boolean;
  directoryExists?(name: string): boolean;
  writeFile(name: string, text: string): void;
}

interface SourceFile {
  fileName: string;
  getLineAndCharacterOfPosition(position: number): { line: number; character: number };
}

interface Diagnostic {
  file?: SourceFile;
  start?: number;
  messageText: unknown;
}

interface Program {
  getTsProgram(): { getSourceFile(name: string): SourceFile };
  getTsSyntacticDiagnostics(file: SourceFile): readonly Diagnostic[];
  getTsSemanticDiagnostics(file: SourceFile): readonly Diagnostic[];
  getNgSemanticDiagnostics(): readonly Diagnostic[];
  emit(): unknown;
}

interface CompilerCli {
  NgtscProgram: new (names: string[], options: object, host: CompilerHost, old?: Program) => Program;
}

/** What a program in memory is made of, and what it gives. */
interface Programmed {
  names: string[];
  emitted: Map<string, string>;
  program: Program;
  /** Everything that the compiler has against the sources, syntax, types and templates. */
  diagnostics: { name: string; line: number | undefined; message: string }[];
}

/** Reads sources by their paths into one program with strict templates; folders may be there in memory only. */
async function programOf(
  texts: ReadonlyMap<string, string>,
  { load, folder }: Pick<FrameworkTools, 'load' | 'folder'>,
  more: object,
): Promise<Programmed> {
  const [cli, typescript] = await Promise.all([
    load('@angular/compiler-cli') as Promise<CompilerCli>,
    load('typescript', '@angular/compiler-cli') as Promise<{ default: TypeScript }>,
  ]);
  const ts = typescript.default;
  const options = {
    target: ts.ScriptTarget.ES2022,
    module: ts.ModuleKind.ES2022,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    lib: ['lib.es2022.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'],
    types: [],
    strict: true,
    skipLibCheck: true,
    useDefineForClassFields: false,
    strictTemplates: true,
    supportTestBed: false,
    supportJitMode: false,
    rootDir: folder,
    ...more,
  };
  const folders = new Set([...texts.keys()].map((name) => posix.dirname(name)));
  const host = ts.createCompilerHost(options, true);
  const emitted = new Map<string, string>();
  const original = { ...host };
  Object.assign(host, {
    getSourceFile(name: string, target: unknown): SourceFile | undefined {
      const text = texts.get(name);
      return text === undefined
        ? original.getSourceFile(name, target)
        : ts.createSourceFile(name, text, target, true);
    },
    readFile: (name: string) => texts.get(name) ?? original.readFile(name),
    fileExists: (name: string) => texts.has(name) || original.fileExists(name),
    // A folder that is in memory only must be known, or templates are checked as if they had no types.
    directoryExists: (name: string) => folders.has(name) || (original.directoryExists?.(name) ?? true),
    writeFile: (name: string, text: string) => void emitted.set(posix.basename(name), text),
  } satisfies Partial<CompilerHost>);
  const names = [...texts.keys()];
  const program = new cli.NgtscProgram(names, options, host);
  const all = names.flatMap((name) => {
    const file = program.getTsProgram().getSourceFile(name);
    return [...program.getTsSyntacticDiagnostics(file), ...program.getTsSemanticDiagnostics(file)];
  });
  const diagnostics = [...all, ...program.getNgSemanticDiagnostics()].map(({ file, start, messageText }) => ({
    name: file?.fileName ?? names[0]!,
    line: file && start !== undefined ? file.getLineAndCharacterOfPosition(start).line + 1 : undefined,
    message: ts.flattenDiagnosticMessageText(messageText, ' '),
  }));
  return { names, emitted, program, diagnostics };
}

/**
 * Compiles examples ahead of time, all in one program with strict templates, as their users' builds do; nothing is
 * written. An example that the compiler refuses gives an error with what it says.
 */
export async function compileAngular(
  sources: readonly string[],
  tools: FrameworkTools,
  defines: Record<string, string>,
): Promise<(string | Error)[]> {
  const place = posix.join(tools.folder.replaceAll('\\', '/'), 'examples-of-angular');
  const texts = new Map(sources.map((text, index) => [`${place}/example-${index}.ts`, text]));
  const { names, emitted, program, diagnostics } = await programOf(texts, tools, {
    noImplicitAny: false,
    // Modules of the library are there in the page.
    noUncheckedSideEffectImports: false,
  });
  const refused = new Map<string, string>();
  for (const { name, line, message } of diagnostics)
    if (!refused.has(name)) refused.set(name, line === undefined ? message : `line ${line}: ${message}`);
  program.emit();
  const { transform } = await import('esbuild');
  return Promise.all(
    names.map(async (name, index) => {
      const wrong = refused.get(name);
      if (wrong !== undefined) return new Error(wrong);
      const code = emitted.get(`example-${index}.js`);
      if (code === undefined) return new Error('The compiler gives no code for it.');
      return (await transform(code, { target: 'es2022', define: defines })).code;
    }),
  );
}

/** What Angular's compiler has against the sources in a folder. */
export async function checkAngular(folder: string, { load }: FrameworkTools): Promise<CheckerDiagnostic[]> {
  const home = folder.replaceAll('\\', '/');
  const sources = readdirSync(folder).filter((name) => name.endsWith('.ts'));
  const texts = new Map(
    sources.map((name) => [`${home}/${name}`, readFileSync(join(folder, name), 'utf8')] as const),
  );
  const { diagnostics } = await programOf(texts, { load, folder }, {});
  return diagnostics.map(({ name, line, message }) => ({
    file: posix.basename(name),
    line: line ?? 1,
    message,
  }));
}

import { fork, spawn } from 'node:child_process';
import {
  cpSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll } from 'vitest';
import { hearText } from '../src/system/hear-text.js';

export const REPOSITORY = dirname(dirname(fileURLToPath(import.meta.url)));

const made: string[] = [];
afterAll(() => {
  for (const folder of made.splice(0)) rmSync(folder, { recursive: true, force: true });
});

/** A folder that is removed after the tests of the file. */
export function scratchFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'lastwright-test-'));
  made.push(folder);
  return folder;
}

/** Writes files into a folder (a new one if none is given); gives the folder. */
export function writeFiles(files: Record<string, string>, folder = scratchFolder()): string {
  for (const [path, text] of Object.entries(files)) {
    const target = join(folder, path);
    mkdirSync(dirname(target), { recursive: true });
    writeFileSync(target, text);
  }
  return folder;
}

/** A library with one element, `quay-mast`; files are given by what follows the element's name: `.html`. */
export function writeElement(files: Record<string, string>, more: Record<string, string> = {}): string {
  const named = Object.entries(files).map(([ending, text]) => [
    `elements/quay-mast/quay-mast${ending}`,
    text,
  ]);
  return writeFiles({
    'lastwright.yaml': 'library: 1\n',
    ...(Object.fromEntries(named) as Record<string, string>),
    ...more,
  });
}

/** Lets a library use the packages that are installed here, as if they were its own. */
export function linkPackages(folder: string): void {
  symlinkSync(join(REPOSITORY, 'node_modules'), join(folder, 'node_modules'), 'junction');
}

/** Packages that the demo library's components need. */
const OF_DEMO = ['react', 'react-dom', 'scheduler', '@types/react'];

/** Lets a library use these packages alone: what else is missing stays missing. */
export function linkOnly(folder: string, names: readonly string[] = OF_DEMO): void {
  for (const name of names) {
    const target = join(folder, 'node_modules', name);
    mkdirSync(dirname(target), { recursive: true });
    symlinkSync(join(REPOSITORY, 'node_modules', name), target, 'junction');
  }
}

/** A copy of the demo library, which promises the first three frameworks only: all ten take their time. */
export function copyDemo(): string {
  const folder = join(scratchFolder(), 'quayside');
  cpSync(join(REPOSITORY, 'examples/quayside'), folder, {
    recursive: true,
    filter: (path) => !/[/\\](dist|\.lastwright)$/.test(path),
  });
  linkOnly(folder);
  const config = join(folder, 'lastwright.yaml');
  writeFileSync(
    config,
    readFileSync(config, 'utf8').replace(/^frameworks: .*$/m, 'frameworks: [html, react, vue]'),
  );
  return folder;
}

/** A library of small elements, in HTML and Preact: enough for what is done with all of them. */
export function smallHarbor(names: readonly string[]): string {
  const elements = names.map((name) => ({
    [`elements/quay-${name}/quay-${name}.contract.yaml`]: `contract: 1\ntag: quay-${name}\nsummary: A ${name}.\nproperties: { label: { type: string, default: A } }\n`,
    [`elements/quay-${name}/quay-${name}.html`]: '<p>{label}</p>',
    [`elements/quay-${name}/quay-${name}.css`]: ':host { display: block; }\np { margin: 0; }',
    [`elements/quay-${name}/quay-${name}.ts`]: 'export {};\n',
    [`elements/quay-${name}/quay-${name}.samples.yaml`]:
      '- sample: Named\n  properties: { label: East }\n  steps: [{ expect: { text: { p: East } } }]\n',
  }));
  return writeFiles({
    'lastwright.yaml': 'library: 1\nframeworks: [html, preact]\nstyles: [styles/tokens.css]\n',
    'package.json': '{ "name": "quayside", "version": "1.0.0", "type": "module" }',
    'styles/tokens.css': ':host { color: #024; }\n',
    ...(Object.assign({}, ...elements) as Record<string, string>),
  });
}

/** Every file below a folder with its text, by path with forward slashes. */
export function readTree(folder: string): Record<string, string> {
  const entries = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((entry) =>
    entry.isFile(),
  );
  return Object.fromEntries(
    entries.map((entry) => {
      const path = join(entry.parentPath, entry.name);
      return [relative(folder, path).replaceAll('\\', '/'), readFileSync(path, 'utf8')];
    }),
  );
}

/** A file of a package as text. */
export function textOf(content: string | Uint8Array): string {
  return typeof content === 'string' ? content : new TextDecoder().decode(content);
}

export interface CliResult {
  status: number | null;
  stdout: string;
  stderr: string;
}

interface CliOptions {
  cwd?: string;
  env?: Record<string, string> | undefined;
  program?: string;
}

/**
 * Runs a command of the built program: in the file's tool process where that is free and nothing else is asked of the
 * program's surroundings, otherwise in a process of its own.
 */
export async function lastwright(args: readonly string[], options: CliOptions = {}): Promise<CliResult> {
  if (options.env || options.program || tool?.busy) return started(args, options);
  tool ??= new ToolProcess();
  return tool.run(args, options.cwd ?? REPOSITORY);
}

/** Runs the program as people do, in a process of its own. */
export function started(args: readonly string[], options: CliOptions = {}): Promise<CliResult> {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [options.program ?? join(REPOSITORY, 'bin/lastwright.js'), ...args],
      {
        cwd: options.cwd ?? REPOSITORY,
        env: { ...process.env, NO_COLOR: '1', ...options.env },
        stdio: ['ignore', 'pipe', 'pipe'],
      },
    );
    let stdout = '';
    let stderr = '';
    hearText(child.stdout, (text) => (stdout += text));
    hearText(child.stderr, (text) => (stderr += text));
    child.on('error', reject);
    child.on('close', (status) => resolve({ status, stdout, stderr }));
  });
}

let tool: ToolProcess | undefined;
afterAll(() => tool?.end());

/** The built program in a process that stays for all tests of a file. */
class ToolProcess {
  busy = false;
  readonly #child = fork(join(REPOSITORY, 'tests/tool-process.mjs'), {
    env: { ...process.env, NO_COLOR: '1' },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });

  async run(args: readonly string[], cwd: string): Promise<CliResult> {
    this.busy = true;
    try {
      return await new Promise((resolve, reject) => {
        const ended = (status: number | null): void => reject(new Error(`The tool ended with ${status}.`));
        this.#child.once('exit', ended);
        this.#child.once('message', (result) => {
          this.#child.off('exit', ended);
          resolve(result as CliResult);
        });
        this.#child.send({ args, cwd, env: { ...process.env, NO_COLOR: '1' } });
      });
    } finally {
      this.busy = false;
    }
  }

  end(): void {
    tool = undefined;
    this.#child.kill();
  }
}

/** The facets and frameworks of this version, in order. */
export const FACETS = [
  'upgrade',
  'properties',
  'attributes',
  'reflection',
  'methods',
  'events',
  'samples',
  'slots',
  'encapsulation',
  'passthrough',
  'lifecycle',
  'independence',
  'forms',
  'csp',
  'server',
  'appearance',
  'accessibility',
];
/** Those in which classes of an author's own are judged: what a server renders, Lastwright emits. */
export const CLASS_FACETS = FACETS.filter((facet) => facet !== 'server');
export const FRAMEWORKS = [
  'html',
  'react',
  'react-18',
  'preact',
  'vue',
  'svelte',
  'solid',
  'angular',
  'ember',
  'riot',
];

/** A copy of the built tool that has everything beside it but one package. */
export function toolWithout(missing: string): string {
  const tool = scratchFolder();
  for (const name of ['bin', 'dist', 'package.json', 'oclif.manifest.json'])
    cpSync(join(REPOSITORY, name), join(tool, name), { recursive: true });
  mkdirSync(join(tool, 'node_modules'));
  for (const name of readdirSync(join(REPOSITORY, 'node_modules'))) {
    if (name !== missing)
      symlinkSync(join(REPOSITORY, 'node_modules', name), join(tool, 'node_modules', name));
  }
  return join(tool, 'bin/lastwright.js');
}

import type { Code } from '../findings/severities.js';
import { report } from '../findings/report.js';
import { moduleOf, roughImplementation } from '../contract/implementation.js';
import { isUtf8 } from 'node:buffer';
import { readFileSync, type Dirent } from 'node:fs';
import { readdir, readFile, realpath, stat } from 'node:fs/promises';
import { basename, dirname, join, relative, resolve, sep } from 'node:path';
import type { Finding, Severity } from '../findings/finding.js';
import type { ElementFolder, SourceFile, StyleFile, TraitFiles } from './library-files.js';
import { escapePattern } from '../system/escape-pattern.js';
import { UsageError } from '../system/usage-error.js';
import { OWN_FOLDER } from './own-folder.js';
import { readPackage } from './read-package.js';
import { compileScss, ScssProblem } from './scss.js';
import { readDocument, type Locate } from '../contract/read-document.js';
import { librarySchema, promisesStrictPolicy, type LibraryFile } from '../contract/schema.js';

export type { ElementFolder, SourceFile, StyleFile, TraitFiles } from './library-files.js';

/** Verdicts that a library accepts, with the reason. */
export interface Acceptance {
  facet: string;
  /** Names; all of them where there are none. */
  framework?: readonly string[] | undefined;
  browser?: readonly string[] | undefined;
  element?: readonly string[] | undefined;
  reason: string;
  /** The last day on which it is accepted, `YYYY-MM-DD`. */
  until?: string | undefined;
}

/** A library's configuration with its defaults. */
export interface LibraryConfig {
  frameworks: string[];
  browsers: string[];
  /** Those of them that are elsewhere, by name. */
  elsewhere: Record<
    string,
    { at: string; pages?: string | undefined; capabilities?: Record<string, unknown> | undefined }
  >;
  /** Path of the output folder relative to the root. */
  output: string;
  accept: Acceptance[];
}

/** A library on disk: its configuration and the text of all its files. Nothing is understood yet. */
export interface Library {
  root: string;
  name: string;
  version: string;
  /** What it says of itself in its package.json beside that, which the built package says too. */
  about: Record<string, unknown>;
  config: LibraryConfig;
  /** The file that it stands in; none for a package of others. */
  configFile: SourceFile | undefined;
  locateConfig: Locate;
  /** The folder that new elements go into. */
  elementsFolder: string;
  elements: ElementFolder[];
  /** Files of traits. */
  traits: TraitFiles[];
  /** Traits that every element has. */
  everywhere: string[];
  /** The file with definitions that all contracts share. */
  definitions: SourceFile | undefined;
  /** Style sheets that every element adopts, in their order. */
  styles: SourceFile[];
  /** Severities that the library gives to findings, by code; `off` leaves them out. */
  severity: Record<string, Severity | 'off'>;
  /** What it promises for all its elements, where their contracts say nothing: to run under a strict policy, or not. */
  strictPolicy: boolean | undefined;
  /** True if it promises that servers render its elements, where their contracts say nothing. */
  server: boolean;
  findings: Finding[];
}

/** All files of a library whose text was read, as their authors wrote them. */
export function sourceFiles({ configFile, elements, traits, definitions, styles }: Library): SourceFile[] {
  const files = elements.flatMap(({ contract, view, style, behavior, samples }) => [
    contract,
    view,
    style && { file: style.file, text: style.source ?? style.text },
    behavior,
    samples,
  ]);
  const ofTraits = traits.flatMap((trait) => [trait, trait.behavior]);
  return [configFile, ...files, ...ofTraits, definitions, ...styles].filter((file) => file !== undefined);
}

export const CONFIG_FILE = 'lastwright.yaml';

/** The root of the library that a folder lies in: the nearest folder upwards with a configuration. */
export async function findLibraryRoot(from: string): Promise<string> {
  const start = resolve(from);
  if (!(await isFolder(start)))
    throw new UsageError(`There is no folder ${from}.`, 'Check the path that you gave.');
  for (let folder = start; ; folder = dirname(folder)) {
    if (await stat(join(folder, CONFIG_FILE)).catch(() => undefined)) return folder;
    if (folder === dirname(folder)) break;
  }
  throw new UsageError(
    `There is no ${CONFIG_FILE} here or in a folder above.`,
    `Go to a library's folder, or name one with --library. "lastwright init" starts one, also in a project that is there; "lastwright demo" shows a whole one.`,
  );
}

async function isFolder(path: string): Promise<boolean> {
  return (await stat(path).catch(() => undefined))?.isDirectory() ?? false;
}

/** The browsers that a configuration names, and where those are that are elsewhere. */
function browsersOf(
  browsers: LibraryFile['browsers'] = ['chromium'],
): Pick<Library['config'], 'browsers' | 'elsewhere'> {
  const elsewhere = browsers.flatMap((one) => {
    if (typeof one === 'string') return [];
    const { browser, ...where } = one;
    return [[browser, where] as const];
  });
  return {
    browsers: browsers.map((one) => (typeof one === 'string' ? one : one.browser)),
    elsewhere: Object.fromEntries(elsewhere),
  };
}

function acceptancesOf({ accept = [] }: LibraryFile): Acceptance[] {
  const list = (names: string | string[] | undefined): string[] | undefined =>
    typeof names === 'string' ? [names] : names;
  return accept.map(({ framework, browser, element, ...rest }) => ({
    ...rest,
    framework: list(framework),
    browser: list(browser),
    element: list(element),
  }));
}

/** Reads a library's files. Only what stops everything is thrown; the rest comes back as findings. */
export async function openLibrary(root: string): Promise<Library> {
  const path = join(root, CONFIG_FILE);
  const unreadable = (why: string): UsageError =>
    new UsageError(`${CONFIG_FILE} cannot be read: ${why}.`, 'Check that it is a file you may read.');
  const about = await stat(path).catch((error: Error) => {
    throw unreadable(error.message);
  });
  if (!about.isFile()) throw unreadable('it is no plain file');
  const source = await readFile(path).catch((error: Error) => {
    throw unreadable(error.message);
  });
  const configFile = { file: CONFIG_FILE, text: textIn(source, CONFIG_FILE) };
  const { value, findings, locate } = readDocument(CONFIG_FILE, configFile.text, librarySchema);
  const config: LibraryFile = value ?? { library: 1 };
  const reportPath = (key: 'elements' | 'output' | 'traits', path: string): void => {
    findings.push(
      report(
        'library/path',
        { file: CONFIG_FILE, ...locate([key]) },
        `"${path}" leads out of the library.`,
        'Name a folder inside the library, relative to its root.',
      ),
    );
  };
  let pattern = config.elements ?? 'elements/*';
  if (!staysInside(pattern)) {
    reportPath('elements', pattern);
    pattern = '';
  }
  let output = config.output ?? 'dist';
  if (!staysInside(output) || resolve(root, output) === resolve(root)) {
    reportPath('output', output);
    output = 'dist';
  }
  const inside = await realpath(root);
  const traitPattern = config.traits ?? 'traits/*';
  if (!staysInside(traitPattern)) reportPath('traits', traitPattern);
  const traits = staysInside(traitPattern) ? await readTraits(inside, traitPattern) : [];
  const readNamed = async (
    path: string,
    kind: string,
    at: PropertyKey[],
  ): Promise<SourceFile | undefined> => {
    const file = staysInside(path) ? await readInside(inside, path) : undefined;
    if (!file) {
      findings.push(
        report(
          staysInside(path) ? 'library/missing-file' : 'library/path',
          { file: CONFIG_FILE, ...locate(at) },
          `There is no file "${path}" in the library.`,
          `Name a ${kind} file inside the library, relative to its root.`,
        ),
      );
    }
    return file;
  };
  const definitions =
    config.definitions === undefined
      ? undefined
      : await readNamed(config.definitions, 'YAML or JSON', ['definitions']);
  const styles: SourceFile[] = [];
  for (const [place, path] of (config.styles ?? []).entries()) {
    const file = await readNamed(path, 'CSS', ['styles', place]);
    if (file) styles.push(file);
  }
  const folders = pattern ? await matchFolders(inside, patternSteps(pattern)) : [];
  const elements: ElementFolder[] = [];
  for (const found of await Promise.all(folders.map((folder) => readElementFolder(inside, folder)))) {
    if ('code' in found) findings.push(found);
    else elements.push(found);
  }
  // Without any element, a folder that lacks its contract is what is wrong.
  if (elements.length === 0) for (const finding of findings) finding.severity = 'error';
  if (elements.length === 0 && value && findings.length === 0) {
    findings.push(
      report(
        'library/empty',
        { file: CONFIG_FILE, ...locate(['elements']) },
        `No element was found in "${pattern}".`,
        'Make a folder for each element, with its NAME.contract.yaml in it.',
      ),
    );
  }
  for (const place of [output, OWN_FOLDER]) await refuseOutside(root, place);
  return {
    root,
    ...(await readPackage(root, findings)),
    config: {
      frameworks: config.frameworks ?? ['html'],
      ...browsersOf(config.browsers),
      output,
      accept: acceptancesOf(config),
    },
    configFile,
    locateConfig: locate,
    elementsFolder: newElementsFolder(pattern),
    elements,
    traits,
    everywhere: config.everywhere ?? [],
    definitions,
    styles,
    severity: config.severity ?? {},
    strictPolicy: promisesStrictPolicy(config.promises),
    server: config.server ?? false,
    findings,
  };
}

/** Nothing is written through a link that leads out of the library. */
async function refuseOutside(root: string, place: string): Promise<void> {
  const own = await realpath(root);
  for (let path = join(root, place); path.length > root.length; path = dirname(path)) {
    const real = await realpath(path).catch(() => undefined);
    if (real === undefined) continue;
    if (real !== own && !real.startsWith(own + sep))
      throw new UsageError(
        `"${place}" is a link that leads out of the library; nothing is written there.`,
        'Remove the link; Lastwright creates the folder.',
      );
    return;
  }
}

function staysInside(path: string): boolean {
  return path !== '' && !/^([/\\]|[A-Za-z]:)/.test(path) && !path.split(/[/\\]/).includes('..');
}

/** Folders that a pattern like `elements/*` names; each `*` stands for one folder's name or a part of it. */
async function matchFolders(root: string, steps: readonly string[]): Promise<string[]> {
  let folders = [root];
  for (const step of steps) {
    const name = new RegExp(`^${step.split('*').map(escapePattern).join('[^/]*')}$`);
    const found = await Promise.all(
      folders.map(async (folder) => {
        const entries = await readdir(folder, { withFileTypes: true }).catch((): Dirent[] => []);
        return entries
          .filter(
            (entry) =>
              entry.isDirectory() &&
              name.test(entry.name) &&
              !entry.name.startsWith('.') &&
              entry.name !== 'node_modules',
          )
          .map((entry) => join(folder, entry.name));
      }),
    );
    folders = found.flat();
  }
  return folders.sort();
}

/** A file of the library by its path from the root; undefined if it is not there or leads out of it. */
async function readInside(root: string, path: string): Promise<SourceFile | undefined> {
  const real = await realpath(join(root, path)).catch(() => undefined);
  if (real === undefined || !real.startsWith(root + sep)) return undefined;
  // Reading from a pipe would wait for whoever writes into it.
  if (!(await stat(real)).isFile()) return undefined;
  const content = await readFile(real).catch(() => undefined);
  return content && { file: slashed(path), text: textIn(content, slashed(path)) };
}

/** The trait files in the folders that a pattern names. */
async function readTraits(root: string, pattern: string): Promise<TraitFiles[]> {
  const folders = await matchFolders(root, patternSteps(pattern));
  const files = await Promise.all(
    folders.map(async (folder) => {
      const names = await readdir(folder).catch((): string[] => []);
      const name = names.find((candidate) => /\.trait\.(ya?ml|json)$/.test(candidate));
      if (name === undefined) return undefined;
      const stem = name.replace(/\.trait\.\w+$/, '');
      const own = ['.ts', '.js', '.mts', '.mjs']
        .map((ending) => stem + ending)
        .find((file) => names.includes(file));
      const inRoot = (file: string): string => relative(root, join(folder, file));
      const trait = await readInside(root, inRoot(name));
      const behavior = own === undefined ? undefined : await readInside(root, inRoot(own));
      return trait && { ...trait, behavior };
    }),
  );
  return files.filter((file) => file !== undefined);
}

/** The part of a pattern before its first wildcard. */
function newElementsFolder(pattern: string): string {
  const steps = patternSteps(pattern);
  const wild = steps.findIndex((step) => step.includes('*'));
  return steps.slice(0, wild === -1 ? steps.length : wild).join('/') || 'elements';
}

function patternSteps(pattern: string): string[] {
  return pattern.split('/').filter((step) => step && step !== '.');
}

/** Reads the files of one element's folder; or tells why it is none. */
export async function readElementFolder(root: string, folder: string): Promise<ElementFolder | Finding> {
  const entries = await readdir(folder, { withFileTypes: true }).catch((): Dirent[] => []);
  const names = entries.map(({ name }) => name);
  const plain = new Set(entries.filter((entry) => entry.isFile()).map(({ name }) => name));
  const contracts = names.filter((name) => /\.contract\.(ya?ml|json)$/.test(name)).sort();
  const place = slashed(relative(root, folder));
  const fail = (code: Code, message: string, help: string, file = place): Finding =>
    report(code, { file, line: 1, column: 1 }, message, help);
  const [contract, another] = contracts;
  if (!contract) {
    return fail(
      'library/no-contract',
      `The folder "${place}" has no contract.`,
      `Add ${basename(folder)}.contract.yaml, or move the folder elsewhere.`,
    );
  }
  if (another) {
    return fail(
      'library/two-contracts',
      `The folder "${place}" has more than one contract.`,
      'Give each element a folder of its own.',
      `${place}/${another}`,
    );
  }
  const stem = contract.replace(/\.contract\.\w+$/, '');
  const pick = (...endings: string[]): string | undefined =>
    endings.map((ending) => stem + ending).find((name) => names.includes(name));
  const read = async (name: string | undefined): Promise<SourceFile | undefined> => {
    if (!name) return undefined;
    // Only what is no plain file can lead elsewhere. Many small files are read faster one after the other.
    const file = plain.has(name)
      ? readPlain(`${place}/${name}`, join(folder, name))
      : await readInside(root, `${place}/${name}`);
    if (!file) throw new UnreadableFile(`${place}/${name}`);
    refuseUnfit(file);
    return file;
  };
  const readStyleFile = async (name: string | undefined): Promise<StyleFile | undefined> => {
    const file = await read(name);
    return file?.file.endsWith('.scss') ? compileScss(file, root) : file;
  };
  try {
    const [contractFile, view, style, behavior, samples] = await Promise.all([
      read(contract),
      read(pick('.html')),
      readStyleFile(pick('.scss', '.css')),
      read(pick('.ts', '.js', '.mts', '.mjs')),
      read(pick('.samples.yaml', '.samples.yml', '.samples.json')),
    ]);
    // Most contracts wrap nothing, and need not be read for that.
    const wrapped = contractFile!.text.includes('wraps')
      ? await readWrapped(root, folder, contractFile!.text)
      : undefined;
    return { folder: place, names, contract: contractFile!, view, style, behavior, samples, wrapped };
  } catch (error) {
    if (error instanceof ScssProblem) {
      return { ...fail(error.code, error.message, error.help, error.file), ...error.at };
    }
    if (error instanceof UnfitFile) return fail('library/unreadable', error.what, error.help, error.file);
    if (!(error instanceof UnreadableFile)) throw error;
    return fail(
      'library/unreadable',
      `"${error.message}" is not a file inside of the library that can be read.`,
      'Put the file itself there, not a folder or a link to another place.',
      error.message,
    );
  }
}

/** Endings that an import may leave out. */
const LEFT_OUT = ['', '.tsx', '.ts', '.jsx', '.js', '.vue', '.svelte'];

/** The file that a contract names as its implementation, wherever the project has it. */
async function readWrapped(root: string, folder: string, text: string): Promise<SourceFile | undefined> {
  const module = moduleOf(roughImplementation(text));
  if (module === undefined || !/^\.\.?\//.test(module)) return undefined;
  for (const ending of LEFT_OUT) {
    const path = join(folder, module + ending);
    const own = await stat(path).catch(() => undefined);
    if (!own?.isFile()) continue;
    const file = {
      file: slashed(relative(root, path)),
      text: textIn(await readFile(path), slashed(relative(root, path))),
    };
    refuseUnfit(file);
    return file;
  }
  return undefined;
}

function readPlain(file: string, path: string): SourceFile | undefined {
  let content: Buffer;
  try {
    content = readFileSync(path);
  } catch {
    return undefined;
  }
  return { file, text: textIn(content, file) };
}

/** A file whose text is none that can be worked with. */
class UnfitFile extends UsageError {
  constructor(
    readonly file: string,
    readonly what: string,
    help: string,
  ) {
    super(`${file}: ${what}`, help);
  }
}

/** In characters; larger files are no part of one element. */
export const LARGEST = 2_000_000;

function refuseUnfit({ file, text }: SourceFile): void {
  if (text.length > LARGEST)
    throw new UnfitFile(
      file,
      `The file is larger than ${LARGEST / 1e6} MB.`,
      'Split it: these files describe one element.',
    );
}

/** The content of a file as text. */
function textIn(content: Buffer, file: string): string {
  if (isUtf8(content)) return withoutMark(content.toString('utf8'));
  throw new UnfitFile(
    file,
    content.includes(0) ? 'The file is written in UTF-16.' : 'The file is not written in UTF-8.',
    'Save it in UTF-8, which all of these files are.',
  );
}

/** A byte order mark is none of the text. */
function withoutMark(text: string): string {
  return text.startsWith('\uFEFF') ? text.slice(1) : text;
}

/** A file that is there by its name, and cannot be read or lies elsewhere. */
class UnreadableFile extends Error {}

/** A path with forward slashes, as findings and packages show it. */
export function slashed(path: string): string {
  return path.split(sep).join('/');
}

import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { checkApart } from '../../frameworks/compile-apart.js';
import {
  findFolder,
  findPackage,
  packagesMissing,
  type InstalledFramework,
} from '../../frameworks/find-framework.js';
import type { FrameworkTyping } from '../../frameworks/framework.js';
import { frameworkTools } from '../../frameworks/framework-tools.js';
import type { CheckerDiagnostic, TypedFile } from '../../frameworks/typed-use.js';
import { OWN_FOLDER } from '../../library/own-folder.js';
import { atEnd } from '../../system/at-exit.js';
import { cacheFolder, contentKey } from '../../system/cache.js';
import { recallValue, rememberValue } from '../../system/remembered-value.js';
import type { ElementFacts } from '../facet.js';
import type { VerifyResult } from '../result.js';
import { TYPES } from './types-facet.js';
import { typedUses, type JudgedUse } from './typed-uses.js';

/** One element's uses, as the framework's file. */
interface WrittenUses {
  tag: string;
  file: string;
  text: string;
  uses: (JudgedUse & { lines: number[] })[];
}

/** What is looked at: a built package, and elements of it. */
export interface Declared {
  packageName: string;
  files: ReadonlyMap<string, string | Uint8Array>;
  root: string;
  elements: readonly ElementFacts[];
}

/**
 * Lets a framework's own checker look at the right use of each element, which it must take, and at wrong ones, which it
 * must refuse at their line: once for all elements. Gives nothing for a framework without a checker.
 */
export async function checkDeclarations(
  installed: InstalledFramework,
  declared: Declared,
  browser: string,
): Promise<VerifyResult[]> {
  const { typing, name: framework } = installed.framework;
  if (!typing || declared.elements.length === 0) return [];
  const seen = new Date().toISOString();
  const missing = await packagesMissing(typing.packages, installed.from);
  const written = declared.elements.map((facts) => writeUses(facts, installed, declared.packageName));
  const results = (judged: (one: WrittenUses, use: WrittenUses['uses'][number]) => Judged): VerifyResult[] =>
    written.flatMap((one) =>
      one.uses.map((use) => ({
        element: one.tag,
        facet: TYPES.name,
        subject: use.wrong ?? 'right use',
        framework,
        browser,
        source: one.text,
        seen,
        ...judged(one, use),
      })),
    );
  const left = (note: string): VerifyResult[] =>
    results(() => ({ verdict: 'unchecked', note, observed: [] }));
  if (missing) return left(`${missing.what}. Run: ${missing.install}`);
  let diagnostics: CheckerDiagnostic[];
  try {
    diagnostics = await diagnosticsOf(installed, declared, written);
  } catch (error) {
    return left(`The checker did not come to an end: ${(error as Error).message.slice(0, 300)}`);
  }
  const files = new Set(written.map(({ file }) => file));
  const elsewhere = diagnostics.filter(({ file }) => !files.has(file));
  return results((one, use) => judge(one, use, diagnostics, elsewhere, typing.blind));
}

type Judged = Pick<VerifyResult, 'verdict' | 'note' | 'observed'>;

function judge(
  { file, uses }: WrittenUses,
  { wrong, kind, lines }: WrittenUses['uses'][number],
  diagnostics: readonly CheckerDiagnostic[],
  elsewhere: readonly CheckerDiagnostic[],
  blind: FrameworkTyping['blind'],
): Judged {
  const own = diagnostics.filter((one) => one.file === file);
  const wrongLines = new Set(uses.filter((use) => use.wrong !== undefined).flatMap((use) => use.lines));
  // What is said outside of all uses spoils the right one too.
  const here =
    wrong === undefined
      ? [...own.filter(({ line }) => !wrongLines.has(line)), ...elsewhere]
      : own.filter(({ line }) => lines.includes(line));
  const said = here.map(({ message }) => message).join(' ') || 'nothing';
  const did = wrong === undefined ? 'check the right use' : `check the use with ${wrong}`;
  const isRight = wrong === undefined ? here.length === 0 : here.length > 0;
  const wanted = wrong === undefined ? 'nothing against it' : 'something against it';
  if (isRight) return { verdict: 'fits', note: '', observed: [{ did, saw: said }] };
  const help = blind?.[kind];
  if (help !== undefined) return { verdict: 'care', note: help, observed: [{ did, saw: said, wanted }] };
  const note =
    wrong === undefined ? `The checker refuses the right use: ${said}` : 'The checker takes this wrong use.';
  return { verdict: 'fails', note, observed: [{ did, saw: said, wanted }] };
}

function writeUses(
  { contract, values }: ElementFacts,
  { framework }: InstalledFramework,
  packageName: string,
): WrittenUses {
  const typing = framework.typing!;
  const { tag, className } = contract;
  const { constants, uses } = typedUses(contract, values, typing);
  const file: TypedFile = {
    packageName,
    entry: framework.name,
    tag,
    className,
    constants,
    uses: uses.map(({ use }) => use),
  };
  const lines = typing.write(file);
  return {
    tag,
    // A file that is called like the tag would be a component of that name in Vue.
    file: `uses-of-${tag}.${typing.file}`,
    text: `${lines.map(({ text }) => text).join('\n')}\n`,
    uses: uses.map((judged, place) => ({
      ...judged,
      lines: lines.flatMap(({ use }, index) => (use === place ? [index + 1] : [])),
    })),
  };
}

/**
 * Asks the checker, or recalls what it said of the same files in the same versions: of each element by itself, so that a run for a few
 * elements finds what a run for all has left, and the other way round.
 */
async function diagnosticsOf(
  installed: InstalledFramework,
  declared: Declared,
  written: readonly WrittenUses[],
): Promise<CheckerDiagnostic[]> {
  const types = [...declared.files].filter(([path]) => /\.d\.ts$|^package\.json$|^frameworks\//.test(path));
  const { framework, version, from } = installed;
  const found = await Promise.all(framework.typing!.packages.map((one) => findPackage(one, from)));
  const versions = found.map((one) => one.version);
  const texts = types.map(([path, content]) => [path, Buffer.from(content).toString()]);
  const about = JSON.stringify([framework.name, version, versions, texts]);
  const places = written.map((one) => {
    const key = contentKey(about, one.file, one.text);
    return { one, key, path: join(cacheFolder(), 'types', key) };
  });
  const known = await Promise.all(
    places.map(({ path, key }) => recallValue<CheckerDiagnostic[]>(path, key, () => false)),
  );
  const unknown = places.filter((_, place) => known[place] === undefined);
  const told = known.flatMap((one) => one?.value ?? []);
  if (unknown.length > 0) {
    const asked = unknown.map(({ one }) => one);
    const said = await askChecker(installed, declared, types, asked);
    const files = new Set(asked.map(({ file }) => file));
    // What is said of the declarations themselves is said of each element that they are for.
    for (const { one, key, path } of unknown) {
      const value = said.filter(({ file }) => file === one.file || !files.has(file));
      await rememberValue(path, { key, traces: [], value });
    }
    told.push(...said);
  }
  return [...new Map(told.map((one) => [JSON.stringify(one), one])).values()];
}

async function askChecker(
  { framework, from }: InstalledFramework,
  { root, packageName }: Declared,
  types: readonly (readonly [string, string | Uint8Array])[],
  written: readonly WrittenUses[],
): Promise<CheckerDiagnostic[]> {
  const typing = framework.typing!;
  const own = join(root, OWN_FOLDER);
  mkdirSync(own, { recursive: true });
  // At once, here and below: what is still being written when this process is told to end would stay.
  const folder = mkdtempSync(join(own, `types-of-${framework.name}-`));
  const forget = atEnd(() => rmSync(folder, { recursive: true, force: true }));
  try {
    const modules = join(folder, 'node_modules');
    for (const [path, content] of types) put(join(modules, packageName, path), content);
    for (const one of [...framework.packages, ...typing.packages]) {
      const target = findFolder((await findPackage(one, from)).installedAs, from);
      if (!target) continue;
      mkdirSync(dirname(join(modules, one.name)), { recursive: true });
      symlinkSync(target, join(modules, one.name), 'junction');
    }
    for (const { file, text } of written) put(join(folder, file), text);
    put(join(folder, 'tsconfig.json'), JSON.stringify(configuration(typing)));
    return typing.inProcess
      ? await checkApart({ framework: framework.name, folder: from, tags: [], check: folder })
      : await typing.check(folder, frameworkTools(from, new Set()));
  } finally {
    await rm(folder, { recursive: true, force: true });
    forget();
  }
}

function configuration({ file, compilerOptions, configuration: more }: FrameworkTyping): object {
  return {
    compilerOptions: {
      target: 'ES2022',
      module: 'ESNext',
      moduleResolution: 'Bundler',
      lib: ['ES2022', 'DOM', 'DOM.Iterable'],
      types: [],
      strict: true,
      noEmit: true,
      skipLibCheck: false,
      ...compilerOptions,
    },
    ...more,
    include: [`*.${file}`],
  };
}

function put(path: string, content: string | Uint8Array): void {
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, content);
}

import { dirname, join } from 'node:path';
import { existsSync } from 'node:fs';
import { readContract } from '../contract/read-contract.js';
import type { Contract, Sample } from '../contract/model.js';
import type { Finding } from '../findings/finding.js';
import { FRAMEWORKS } from '../frameworks/index.js';
import type { Analysis, LibraryElement } from '../library/library-element.js';
import type { Library } from '../library/open-library.js';
import { UsageError } from '../system/usage-error.js';
import { observeDefinitions } from './observe-definitions.js';
import { shippedAs } from './shipped-as.js';
import { manifestSources, readManifest, type ForeignPackage } from './read-manifest.js';
import type { ManifestElement } from './manifest.js';
import { MEMBER_SECTIONS } from './source.js';
import { toContract, type AdoptedContract } from './to-contract.js';
import { contractText } from './write-yaml.js';

/** A package that somebody else made, as a library that can be verified. */
export interface ForeignLibrary {
  analysis: Analysis;
  name: string;
  version: string;
  /** What its manifest says and no contract can, or says wrongly: it is no promise here. */
  leftOut: { tag: string; what: string }[];
  /** What was not read in its manifest, but seen in a browser. */
  observed: ForeignPackage['observed'];
}

/**
 * Makes contracts of what a package's manifest says, in memory; `from` is the folder of the project that uses it. Nothing
 * of the package is run outside of a browser: there its modules are loaded where the manifest names no tags. `samples` are given by
 * tag.
 */
export async function foreignLibrary(
  folder: string,
  from: string,
  samples: Readonly<Record<string, Sample[]>> = {},
): Promise<ForeignLibrary> {
  const found = await readManifest(folder, (modules) => observeDefinitions(modules, from));
  const stranger = Object.keys(samples).find((tag) => !found.elements.some((one) => one.tag === tag));
  if (stranger !== undefined)
    throw new UsageError(
      `There are samples for <${stranger}>, which ${found.name} does not have.`,
      `Its elements are ${found.elements.map(({ tag }) => tag).join(', ')}.`,
    );
  const sources = await manifestSources(found, () => ({}));
  const leftOut: ForeignLibrary['leftOut'] = [...found.refused];
  const elements = sources.flatMap((source, place): LibraryElement[] => {
    const written = toContract(source);
    for (const { name, what } of source.unread) leftOut.push({ tag: source.tag, what: `${name}: ${what}` });
    const contract = soundContract(written, source.tag, leftOut);
    return contract ? [elementOf(contract, found, found.elements[place]!, samples[source.tag])] : [];
  });
  const { name, version } = found;
  if (elements.length === 0)
    throw new UsageError(
      `No element of ${name} can be verified: ${leftOut.map(({ tag, what }) => `<${tag}> ${what}`).join('; ')}`,
      'Ask its authors to fix the custom-elements.json.',
    );
  return {
    analysis: { library: libraryOf(found, from), elements, styles: [], traits: [], findings: [] },
    name,
    version,
    leftOut,
    observed: found.observed,
  };
}

/** The contract, less what no contract may say. */
function soundContract(
  written: AdoptedContract,
  tag: string,
  leftOut: ForeignLibrary['leftOut'],
): Contract | undefined {
  const { contract } = written;
  // An element of another package is not said to be made from anything here.
  delete contract.wraps;
  for (let round = 0; round < 100; round++) {
    const text = contractText({ ...written, comments: new Map() }, '');
    const { contract: read, findings } = readContract(`${tag}.contract.yaml`, text);
    const error = findings.find(({ severity }) => severity === 'error');
    if (!error) return read;
    if (!leaveOut(contract, text, error)) {
      leftOut.push({ tag, what: `the whole element: ${error.message}` });
      return undefined;
    }
    leftOut.push({ tag, what: error.message });
  }
  return undefined;
}

/** Takes the member away that an error is about. */
function leaveOut(contract: Record<string, unknown>, text: string, { line }: Finding): boolean {
  const lines = text.split('\n').slice(0, line);
  const section = [...lines]
    .reverse()
    .find((one) => /^[A-Za-z]/.test(one))
    ?.split(':')[0];
  const member = [...lines].reverse().find((one) => /^ {2}\S/.test(one));
  if (section === undefined || !MEMBER_SECTIONS.includes(section) || member === undefined) return false;
  const members = contract[section] as Record<string, unknown>;
  const name = Object.keys(members).find(
    (one) =>
      member.startsWith(`  ${one}:`) || member.startsWith(`  "${one}":`) || member.startsWith(`  '${one}':`),
  );
  if (name === undefined) return false;
  delete members[name];
  return true;
}

function elementOf(
  contract: Contract,
  { folder }: ForeignPackage,
  { module, registers, className }: ManifestElement,
  samples: Sample[] = [{ sample: `<${contract.tag}>` }],
): LibraryElement {
  const modules = [...new Set([module, ...registers])].map((path) => sourceOf(join(folder, path)));
  return {
    folder: {
      folder: '.',
      names: [],
      contract: { file: contract.file, text: '' },
      view: undefined,
      style: undefined,
      behavior: undefined,
      samples: undefined,
      wrapped: undefined,
    },
    contract: { ...contract, implementation: { kind: 'registered', modules, exported: className } },
    behavior: undefined,
    traits: [],
    view: undefined,
    tree: undefined,
    css: '',
    samples,
    locateSample: () => ({ line: 1, column: 1 }),
  };
}

/** Manifests name modules by their sources now and then; what is shipped lies beside them, or is the source itself. */
function sourceOf(path: string): string {
  if (existsSync(path)) return path;
  const script = shippedAs(path);
  return existsSync(script) ? script : path;
}

function libraryOf({ name, version }: ForeignPackage, from: string): Library {
  return {
    root: from,
    name,
    version,
    about: {},
    config: {
      frameworks: FRAMEWORKS.map((framework) => framework.name),
      browsers: ['chromium'],
      elsewhere: {},
      output: 'dist',
      accept: [],
    },
    locateConfig: () => ({ line: 1, column: 1 }),
    elementsFolder: 'elements',
    elements: [],
    traits: [],
    everywhere: [],
    configFile: undefined,
    definitions: undefined,
    styles: [],
    severity: {},
    strictPolicy: undefined,
    server: false,
    findings: [],
  };
}

/** The nearest folder upwards that has a package.json: the project that uses a package. */
export function projectFolder(from: string): string {
  for (let folder = from; ; folder = dirname(folder)) {
    if (existsSync(join(folder, 'package.json'))) return folder;
    if (folder === dirname(folder)) return from;
  }
}

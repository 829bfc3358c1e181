import { report } from '../findings/report.js';
import { originalPositionFor, TraceMap } from '@jridgewell/trace-mapping';
import { isEmitted } from '../contract/implementation.js';
import { readBehavior, type Behavior } from '../behavior/read-behavior.js';
import { hasErrors, inReadingOrder, type Finding } from '../findings/finding.js';
import { readContract, readSamples } from '../contract/read-contract.js';
import { readDocument, type Locate } from '../contract/read-document.js';
import { contractSchema } from '../contract/schema.js';
import { readDefinitions, readTrait } from '../contract/read-trait.js';
import type { Contract, Sample, Shared, Trait } from '../contract/model.js';
import { ENGINES } from '../engines/index.js';
import { HOSTS } from '../hosts/index.js';
import { CONFIG_FILE, type ElementFolder, type Library } from '../library/open-library.js';
import { suggestion } from '../findings/nearest.js';
import { classesIn, readStyle } from '../style/read-style.js';
import { appliedTraits, type AppliedTrait } from '../view/effects.js';
import { parseView, type ParsedView } from '../view/parse-view.js';
import { buildViewTree } from '../view/build-view-tree.js';
import type { ViewTree } from '../view/view-tree.js';
import { checkAgreement } from './agreement.js';
import { isCode, SEVERITIES } from '../findings/severities.js';
import { checkBehavior } from './behavior.js';
import { checkClasses } from './classes.js';
import { checkSamples } from './samples.js';
import { checkStyle } from './style.js';
import { readTraitBehavior } from './trait-behavior.js';

/** One element with everything that is known of it. */
export interface Element {
  folder: ElementFolder;
  contract: Contract;
  behavior: Behavior | undefined;
  /** Traits that do something in it. */
  traits: AppliedTrait[];
  view: ParsedView | undefined;
  tree: ViewTree | undefined;
  /** The element's style, minified; empty if it has none. */
  css: string;
  samples: Sample[];
  locateSample: Locate;
}

/** A library that was read and checked. */
export interface Analysis {
  library: Library;
  /** Elements whose contract could be read, by folder. */
  elements: Element[];
  /** Style sheets that every element adopts, minified, in their order. */
  styles: { file: string; css: string }[];
  traits: Trait[];
  /** All findings, in reading order. */
  findings: Finding[];
}

/** Reads every file of a library and checks what it says: contracts, views, behaviors, samples, and their agreement. */
export function analyze(library: Library): Analysis {
  const { findings, shared, styles } = analyzeFrame(library);
  const part = analyzeElements(library.elements, new Contracts(shared, library.elements));
  findings.push(
    ...part.findings,
    ...checkTags(new Map(part.elements.map(({ contract: { file, tag } }) => [file, tag])), library),
  );
  return {
    library,
    elements: part.elements,
    styles,
    traits: [...shared.traits.values()],
    findings: inReadingOrder(withSeverities(findings, library)),
  };
}

/** What is there beside the elements: the configuration, and what contracts share. */
export function analyzeFrame(library: Library): {
  findings: Finding[];
  shared: Shared;
  styles: Analysis['styles'];
} {
  const findings = [...library.findings, ...checkConfig(library)];
  const styles = library.styles.map(({ file, text }) => {
    const { css, findings: problems } = readStyle(file, text);
    findings.push(...problems);
    return { file, css };
  });
  return { shared: readShared(library, findings), styles, findings };
}

/** Some elements of a library, read and checked. */
export interface AnalyzedPart {
  elements: Element[];
  /** Contracts that their views may refer to, by tag. */
  contracts: ReadonlyMap<string, Contract>;
  findings: Finding[];
}

/** The contracts of a library, each read once and only when something asks for it. */
export class Contracts {
  readonly #read = new Map<ElementFolder, ReturnType<typeof readContract>>();
  #all: ReadonlyMap<string, Contract> | undefined;

  constructor(
    readonly shared: Shared,
    readonly folders: readonly ElementFolder[],
  ) {}

  /** The contract of one element, with what is wrong in it. */
  of(folder: ElementFolder): ReturnType<typeof readContract> {
    const { file, text } = folder.contract;
    const read = this.#read.get(folder) ?? readContract(file, text, this.shared);
    this.#read.set(folder, read);
    return read;
  }

  /** Contracts by tag that the views of these elements may refer to: all, if one uses any custom element. */
  around(folders: readonly ElementFolder[]): ReadonlyMap<string, Contract> {
    if (folders.some(({ view }) => view && USES_ELEMENTS.test(view.text)))
      return (this.#all ??= this.#byTag(this.folders));
    return this.#byTag(folders);
  }

  #byTag(folders: readonly ElementFolder[]): ReadonlyMap<string, Contract> {
    const contracts = folders.map((folder) => this.of(folder).contract);
    return new Map(contracts.filter((one) => one !== undefined).map((one) => [one.tag, one]));
  }
}

/**
 * Reads and checks some elements of a library. With `forget`, what is known of views, behaviors and styles is let
 * go once it was checked: thousands of trees that nobody looks at again cost time to keep.
 */
export function analyzeElements(
  folders: readonly ElementFolder[],
  known: Contracts,
  forget = false,
): AnalyzedPart {
  const findings: Finding[] = [];
  const elements: Element[] = [];
  const contracts = known.around(folders);
  for (const folder of folders) {
    const read = known.of(folder);
    findings.push(...read.findings);
    if (!read.contract) continue;
    const samples = folder.samples && readSamples(folder.samples.file, folder.samples.text);
    findings.push(...(samples?.findings ?? []));
    elements.push({
      folder,
      contract: read.contract,
      behavior: undefined,
      traits: appliedTraits(read.contract, known.shared.traits),
      view: undefined,
      tree: undefined,
      css: '',
      samples: samples?.samples ?? [],
      locateSample: samples?.locate ?? (() => ({ line: 1, column: 1 })),
    });
  }
  for (const element of elements) {
    findings.push(...analyzeElement(element, contracts, known.shared));
    if (forget) Object.assign(element, { view: undefined, tree: undefined, behavior: undefined, css: '' });
  }
  return { elements, contracts, findings };
}

/** Markup that has a custom element in it. */
const USES_ELEMENTS = /<[a-zA-Z][\w.]*-/;

function analyzeElement(
  element: Element,
  contracts: ReadonlyMap<string, Contract>,
  shared: Shared,
): Finding[] {
  const { folder, contract } = element;
  const findings: Finding[] = [];
  if (isEmitted(contract)) {
    if (folder.behavior) {
      const { behavior, findings: problems } = readBehavior(folder.behavior.file, folder.behavior.text);
      findings.push(...problems);
      element.behavior = behavior;
    }
    if (folder.view) {
      const { view, findings: problems } = parseView(folder.view.file, folder.view.text);
      findings.push(...problems);
      element.view = view;
      // A behavior that cannot be parsed has no names; every use of one would be a finding of its own.
      if (!hasErrors(findings)) {
        const built = buildViewTree(view, contract, element.behavior, contracts, element.traits);
        findings.push(...built.findings);
        element.tree = built.tree;
      }
    }
  }
  findings.push(...checkBehavior(element));
  // A style that cannot be parsed says nothing about the other files.
  const style = folder.style && readStyle(folder.style.file, folder.style.text);
  element.css = style?.css ?? '';
  const inStyle = [
    ...(style?.findings ?? []),
    ...(style?.facts ? checkStyle(element, style.facts, contracts) : []),
  ];
  if (style?.facts)
    findings.push(...checkClasses(element, new Set([...style.facts.classes, ...shared.classes])));
  findings.push(
    ...checkAgreement(element, hasErrors(findings)),
    ...checkSamples(element),
    ...(folder.style?.map ? inSource(inStyle, folder.style.file, folder.style.map) : inStyle),
  );
  return findings;
}

/** Findings in a style that was compiled, where its source has them. */
function inSource(findings: readonly Finding[], file: string, map: string): Finding[] {
  const trace = new TraceMap(map);
  return findings.map((finding) => {
    if (finding.file !== file) return finding;
    const { line, column } = originalPositionFor(trace, { line: finding.line, column: finding.column - 1 });
    // A mend at an offset of the compiled text would hit something else in the source.
    const { fix: _, ...rest } = finding;
    return line === null ? rest : { ...rest, line, column: column + 1 };
  });
}

/** Each tag belongs to one element, the first of the library that has it; `tags` are known by their contract's file. */
export function checkTags(tags: ReadonlyMap<string, string>, library: Library): Finding[] {
  const files = new Map<string, string>();
  return library.elements.flatMap(({ contract: { file, text } }) => {
    const tag = tags.get(file);
    if (tag === undefined) return [];
    const other = files.get(tag);
    files.set(tag, file);
    if (other === undefined) return [];
    return [
      report(
        'tag/duplicate',
        { file, ...readDocument(file, text, contractSchema).locate(['tag']) },
        `The tag "${tag}" already belongs to ${other}.`,
        'Give one of the two another tag.',
      ),
    ];
  });
}

/** Hosts and engines that the configuration names are ones that the tool knows. */
function checkConfig(library: Library): Finding[] {
  const { config, locateConfig } = library;
  const unknown = (kind: 'hosts' | 'engines', known: readonly { name: string }[]): Finding[] =>
    config[kind].flatMap((name, place) => {
      const names = known.map((one) => one.name);
      if (names.includes(name)) return [];
      return [
        report(
          `library/unknown-${kind === 'hosts' ? 'host' : 'engine'}`,
          { file: CONFIG_FILE, ...locateConfig([kind, place]) },
          `"${name}" is none of the ${kind} that elements can be verified in.`,
          suggestion(name, names, kind),
        ),
      ];
    });
  return [...unknown('hosts', HOSTS), ...unknown('engines', ENGINES), ...checkSeverities(library)];
}

/** What contracts of a library share: traits and definitions. */
function readShared(library: Library, findings: Finding[]): Shared {
  const shared = library.definitions && readDefinitions(library.definitions.file, library.definitions.text);
  findings.push(...(shared?.findings ?? []));
  const definitions = shared?.definitions ?? {};
  const traits = new Map<string, Trait>();
  for (const { file, text, behavior } of library.traits) {
    const { trait, findings: problems } = readTrait(file, text, definitions);
    findings.push(...problems);
    if (!trait) continue;
    traits.set(trait.name, trait);
    if (behavior) {
      const read = readTraitBehavior(behavior, trait);
      findings.push(...read.findings);
      trait.behavior = read.behavior;
    }
  }
  library.everywhere.forEach((name, place) => {
    if (traits.has(name)) return;
    findings.push(
      report(
        'trait/unknown',
        { file: CONFIG_FILE, ...library.locateConfig(['everywhere', place]) },
        `There is no trait "${name}".`,
        suggestion(name, traits.keys(), 'traits'),
      ),
    );
  });
  const classes = new Set(library.styles.flatMap(({ text }) => classesIn(text)));
  return { traits, everywhere: library.everywhere, definitions, classes };
}

/** Severities as the library's configuration wants them; what stops a build stays an error. */
export function withSeverities(findings: readonly Finding[], { severity }: Library): Finding[] {
  return findings.flatMap((finding) => {
    const wanted = finding.severity === 'error' ? undefined : severity[finding.code];
    if (wanted === 'off') return [];
    return [wanted === undefined ? finding : { ...finding, severity: wanted }];
  });
}

/** Severities are given to codes that there are, and no error that stops a build is made less. */
function checkSeverities({ severity, locateConfig }: Library): Finding[] {
  return Object.entries(severity).flatMap(([name, wanted]): Finding[] => {
    const place = { file: CONFIG_FILE, ...locateConfig(['severity', name], 'key') };
    if (!isCode(name)) {
      const help = suggestion(name, Object.keys(SEVERITIES), 'codes');
      return [report('library/unknown-code', place, `There is no finding "${name}".`, help)];
    }
    if (SEVERITIES[name] !== 'error' || wanted === 'error') return [];
    const message = `"${name}" is an error that stops a build; it cannot be made less.`;
    return [report('library/severity', place, message, 'Remove the line, and mend what is found.')];
  });
}

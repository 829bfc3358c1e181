import { readBehavior, type Behavior } from '../behavior/read-behavior.js';
import { hasErrors, inReadingOrder, type Finding } from '../finding.js';
import { readContract, readSamples } from '../contract/read-contract.js';
import type { Locate } from '../contract/read-document.js';
import { readDefinitions, readTrait } from '../contract/read-trait.js';
import type { Contract, Sample, Shared, Trait } from '../contract/model.js';
import { ENGINES } from '../engines/index.js';
import { HOSTS } from '../hosts/index.js';
import { CONFIG_FILE, type ElementFolder, type Library } from '../library/open-library.js';
import { suggestion } from '../nearest.js';
import { readStyle } from '../style/read-style.js';
import { parseView, type ParsedView } from '../view/parse-view.js';
import { planView, type ViewPlan } from '../view/plan.js';
import { checkAgreement } from './agreement.js';
import { CODES, findCode } from './codes/index.js';
import { checkBehavior } from './behavior.js';
import { checkSamples } from './samples.js';
import { checkStyle } from './style.js';

/** One element with everything that is known of it. */
export interface Element {
  folder: ElementFolder;
  contract: Contract;
  behavior: Behavior | undefined;
  view: ParsedView | undefined;
  plan: ViewPlan | undefined;
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
  /** All findings, in reading order. */
  findings: Finding[];
}

/** Reads every file of a library and checks what it says: contracts, views, behaviors, samples, and their agreement. */
export function analyze(library: Library): Analysis {
  const findings = [...library.findings, ...checkConfig(library)];
  const shared = readShared(library, findings);
  const elements: Element[] = [];
  for (const folder of library.elements) {
    const read = readContract(folder.contract.file, folder.contract.text, shared);
    findings.push(...read.findings);
    if (!read.contract) continue;
    const samples = folder.samples && readSamples(folder.samples.file, folder.samples.text);
    findings.push(...(samples?.findings ?? []));
    elements.push({
      folder,
      contract: read.contract,
      behavior: undefined,
      view: undefined,
      plan: undefined,
      css: '',
      samples: samples?.samples ?? [],
      locateSample: samples?.locate ?? (() => ({ line: 1, column: 1 })),
    });
  }
  findings.push(...checkTags(elements));
  const contracts = new Map(elements.map(({ contract }) => [contract.tag, contract]));
  for (const element of elements) findings.push(...analyzeElement(element, contracts));
  return { library, elements, findings: inReadingOrder(withSeverities(findings, library)) };
}

function analyzeElement(element: Element, contracts: ReadonlyMap<string, Contract>): Finding[] {
  const { folder, contract } = element;
  const findings: Finding[] = [];
  if (contract.wraps === undefined) {
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
        const planned = planView(view, contract, element.behavior, contracts);
        findings.push(...planned.findings);
        element.plan = planned.plan;
      }
    }
  }
  findings.push(...checkBehavior(element));
  // A style that cannot be parsed says nothing about the other files.
  const style = folder.style && readStyle(folder.style.file, folder.style.text);
  element.css = style?.css ?? '';
  findings.push(
    ...checkAgreement(element, hasErrors(findings)),
    ...checkSamples(element),
    ...(style?.findings ?? []),
    ...(style?.facts ? checkStyle(element, style.facts, contracts) : []),
  );
  return findings;
}

function checkTags(elements: readonly Element[]): Finding[] {
  const files = new Map<string, string>();
  return elements.flatMap(({ contract }) => {
    const other = files.get(contract.tag);
    files.set(contract.tag, contract.file);
    if (other === undefined) return [];
    return [
      {
        code: 'tag/duplicate',
        severity: 'error' as const,
        message: `The tag "${contract.tag}" already belongs to ${other}.`,
        help: 'Give one of the two another tag.',
        file: contract.file,
        ...contract.locate(['tag']),
      },
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
        {
          code: `library/unknown-${kind === 'hosts' ? 'host' : 'engine'}`,
          severity: 'error' as const,
          message: `"${name}" is none of the ${kind} that elements can be verified in.`,
          help: suggestion(name, names, kind),
          file: CONFIG_FILE,
          ...locateConfig([kind, place]),
        },
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
  for (const { file, text } of library.traits) {
    const { trait, findings: problems } = readTrait(file, text, definitions);
    findings.push(...problems);
    if (trait) traits.set(trait.name, trait);
  }
  library.everywhere.forEach((name, place) => {
    if (traits.has(name)) return;
    findings.push({
      code: 'trait/unknown',
      severity: 'error',
      message: `There is no trait "${name}".`,
      help: suggestion(name, traits.keys(), 'traits'),
      file: CONFIG_FILE,
      ...library.locateConfig(['everywhere', place]),
    });
  });
  return { traits, everywhere: library.everywhere, definitions };
}

/** Severities as the library's configuration wants them; what stops a build stays an error. */
function withSeverities(findings: readonly Finding[], { severity }: Library): Finding[] {
  return findings.flatMap((finding) => {
    const wanted = finding.severity === 'error' ? undefined : severity[finding.code];
    if (wanted === 'off') return [];
    return [wanted === undefined ? finding : { ...finding, severity: wanted }];
  });
}

/** Severities are given to codes that there are, and no error that stops a build is made less. */
function checkSeverities({ severity, locateConfig }: Library): Finding[] {
  return Object.entries(severity).flatMap(([name, wanted]): Finding[] => {
    const code = findCode(name);
    const at = locateConfig(['severity', name], 'key');
    const finding = { severity: 'error' as const, file: CONFIG_FILE, ...at };
    if (!code) {
      const names = CODES.map((other) => other.code);
      return [
        {
          ...finding,
          code: 'library/unknown-code',
          message: `There is no finding "${name}".`,
          help: suggestion(name, names, 'codes'),
        },
      ];
    }
    if (code.severity !== 'error' || wanted === 'error') return [];
    const message = `"${name}" is an error that stops a build; it cannot be made less.`;
    return [
      { ...finding, code: 'library/severity', message, help: 'Remove the line, and mend what is found.' },
    ];
  });
}

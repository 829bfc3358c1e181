import { originalPositionFor, TraceMap } from '@jridgewell/trace-mapping';
import { readBehavior } from '../behavior/read-behavior.js';
import { checkAgreement } from '../check/agreement.js';
import { checkBehavior } from '../check/behavior.js';
import { checkServerCode } from '../check/server-code.js';
import { checkClasses } from '../check/classes.js';
import { checkControl } from '../check/control.js';
import { checkSamples } from '../check/samples.js';
import { checkStyle } from '../check/style.js';
import { componentOf } from '../contract/implementation.js';
import type { Contract, Shared } from '../contract/model.js';
import { readSamples } from '../contract/read-contract.js';
import type { Finding } from '../findings/finding.js';
import type { LibraryElement } from '../library/library-element.js';
import type { ElementFolder } from '../library/open-library.js';
import { readStyle } from '../style/read-style.js';
import { buildViewTree } from '../view/build-view-tree.js';
import { componentTree } from '../view/component-tree.js';
import { appliedTraits } from '../view/effects.js';
import { parseView } from '../view/parse-view.js';
import { withoutConsequences } from './consequences.js';
import type { Contracts } from './contracts.js';

/** One element, read and checked. */
export interface AnalyzedElement {
  /** Undefined if its contract cannot be read. */
  element: LibraryElement | undefined;
  findings: Finding[];
}

/** Reads and checks the files of one element. */
export function analyzeFolder(folder: ElementFolder, known: Contracts): AnalyzedElement {
  const { contract, findings: problems, hasAllNames } = known.of(folder);
  if (!contract) return { element: undefined, findings: problems };
  const samples = folder.samples && readSamples(folder.samples.file, folder.samples.text);
  const element: LibraryElement = {
    folder,
    contract,
    behavior: undefined,
    traits: appliedTraits(contract, known.shared.traits),
    view: undefined,
    tree: undefined,
    css: '',
    samples: samples?.samples ?? [],
    locateSample: samples?.locate ?? (() => ({ line: 1, column: 1 })),
  };
  const all = analyzeElement(element, known.around(folder), known.shared);
  const found = withoutConsequences(all, problems, { ...element, hasAllNames });
  return { element, findings: [...problems, ...(samples?.findings ?? []), ...found] };
}

function analyzeElement(
  element: LibraryElement,
  contracts: ReadonlyMap<string, Contract>,
  shared: Shared,
): Finding[] {
  const { folder, contract } = element;
  const findings: Finding[] = [];
  if (componentOf(contract)) element.tree = componentTree(contract, folder.contract.text, element.traits);
  else if (contract.implementation.kind === 'view') {
    if (folder.behavior) {
      const { behavior, findings: problems } = readBehavior(folder.behavior.file, folder.behavior.text);
      findings.push(...problems);
      element.behavior = behavior;
    }
    if (folder.view) {
      const { view, findings: problems } = parseView(folder.view.file, folder.view.text);
      findings.push(...problems);
      element.view = view;
      const built = buildViewTree(view, contract, element.behavior, contracts, element.traits);
      findings.push(...built.findings);
      element.tree = built.tree;
    }
  }
  findings.push(...checkBehavior(element), ...checkServerCode(element));
  const style = folder.style && readStyle(folder.style.file, folder.style.text);
  element.css = style?.css ?? '';
  const inStyle = [
    ...(style?.findings ?? []),
    ...(style?.facts ? checkStyle(element, style.facts, contracts) : []),
  ];
  if (style?.facts)
    findings.push(...checkClasses(element, new Set([...style.facts.classes, ...shared.classes])));
  findings.push(
    ...checkAgreement(element, contracts),
    ...checkControl(element),
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

import { readDefinitions, readTrait } from '../contract/read-trait.js';
import type { Shared, Trait } from '../contract/model.js';
import { readTraitBehavior } from '../check/trait-behavior.js';
import { BROWSERS } from '../browsers/index.js';
import type { Finding } from '../findings/finding.js';
import { suggestion } from '../findings/nearest.js';
import { report } from '../findings/report.js';
import { FRAMEWORKS } from '../frameworks/index.js';
import type { Analysis } from '../library/library-element.js';
import { FACET_NAMES } from '../library/facet-names.js';
import { CONFIG_FILE, type Library } from '../library/open-library.js';
import { classesIn, readStyle } from '../style/read-style.js';
import { checkSeverities } from './severity.js';
import { unknownNames } from './unknown-names.js';

/** What a library has beside its elements: configuration, styles, and what contracts share. */
export interface Frame {
  shared: Shared;
  styles: Analysis['styles'];
  findings: Finding[];
}

/** Reads and checks what is there beside the elements. */
export function analyzeFrame(library: Library): Frame {
  const findings = [...library.findings, ...checkConfig(library)];
  const styles = library.styles.map(({ file, text }) => {
    const { css, findings: problems } = readStyle(file, text);
    findings.push(...problems);
    return { file, css };
  });
  return { shared: readShared(library, findings), styles, findings };
}

/** What a frame is made from, as a text to compare: while it is the same, so is the frame. */
export function frameSource(library: Library): string {
  const { config, severity, everywhere, strictPolicy, server, traits, definitions, styles, findings } =
    library;
  return JSON.stringify([
    config,
    severity,
    everywhere,
    strictPolicy,
    server,
    traits,
    definitions,
    styles,
    findings,
  ]);
}

/** The names that the tool knows, and the code for others. */
const KNOWN = {
  framework: { code: 'library/unknown-framework', known: FRAMEWORKS.map(({ name }) => name) },
  browser: { code: 'library/unknown-browser', known: BROWSERS.map(({ name }) => name) },
  facet: { code: 'library/unknown-facet', known: FACET_NAMES as readonly string[] },
} as const;

/** Frameworks, browsers and facets that the configuration names are ones that the tool knows. */
function checkConfig(library: Library): Finding[] {
  const { config } = library;
  const unknown = (kind: keyof typeof KNOWN, names: readonly string[], path: PropertyKey[]): Finding[] =>
    unknownNames(library, kind, KNOWN[kind].code, KNOWN[kind].known, names, path);
  return [
    ...unknown('framework', config.frameworks, ['frameworks']),
    ...unknown('browser', config.browsers, ['browsers']),
    ...config.accept.flatMap(({ facet, framework = [], browser = [] }, index) => [
      ...unknown('facet', [facet], ['accept', index, 'facet']),
      ...unknown('framework', framework, ['accept', index, 'framework']),
      ...unknown('browser', browser, ['accept', index, 'browser']),
    ]),
    ...checkSeverities(library),
  ];
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
  return { traits, everywhere: library.everywhere, definitions, classes, server: library.server };
}

import { implementationOf } from './implementation.js';
import type { Code } from '../findings/severities.js';
import { hasErrors, type Finding } from '../findings/finding.js';
import { applyTraits } from './apply-traits.js';
import { checkMeaning } from './check-meaning.js';
import { checkContractNames, checkMemberNames } from './check-names.js';
import type { Contract, Sample, Shared } from './model.js';
import { pascalCase } from './names.js';
import { readDocument, type Locate } from './read-document.js';
import { described, each, readMembers } from './read-members.js';
import { checkReferences, usedDefinitions } from './references.js';
import { reportInto } from './report.js';
import {
  contractSchema,
  packageSamplesSchema,
  promisesStrictPolicy,
  samplesSchema,
  type ContractFile,
  type SamplesFile,
} from './schema.js';

/** A contract that was read. */
export interface ReadContract {
  /** What the file says, less what has errors; undefined where nothing sensible is left. */
  contract: Contract | undefined;
  findings: Finding[];
  /** False if names of members may be missing because of errors. */
  hasAllNames: boolean;
}

const NOTHING_SHARED: Shared = {
  traits: new Map(),
  everywhere: [],
  definitions: {},
  classes: new Set(),
  server: false,
};

/**
 * Reads a contract file (YAML or JSON): its keys, then what they mean together with what the library's
 * contracts share. `file` is the path for findings, relative to the library's root.
 */
export function readContract(file: string, text: string, shared: Shared = NOTHING_SHARED): ReadContract {
  const { value, findings, locate, unclear } = readDocument(file, text, contractSchema);
  if (!value) return { contract: undefined, findings, hasAllNames: false };
  const report = reportInto(findings, file, locate, unclear);
  const definitions = { ...shared.definitions, ...value.definitions };
  checkReferences(value, definitions, report);
  const contract: Contract = {
    ...frame(file, value, locate),
    ...readMembers(value, definitions, report),
    server: value.server ?? shared.server,
    definitions: { ...usedDefinitions(value, shared.definitions), ...value.definitions },
  };
  checkContractNames(contract, report);
  checkMemberNames(contract, report);
  applyTraits(contract, shared, report);
  checkMeaning(contract, report);
  const hasAllNames =
    unclear.every((path) => path.length > 1) && !findings.some(({ code }) => WRONG_NAMES.has(code));
  return { contract, findings, hasAllNames };
}

/** Where a name is wrong, or there twice, who knows which one was meant. */
const WRONG_NAMES: ReadonlySet<Code> = new Set<Code>([
  'attribute/name',
  'document/duplicate-key',
  'event/name',
  'method/name',
  'part/name',
  'property/name',
  'property/standard-member',
  'slot/name',
  'state/name',
  'style/property-name',
]);

type Frame = Omit<
  Contract,
  'server' | 'properties' | 'events' | 'methods' | 'states' | 'cssProperties' | 'definitions'
>;

/** Everything of a contract that no trait has. */
function frame(file: string, source: ContractFile, locate: Locate): Frame {
  const { passthrough } = source;
  return {
    file,
    tag: source.tag,
    className: classNameOf(source.tag),
    summary: source.summary,
    description: source.description,
    status: source.status,
    deprecated: source.deprecated,
    slots: each(source.slots, (name, slot) => ({
      ...described(name, slot),
      accepts: slot.accepts,
      each: slot.each,
      gives: slot.gives ?? [],
      key: slot.key,
      drawn: slot.drawn ?? true,
      from: slot.from,
    })),
    parts: each(source.parts, described),
    encapsulation: source.encapsulation ?? 'open',
    passthrough: passthrough && {
      to: passthrough.to,
      native: passthrough.native,
      except: passthrough.except ?? [],
      classes: passthrough.class === 'control',
    },
    traits: (source.traits ?? []).map(({ trait, as }) => ({ trait, as: as ?? {} })),
    form: source.form,
    variants: each(source.variants, (part, { always, ...byProperty }) => ({
      part,
      always: typeof always === 'string' ? always : '',
      byProperty: byProperty as Record<string, Record<string, string>>,
    })),
    implementation: implementationOf(source),
    strictPolicy: promisesStrictPolicy(source.promises),
    locate,
  };
}

/** Classes that emitted ones extend. */
const BASES: ReadonlySet<string> = new Set(['ControlElement', 'PassingElement', 'ViewElement']);

/** `QuayBerth` for `quay-berth`; not the name of a class that emitted ones extend. */
function classNameOf(tag: string): string {
  const name = pascalCase(tag.replace(/[^A-Za-z0-9-]/g, ''));
  return BASES.has(name) ? `${name}Element` : name;
}

/** Reads samples for elements of a package that somebody else made: a list for each tag. */
export function readPackageSamples(
  file: string,
  text: string,
): { samples: Record<string, SamplesFile> | undefined; findings: Finding[] } {
  const { value, findings } = readDocument(file, text, packageSamplesSchema);
  return { samples: hasErrors(findings) ? undefined : value, findings };
}

/** Reads a samples file; whether its names fit the contract is checked elsewhere. */
export function readSamples(
  file: string,
  text: string,
): { samples: Sample[]; findings: Finding[]; locate: Locate } {
  const { value, findings, locate } = readDocument(file, text, samplesSchema);
  return { samples: value ?? [], findings, locate };
}

import type { Finding } from '../findings/finding.js';
import type { Trait } from './model.js';
import { readDocument } from './read-document.js';
import { readMembers } from './read-members.js';
import { checkReferences } from './references.js';
import { reportInto } from './report.js';
import { checkMemberNames } from './check-names.js';
import { definitionsSchema, traitSchema, type JsonSchema } from './schema.js';

/** Reads a trait file: a fragment of a contract, and the trait's name. */
export function readTrait(
  file: string,
  text: string,
  shared: Record<string, JsonSchema>,
): { trait: Trait | undefined; findings: Finding[] } {
  const { value, findings, locate, unclear } = readDocument(file, text, traitSchema);
  if (!value) return { trait: undefined, findings };
  const report = reportInto(findings, file, locate, unclear);
  const definitions = { ...shared, ...value.definitions };
  checkReferences(value, definitions, report);
  if (!/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/.test(value.name)) {
    report(
      'trait/name',
      ['name'],
      `"${value.name}" is not a name for a trait.`,
      'Use small letters, digits and hyphens.',
      'value',
    );
  }
  const members = readMembers(value, definitions, report);
  for (const property of members.properties) property.trait = value.name;
  const trait: Trait = {
    file,
    name: value.name,
    behavior: undefined,
    ...members,
    definitions: value.definitions ?? {},
  };
  checkMemberNames(trait, report);
  return { trait, findings };
}

/** Reads the definitions that all contracts of a library share. */
export function readDefinitions(
  file: string,
  text: string,
): { definitions: Record<string, JsonSchema>; findings: Finding[] } {
  const { value, findings, locate, unclear } = readDocument(file, text, definitionsSchema);
  const report = reportInto(findings, file, locate, unclear);
  if (value)
    checkReferences({ definitions: value }, value, (code, path, ...rest) =>
      report(code, path.slice(1), ...rest),
    );
  return { definitions: value ?? {}, findings };
}

import { report } from '../findings/report.js';
import { LIFECYCLE_EXPORTS, readBehavior } from '../behavior/read-behavior.js';
import type { Trait, TraitBehavior } from '../contract/model.js';
import type { Finding } from '../findings/finding.js';
import type { SourceFile } from '../library/open-library.js';
import { suggestion } from '../findings/nearest.js';

/** Exports of a behavior that only an element can have. */
const NOT_FOR_TRAITS = new Set(['state', 'results', 'validity']);

/** Reads the behavior of a trait, and checks it against what the trait adds to contracts. */
export function readTraitBehavior(
  { file, text }: SourceFile,
  trait: Trait,
): { behavior: TraitBehavior | undefined; findings: Finding[] } {
  const { behavior, findings } = readBehavior(file, text);
  if (findings.length > 0) return { behavior: undefined, findings };
  const note = (offset: number, message: string, help: string): void => {
    const at = behavior.positions.at(offset);
    findings.push(report('trait/behavior', { file, ...at }, message, help));
  };
  const methods = trait.methods.map(({ name }) => name);
  for (const { name, offset } of behavior.exports.values()) {
    if (NOT_FOR_TRAITS.has(name)) {
      note(
        offset,
        `A trait cannot export "${name}": the element that has the trait has its own.`,
        'Remember things in a WeakMap by the inside, or in a property of the trait.',
      );
    } else if (!methods.includes(name) && !(LIFECYCLE_EXPORTS as readonly string[]).includes(name)) {
      note(
        offset,
        `The trait exports "${name}", which nothing calls.`,
        suggestion(
          name,
          [...LIFECYCLE_EXPORTS.filter((known) => !NOT_FOR_TRAITS.has(known)), ...methods],
          'exports',
        ),
      );
    }
  }
  const check = (kind: 'changes' | 'states', known: readonly string[]): void => {
    for (const { name, offset } of behavior.named[kind].values()) {
      if (known.includes(name)) continue;
      const what = kind === 'changes' ? 'property' : 'state';
      note(offset, `The trait declares no ${what} "${name}".`, suggestion(name, known, `${what} names`));
    }
  };
  check(
    'changes',
    trait.properties.map(({ name }) => name),
  );
  check(
    'states',
    trait.states.map(({ name }) => name),
  );
  for (const name of methods) {
    if (!behavior.exports.has(name)) {
      note(0, `The trait promises the method "${name}", but exports no function of that name.`, 'Export it.');
    }
  }
  return {
    behavior: {
      file,
      exports: [...behavior.exports.keys()],
      mayListen: behavior.mayListen,
      emits: behavior.emissions.map(({ name }) => name),
      changes: [...behavior.named.changes.keys()],
      states: [...behavior.named.states.values()].map(({ name, reads }) => ({
        name,
        reads: reads === 'everything' ? undefined : [...reads.properties],
      })),
    },
    findings,
  };
}

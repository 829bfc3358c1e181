import { posix } from 'node:path';
import type { Finding, Fix } from '../findings/finding.js';
import { report } from '../findings/report.js';
import type { Code } from '../findings/severities.js';
import type { LibraryElement } from '../library/library-element.js';

/** Habits in a behavior that cost people an hour: changes in place, and what is begun and never ended. */
export function checkBehavior({ contract, behavior, tree, folder }: LibraryElement): Finding[] {
  if (!behavior) return [];
  const findings: Finding[] = [];
  const note = (code: Code, offset: number, message: string, help: string, fix?: Fix): void => {
    const at = behavior.positions.at(offset);
    findings.push(report(code, { file: behavior.file, ...at }, message, help, fix));
  };
  for (const { of, name, offset, mend } of behavior.mutations) {
    if (of === 'state') {
      if (!behavior.state.includes(name)) continue;
      note(
        'state/mutated',
        offset,
        `"${name}" of the state is changed in place, which no view can see.`,
        `Assign a new value: inside.state.${name} = […inside.state.${name}, item], or a new object.`,
        mend,
      );
      continue;
    }
    const property = contract.properties.find((other) => other.name === name);
    if (property?.kind !== 'array' && property?.kind !== 'object') continue;
    note(
      'behavior/changes-given',
      offset,
      `"${name}" was passed in and is changed in place here: it still belongs to the consumer.`,
      'Keep a changed copy in the state, or emit an event and let the consumer pass a new value.',
    );
  }
  for (const { what, offset } of behavior.unended) {
    note(
      'behavior/unended',
      offset,
      `"connected" begins ${what} at each connection, and nothing ends it.`,
      'Return a function that ends it; inside.listen() ends listeners by itself.',
    );
  }
  if (contract.encapsulation === 'closed') {
    for (const offset of behavior.shadowRoots)
      note(
        'behavior/closed-root',
        offset,
        'The shadow root is closed: "shadowRoot" of the host is null, also here.',
        'Find nodes by inside.parts, or make the encapsulation open.',
      );
  }
  for (const { from, offset } of behavior.imports) {
    if (!from.startsWith('.') || !posix.join(folder.folder, from).startsWith('../')) continue;
    note(
      'behavior/outside',
      offset,
      `"${from}" lies outside of the library: who gets the library alone cannot build it.`,
      'Put the module into the library, or into a package that it depends on.',
    );
  }
  for (const { name, offset } of behavior.moduleState) {
    if (!tree?.calls.size && !behavior.exports.has(name)) continue;
    note(
      'behavior/module-state',
      offset,
      `All elements share "${name}", and no view sees it change.`,
      'Keep what one element remembers in its state; make it a const if it never changes.',
    );
  }
  return findings;
}

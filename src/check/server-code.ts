import { browserUses } from '../behavior/browser-uses.js';
import type { Contract } from '../contract/model.js';
import { liveProperties, nativeProperties } from '../contract/passed.js';
import type { Finding } from '../findings/finding.js';
import { report } from '../findings/report.js';
import type { LibraryElement } from '../library/library-element.js';
import { firstRenderingCalls } from '../view/first-rendering.js';

/** Members of a host that are there without an element. */
const ALWAYS = ['className', 'getAttribute', 'hasAttribute', 'matches'];

/** True if servers draw an element with its own code; what a component is given is nothing that its code works out. */
function runsOnServers({ server, implementation }: Contract): boolean {
  return server && implementation.kind === 'view';
}

/** Code that a server runs for the first rendering of an element, and that needs what only a browser has. */
export function checkServerCode({ contract, behavior, tree, folder }: LibraryElement): Finding[] {
  if (!behavior || !tree || !folder.behavior || !runsOnServers(contract)) return [];
  const names = firstRenderingCalls(tree);
  if (behavior.exports.has('state')) names.add('state');
  const known = new Set([
    ...ALWAYS,
    ...contract.properties.map(({ name }) => name),
    ...liveProperties(contract),
    ...Object.values(nativeProperties(contract)).map(({ property }) => property),
  ]);
  return browserUses(behavior.file, folder.behavior.text, names, known).map(({ name, offset, by }) =>
    report(
      'behavior/browser-only',
      { file: behavior.file, ...behavior.positions.at(offset) },
      by === undefined
        ? `"${name}" is used when the module is loaded, and a server has none: it could render no element of the package.`
        : `"${name}" is used for the first rendering, in "${by}", and a server has none: it leaves that value out.`,
      'Ask in "connected" and keep the answer in the state, or write "server: false" into the contract.',
    ),
  );
}

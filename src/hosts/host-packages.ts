import type { Host } from './host.js';

/** What a package.json says so that hosts can be verified in. */
export interface HostDependencies {
  devDependencies: Record<string, string>;
  /** Empty unless two major versions of a package are wanted at once. */
  overrides: Record<string, Record<string, string>>;
}

/** The packages of hosts and of their checkers; a second major version of one stands under another name. */
export function hostDependencies(hosts: readonly Host[]): HostDependencies {
  const devDependencies: Record<string, string> = {};
  const overrides: HostDependencies['overrides'] = {};
  const peers = new Map<string, string>();
  for (const { packages, typing } of hosts) {
    for (const { name, major, alias } of [...packages, ...(typing?.packages ?? [])]) {
      const range = `^${major}.0.0`;
      const taken = devDependencies[name];
      if (taken === undefined || taken === range || alias === undefined) devDependencies[name] = range;
      else {
        devDependencies[alias] = `npm:${name}@${range}`;
        peers.set(name, alias);
      }
    }
  }
  // What belongs to the second version would ask for that version under the name that the first one has.
  const [react, dom] = [peers.get('react'), peers.get('react-dom')];
  if (react !== undefined && dom !== undefined) overrides[dom] = { react: '$react' };
  return { devDependencies, overrides };
}

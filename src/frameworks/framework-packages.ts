import type { Framework } from './framework.js';

/** What a package.json says so that frameworks can be verified in. */
export interface FrameworkDependencies {
  devDependencies: Record<string, string>;
  /** Empty unless two major versions of a package are wanted at once. */
  overrides: Record<string, Record<string, string>>;
}

/** The packages of frameworks and of their checkers; a second major version of one stands under another name. */
export function frameworkDependencies(frameworks: readonly Framework[]): FrameworkDependencies {
  const devDependencies: Record<string, string> = {};
  const overrides: FrameworkDependencies['overrides'] = {};
  const peers = new Map<string, string>();
  for (const { packages, typing } of frameworks) {
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

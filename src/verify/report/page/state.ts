/** What is filtered by; empty where everything is shown. */
export interface Filters {
  verdict: string;
  framework: string;
  browser: string;
  element: string;
  facet: string;
}

/** What is shown: it stands in the page's address, so that it can be passed on. */
export interface State extends Filters {
  /** The cell that is open: `element/framework/browser`; empty if none is. */
  open: string;
}

const NAMES = ['verdict', 'framework', 'browser', 'element', 'facet', 'open'] as const;

export function readState(hash: string): State {
  const given = new URLSearchParams(hash.replace(/^#/, ''));
  return Object.fromEntries(NAMES.map((name) => [name, given.get(name) ?? ''])) as unknown as State;
}

/** The address's fragment; empty if everything is as at first. */
export function writeState(state: State): string {
  const given = new URLSearchParams();
  for (const name of NAMES) if (state[name]) given.set(name, state[name]);
  const text = given.toString().replaceAll('%2F', '/');
  return text && `#${text}`;
}

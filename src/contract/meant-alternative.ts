import type { z } from 'zod';

type Issue = z.core.$ZodIssue;

/** How deep in the data the complaints of one alternative are. */
function depthOf(issues: readonly Issue[]): number {
  return Math.max(0, ...issues.map(({ code, path }) => path.length + (code === 'unrecognized_keys' ? 1 : 0)));
}

/** The complaints of the alternative that fits deepest, which was meant; undefined where none of them fits at all. */
export function meantAlternative({ errors }: z.core.$ZodIssueInvalidUnion): readonly Issue[] | undefined {
  const [meant = []] = errors.toSorted((one, other) => depthOf(other) - depthOf(one));
  return depthOf(meant) > 0 ? meant : undefined;
}

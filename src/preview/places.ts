import { originalPositionFor, TraceMap } from '@jridgewell/trace-mapping';
import type { WholeModules } from './whole-module.js';

/** A place in an author's file. */
export interface SourcePlace {
  file: string;
  line: number;
  column: number;
}

/** Leads a place in the module of an element back to what its author wrote; undefined where there is nothing of the kind. */
export async function sourcePlace(
  modules: WholeModules,
  address: string,
  line: number,
  column: number,
): Promise<SourcePlace | undefined> {
  const [, tag] = /\/whole\/\d+\/([^/?]+?)(?:\.js)?(?:\?|$)/.exec(address) ?? [];
  const whole =
    tag === undefined ? undefined : await modules.of(decodeURIComponent(tag)).catch(() => undefined);
  if (!whole) return undefined;
  const found = originalPositionFor(new TraceMap(whole.map), { line, column: Math.max(0, column - 1) });
  if (found.source === null) return undefined;
  return {
    file: found.source.replace(/^(?:[\w-]+:)?(?:\.\.\/|\/)*/, ''),
    line: found.line,
    column: found.column + 1,
  };
}

import { originalPositionFor, TraceMap } from '@jridgewell/trace-mapping';
import { moduleAt } from './size.js';
import type { LivePackage } from './live-package.js';

/** A place in an author's file. */
export interface SourcePlace {
  file: string;
  line: number;
  column: number;
}

/** Leads a place in a module of the live package back to what its author wrote; undefined where there is nothing of the kind. */
export async function sourcePlace(
  live: LivePackage,
  address: string,
  line: number,
  column: number,
): Promise<SourcePlace | undefined> {
  const code = await moduleAt(live, new URL(address, 'http://here').pathname);
  const encoded =
    /\/\/# sourceMappingURL=data:application\/json;(?:charset=[\w-]+;)?base64,([\w+/=]+)\s*$/.exec(
      code ?? '',
    )?.[1];
  if (encoded === undefined) return undefined;
  const map = new TraceMap(Buffer.from(encoded, 'base64').toString('utf8'));
  const found = originalPositionFor(map, { line, column: Math.max(0, column - 1) });
  if (found.source === null) return undefined;
  return { file: found.source.replace(/^\/+/, ''), line: found.line, column: found.column + 1 };
}

import {
  addMapping,
  GenMapping,
  setSourceContent,
  toEncodedMap,
  type EncodedSourceMap,
} from '@jridgewell/gen-mapping';
import type { Segment } from './print.js';

/** The source map of printed code whose pieces come from one file; `text` is what that file holds. */
export function sourceMapOf(segments: readonly Segment[], file: string, text: string): EncodedSourceMap {
  const map = new GenMapping();
  for (const { line, column, origin } of segments) {
    addMapping(map, {
      generated: { line, column: column - 1 },
      source: file,
      original: { line: origin.line, column: origin.column - 1 },
    });
  }
  setSourceContent(map, file, text);
  return toEncodedMap(map);
}

/** The origin of a place in printed code: that of the last piece before it on its line, and as far behind. */
export function originOf(
  segments: readonly Segment[],
  line: number,
  column: number,
): Segment['origin'] | undefined {
  const before = segments.findLast((segment) => segment.line === line && segment.column <= column);
  if (!before) return undefined;
  return { line: before.origin.line, column: before.origin.column + column - before.column };
}

import {
  GenMapping,
  addMapping,
  setSourceContent,
  toEncodedMap,
  type EncodedSourceMap,
} from '@jridgewell/gen-mapping';
import type { Position } from '../finding.js';

/** A place in a file that generated code comes from. */
export interface Origin {
  file: string;
  at: Position;
}

/** Private-use characters: no markup and no identifier has them, and texts lose them to spaces. */
/** From a place in generated code on, text comes from an origin. Lines and columns count from 1. */
export interface Segment {
  line: number;
  column: number;
  origin: Origin;
}

const MARK = /\uE001(\d+)\uE002/g;

/**
 * Collects where pieces of generated code come from while the code is still put together as text: `from`
 * gives an invisible mark to put before a piece, `finish` takes the marks out and makes the source map.
 */
export class Origins {
  readonly #origins: Origin[] = [];

  /** A mark that ties what follows it to its origin. */
  from(file: string, at: Position): string {
    return `\uE001${this.#origins.push({ file, at }) - 1}\uE002`;
  }

  /** Author's text, in which no mark can stand. */
  static plain(text: string): string {
    return text.replace(/[\uE001\uE002]/g, ' ');
  }

  /** The code without marks, and where its pieces come from, in order. */
  trace(marked: string): { code: string; segments: Segment[] } {
    const segments: Segment[] = [];
    const lines = marked.split('\n').map((line, number) => {
      let shift = 0;
      return line.replace(MARK, (mark, index: string, column: number) => {
        segments.push({
          line: number + 1,
          column: column - shift + 1,
          origin: this.#origins[Number(index)]!,
        });
        shift += mark.length;
        return '';
      });
    });
    return { code: lines.join('\n'), segments };
  }

  /** The code without marks, and its source map; `contents` gives each origin file's text. */
  finish(marked: string, contents: ReadonlyMap<string, string>): { code: string; map: EncodedSourceMap } {
    const map = new GenMapping();
    const { code, segments } = this.trace(marked);
    for (const { line, column, origin } of segments) {
      addMapping(map, {
        generated: { line, column: column - 1 },
        source: origin.file,
        original: { line: origin.at.line, column: origin.at.column - 1 },
      });
    }
    for (const { file } of this.#origins) setSourceContent(map, file, contents.get(file) ?? null);
    return { code, map: toEncodedMap(map) };
  }
}

/** The origin of a place in generated code: that of the last piece before it on its line, and as far behind. */
export function originOf(segments: readonly Segment[], line: number, column: number): Origin | undefined {
  const before = segments.findLast((segment) => segment.line === line && segment.column <= column);
  if (!before) return undefined;
  const { file, at } = before.origin;
  return { file, at: { line: at.line, column: at.column + column - before.column } };
}

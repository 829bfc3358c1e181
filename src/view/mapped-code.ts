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

  /** The code without marks, and its source map; `contents` gives each origin file's text. */
  finish(marked: string, contents: ReadonlyMap<string, string>): { code: string; map: EncodedSourceMap } {
    const map = new GenMapping();
    const lines = marked.split('\n').map((line, number) => {
      let shift = 0;
      return line.replace(MARK, (mark, index: string, column: number) => {
        const { file, at } = this.#origins[Number(index)]!;
        addMapping(map, {
          generated: { line: number + 1, column: column - shift },
          source: file,
          original: { line: at.line, column: at.column - 1 },
        });
        shift += mark.length;
        return '';
      });
    });
    for (const { file } of this.#origins) setSourceContent(map, file, contents.get(file) ?? null);
    return { code: lines.join('\n'), map: toEncodedMap(map) };
  }
}

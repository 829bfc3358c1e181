import { readFileSync } from 'node:fs';
import { dirname, relative, resolve } from 'node:path';
import { parseSync } from 'oxc-parser';
import type { Plugin } from 'esbuild';
import { PositionIndex, type Finding } from '../findings/finding.js';
import { report } from '../findings/report.js';
import { slashed } from '../library/open-library.js';
import { moduleRequests } from '../syntax/module-requests.js';

/** Notes the imports by which modules of a library reach files that lie outside of it, packages aside, while it is bundled. */
export class OutsideImports {
  readonly #found = new Map<string, { importer: string; from: string }>();
  #root = '';

  /** Begins anew, for a library. */
  begin(root: string): void {
    this.#root = root;
    this.#found.clear();
  }

  plugin(): Plugin {
    return {
      name: 'outside-imports',
      setup: (build) => {
        build.onResolve({ filter: /^\.\.?\// }, ({ path, importer, namespace }) => {
          if (
            namespace === 'file' &&
            this.#isOwn(importer) &&
            !this.#isInside(resolve(dirname(importer), path))
          )
            this.#found.set(`${importer}\0${path}`, { importer, from: path });
          return undefined;
        });
      },
    };
  }

  /** A finding for each, at the import. */
  findings(): Finding[] {
    return [...this.#found.values()].map(({ importer, from }) =>
      report(
        'behavior/outside',
        { file: slashed(relative(this.#root, importer)), ...placeOfImport(importer, from) },
        `"${from}" lies outside of the library: who gets the library alone cannot build it.`,
        'Put the module into the library, or into a package that it depends on.',
      ),
    );
  }

  #isInside(path: string): boolean {
    return !slashed(relative(this.#root, path)).startsWith('../');
  }

  /** A module of the library itself, not of a package in it. */
  #isOwn(path: string): boolean {
    return this.#isInside(path) && !/(?:^|\/)node_modules\//.test(slashed(relative(this.#root, path)));
  }
}

function placeOfImport(file: string, from: string): { line: number; column: number } {
  const text = readFileSync(file, 'utf8');
  const { module } = parseSync(file, text, { sourceType: 'module' });
  const request = moduleRequests(module, text).find((one) => one.from === from);
  return new PositionIndex(text).at(request?.offset ?? 0);
}

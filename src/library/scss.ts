import type { Code } from '../findings/severities.js';
import { createRequire } from 'node:module';
import { join, sep } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import type { Position } from '../findings/finding.js';
import type { SourceFile, StyleFile } from './library-files.js';

/** Finds the file behind an import. */
interface FileImporter {
  findFileUrl(address: string): URL | null;
}

/** What is used of the `sass` package. */
interface Sass {
  compileString(
    text: string,
    options: {
      url: URL;
      importer: FileImporter;
      importers: FileImporter[];
      sourceMap: boolean;
      style: 'expanded';
    },
  ): { css: string; sourceMap?: object; loadedUrls: URL[] };
}

/** Why a style in SCSS could not be compiled. */
export class ScssProblem extends Error {
  constructor(
    readonly code: Code,
    message: string,
    readonly help: string,
    readonly file: string,
    readonly at: Position = { line: 1, column: 1 },
  ) {
    super(message);
  }
}

/** Imports come from the library's folder and from nowhere else. */
function inside(root: string): FileImporter {
  return {
    findFileUrl(address) {
      const url = new URL(address, pathToFileURL(join(root, '/')));
      if (url.protocol !== 'file:' || !fileURLToPath(url).startsWith(root + sep))
        throw new Error(`"${address}" leads out of the library`);
      return url;
    },
  };
}

/** Compiles a style with the `sass` package that the library has installed; throws a `ScssProblem` if it cannot. */
export async function compileScss({ file, text }: SourceFile, root: string): Promise<StyleFile> {
  const url = pathToFileURL(join(root, file));
  let sass: Sass;
  try {
    const path = createRequire(join(root, 'package.json')).resolve('sass');
    // The package is CommonJS: what it exports is its default to an import.
    const module = (await import(pathToFileURL(path).href)) as Sass & { default?: Sass };
    sass = module.default ?? module;
  } catch {
    throw new ScssProblem(
      'style/sass-missing',
      'A style in SCSS needs the package "sass", which is not installed.',
      'Run npm install --save-dev sass, or write the style in CSS.',
      file,
    );
  }
  try {
    const importer = inside(root);
    const { css, sourceMap, loadedUrls } = sass.compileString(text, {
      url,
      importer,
      importers: [importer],
      sourceMap: true,
      style: 'expanded',
    });
    const imports = loadedUrls.filter(({ href }) => href !== url.href).map((one) => fileURLToPath(one));
    return { file, text: css, map: JSON.stringify(sourceMap), source: text, imports };
  } catch (error) {
    const { sassMessage, message, span } = error as Error & {
      sassMessage?: string;
      span?: { start: { line: number; column: number } };
    };
    const at = { line: (span?.start.line ?? 0) + 1, column: (span?.start.column ?? 0) + 1 };
    const words = (sassMessage ?? message.split('\n')[0]!).replace(/\.$/, '');
    throw new ScssProblem(
      'style/syntax',
      `The style sheet cannot be compiled: ${words}.`,
      'Fix the rule near here.',
      file,
      at,
    );
  }
}

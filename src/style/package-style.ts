import { report } from '../findings/report.js';
import { existsSync, readFileSync, realpathSync } from 'node:fs';
import { dirname, extname, join, sep } from 'node:path';
import { transform, type Visitor } from 'lightningcss';
import type { Finding } from '../findings/finding.js';

/** A style as it is shipped: what goes into shadow roots, and what only works in the document. */
export interface PackageStyle {
  inside: string;
  document: string;
  findings: Finding[];
}

/** Media types of files that style sheets use, by extension. */
const MEDIA_TYPES: Readonly<Record<string, string>> = {
  '.avif': 'image/avif',
  '.gif': 'image/gif',
  '.jpeg': 'image/jpeg',
  '.jpg': 'image/jpeg',
  '.otf': 'font/otf',
  '.png': 'image/png',
  '.svg': 'image/svg+xml',
  '.ttf': 'font/ttf',
  '.webp': 'image/webp',
  '.woff': 'font/woff',
  '.woff2': 'font/woff2',
};

/**
 * Makes a minified style ready for a package: `@font-face` and `@property` are taken out, since they have no effect in
 * a shadow root, and files that it names are put in, since addresses in a style sheet that elements share would lead
 * from the page (CSSOM, section 6.3). `file` is the style's path from the library's `root`.
 */
export function packageStyle(css: string, file: string, root: string): PackageStyle {
  const findings: Finding[] = [];
  const whole = css.includes('url(') ? withFiles(css, file, root, findings) : css;
  if (!/@font-face|@property/.test(whole)) return { inside: whole, document: '', findings };
  const inDocument = (type: string): boolean => type === 'font-face' || type === 'property';
  return {
    inside: rewrite(whole, { Rule: (rule) => (inDocument(rule.type) ? [] : undefined) }),
    document: rewrite(whole, { Rule: (rule) => (inDocument(rule.type) ? undefined : []) }),
    findings,
  };
}

/** A style as short as it can be. */
export function minified(css: string): string {
  return rewrite(css, {});
}

function rewrite(css: string, visitor: Visitor<Record<string, never>>): string {
  const code = new TextEncoder().encode(css);
  return new TextDecoder().decode(transform({ filename: 'style.css', code, minify: true, visitor }).code);
}

/** A path of an address; one that is encoded wrongly is taken as it stands. */
function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}

/** The style with the files that it names as data addresses; nothing outside of the library is read. */
function withFiles(css: string, file: string, root: string, findings: Finding[]): string {
  const folder = dirname(join(root, file));
  const missing = new Set<string>();
  const result = rewrite(css, {
    Url(url) {
      const path = url.url.replace(/[?#].*$/, '');
      if (/^(?:[a-z][a-z0-9+.-]*:|\/|$)/i.test(path)) return undefined;
      const type = MEDIA_TYPES[extname(path).toLowerCase()];
      const target = join(folder, decoded(path));
      const real = type && existsSync(target) ? realpathSync(target) : '';
      if (!real.startsWith(realpathSync(root) + sep)) {
        missing.add(path);
        return undefined;
      }
      return { ...url, url: `data:${type};base64,${readFileSync(real).toString('base64')}` };
    },
  });
  for (const path of missing) {
    findings.push(
      report(
        'build/missing-file',
        { file, line: 1, column: 1 },
        `There is no picture or font "${path}" beside the style, inside the library.`,
        `Put the file there (${Object.keys(MEDIA_TYPES).join(', ')}), or give a whole address.`,
      ),
    );
  }
  return result;
}

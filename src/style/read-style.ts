import { transform } from 'lightningcss';
import type { Finding } from '../finding.js';

/** Reads an element's CSS and gives it minified; syntax errors come back as a finding. */
export function readStyle(file: string, text: string): { css: string; findings: Finding[] } {
  try {
    const { code } = transform({ filename: file, code: new TextEncoder().encode(text), minify: true });
    return { css: new TextDecoder().decode(code), findings: [] };
  } catch (error) {
    const { message, loc } = error as Error & { loc?: { line: number; column: number } };
    return {
      css: '',
      findings: [
        {
          code: 'style/syntax',
          severity: 'error',
          message: `The style sheet cannot be parsed: ${message.replace(/\.$/, '')}.`,
          help: 'Mend the rule near here; look for a missing brace or semicolon before it.',
          file,
          line: loc?.line ?? 1,
          column: loc?.column ?? 1,
        },
      ],
    };
  }
}

import { github } from '../../findings/formats/github.js';
import { sarif } from '../../findings/formats/sarif.js';
import { asFindings } from './as-findings.js';
import type { VerifyFormat } from './format.js';
import { junit } from './junit.js';
import { markdown } from './markdown.js';

/** All formats for other programs; people get `pretty`, which is the terminal's. */
export const VERIFY_FORMATS: readonly VerifyFormat[] = [
  { name: 'json', write: (report) => `${JSON.stringify(report, null, 2)}\n` },
  junit,
  ...[sarif, github].map(({ name, write }): VerifyFormat => ({
    name,
    write: (report, analysis) => write(asFindings(report, analysis)),
  })),
  markdown,
];

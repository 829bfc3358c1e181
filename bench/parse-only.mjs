// What a check cannot do without: parsing the files, with positions, in one process.
import { transform } from 'lightningcss';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { parseFragment } from 'parse5';
import { LineCounter, parseDocument } from 'yaml';

const root = join(process.argv[2], 'elements');
for (const folder of readdirSync(root)) {
  for (const name of readdirSync(join(root, folder))) {
    const text = readFileSync(join(root, folder, name), 'utf8');
    if (name.endsWith('.yaml')) parseDocument(text, { lineCounter: new LineCounter() }).toJS();
    if (name.endsWith('.html')) parseFragment(text, { sourceCodeLocationInfo: true });
    if (name.endsWith('.css')) transform({ filename: name, code: Buffer.from(text), minify: true });
  }
}

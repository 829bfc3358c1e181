// Lists the texts that people may see, from the source: node scripts/texts.mjs [PART-OF-A-PATH]
// A line each: the file, the line, and the text, with … for what is put in.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseSync } from 'oxc-parser';

const [part = ''] = process.argv.slice(2);
const files = readdirSync('src', { recursive: true })
  .filter((name) => name.endsWith('.ts') && !name.includes('dist/') && !name.includes('node_modules'))
  .map((name) => join('src', name))
  .filter((path) => path.includes(part))
  .sort();

/** The text of a literal; undefined for what is none, or is code. */
function textOf(node) {
  if (node.type === 'Literal' && typeof node.value === 'string') return node.value;
  if (node.type === 'TemplateLiteral') return node.quasis.map(({ value }) => value.cooked).join('…');
  return undefined;
}

/** True for what reads like a sentence or a label: words of letters with a space between, and no sign of code. */
function isForPeople(text) {
  return (
    /[A-Za-z]{2,}[,:]? [A-Za-z]/.test(text) &&
    !/^[\s<.#[@:]|=>|;\s*$|\{[^}]*:|\bimport\b.*\bfrom\b/.test(text)
  );
}

for (const file of files) {
  const text = readFileSync(file, 'utf8');
  const { program } = parseSync(file, text, { sourceType: 'module' });
  const visit = (node) => {
    if (Array.isArray(node)) return node.forEach(visit);
    if (typeof node !== 'object' || node === null) return undefined;
    const found = typeof node.type === 'string' ? textOf(node) : undefined;
    if (found !== undefined && isForPeople(found))
      console.log(
        `${file}:${text.slice(0, node.start).split('\n').length}: ${found.replace(/\s+/g, ' ').trim()}`,
      );
    for (const value of Object.values(node)) visit(value);
    return undefined;
  };
  visit(program.body);
}

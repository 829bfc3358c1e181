import { CODES } from './index.js';
import { PLAIN, type ExampleFiles, type ExplainedCode } from './code.js';

/** The page of documentation that lists every finding, in Markdown. */
export function findingsPage(): string {
  const families = byFamily(CODES);
  const sections = [...families].map(([family, codes]) => `## ${family}\n\n${codes.map(section).join('\n')}`);
  return `# Findings\n\nWhat \`lastwright check\` finds. \`lastwright explain CODE\` shows one of them. This page is made from the same table.\n\n${sections.join('\n')}`;
}

function byFamily(codes: readonly ExplainedCode[]): Map<string, ExplainedCode[]> {
  const families = new Map<string, ExplainedCode[]>();
  for (const code of codes) {
    const family = code.code.split('/')[0]!;
    families.set(family, [...(families.get(family) ?? []), code]);
  }
  return families;
}

function section({ code, severity, title, reason, fails, mended }: ExplainedCode): string {
  return `### ${code}\n\n${title}. *${severity}*\n\n${reason}\n\n${example('Found in', failingFile(fails))}\n${example('Fixed in', fixedFile(fails, mended))}`;
}

/** A file of an example as it is shown; without a text, it is removed. */
export interface ShownFile {
  path: string;
  text: string | undefined;
}

/** The first file of an example, which is the one that matters. */
export function failingFile(files: ExampleFiles): ShownFile {
  const [path, text] = Object.entries(files)[0]!;
  return shown(path, text);
}

/** The file in which the fix is: the failing one, if it changed, else the first that did. */
export function fixedFile(fails: ExampleFiles, mended: ExampleFiles): ShownFile {
  const before: ExampleFiles = { ...PLAIN, ...fails };
  const after: ExampleFiles = { ...PLAIN, ...mended };
  const changed = [...Object.keys(fails), ...Object.keys(mended)].filter(
    (path) => before[path] !== after[path],
  );
  const path = changed.find((one) => after[one] !== undefined) ?? changed[0]!;
  return shown(path, after[path]);
}

function shown(path: string, text: string | undefined): ShownFile {
  return {
    path: path.startsWith('.') ? `quay-mast${path}` : path,
    text: text === undefined ? undefined : shortened(text),
  };
}

/** Long lines, of examples that are long on purpose, are cut. */
function shortened(text: string): string {
  return text
    .split('\n')
    .map((line) => (line.length > 160 ? `${line.slice(0, 80)}…` : line))
    .join('\n');
}

function example(words: string, { path, text }: ShownFile): string {
  if (text === undefined) return `Fixed: remove \`${path}\`.\n`;
  return `${words} \`${path}\`:\n\n\`\`\`${path.split('.').pop()}\n${text.trimEnd()}\n\`\`\`\n`;
}

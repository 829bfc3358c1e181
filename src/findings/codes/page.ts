import { CODES } from './index.js';
import type { ExampleFiles, ExplainedCode } from './code.js';

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
  return `### ${code}\n\n${title}. *${severity}*\n\n${reason}\n\n${example('Found in', fails)}\nMended:\n\n${example('', mended)}`;
}

/** The first file of an example, which is the one that matters. */
export function shownFile(files: ExampleFiles): { path: string; text: string } {
  const [path, text] = Object.entries(files)[0]!;
  return { path: path.startsWith('.') ? `quay-mast${path}` : path, text: shortened(text) };
}

/** Long lines, of examples that are long on purpose, are cut. */
function shortened(text: string): string {
  return text
    .split('\n')
    .map((line) => (line.length > 160 ? `${line.slice(0, 80)}…` : line))
    .join('\n');
}

function example(words: string, files: ExampleFiles): string {
  const { path, text } = shownFile(files);
  return `${words ? `${words} \`${path}\`:\n\n` : ''}\`\`\`${path.split('.').pop()}\n${text.trimEnd()}\n\`\`\`\n`;
}

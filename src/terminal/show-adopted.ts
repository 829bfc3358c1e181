import colors from 'picocolors';
import type { Adopted } from '../adopt/adopt.js';
import type { AdoptedMember } from '../adopt/to-contract.js';

const PLURALS: Record<AdoptedMember['kind'], [one: string, many: string]> = {
  property: ['property', 'properties'],
  slot: ['slot', 'slots'],
  event: ['event', 'events'],
  method: ['method', 'methods'],
  part: ['part', 'parts'],
  member: ['member', 'members'],
};

/** What was adopted, for people: what was read, what they should know, and what they must add. */
export function showAdopted(all: readonly Adopted[]): string {
  const lines = all.flatMap((one) => [...elementLines(one), '']);
  const [first] = all;
  const next = all.length === 1 ? ` --element ${first!.tag}` : '';
  return [...lines, `Next: lastwright check, then lastwright verify${next}.`].join('\n');
}

function elementLines({ tag, files, members, told, changes }: Adopted): string[] {
  const lines = [colors.bold(`<${tag}>`) + colors.dim(`  ${summary(members)}`)];
  if (changes) {
    const marks = { added: colors.green('+'), changed: colors.yellow('~'), gone: colors.red('?') };
    for (const { section, name, change, what } of changes)
      lines.push(
        `  ${marks[change]} ${section} · ${name}${colors.dim(`  ${change === 'changed' ? `its ${what}` : what}`)}`,
      );
    if (changes.length === 0) lines.push('  Nothing has changed.');
  } else {
    for (const file of files) lines.push(`  ${colors.green('+')} ${file}`);
    // What was turned round or left out is no news once it stands in the contract.
    for (const { name, what } of told) lines.push(`  ${colors.cyan('·')} ${name} ${what}`);
  }
  const unknown = members.filter(({ known }) => known !== 'read');
  if (unknown.length > 0) {
    lines.push(`  ${colors.yellow('For you to add:')}`);
    for (const { kind, name, known, what } of unknown)
      lines.push(
        `  ${colors.yellow('!')} ${kind} ${name}: ${what}${known === 'in part' ? colors.dim(' (the rest was read)') : ''}`,
      );
  }
  return lines;
}

/** `3 properties, 2 slots and 1 event read` */
function summary(members: readonly AdoptedMember[]): string {
  const counts = (Object.keys(PLURALS) as AdoptedMember['kind'][]).flatMap((kind) => {
    const count = members.filter((one) => one.kind === kind && one.known !== 'unknown').length;
    return count > 0 ? [`${count} ${PLURALS[kind][count === 1 ? 0 : 1]}`] : [];
  });
  const missing = members.filter(({ known }) => known === 'unknown').length;
  return `${counts.join(', ') || 'nothing'} read${missing > 0 ? `, ${missing} not known` : ''}`;
}

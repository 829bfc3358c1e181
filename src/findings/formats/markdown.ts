import { markdownCell as cell, markdownCode as code, place, type Format } from './format.js';

/** A table for a comment or a summary page. */
export const markdown: Format = {
  name: 'markdown',
  write({ findings, summary }) {
    const { elements, errors, warnings } = summary;
    const head = `**${elements} elements, ${errors} errors, ${warnings} warnings**\n`;
    if (findings.length === 0) return head;
    const rows = findings.map(
      (finding) =>
        `| ${finding.severity} | ${code(place(finding))} | ${cell(finding.message)} ${cell(finding.help)} | ${code(finding.code)} |\n`,
    );
    return `${head}\n| | where | what | code |\n| --- | --- | --- | --- |\n${rows.join('')}`;
  },
};

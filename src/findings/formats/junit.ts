import { place, xml, type Format } from './format.js';

/** JUnit's XML: a test case for each file with findings, or one that passes. */
export const junit: Format = {
  name: 'junit',
  write({ findings }) {
    const files = [...new Set(findings.map(({ file }) => file))];
    const cases = files.map((file) => {
      const own = findings.filter((finding) => finding.file === file);
      const failures = own.map((finding) => {
        const text = xml(`${place(finding)} ${finding.message} ${finding.help}`);
        return finding.severity === 'error'
          ? `    <failure type="${xml(finding.code)}" message="${xml(finding.message)}">${text}</failure>`
          : `    <system-out>${finding.severity}: ${text}</system-out>`;
      });
      return `  <testcase classname="check" name="${xml(file)}">\n${failures.join('\n')}\n  </testcase>`;
    });
    if (cases.length === 0) cases.push('  <testcase classname="check" name="library"/>');
    const failing = files.filter((file) =>
      findings.some((finding) => finding.file === file && finding.severity === 'error'),
    );
    return `<?xml version="1.0" encoding="UTF-8"?>\n<testsuite name="lastwright check" tests="${cases.length}" failures="${failing.length}">\n${cases.join('\n')}\n</testsuite>\n`;
  },
};

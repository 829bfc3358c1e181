import { findCode } from '../codes/index.js';
import type { Format } from './format.js';

/** Static Analysis Results Interchange Format 2.1.0 (OASIS). */
export const sarif: Format = {
  name: 'sarif',
  write({ findings }) {
    const codes = [...new Set(findings.map(({ code }) => code))];
    const rules = codes.map((id) => {
      const known = findCode(id);
      return {
        id,
        shortDescription: { text: known?.title ?? id },
        ...(known
          ? { fullDescription: { text: known.reason }, defaultConfiguration: { level: known.severity } }
          : {}),
      };
    });
    const results = findings.map(({ code, severity, message, help, file, line, column }) => ({
      ruleId: code,
      ruleIndex: codes.indexOf(code),
      level: severity,
      message: { text: `${message} ${help}` },
      locations: [
        {
          physicalLocation: {
            artifactLocation: { uri: encodeURI(file) },
            region: { startLine: line, startColumn: column },
          },
        },
      ],
    }));
    const log = {
      $schema: 'https://json.schemastore.org/sarif-2.1.0.json',
      version: '2.1.0',
      runs: [{ tool: { driver: { name: 'Lastwright', rules } }, columnKind: 'utf16CodeUnits', results }],
    };
    return `${JSON.stringify(log, null, 2)}\n`;
  },
};

import type { Finding } from '../findings/finding.js';
import { suggestion } from '../findings/nearest.js';
import { report } from '../findings/report.js';
import { isCode, SEVERITIES } from '../findings/severities.js';
import { CONFIG_FILE, type Library } from '../library/open-library.js';

/** Severities as the library's configuration wants them; what stops a build stays an error. */
export function withSeverities(findings: readonly Finding[], { severity }: Library): Finding[] {
  return findings.flatMap((finding) => {
    const wanted = finding.severity === 'error' ? undefined : severity[finding.code];
    if (wanted === 'off') return [];
    return [wanted === undefined ? finding : { ...finding, severity: wanted }];
  });
}

/** Severities are given to codes that there are, and no error that stops a build is made less. */
export function checkSeverities({ severity, locateConfig }: Library): Finding[] {
  return Object.entries(severity).flatMap(([name, wanted]): Finding[] => {
    const place = { file: CONFIG_FILE, ...locateConfig(['severity', name], 'key') };
    if (!isCode(name)) {
      const help = suggestion(name, Object.keys(SEVERITIES), 'codes');
      return [report('library/unknown-code', place, `There is no finding "${name}".`, help)];
    }
    if (SEVERITIES[name] !== 'error' || wanted === 'error') return [];
    const message = `"${name}" is an error that stops a build; it cannot be made less.`;
    return [report('library/severity', place, message, 'Remove the line, and fix what is found.')];
  });
}

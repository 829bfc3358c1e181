import type { Finding } from '../findings/finding.js';
import { suggestion } from '../findings/nearest.js';
import { report } from '../findings/report.js';
import type { Code } from '../findings/severities.js';
import { CONFIG_FILE, type Library } from '../library/open-library.js';

/** Names in the configuration that are none of the known ones; `path` leads to their list. */
export function unknownNames(
  { locateConfig }: Library,
  kind: string,
  code: Code,
  known: readonly string[],
  names: readonly string[],
  path: readonly PropertyKey[],
): Finding[] {
  return names.flatMap((name, index) =>
    known.includes(name)
      ? []
      : report(
          code,
          { file: CONFIG_FILE, ...locateConfig([...path, index]) },
          `Unknown ${kind} "${name}".`,
          suggestion(name, known, `${kind}s`),
        ),
  );
}

import { suggestion } from '../findings/nearest.js';
import { UsageError } from '../system/usage-error.js';

/** Names that a person gave must be known; `kind` says of what they are, in the plural. */
export function checkNames(
  given: readonly string[] | undefined,
  known: readonly string[],
  kind: string,
): void {
  for (const name of given ?? []) {
    if (!known.includes(name))
      throw new UsageError(`Unknown ${kind.slice(0, -1)} "${name}".`, suggestion(name, known, kind));
  }
}

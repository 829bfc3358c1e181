import { suggestion } from '../findings/nearest.js';
import { UsageError } from '../system/usage-error.js';

/** Names that a person gave must be known; `kind` says of what they are. */
export function checkNames(
  given: readonly string[] | undefined,
  known: readonly string[],
  kind: string,
): void {
  for (const name of given ?? []) {
    if (!known.includes(name))
      throw new UsageError(`"${name}" is none of the ${kind}.`, suggestion(name, known, kind));
  }
}

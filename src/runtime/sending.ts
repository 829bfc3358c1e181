import type { Sender } from './inside.js';

/**
 * Sends an event with a callback's arguments: a property takes the first one, before listeners hear of it and until somebody
 * cancels the event; they are members of the detail, by these names.
 */
export function sending(
  type: string,
  sets: string | undefined,
  members?: readonly string[],
): (inside: Sender, values: readonly unknown[]) => boolean {
  return (inside, values) => {
    const properties = inside.host as unknown as Record<string, unknown>;
    const before = sets && properties[sets];
    if (sets) properties[sets] = values[0];
    const detail = members ? Object.fromEntries(members.map((name, at) => [name, values[at]])) : values[0];
    const goesOn = inside.emit(type, detail);
    if (sets && !goesOn) properties[sets] = before;
    return goesOn;
  };
}

import type { Prepared } from './component-view.js';

/**
 * What is done with a callback's arguments: a property takes the first one, before listeners hear of it and until somebody
 * cancels the event; they are members of the detail, by these names.
 */
export function sending(
  sets: string | undefined,
  members?: readonly string[],
): (host: HTMLElement, values: readonly unknown[]) => Prepared {
  return (host, values) => {
    const properties = host as unknown as Record<string, unknown>;
    const before = sets && properties[sets];
    if (sets) properties[sets] = values[0];
    return {
      detail: members ? Object.fromEntries(members.map((name, place) => [name, values[place]])) : values[0],
      undo: sets === undefined ? undefined : () => (properties[sets] = before),
    };
  };
}

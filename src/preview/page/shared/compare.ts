import type { CellState } from '../../messages.js';

/** In what a cell is other than the first one of its row: a line for each, beginning with what it is about. */
export function differences(own: CellState | undefined, first: CellState | undefined): string[] {
  if (!own || !first || own === first) return [];
  const found: string[] = [];
  if (own.text !== first.text) found.push(`text: “${own.text}” instead of “${first.text}”`);
  compare('attributes', own.attributes, first.attributes);
  compare('properties', own.properties, first.properties);
  return found;

  function compare(kind: string, mine: Record<string, unknown>, others: Record<string, unknown>): void {
    for (const name of new Set([...Object.keys(mine), ...Object.keys(others)]))
      if (JSON.stringify(mine[name]) !== JSON.stringify(others[name]))
        found.push(`${kind}: ${name} is ${shown(mine[name])} instead of ${shown(others[name])}`);
  }
}

function shown(value: unknown): string {
  return value === undefined ? 'not there' : JSON.stringify(value);
}

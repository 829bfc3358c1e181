import type { Row } from '../../shared/rows.js';
import type { Inside } from './live-lineup.contract.yaml';

const NONE = {};

export const results = {
  lines: ({ rows }: Inside) => rows as unknown as readonly Row[],
  none: () => NONE,
  cellStyle({ rows, width }: Inside) {
    const count = Math.max(1, ...(rows as unknown as readonly Row[]).map(({ cells }) => cells.length));
    const least = width > 0 ? `${width + 2}px` : `min(100%, ${count > 4 ? 220 : 240}px)`;
    return { 'grid-template-columns': `repeat(auto-fit, minmax(${least}, 1fr))` };
  },
};

export function choose(lineup: Inside, sample: number) {
  lineup.emit('row-choose', { sample });
}

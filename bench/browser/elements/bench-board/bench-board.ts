import type { Inside } from './bench-board.contract.yaml';

export function pick(board: Inside, id: number | undefined) {
  board.emit('board-pick', { id: id ?? 0 });
}
